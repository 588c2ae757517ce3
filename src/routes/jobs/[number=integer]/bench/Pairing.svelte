<script lang="ts">
  import type { Pairing } from '$core/cables';
  import { wrongSocket } from '$core/words';
  import { useWords } from '$lib/words';
  import Rich from '$lib/ui/Rich.svelte';

  const { t, told } = useWords();

  /** Where a marked plug sits, read off its socket: named, like a count, and not ticked. */
  let { pairing, value = $bindable() }: { pairing: Pairing; value: string | undefined } = $props();

  export function press(digit: string): void {
    const mark = pairing.choices[Number(digit) - 1];
    if (mark !== undefined) value = mark;
  }
  const isWrong = $derived(value !== undefined && value !== '' && value !== pairing.socket);
</script>

<fieldset class="mt-5">
  <legend class="text-lg"
    ><Rich text={t('bench.plugIsInWhichMarkDoes', { plug: pairing.plug })}
      >{#snippet b(text)}<b>{text}</b>{/snippet}</Rich
    ></legend
  >
  <!-- Taps leave the focus where it was, so that the next Enter still means done. -->
  <!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
  <div
    class="mt-2 flex flex-wrap gap-2"
    role="group"
    aria-label={t('bench.markOfTheSocket')}
    onpointerdown={(e) => e.preventDefault()}
    onmousedown={(e) => e.preventDefault()}
  >
    {#each pairing.choices as mark, i (mark)}
      <button
        type="button"
        tabindex="-1"
        class="button min-h-16 min-w-24 text-3xl font-bold {value === mark
          ? 'border-ink bg-sunk outline-3 outline-(--act)'
          : ''}"
        aria-pressed={value === mark}
        onclick={() => (value = mark)}
        >{mark}
        {#if i < 9 && String(i + 1) !== mark}<kbd class="text-sm">{i + 1}</kbd>{/if}</button
      >
    {/each}
    <button type="button" tabindex="-1" class="button min-h-16" aria-pressed={value === ''} onclick={() => (value = '')}
      >{t('bench.noMarkVisible')}</button
    >
  </div>
  {#if isWrong}<p role="alert" class="mt-3 rounded-lg bg-now-wash px-4 py-3 text-lg font-semibold">
      {told(wrongSocket(pairing.plug, pairing.socket))}
    </p>{/if}
  {#if value === ''}<p class="mt-3 text-lg text-soft">{t('bench.theReportWillSayThatIt')}</p>{/if}
</fieldset>
