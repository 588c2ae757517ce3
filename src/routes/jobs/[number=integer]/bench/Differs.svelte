<script lang="ts">
  import type { Fate } from '$core/fasteners';
  import { fateWords } from '$core/words';
  import { useWords } from '$lib/words';
  import Rich from '$lib/ui/Rich.svelte';

  const { t, told } = useWords();

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
    {t('bench.countedExpectedWhatAboutTheOther', { counted, expected, n: n === 1 ? '' : ` ${n}` })}
  </p>
  <div class="mt-3 grid gap-2">
    {#each fates as fate, i (fate)}
      <button type="button" class="button min-h-12 justify-start text-lg" onclick={() => onexplain(fate)}
        ><kbd>{i + 1}</kbd>{told(fateWords(fate, n))}</button
      >
    {/each}
    <button type="button" class="button min-h-12 justify-start text-lg" onclick={onagain}
      ><Rich text={t('bench.escCountAgain')}>{#snippet kbd(text)}<kbd>{text}</kbd>{/snippet}</Rich></button
    >
  </div>
</div>
