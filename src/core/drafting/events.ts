import { z } from 'zod';
import type { Machine } from '../machine';
import { applied, Change, inverted } from './changes';

/** One edit at the drawing table: changes that were made together, and are taken back together. */
export const DraftEvent = z.strictObject({
  /** Made at the table, so that sending twice changes nothing. */
  id: z.uuid(),
  at: z.iso.datetime().refine((t) => t >= '2000' && t < '3000', 'is out of reach'),
  /** Who: filled in by the server from the session. */
  by: z.string().max(100).optional(),
  type: z.literal('edited'),
  changes: z.array(Change).min(1).max(2000),
  /** The edit that it takes back. */
  undoes: z.uuid().optional()
});
export type DraftEvent = z.infer<typeof DraftEvent>;

export interface Draft {
  machine: Machine;
  /** Ids of edits that did not fit any more when they came: what they would have changed had been changed by another. */
  refused: string[];
}

/** A draft from what it began with and its edits, in the order in which the server took them; each id counts once. Never throws. */
export function foldDraft(first: Machine, events: readonly DraftEvent[]): Draft {
  let machine = first;
  const refused: string[] = [];
  const known = new Set<string>();
  for (const { id, changes } of events) {
    if (known.has(id)) continue;
    known.add(id);
    const next = applied(machine, changes);
    if (next.ok) machine = next.machine;
    else refused.push(id);
  }
  return { machine, refused };
}

/** What somebody's next step back or forth would change: their own edits alone, the last one first. */
export function steps(
  events: readonly DraftEvent[],
  by: string | undefined
): { undo?: Pick<DraftEvent, 'changes' | 'undoes'>; redo?: Pick<DraftEvent, 'changes' | 'undoes'> } {
  const mine = events.filter((e) => e.by === by);
  const taken = new Set<string>();
  let undo: DraftEvent | undefined;
  let redo: DraftEvent | undefined;
  let isPast = false;
  for (const event of mine.toReversed()) {
    if (taken.has(event.id)) continue;
    if (event.undoes !== undefined) {
      taken.add(event.undoes);
      const target = mine.find((e) => e.id === event.undoes);
      // What takes an edit back can be taken back itself, as long as nothing new was drawn since.
      if (!isPast && target?.undoes === undefined) redo ??= event;
    } else {
      isPast = true;
      undo ??= event;
    }
  }
  const back = (event: DraftEvent) => ({ changes: inverted(event.changes), undoes: event.id });
  return { ...(undo ? { undo: back(undo) } : {}), ...(redo ? { redo: back(redo) } : {}) };
}
