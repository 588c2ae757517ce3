<script lang="ts">
  import type { Joint } from '$core/machine';

  /** One joint at its places; coordinates in mm, screw heads at their true width. */
  let { joint, isOpen = false, isNow = false }: { joint: Joint; isOpen?: boolean; isNow?: boolean } = $props();
</script>

<g class:now={isNow} class:open={isOpen}>
  {#if joint.kind === 'screws'}
    {@const r = joint.screw.headDiameterMm / 2}
    {@const order = joint.screw.printedOrder}
    {#each joint.at as [x, y], i (i)}
      {#if isNow}<circle cx={x} cy={y} r={r + 2.2} class="halo" />{/if}
      {#if isOpen}
        <circle cx={x} cy={y} r={joint.screw.threadMm / 2 + 0.2} class="hole" />
      {:else}
        <circle cx={x} cy={y} {r} class="head" />
        {#if joint.screw.drive.startsWith('PH')}
          <path d="M{x - r * 0.55} {y}h{r * 1.1}M{x} {y - r * 0.55}v{r * 1.1}" class="drive" />
        {:else}
          <circle cx={x} cy={y} r={r * 0.4} class="drive" />
        {/if}
      {/if}
      {#if order && isNow}
        <text x={x + r + 2.6} y={y + 1.6} class="number">{order.indexOf(i) + 1}</text>
      {/if}
    {/each}
  {:else if joint.kind === 'connector'}
    {#each joint.at as [x, y], i (i)}
      {#if isNow}<circle cx={x} cy={y} r="6" class="halo" />{/if}
      {#if joint.family === 'antenna-snap'}
        <circle cx={x} cy={y} r="1.5" class={isOpen ? 'hole' : 'snap'} />
        <circle cx={x} cy={y} r="0.5" class="drive" />
      {:else if joint.family.startsWith('flip-lock') || joint.family === 'slide-lock'}
        <rect x={x - 5} y={y - 1.6} width="10" height="3.2" rx="0.5" class={isOpen ? 'hole' : 'plug'} />
        <path d="M{x - 4.4} {joint.family === 'flip-lock-back' ? y - 1 : y + 1}h8.8" class="drive" />
      {:else if joint.family === 'edge-card' || joint.family === 'memory-socket'}
        <rect x={x - 6} y={y - 1} width="12" height="2" rx="0.4" class={isOpen ? 'hole' : 'plug'} />
      {:else}
        <rect x={x - 3.2} y={y - 2} width="6.4" height="4" rx="0.7" class={isOpen ? 'hole' : 'plug'} />
        <path d="M{x - 1.6} {y - 2}v1.4M{x} {y - 2}v1.4M{x + 1.6} {y - 2}v1.4" class="drive" />
      {/if}
    {/each}
  {:else if joint.kind === 'clips'}
    <path d="M{joint.seam.map((p) => p.join(' ')).join('L')}" class="seam" />
    {#if isNow}<path d="M{joint.seam.map((p) => p.join(' ')).join('L')}" class="seam-halo" />{/if}
  {:else if joint.kind === 'tape'}
    {#each joint.at as [x, y], i (i)}
      {#if isNow}<circle cx={x} cy={y} r="7" class="halo" />{/if}
      <rect x={x - 4} y={y - 2.4} width="8" height="4.8" class="tape" transform="rotate(-8 {x} {y})" />
    {/each}
  {:else if joint.kind === 'dressing'}
    {#each joint.at as [x, y], i (i)}
      {#if isNow}<circle cx={x} cy={y} r="6" class="halo" />{/if}
      <path d="M{x - 2.2} {y + 1.8}v-3.6h4.4v3.6" class="guide" />
    {/each}
  {:else}
    {#each joint.at as [x, y], i (i)}
      {#if isNow}<circle cx={x} cy={y} r="7" class="halo" />{/if}
      <path d="M{x - 3} {y}q1.5 -2 3 0t3 0" class="guide" />
    {/each}
  {/if}
</g>

<style>
  .head { fill: var(--metal); stroke: var(--ink); stroke-width: 0.35; }
  .drive { fill: none; stroke: var(--sheet); stroke-width: 0.55; }
  .hole { fill: var(--ground); stroke: var(--drawn); stroke-width: 0.4; stroke-dasharray: 0.8 0.6; }
  .plug { fill: var(--drawn); stroke: var(--sheet); stroke-width: 0.3; }
  .snap { fill: light-dark(#a98a3a, #c9ad62); stroke: var(--ink); stroke-width: 0.3; }
  .seam { fill: none; stroke: var(--drawn-fine); stroke-width: 0.9; stroke-dasharray: 3 2; }
  .seam-halo { fill: none; stroke: var(--now); stroke-width: 2.4; stroke-dasharray: 5 3; }
  .tape { fill: color-mix(in oklab, light-dark(#b98a2c, #d8ad52) 60%, transparent); stroke: var(--drawn-fine); stroke-width: 0.3; }
  .guide { fill: none; stroke: var(--drawn); stroke-width: 0.8; stroke-linecap: round; }
  .halo { fill: color-mix(in oklab, var(--now) 22%, transparent); stroke: var(--now); stroke-width: 1.1; }
  .number { font-size: 5.5px; font-weight: 700; fill: var(--now); }
  .now .head, .now .plug, .now .snap { fill: var(--now); stroke: var(--ink); }
  .now .hole { stroke: var(--now); stroke-width: 0.9; }
  .now .guide { stroke: var(--now); stroke-width: 1.4; }
  .now .tape { fill: var(--now); }
</style>
