import { goto } from '$app/navigation';
import { page } from '$app/state';
import type { Sortable, SortableColumn } from './list-state.svelte';

/** How long somebody may pause between two letters, ms. */
const PAUSE_MS = 200;

/** Words of an address by their names; what is empty is taken out of it. */
type Changes = Readonly<Record<string, string | undefined>>;

/** The address of the list on the screen with something changed; a change begins at the first page again. */
export function addressWith(changes: Changes): string {
  const params = new URLSearchParams(page.url.searchParams);
  // The name of an action that was answered with this page.
  for (const name of [...params.keys()]) if (name.startsWith('/')) params.delete(name);
  params.delete('page');
  for (const [name, value] of Object.entries(changes)) {
    if (value) params.set(name, value);
    else params.delete(name);
  }
  return `${page.url.pathname}${params.size > 0 ? `?${params}` : ''}`;
}

/** Words that are searched for while they are typed. What was typed stays as it is, however late the answer to its first letters comes. */
export class TypedSearch {
  #typed = $state('');
  #isUnderWay = $state(false);
  #timer: ReturnType<typeof setTimeout> | undefined;

  /** @param asked the words that the list on the screen was asked for @param ask asks for it with others */
  constructor(
    private readonly asked: () => string,
    private readonly ask: (words: string) => Promise<void>
  ) {}

  get words(): string {
    return this.#isUnderWay || this.#typed.trim() === this.asked() ? this.#typed : this.asked();
  }
  set words(words: string) {
    this.#typed = words;
    this.#isUnderWay = true;
    clearTimeout(this.#timer);
    const timer = setTimeout(async () => {
      await this.ask(words.trim());
      if (this.#timer === timer) this.#isUnderWay = false;
    }, PAUSE_MS);
    this.#timer = timer;
  }
}

/** Search, sorting and pages of a list that the server holds, in the address as `q`, `sort` (a column, with a minus downwards) and `page`. */
export class PagedList implements Sortable {
  readonly search = new TypedSearch(
    () => page.url.searchParams.get('q') ?? '',
    (q) => this.ask({ q })
  );

  /** @param columns in the order in which they stand, under the names that the server sorts by */
  constructor(readonly columns: readonly SortableColumn[]) {}

  get sorting() {
    const asked = page.url.searchParams.get('sort') ?? '';
    const by = this.columns.find(({ id }) => id === asked.replace(/^-/, ''))?.id;
    return by === undefined ? undefined : { by, desc: asked.startsWith('-') };
  }
  sortBy(id: string | undefined): void {
    const now = this.sorting;
    const isAgain = now !== undefined && now.by === id;
    void this.ask({ sort: id === undefined || (isAgain && now.desc) ? '' : `${isAgain ? '-' : ''}${id}` });
  }

  ask(changes: Changes): Promise<void> {
    return goto(addressWith(changes), { keepFocus: true, noScroll: true, replaceState: true });
  }
}
