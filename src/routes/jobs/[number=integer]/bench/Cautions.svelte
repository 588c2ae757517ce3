<script lang="ts">
  import type { Step } from '$core/plan';
  import TriangleAlert from '@lucide/svelte/icons/triangle-alert';
  import { useWords } from '$lib/words';

  const { told } = useWords();

  /** What to mind at a step, in type that reads from an arm's length. */
  let { step }: { step: Step } = $props();
</script>

{#each step.cautions as caution, i (i)}
  <p class="mt-3 flex gap-3 rounded-lg px-4 py-3 text-lg {caution.harm ? 'bg-now-wash font-semibold' : 'bg-warn-wash'}">
    <TriangleAlert size={24} class="mt-0.5 shrink-0" aria-hidden="true" />{told(caution.text)}
  </p>
{/each}
