<script lang="ts">
  import type { Box, Part } from '$core/machine';

  /** What makes a part look like what it is, drawn inside its outline; coordinates in mm. */
  let { part, box }: { part: Part; box: Box } = $props();

  const w = $derived(box.maxX - box.minX);
  const h = $derived(box.maxY - box.minY);
  const cx = $derived((box.minX + box.maxX) / 2);
  const cy = $derived((box.minY + box.maxY) / 2);
  const wide = $derived(w >= h);
  const range = (n: number) => Array.from({ length: n }, (_, i) => i);

  /** Rows of keys from the far edge, each key by its width in key units; every row is fifteen units long. */
  const KEY_ROWS: { height: number; keys: number[] }[] = [
    { height: 0.6, keys: Array(15).fill(1) },
    { height: 1, keys: [...Array(13).fill(1), 2] },
    { height: 1, keys: [1.5, ...Array(12).fill(1), 1.5] },
    { height: 1, keys: [1.75, ...Array(11).fill(1), 2.25] },
    { height: 1, keys: [2.25, ...Array(10).fill(1), 2.75] },
    { height: 1, keys: [1, 1, 1, 1, 5.5, 1, 1, 1, 1.25, 1.25] }
  ];
  const keys = $derived.by(() => {
    const unit = (w - 8) / 15;
    const rise = (h - 8) / KEY_ROWS.reduce((sum, r) => sum + r.height, 0);
    let y = box.minY + 4;
    return KEY_ROWS.flatMap(({ height, keys: row }) => {
      let x = box.minX + 4;
      const drawn = row.map((k) => {
        const key = { x, y, width: k * unit - 1.8, height: height * rise - 1.8 };
        x += k * unit;
        return key;
      });
      y += height * rise;
      return drawn;
    });
  });
</script>

