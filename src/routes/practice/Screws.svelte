<script lang="ts">
  import { screwSide } from '$core/fasteners';
  import type { Screw } from '$core/machine';
  import { ScrewShape } from '$lib/ui/drawing';
  import { useWords } from '$lib/words';

  const { t } = useWords();

  /** Screws from the side, to one scale, over a ruler. */
  let { screws }: { screws: readonly { letter: string; screw: Screw }[] } = $props();

  const PX_PER_MM = 12;
  const sides = $derived(screws.map(({ letter, screw }) => ({ letter, screw, side: screwSide(screw) })));
  const tallest = $derived(Math.max(...sides.map(({ side }) => side.headMm + side.shankMm)) + 1);
  const widths = $derived(sides.map(({ screw }) => Math.max(8, screw.headDiameterMm + 3)));
  const lefts = $derived(widths.map((_, i) => widths.slice(0, i).reduce((a, b) => a + b, 5)));
  const width = $derived(widths.reduce((a, b) => a + b, 5));
  const ticks = $derived(Array.from({ length: Math.ceil(tallest) + 1 }, (_, mm) => mm));
</script>

<svg
  width={width * PX_PER_MM}
  height={(tallest + 4) * PX_PER_MM}
  viewBox="0 -3 {width} {tallest + 4}"
  class="max-w-full"
  role="img"
  aria-label={t('practice.ruler')}
>
  {#each ticks as mm (mm)}
    <line x1="0" x2={mm % 5 === 0 ? 2.2 : 1.2} y1={mm} y2={mm} class="tick" />
    {#if mm % 5 === 0}<text x="2.5" y={mm + 0.5}>{mm}</text>{/if}
  {/each}
  {#each sides as { letter, side }, i (letter)}
    <g transform="translate({lefts[i]! + widths[i]! / 2} 0)">
      <text y="-1" text-anchor="middle" class="letter">{letter}</text>
      <ScrewShape {side} />
    </g>
  {/each}
</svg>

<style>
  .tick {
    stroke: var(--ink-soft);
    stroke-width: 0.1;
  }
  text {
    font-size: 1.4px;
    fill: var(--ink-soft);
  }
  .letter {
    font-size: 1.8px;
    font-weight: 600;
    fill: var(--ink);
  }
</style>
