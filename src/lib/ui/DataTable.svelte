<script lang="ts" generics="Row extends object">
  import { untrack } from 'svelte';
  import { ListState, type ListColumn } from './list-state.svelte';
  import SortHeads from './SortHeads.svelte';
  import { useWords } from '$lib/words';

  const { t, language } = useWords();

  /** Rows to sort by any column and to filter by any word; a row may be chosen, and pointed at from elsewhere. */
  interface Props {
    rows: readonly Row[];
    columns: readonly (ListColumn<Row> & { code?: boolean })[];
    caption: string;
    keyOf: (row: Row) => string;
    download?: string;
    lit?: string;
    onlit?: (row: Row | undefined) => void;
  }
  let { rows, columns, caption, keyOf, download, lit, onlit }: Props = $props();

  const HEADING = 'border-b border-rule-strong py-1.5 pe-3 text-soft';
  const list = untrack(
    () =>
      new ListState(
        columns.map((c) => ({ ...c, class: HEADING })),
        language
      )
  );
  const shown = $derived(list.shown(rows));
</script>

<div class="flex h-full min-h-0 flex-col">
  <div class="flex items-center gap-3 pb-2">
    <label class="flex-1"
      ><span class="sr-only">{t('common.filter', { column: caption.toLowerCase() })}</span><input
        class="field"
        type="search"
        placeholder={t('common.filter2')}
        bind:value={list.query}
      /></label
    >
    <span class="text-sm whitespace-nowrap text-soft" role="status"
      >{shown.length === rows.length
        ? rows.length
        : t('common.shownOf', { shown: shown.length, all: rows.length })}</span
    >
    {#if download}<a class="button" href={download} download>{t('common.csv')}</a>{/if}
  </div>
  <!-- svelte-ignore a11y_no_noninteractive_tabindex (a region that scrolls has to be reachable by keyboard) -->
  <div class="min-h-0 flex-1 overflow-auto" tabindex="0" role="region" aria-label={caption}>
    <table class="w-full border-collapse text-[0.92rem]">
      <caption class="sr-only">{caption}</caption>
      <thead class="sticky top-0 bg-sheet">
        <tr>
          <SortHeads {list} />
        </tr>
      </thead>
      <tbody>
        {#each shown as row (keyOf(row))}
          <tr
            class="border-b border-rule {lit !== undefined && keyOf(row) === lit ? 'bg-sunk' : ''}"
            onpointerenter={() => onlit?.(row)}
            onpointerleave={() => onlit?.(undefined)}
          >
            {#each columns as c (c.id)}<td
                class="py-1.5 pe-3 align-top {c.isRight ? 'figure text-end' : ''} {c.code
                  ? 'code text-sm whitespace-nowrap'
                  : ''}">{c.of(row)}</td
              >{/each}
          </tr>
        {:else}
          <tr
            ><td colspan={columns.length} class="py-6 text-center text-soft"
              >{rows.length === 0 ? t('common.none') : t('common.nothingMatches')}</td
            ></tr
          >
        {/each}
      </tbody>
    </table>
  </div>
</div>
