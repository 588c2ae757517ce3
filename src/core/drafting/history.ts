import { diffMachines } from '../formats';
import type { Said } from '../language';
import type { Machine } from '../machine';
import { applied } from './changes';
import type { DraftEvent } from './events';

/** What somebody drew in one go. */
export interface Sitting {
  by: string | undefined;
  /** When the last of its edits was made. */
  to: string;
  edits: number;
  /** What came of it, in the trade's words: what was drawn and taken back in the same go is not in it. */
  changes: Said[];
  /** Edits that did not fit any more when they came. */
  refused: number;
}

/** A pause longer than this ends a sitting, ms. */
const PAUSE_MS = 15 * 60_000;

/** Who drew what when, the newest first: edits of one person with hardly a pause between them are told together. */
export function sittings(first: Machine, events: readonly DraftEvent[]): Sitting[] {
  const told: Sitting[] = [];
  let machine = first;
  let before = first;
  let now: Sitting | undefined;
  const known = new Set<string>();
  const end = () => {
    if (now) told.unshift({ ...now, changes: diffMachines(before, machine).map((change) => change.text) });
    before = machine;
  };
  for (const { id, at, by, changes } of events) {
    if (known.has(id)) continue;
    known.add(id);
    if (!now || now.by !== by || Math.abs(Date.parse(at) - Date.parse(now.to)) > PAUSE_MS) {
      end();
      now = { by, to: at, edits: 0, changes: [], refused: 0 };
    }
    const next = applied(machine, changes);
    if (next.ok) machine = next.machine;
    now = { ...now, to: at, edits: now.edits + 1, refused: now.refused + (next.ok ? 0 : 1) };
  }
  end();
  return told;
}
