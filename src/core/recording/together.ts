import { removes } from '../machine';
import { NEVER, type Moment, type RecordState, type SeenMove } from './state';

/** Who was with whom, until when: worked out of the moves that were recorded. */
export interface Together {
  /** When two parts stopped being together; NEVER where they still are, or where only one of them was ever there. */
  apart(a: string, b: string): Moment;
  /** What left with a move: its part, and what came along that was still with it. */
  taken(move: SeenMove): ReadonlySet<string>;
  /** When a part was taken out by itself; NEVER where it was not. */
  out(part: string): Moment;
  /** When a part left the body, by itself or carried; NEVER where it did not. */
  left(part: string): Moment;
  /** The move that parted two, and which of them it took. */
  parting(a: string, b: string): { move: SeenMove; took: string } | undefined;
  /** When it stood raised, swung or folded aside for the first time, and by which move. */
  raised(part: string): { move: SeenMove; when: Moment } | undefined;
}

export function togetherOf(state: RecordState): Together {
  // All begin in one heap; each move divides the heap that its part lies in.
  const heap = new Map(state.parts.map((p) => [p.id, -1]));
  const parted = new Map<string, { move: SeenMove; took: string }>();
  const takenBy = new Map<SeenMove, Set<string>>();
  const out = new Map<string, Moment>();
  const left = new Map<string, Moment>();
  const raised = new Map<string, { move: SeenMove; when: Moment }>();
  const key = (a: string, b: string) => (a < b ? `${a} ${b}` : `${b} ${a}`);

  for (const move of state.moves) {
    const from = heap.get(move.part);
    const taken = new Set([move.part, ...move.along.filter((id) => heap.get(id) === from)]);
    takenBy.set(move, taken);
    if (!removes(move)) {
      if (!raised.has(move.part)) raised.set(move.part, { move, when: move.when });
      continue;
    }
    out.set(move.part, move.when);
    for (const [other, where] of heap) {
      if (where !== from || taken.has(other)) continue;
      for (const id of taken) parted.set(key(id, other), { move, took: id });
    }
    for (const id of taken) {
      heap.set(id, move.when);
      if (!left.has(id)) left.set(id, move.when);
    }
  }
  return {
    apart: (a, b) => parted.get(key(a, b))?.move.when ?? NEVER,
    taken: (move) => takenBy.get(move) ?? new Set([move.part]),
    out: (part) => out.get(part) ?? NEVER,
    left: (part) => left.get(part) ?? NEVER,
    parting: (a, b) => parted.get(key(a, b)),
    raised: (part) => raised.get(part)
  };
}
