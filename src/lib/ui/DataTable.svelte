<script lang="ts" generics="Row extends object">
  import {
    createTable,
    getCoreRowModel,
    getFilteredRowModel,
    getSortedRowModel,
    type ColumnDef,
    type TableState
  } from '@tanstack/table-core';
  import { untrack } from 'svelte';
  import { ListState } from './list-state.svelte';
  import SortHead from './SortHead.svelte';
  import { useWords } from '$lib/words';

  const { t } = useWords();

  /** Rows to sort by any column and to filter by any word; a row may be chosen, and pointed at from elsewhere. */
  interface Props {
    rows: readonly Row[];
    columns: readonly {
      id: string;
      name: string;
      of: (row: Row) => string | number;
      right?: boolean;
      code?: boolean;
    }[];
    caption: string;
    keyOf: (row: Row) => string;
    download?: string;
    lit?: string;
    onlit?: (row: Row | undefined) => void;
  }
  let { rows, columns, caption, keyOf, download, lit, onlit }: Props = $props();

  const list = untrack(() => new ListState(columns.map((c) => c.id)));
  const sorting = $derived(list.sorting ? [{ id: list.sorting.by, desc: list.sorting.desc }] : []);
  const defs = $derived(
    columns.map((c): ColumnDef<Row, string | number> => ({
      id: c.id,
      header: c.name,
      accessorFn: c.of,
      sortingFn: 'alphanumeric'
    }))
  );
  const table = $derived(
    createTable<Row>({
      data: rows as Row[],
      columns: defs,
      state: { sorting, globalFilter: list.query, columnPinning: {}, columnVisibility: {} } as Partial<TableState>,
      onStateChange: () => {},
      globalFilterFn: 'includesString',
      getColumnCanGlobalFilter: () => true,
      renderFallbackValue: null,
      getCoreRowModel: getCoreRowModel(),
      getFilteredRowModel: getFilteredRowModel(),
      getSortedRowModel: getSortedRowModel()
    })
  );
  const shown = $derived(table.getRowModel().rows);
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
          {#each columns as c (c.id)}
            <SortHead
              {list}
              column={c.id}
              name={c.name}
              isRight={c.right ?? false}
              class="border-b border-rule-strong py-1.5 pe-3 text-soft"
            />
          {/each}
        </tr>
      </thead>
      <tbody>
        {#each shown as { original } (keyOf(original))}
          <tr
            class="border-b border-rule {lit !== undefined && keyOf(original) === lit ? 'bg-sunk' : ''}"
            onpointerenter={() => onlit?.(original)}
            onpointerleave={() => onlit?.(undefined)}
          >
            {#each columns as c (c.id)}<td
                class="py-1.5 pe-3 align-top {c.right ? 'figure text-end' : ''} {c.code
                  ? 'code text-sm whitespace-nowrap'
                  : ''}">{c.of(original)}</td
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
