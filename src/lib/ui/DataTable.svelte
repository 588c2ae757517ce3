<script lang="ts" generics="Row extends object">
  import {
    createTable,
    getCoreRowModel,
    getFilteredRowModel,
    getSortedRowModel,
    type ColumnDef,
    type SortingState,
    type TableState
  } from '@tanstack/table-core';
  import ArrowDown from '@lucide/svelte/icons/arrow-down';
  import ArrowUp from '@lucide/svelte/icons/arrow-up';
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

  let filter = $state('');
  let sorting = $state.raw<SortingState>([]);
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
      state: { sorting, globalFilter: filter, columnPinning: {}, columnVisibility: {} } as Partial<TableState>,
      onStateChange: () => {},
      onSortingChange: (next) => (sorting = typeof next === 'function' ? next(sorting) : next),
      globalFilterFn: 'includesString',
      getColumnCanGlobalFilter: () => true,
      renderFallbackValue: null,
      getCoreRowModel: getCoreRowModel(),
      getFilteredRowModel: getFilteredRowModel(),
      getSortedRowModel: getSortedRowModel()
    })
  );
  const shown = $derived(table.getRowModel().rows);
  const sorted = (id: string) => sorting.find((s) => s.id === id);
  const sortBy = (id: string) =>
    (sorting = sorted(id) ? (sorted(id)!.desc ? [] : [{ id, desc: true }]) : [{ id, desc: false }]);
</script>

<div class="flex h-full min-h-0 flex-col">
  <div class="flex items-center gap-3 pb-2">
    <label class="flex-1"
      ><span class="sr-only">{t('common.filter', { column: caption.toLowerCase() })}</span><input
        class="field"
        type="search"
        placeholder={t('common.filter2')}
        bind:value={filter}
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
            {@const s = sorted(c.id)}
            <th
              scope="col"
              class="border-b border-rule-strong pe-3 {c.right ? 'text-end' : 'text-start'}"
              aria-sort={s ? (s.desc ? 'descending' : 'ascending') : 'none'}
            >
              <button
                type="button"
                class="inline-flex items-center gap-1 py-1.5 font-semibold whitespace-nowrap text-soft hover:text-ink"
                onclick={() => sortBy(c.id)}
                >{c.name}{#if s}{#if s.desc}<ArrowDown size={13} aria-hidden="true" />{:else}<ArrowUp
                      size={13}
                      aria-hidden="true"
                    />{/if}{/if}</button
              >
            </th>
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
