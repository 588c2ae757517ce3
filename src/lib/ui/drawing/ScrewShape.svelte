<script lang="ts">
  import type { ScrewSide } from '$core/fasteners';

  /** A screw's outline within a drawing in mm: the middle of its head's top at 0 / 0. */
  let { side }: { side: ScrewSide } = $props();
</script>

<path d={side.outline} class="steel" />
{#each side.thread as d (d)}<path {d} class="thread" />{/each}

<style>
  .steel {
    fill: var(--metal);
    stroke: var(--ink);
    stroke-width: 0.14;
    stroke-linejoin: round;
  }
  .thread {
    stroke: var(--sheet);
    stroke-width: 0.14;
  }
</style>
