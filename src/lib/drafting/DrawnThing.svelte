<script lang="ts">
  import type { Drawn } from '$core/drawing';

  /** One thing of a side as it is drawn at the table: it can be chosen, and shows whether it has a fault. */
  interface Props {
    item: Drawn;
    isChosen: boolean;
    isFaulty: boolean;
    /** How large a point of the screen is, mm. */
    px: number;
  }
  let { item, isChosen, isFaulty, px }: Props = $props();
</script>

{#if item.what === 'part'}
  <g
    class={['part', { thin: item.isThin, lit: isChosen }]}
    data-part={item.part.kind === 'case' ? undefined : item.part.id}
  >
    <path d={item.d} fill-rule="evenodd" class="body" style:fill="var(--depth-{item.band})" />
    {#each item.inks as ink, i (i)}<path d={ink.d} class="ink {ink.kind}" stroke-width={ink.widthMm} />{/each}
    {#if isFaulty}<path d={item.d} class="fault" stroke-width={3 * px} />{/if}
  </g>
{:else if item.what === 'cable'}
  <g class={['cable', { lit: isChosen }]} data-part={item.cable.part}>
    <path d={item.d} class="sheath" stroke-width={Math.max(1, item.cable.widthMm)} />
    <path
      d={item.d}
      class={item.cable.form === 'flat' ? 'ribbon' : 'core'}
      stroke-width={Math.max(0.5, item.cable.widthMm - 0.6)}
    />
  </g>
{:else}
  <g class={['joint', { now: isChosen }]} data-joint={item.joint.id}>
    {#each item.joint.at as [x, y], i (i)}<circle cx={x} cy={y} r={Math.max(2.5, 7 * px)} class="touch" />{/each}
    {#each item.inks as ink, i (i)}<path d={ink.d} class="ink {ink.kind}" stroke-width={ink.widthMm} />{/each}
    {#if isFaulty}{#each item.joint.at as [x, y], i (i)}<circle
          cx={x}
          cy={y}
          r={Math.max(3, 8 * px)}
          class="fault"
          stroke-width={2 * px}
        />{/each}{/if}
  </g>
{/if}

<style>
  /* What lies beneath is chosen through it; it is chosen itself by its edge, or from its list. */
  .thin .body {
    fill-opacity: 0.35;
    pointer-events: stroke;
  }
  .thin .ink {
    pointer-events: none;
  }
  .touch {
    fill: transparent;
  }
  .fault {
    fill: none;
    stroke: var(--now);
    pointer-events: none;
  }
</style>
