import type { Said } from '../language';
import { isClosed, type Fate, type LedgerLine } from '../fasteners';
import type { Model } from '../machine';
import type { Plan } from '../plan';
import type { RunState } from './fold';
import { jointName, OBSTACLE } from '../words';

/** Something that has to be settled before the run can be signed. */
export interface Obstacle {
  kind: 'step' | 'screws' | 'test' | 'conflict';
  /** The step or joint it is about. */
  at: string;
  text: Said;
}

/** What stands between this state and a signature: nothing, when every step is answered and the ledger closes at zero. */
export function obstacles(model: Model, plan: Plan, state: RunState): Obstacle[] {
  const out: Obstacle[] = [];
  for (const line of state.ledger) {
    if (isClosed(line)) continue;
    const name = jointName(model, model.joint(line.joint));
    const pieces: Said[] = [];
    if (line.unexplained > 0) pieces.push(OBSTACLE.uncounted(line.unexplained, line.expected));
    if (line.unexplained < 0) pieces.push(OBSTACLE.moreOut(-line.unexplained));
    if (line.inHand > 0) pieces.push(OBSTACLE.inHand(line.inHand));
    if (line.inHand < 0) pieces.push(OBSTACLE.moreIn(-line.inHand));
    out.push({
      kind: 'screws',
      at: line.joint,
      text: OBSTACLE.screws(name, pieces, Math.abs(line.inHand || line.unexplained) === 1)
    });
  }
  for (const step of plan.steps)
    if (state.conflicts[step.id]) out.push({ kind: 'conflict', at: step.id, text: OBSTACLE.conflict(step.text) });
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
