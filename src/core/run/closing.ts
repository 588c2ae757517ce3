import { isClosed, type Fate, type LedgerLine } from '../fasteners';
import type { Model } from '../machine';
import type { Plan } from '../plan';
import type { RunState } from './fold';

/** Something that has to be settled before the run can be signed. */
export interface Obstacle {
  kind: 'step' | 'screws' | 'test' | 'conflict';
  /** The step or joint it is about. */
  at: string;
  text: string;
}

/** What stands between this state and a signature: nothing, when every step is answered and the ledger closes at zero. */
export function obstacles(model: Model, plan: Plan, state: RunState): Obstacle[] {
  const out: Obstacle[] = [];
  for (const line of state.ledger) {
    if (isClosed(line)) continue;
    const { name } = model.joint(line.joint);
    const pieces: string[] = [];
    if (line.unexplained > 0) pieces.push(`${line.unexplained} of ${line.expected} neither counted out nor explained`);
    if (line.unexplained < 0) pieces.push(`${-line.unexplained} more came out than the machine file knows`);
    if (line.inHand > 0) pieces.push(`${line.inHand} still in hand`);
    if (line.inHand < 0) pieces.push(`${-line.inHand} more went in than had come out`);
    out.push({
      kind: 'screws',
      at: line.joint,
      text: `${name}: ${pieces.join(', ')}. Say what became of ${Math.abs(line.inHand || line.unexplained) === 1 ? 'it' : 'them'}.`
    });
  }
  for (const step of plan.steps)
    if (state.conflicts[step.id])
      out.push({ kind: 'conflict', at: step.id, text: `Said differently by two people: ${step.text}` });
  const open = plan.steps.filter((s) => !state.steps[s.id]);
  for (const step of open) out.push({ kind: step.do === 'test' ? 'test' : 'step', at: step.id, text: step.text });
  return out;
}

/** What can be said of a group that does not close, each with the count that says it; nothing when it closes. */
export function explanations(line: LedgerLine): { fate: Fate; count: number }[] {
  if (line.inHand > 0) return (['lost', 'discarded'] as const).map((fate) => ({ fate, count: line.inHand }));
  if (line.inHand < 0) return [{ fate: 'from-stock', count: -line.inHand }];
  if (line.unexplained > 0)
    return (['missing-as-received', 'still-in'] as const).map((fate) => ({ fate, count: line.unexplained }));
  return line.unexplained < 0 ? [{ fate: 'extra', count: -line.unexplained }] : [];
}
