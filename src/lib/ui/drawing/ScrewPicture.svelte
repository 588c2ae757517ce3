<script lang="ts">
  import { screwSize } from '$core/plan';
  import type { Screw } from '$core/machine';

  /** A screw from the side, head width and shank length to one scale, with its size in figures. */
  let { screw, pxPerMm = 9 }: { screw: Screw; pxPerMm?: number } = $props();

  const head = $derived(screw.headHeightMm ?? 0.9);
  const overAll = $derived(screw.measured === 'over-all');
  const shank = $derived(overAll ? screw.lengthMm - head : screw.lengthMm);
  const width = $derived(screw.headDiameterMm + 2);
  const height = $derived(head + shank + 1.6);
  const half = $derived(screw.headDiameterMm / 2);
  const t = $derived(screw.threadMm / 2);
  const turns = $derived(Math.floor(shank / screw.pitchMm));
</script>

<svg width={width * pxPerMm} height={height * pxPerMm} viewBox="{-width / 2} -0.6 {width} {height}" role="img" aria-label="Screw {screwSize(screw)}, {screw.head} head {screw.headDiameterMm} mm wide">
  {#if screw.head === 'countersunk'}
    <path d="M{-half} 0H{half}L{t} {head}H{-t}Z" class="steel" />
  {:else if screw.head === 'shoulder'}
    <path d="M{-half} 0H{half}V{head * 0.6}H{t * 1.5}V{head + 0.6}H{-t * 1.5}V{head * 0.6}H{-half}Z" class="steel" />
  {:else if screw.head === 'flat-broad'}
    <rect x={-half} y={head * 0.35} width={half * 2} height={head * 0.65} rx="0.2" class="steel" />
  {:else}
    <path d="M{-half} {head}Q{-half} 0 {-half * 0.5} 0H{half * 0.5}Q{half} 0 {half} {head}Z" class="steel" />
  {/if}
  <path d="M{-t} {head}H{t}V{head + shank - 0.3}L{t - 0.3} {head + shank}H{-t + 0.3}L{-t} {head + shank - 0.3}Z" class="steel" />
  {#each Array.from({ length: turns }, (_, i) => i) as i (i)}
    <path d="M{-t} {head + (i + 0.9) * screw.pitchMm}L{t} {head + (i + 0.5) * screw.pitchMm}" class="thread" />
  {/each}
</svg>

<style>
  .steel { fill: var(--metal); stroke: var(--ink); stroke-width: 0.14; stroke-linejoin: round; }
  .thread { stroke: var(--sheet); stroke-width: 0.14; }
</style>
