import { removes, type Joint, type Model, type Move, type Part } from '../machine';
import { TESTED } from '../words';

/** Something that was opened or moved. */
export type Touched = { kind: 'open'; joint: Joint } | { kind: 'move'; part: Part; move: Move };

/**
 * The functions that the work may have disturbed: those of every part moved, with all that rode on it,
 * and those of every plug opened with the part at its plug's end, and at the ends of its cable.
 */
export function touchedFunctions(model: Model, actions: Iterable<Touched>): string[] {
  const found = new Set<string>();
  for (const action of actions) {
    if (action.kind === 'move') {
      for (const id of model.takes(action.part.id, action.move)) for (const f of model.part(id).functions) found.add(f);
      continue;
    }
    for (const f of action.joint.functions) found.add(f);
    if (action.joint.kind !== 'connector') continue;
    for (const id of [action.joint.a, ...servedBy(model, action.joint)])
      for (const f of model.part(id).functions) found.add(f);
  }
  return [...found].sort((a, b) => rank(a) - rank(b) || (a < b ? -1 : 1));
}

/** What a plug's cable leads to, at this end and the others; a main board serves all. */
function servedBy(model: Model, plug: Joint): string[] {
  const ends = model.cable(plug.a)?.ends ?? [];
  return ends
    .map((end) => model.joint(end.joint).b)
    .filter((id) => model.part(id).kind !== 'board' && id !== model.root.id);
}

/** Parts whose edge has to lie right again once they are back. */
export const CLOSING_PARTS: ReadonlySet<string> = new Set(['cover', 'bezel', 'case', 'keyboard']);

/** Whether something has to lie right again all round once it is back. */
export const closesUp = (touched: Touched): boolean =>
  touched.kind === 'open'
    ? touched.joint.kind === 'clips'
    : CLOSING_PARTS.has(touched.part.kind) && removes(touched.move);

const rank = (f: string) => (TESTED.includes(f) ? TESTED.indexOf(f) : TESTED.length);
