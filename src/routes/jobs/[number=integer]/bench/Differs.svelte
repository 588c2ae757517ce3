<script lang="ts">
  import type { Fate } from '$core/fasteners';
  import { fateWords } from '$core/words';

  /** A count that is not the expected one: a fact to be explained, never a dead end. */
  interface Props {
    counted: number;
    expected: number;
    fates: readonly Fate[];
    onexplain: (fate: Fate) => void;
    onagain: () => void;
  }
  let { counted, expected, fates, onexplain, onagain }: Props = $props();
  const n = $derived(Math.abs(expected - counted));
</script>

<div class="mt-5 rounded-lg border-2 border-now p-4" role="alert">
  <p class="text-xl font-semibold">
    {counted} counted, {expected} expected. What about the other{n === 1 ? '' : ` ${n}`}?
  </p>
  <div class="mt-3 grid gap-2">
    {#each fates as fate, i (fate)}
      <button type="button" class="button min-h-12 justify-start text-lg" onclick={() => onexplain(fate)}
        ><kbd>{i + 1}</kbd>{fateWords(fate, n)}</button
      >
    {/each}
    <button type="button" class="button min-h-12 justify-start text-lg" onclick={onagain}
      ><kbd>Esc</kbd>Count again</button
    >
  </div>
</div>
