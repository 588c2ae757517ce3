import type { Said } from '$core/language';
import type { Obstacle } from '$core/run';

/** One request holds no more than this; a plan made at the bench has some 150 kB. */
const MOST = { events: 200, characters: 1_500_000 };

/** What goes to the server next, oldest first; at least one event, however long it is. */
export function nextBatch<E>(pending: readonly E[], oneByOne: boolean): E[] {
  const batch: E[] = [];
  let size = 0;
  for (const event of pending) {
    size += JSON.stringify(event).length;
    if (batch.length > 0 && (oneByOne || batch.length === MOST.events || size > MOST.characters)) break;
    batch.push(event);
  }
  return batch;
}

/** One event that the server will not have: by its id, or by its place in the batch where it has none that could be read. */
export interface Refused {
  event: string | null;
  index?: number;
  message: Said;
  obstacles?: Obstacle[];
}

/** The events of a batch that were refused, each with why; empty when the answer names none of them. */
export function refusedOf<E extends { id: string }>(
  batch: readonly E[],
  refused: readonly Refused[]
): { event: E; why: Refused }[] {
  return batch.flatMap((event, i) => {
    const why = refused.find((r) => (r.event === null ? r.index === i : r.event === event.id));
    return why ? [{ event, why }] : [];
  });
}
