import { browser } from '$app/environment';
import { replaceState } from '$app/navigation';
import { page } from '$app/state';
import {
  createTable,
  getCoreRowModel,
  getFilteredRowModel,
  getSortedRowModel,
  type SortingState,
  type TableState
} from '@tanstack/table-core';

/** Keeps what a page shows in its address, without asking the server: it is there again after a reload, and can be sent to somebody. */
export function keepInAddress(changes: Readonly<Record<string, string>>): void {
  const url = new URL(location.href);
  for (const [name, value] of Object.entries(changes)) {
    if (value) url.searchParams.set(name, value);
    else url.searchParams.delete(name);
  }
  replaceState(url, page.state);
}

/** What the address says now: what was kept in it without asking the server stands in the browser's alone. */
export const fromAddress = (name: string): string =>
  (browser ? new URL(location.href) : page.url).searchParams.get(name) ?? '';

/** What is sorted by, and which way. */
interface Sorting {
  by: string;
  desc: boolean;
}

/** A column by which a list can be sorted: what it is called, and how its heading looks. */
export interface SortableColumn {
  id: string;
  name: string;
  isRight?: boolean;
  class?: string;
}

/** A list that is sorted by its columns, here or on the server. */
export interface Sortable {
  readonly columns: readonly SortableColumn[];
  readonly sorting: Sorting | undefined;
  /** By a column, then the other way, then as the rows come; as they come at once without one. */
  sortBy(id: string | undefined): void;
}

/** A column of a list that is wholly on the page, with what its rows are sorted by. */
export interface ListColumn<Row> extends SortableColumn {
  of: (row: Row) => string | number;
}

/** Search and sorting of a list that is wholly on the page, kept in the address as `q` and `sort`: a column, with a minus downwards. */
export class ListState<Row extends object> implements Sortable {
  #query = $state(fromAddress('q'));
  #sorting = $state.raw<Sorting>();

  /**
   * @param columns in the order in which they stand
   * @param language of the reader: its letters have an order of their own
   * @param text that is searched for all words; what stands in the columns unless given otherwise
   */
  constructor(
    readonly columns: readonly ListColumn<Row>[],
    private readonly language: string,
    private readonly text: (row: Row) => string = (row) => columns.map((c) => c.of(row)).join(' ')
  ) {
    const asked = fromAddress('sort');
    const by = columns.find(({ id }) => id === asked.replace(/^-/, ''))?.id;
    if (by !== undefined) this.#sorting = { by, desc: asked.startsWith('-') };
  }

  get query(): string {
    return this.#query;
  }
  set query(query: string) {
    this.#query = query;
    keepInAddress({ q: query.trim() });
  }
  get sorting(): Sorting | undefined {
    return this.#sorting;
  }
  sortBy(id: string | undefined): void {
    const now = this.#sorting;
    const isAgain = now !== undefined && now.by === id;
    this.#sorting = id === undefined || (isAgain && now.desc) ? undefined : { by: id, desc: isAgain };
    const next = this.#sorting;
    keepInAddress({ sort: next ? `${next.desc ? '-' : ''}${next.by}` : '' });
  }

  /** The rows that hold all words that are searched for, as they are sorted. */
  shown(rows: readonly Row[]): Row[] {
    const words = this.#query.toLowerCase().split(/\s+/).filter(Boolean);
    const { compare } = new Intl.Collator(this.language, { numeric: true });
    const sorting: SortingState = this.#sorting ? [{ id: this.#sorting.by, desc: this.#sorting.desc }] : [];
    const table = createTable<Row>({
      data: rows as Row[],
      columns: this.columns.map(({ id, of }) => ({
        id,
        accessorFn: of,
        sortingFn: (a, b) => {
          const [x, y] = [a.getValue<string | number>(id), b.getValue<string | number>(id)];
          return typeof x === 'number' && typeof y === 'number' ? x - y : compare(String(x), String(y));
        }
      })),
      state: { sorting, globalFilter: words, columnPinning: {}, columnVisibility: {} } as Partial<TableState>,
      onStateChange: () => {},
      globalFilterFn: (row) => words.every((word) => this.text(row.original).toLowerCase().includes(word)),
      getColumnCanGlobalFilter: () => true,
      renderFallbackValue: null,
      getCoreRowModel: getCoreRowModel(),
      getFilteredRowModel: getFilteredRowModel(),
      getSortedRowModel: getSortedRowModel()
    });
    return table.getRowModel().rows.map((row) => row.original);
  }
}
