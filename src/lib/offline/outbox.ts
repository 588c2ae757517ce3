import { get, update } from 'idb-keyval';
import type { RunEvent } from '$core/run';

/**
 * Events of a run that the server has not confirmed yet, kept in the browser's database: each person's apart,
 * so that nobody's facts are ever sent under another name from a shared bench.
 */
const key = (run: string, person: string) => `outbox ${run} ${person}`;

export async function waiting(run: string, person: string): Promise<RunEvent[]> {
  return (await get<RunEvent[]>(key(run, person))) ?? [];
}

export function keep(run: string, person: string, event: RunEvent): Promise<void> {
  return update<RunEvent[]>(key(run, person), (list) => [...(list ?? []), event]);
}

export function confirm(run: string, person: string, ids: ReadonlySet<string>): Promise<void> {
  return update<RunEvent[]>(key(run, person), (list) => (list ?? []).filter((e) => !ids.has(e.id)));
}
