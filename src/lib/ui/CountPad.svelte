<script lang="ts">
  import Delete from '@lucide/svelte/icons/delete';
  import { useWords } from '$lib/words';

  const { t } = useWords();

  /** The count of screws, by number: typed on a keyboard anywhere on the page, or tapped here. */
  let { expected, value = $bindable('') }: { expected: number; value: string } = $props();

  export function press(key: string): void {
    if (key === 'Backspace') value = value.slice(0, -1);
    else if (value.length < 3) value = value === '0' ? key : value + key;
  }
</script>

<div class="flex items-center gap-5 max-sm:flex-col max-sm:items-stretch max-sm:gap-2" data-expected={expected}>
  <div class="text-center max-sm:flex max-sm:items-center max-sm:gap-3">
    <output
      class="figure block min-w-28 rounded-lg border-2 border-rule-strong bg-sunk px-3 text-6xl leading-[1.35] font-bold max-sm:min-w-20 max-sm:text-4xl"
      aria-label={t('common.counted')}>{value === '' ? '–' : value}</output
    >
    <span class="text-base text-soft">{t('common.ofExpected', { expected })}</span>
  </div>
  <!-- Taps leave the focus where it was, so that the next Enter still means done. -->
  <!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
  <div
    class="grid grid-cols-6 gap-1.5"
    role="group"
    aria-label={t('common.count')}
    onpointerdown={(e) => e.preventDefault()}
    onmousedown={(e) => e.preventDefault()}
  >
    {#each ['1', '2', '3', '4', '5', 'Backspace', '6', '7', '8', '9', '0'] as key (key)}
      <button
        type="button"
        tabindex="-1"
        class="button figure size-13 p-0 text-xl max-sm:w-full"
        onclick={() => press(key)}
        aria-label={key === 'Backspace' ? t('common.deleteADigit') : key}
        >{#if key === 'Backspace'}<Delete size={22} aria-hidden="true" />{:else}{key}{/if}</button
      >
    {/each}
    <button
      type="button"
      tabindex="-1"
      class="button figure size-13 p-0 text-sm max-sm:w-full"
      data-all
      onclick={() => (value = String(expected))}
      aria-label={t('common.all', { expected })}>{t('common.all2')}</button
    >
  </div>
</div>