{#if part.kind === 'fan'}
  {@const r = Math.min(w, h) * 0.42}
  {@const y = box.minY + h * 0.53}
  <circle {cx} cy={y} r={r} class="recess" />
  {#each range(19) as i (i)}
    <path d="M{cx} {y}m0 {-r * 0.36}q{r * 0.32} {-r * 0.2} {r * 0.14} {-r * 0.58}" class="fine" transform="rotate({(i * 360) / 19} {cx} {y})" />
  {/each}
  <circle {cx} cy={y} r={r * 0.36} class="raised" />
  <circle {cx} cy={y} r={r * 0.1} class="fine" />
{:else if part.kind === 'heat-sink'}
  <!-- Fins at the far left, the plate where it sits on its die. -->
  {#each range(24) as i (i)}
    <path d="M{box.minX + 2 + i * 2.2} {box.minY + 1.5}v7" class="fine" />
  {/each}
  <rect x={box.maxX - 34} y={cy + 5 - 12} width="24" height="24" rx="1.5" class="recess" />
  <path d="M{box.minX + 52} {box.minY + 9}L{box.maxX - 44} {box.minY + 29}L{box.maxX - 30} {box.minY + 33}" class="pipe" />
{:else if part.kind === 'memory'}
  {#each range(4) as i (i)}
    <rect x={box.minX + 5 + (i * (w - 10)) / 4} y={box.minY + h * 0.22} width={(w - 10) / 4 - 2.4} height={h * 0.5} rx="0.6" class="chip" />
  {/each}
  {@const edge = part.id.endsWith('a') ? box.maxY - 2.2 : box.minY + 0.8}
  {#each range(26) as i (i)}
    <rect x={box.minX + 3 + i * ((w - 6) / 26)} y={edge} width="1.3" height="1.4" class="gold" />
  {/each}
{:else if part.kind === 'storage' || part.kind === 'card'}
  {#if wide}
    {#each range(3) as i (i)}
      <rect x={box.minX + 9 + (i * (w - 16)) / 3} y={box.minY + 4} width={(w - 16) / 3 - 3} height={h - 8} rx="0.6" class="chip" />
    {/each}
    {#each range(9) as i (i)}
      <rect x={box.minX + 0.4} y={box.minY + 2.2 + i * ((h - 5) / 9)} width="2.4" height="1" class="gold" />
    {/each}
  {:else}
    <rect x={box.minX + 3} y={box.minY + 8} width={w - 6} height={h - 15} rx="0.8" class="can" />
    <path d="M{box.minX + 5} {box.minY + 11}h{w * 0.4}" class="fine" />
    {#each range(9) as i (i)}
      <rect x={box.minX + 2.2 + i * ((w - 5) / 9)} y={box.maxY - 2.6} width="1" height="2.2" class="gold" />
    {/each}
  {/if}
{:else if part.kind === 'battery'}
  {#each range(3) as i (i)}
    <rect x={box.minX + 8 + (i * (w - 16)) / 3} y={box.minY + 9} width={(w - 16) / 3 - 3} height={h - 17} rx="3" class="raised" />
  {/each}
  <path d="M{box.minX + 3} {box.minY + 4.5}h{w - 6}" class="fine" />
{:else if part.kind === 'board'}
  <rect x={box.minX + 44} y={box.minY + 18} width="26" height="26" rx="1" class="chip" />
  {#each range(6) as i (i)}
    <path d="M{box.minX + 40 + i * 7} {box.maxY - 26}v{8 + (i % 3) * 4}h{6 + (i % 2) * 8}" class="trace" />
  {/each}
  {#each range(5) as i (i)}
    <rect x={box.minX + 6} y={box.minY + 12 + i * 6} width="5" height="2.4" class="chip" />
  {/each}
  {#each [0, 1] as i (i)}
    <rect x={box.maxX - 9} y={box.minY + 33 + i * 15} width="9" height="9" rx="2" class="can" />
  {/each}
{:else if part.kind === 'small-board'}
  <path d="M{box.minX + w * 0.2} {box.minY + h * 0.3}h{w * 0.4}v{h * 0.3}h{w * 0.2}" class="trace" />
  {#if w > 30}
    {#each [0, 1] as i (i)}
      <rect x={box.minX} y={box.minY + 8 + i * 18} width="13" height="13" rx="1" class="can" />
    {/each}
  {:else}
    <rect x={cx - 5} y={cy - 4} width="10" height="8" rx="1" class="chip" />
  {/if}
{:else if part.kind === 'keyboard'}
  {#each keys as key, i (i)}
    <rect {...key} rx="1.2" class="key" />
  {/each}
{:else if part.kind === 'speaker'}
  <rect x={box.minX + 5} y={box.minY + h * 0.2} width={w - 10} height={h * 0.6} rx={(w - 10) / 2} class="recess" />
  {#each range(5) as i (i)}
    <path d="M{box.minX + 9} {box.minY + h * 0.34 + i * 4}h{w - 18}" class="fine" />
  {/each}
{:else if part.kind === 'coin-cell'}
  <circle {cx} {cy} r={w * 0.36} class="can" />
  <path d="M{cx - 1.6} {cy}h3.2m-1.6 -1.6v3.2" class="fine" />
{:else if part.kind === 'touchpad'}
  <rect x={box.minX + 3} y={box.minY + 3} width={w - 6} height={h - 6} rx="2" class="fine" />
  <path d="M{box.minX + 3} {box.maxY - 13}h{w - 6}M{cx} {box.maxY - 13}v10" class="fine" />
{:else if part.kind === 'shield'}
  <rect x={box.minX + 2.5} y={box.minY + 2.5} width={w - 5} height={h - 5} rx="1.5" class="fine" />
  {#each range(Math.floor(w / 12)) as i (i)}
    <rect x={box.minX + 6 + i * 12} y={box.minY + 4.5} width="6" height="1.6" rx="0.8" class="recess" />
  {/each}
{:else if part.kind === 'bracket'}
  <rect x={box.minX + 1.6} y={box.minY + 1.6} width={w - 3.2} height={h - 3.2} rx="1" class="fine" />
{:else if part.kind === 'hinge'}
  <rect x={box.minX + 1.5} y={box.minY + 0.6} width={w - 3} height="3.4" rx="1.7" class="can" />
  <path d="M{box.minX + w * 0.33} {box.minY + 0.6}v3.4M{box.minX + w * 0.66} {box.minY + 0.6}v3.4" class="fine" />
{:else if part.kind === 'jack'}
  <rect x={box.maxX - 10} y={cy - 4} width="10" height="8" rx="4" class="recess" />
{:else if part.kind === 'reader'}
  {#each range(4) as i (i)}
    <rect x={box.minX + 10} y={box.minY + 8 + i * 8} width={w - 16} height="3" rx="1" class="recess" />
  {/each}
{:else if part.kind === 'panel'}
  <rect x={box.minX + 5} y={box.minY + 5} width={w - 10} height={h - 12} class="recess" />
  <path d="M{box.minX + w * 0.12} {box.minY + h * 0.72}L{box.minX + w * 0.5} {box.minY + h * 0.12}" class="fine" />
{:else if part.kind === 'camera'}
  <circle {cx} {cy} r={Math.min(w, h) * 0.34} class="can" />
  <circle {cx} {cy} r={Math.min(w, h) * 0.14} class="recess" />
{:else if part.kind === 'tray'}
  <rect x={box.minX + 2} y={box.minY + 2} width={w * 0.55} height={Math.max(0.2, h - 4)} rx="0.6" class="fine" />
{:else if part.kind === 'cover'}
  <rect x={box.minX + 6} y={box.minY + 6} width={w - 12} height={h - 12} rx="6" class="fine" />
{/if}

<style>
  .fine { fill: none; stroke: var(--drawn-fine); stroke-width: 0.4; }
  .trace { fill: none; stroke: var(--drawn-fine); stroke-width: 0.35; opacity: 0.8; }
  .recess { fill: color-mix(in oklab, var(--drawn) 12%, transparent); stroke: var(--drawn-fine); stroke-width: 0.4; }
  .raised { fill: color-mix(in oklab, var(--sheet) 40%, transparent); stroke: var(--drawn-fine); stroke-width: 0.4; }
  .chip { fill: color-mix(in oklab, var(--drawn) 55%, transparent); stroke: none; }
  .can { fill: color-mix(in oklab, var(--metal) 45%, transparent); stroke: var(--drawn-fine); stroke-width: 0.35; }
  .gold { fill: light-dark(#a98a3a, #c9ad62); }
  .key { fill: color-mix(in oklab, var(--sheet) 45%, transparent); stroke: var(--drawn-fine); stroke-width: 0.3; }
  .pipe { fill: none; stroke: color-mix(in oklab, var(--metal) 45%, transparent); stroke-width: 5; stroke-linejoin: round; stroke-linecap: round; }
</style>
