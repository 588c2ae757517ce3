import { replaceState } from '$app/navigation';
import { browser } from '$app/environment';
import { page } from '$app/state';

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
export interface Sorting<Column extends string> {
  by: Column;
  desc: boolean;
}

/** From one column's heading to the next state of the list: up, down, as it was. */
export const nextSorting = <C extends string>(now: Sorting<C> | undefined, by: C): Sorting<C> | undefined =>
  now?.by !== by ? { by, desc: false } : now.desc ? undefined : { by, desc: true };

/** How a sorting stands in an address: a column, with a minus before it downwards. */
export const sortingText = (sorting: Sorting<string> | undefined): string =>
  sorting ? `${sorting.desc ? '-' : ''}${sorting.by}` : '';
export function sortingFrom<C extends string>(text: string, columns: readonly C[]): Sorting<C> | undefined {
  const by = columns.find((column) => column === text.replace(/^-/, ''));
  return by && { by, desc: text.startsWith('-') };
}

/** Search and sorting of a list that is wholly on the page, kept in the address. */
export class ListState<Column extends string> {
  #query = $state('');
  #sorting = $state.raw<Sorting<Column>>();

  /**
   * @param columns that it may be sorted by
   * @param names of its search and its sorting in the address
   */
  constructor(
    readonly columns: readonly Column[],
    readonly names: { query: string; sort: string } = { query: 'q', sort: 'sort' }
  ) {
    this.#query = fromAddress(names.query);
    this.#sorting = sortingFrom(fromAddress(names.sort), columns);
  }

  get query(): string {
    return this.#query;
  }
  set query(query: string) {
    this.#query = query;
    keepInAddress({ [this.names.query]: query.trim() });
  }
  get sorting(): Sorting<Column> | undefined {
    return this.#sorting;
  }
  /** By a column, then the other way; by none as the rows come. */
  sortBy(column: Column | undefined): void {
    this.#sorting = column === undefined ? undefined : nextSorting(this.#sorting, column);
    keepInAddress({ [this.names.sort]: sortingText(this.#sorting) });
  }

  /** Whether all words that are searched for stand in a text. */
  has(text: string): boolean {
    const within = text.toLowerCase();
    return this.#query
      .toLowerCase()
      .split(/\s+/)
      .every((word) => within.includes(word));
  }
  /** The rows as they are sorted, in the order of the reader's language; those that are alike keep their order. */
  sorted<Row>(
    rows: readonly Row[],
    of: Readonly<Record<Column, (row: Row) => string | number>>,
    language: string
  ): Row[] {
    const now = this.#sorting;
    if (!now) return [...rows];
    const value = of[now.by];
    const order = new Intl.Collator(language, { numeric: true });
    const compare = (a: Row, b: Row) => {
      const [x, y] = [value(a), value(b)];
      return typeof x === 'number' && typeof y === 'number' ? x - y : order.compare(String(x), String(y));
    };
    return [...rows].sort((a, b) => (now.desc ? compare(b, a) : compare(a, b)));
  }
}
