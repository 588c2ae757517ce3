import { get, update } from 'idb-keyval';
import type { RunEvent } from '$core/run';

/** Events of a run that the server has not confirmed yet, kept in the browser's database. */
const key = (run: string) => `outbox ${run}`;

export async function waiting(run: string): Promise<RunEvent[]> {
  return (await get<RunEvent[]>(key(run))) ?? [];
}

export function keep(run: string, event: RunEvent): Promise<void> {
  return update<RunEvent[]>(key(run), (list) => [...(list ?? []), event]);
}

export function confirm(run: string, ids: ReadonlySet<string>): Promise<void> {
  return update<RunEvent[]>(key(run), (list) => (list ?? []).filter((e) => !ids.has(e.id)));
}
