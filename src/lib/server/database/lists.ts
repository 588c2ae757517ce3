import { redirect } from '@sveltejs/kit';

/** Lists that the database searches, sorts and pages: what an address asks of them, and how that is put to it. */

export interface ListQuery<By extends string> {
  /** Words that all occur. */
  search: string;
  sort: { by: By; desc: boolean } | undefined;
  /** From 1. */
  page: number;
}

/** An SQL expression by which words are ordered as a reader looks for them (db/migrations, 0019). @param text an SQL expression */
export const inWords = (text: string): string => `lower(${text}) collate order_of_words`;

/** What an address asks of a list; what it does not understand it leaves out. @param orders what the list may be sorted by */
export function listQuery<By extends string>(
  params: URLSearchParams,
  orders: Readonly<Record<By, string>>
): ListQuery<By> {
  const sort = params.get('sort') ?? '';
  const by = sort.replace(/^-/, '');
  return {
    search: searchFrom(params),
    sort: Object.hasOwn(orders, by) ? { by: by as By, desc: sort.startsWith('-') } : undefined,
    page: pageFrom(params)
  };
}

export const searchFrom = (params: URLSearchParams): string =>
  params.get('q')?.replace(/\p{C}/gu, ' ').slice(0, 100) ?? '';

export function pageFrom(params: URLSearchParams): number {
  const page = Number(params.get('page'));
  return Number.isInteger(page) && page >= 1 && page <= 1000 ? page : 1;
}

/**
 * Conditions that all words of a search occur in a text, in whatever order.
 * @param text an SQL expression in lower case @param values of the statement, which are added to
 */
export function holdsWords(text: string, search: string, values: unknown[]): string[] {
  return search
    .toLowerCase()
    .split(/\s+/)
    .filter(Boolean)
    .slice(0, 8)
    .map((word) => `${text} like $${values.push(`%${word.replace(/[\\%_]/g, '\\$&')}%`)}`);
}

/** Sends whoever asked for a page that is not there, or not any more, to the first one of that list. */
export function stayWithin(url: URL, page: number, rows: readonly unknown[]): void {
  if (rows.length > 0 || page === 1) return;
  const params = new URLSearchParams(url.searchParams);
  params.delete('page');
  redirect(303, `${url.pathname}${params.size > 0 ? `?${params}` : ''}`);
}
