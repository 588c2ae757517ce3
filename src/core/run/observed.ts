import type { Model } from '../machine';
import { kindOf, type Step } from '../plan';
import { inOrder, when } from '../happened';
import type { RunEvent } from './events';
import type { Observed } from '../time';

/** A step that took longer than this was left alone meanwhile, s. */
const LEFT_ALONE = 1800;

/**
 * How long each step of a run took, from what was recorded before it to its own record: steps whose time cannot be told (the first,
 * those after a pause or by a clock that was wrong, several within a second) are left out. Who is asked before being told, or says it,
 * takes longer than the work does: of a run in learner's mode nothing is told.
 */
export function observedSteps(
  model: Model,
  steps: ReadonlyMap<string, Step>,
  events: readonly RunEvent[]
): Omit<Observed, 'visit'>[] {
  const undone = new Set(events.flatMap((e) => (e.type === 'undo' ? [e.event] : [])));
  if (events.some((e) => e.type === 'learning' && e.on && !undone.has(e.id))) return [];
  const out: Omit<Observed, 'visit'>[] = [];
  let before: RunEvent | undefined;
  for (const event of inOrder(events)) {
    const step = event.type === 'done' || event.type === 'tested' ? steps.get(event.step) : undefined;
    if (
      step &&
      before &&
      before.by === event.by &&
      before.type !== 'paused' &&
      before.type !== 'resumed' &&
      !event.took &&
      !before.took &&
      !undone.has(event.id) &&
      step.seconds > 0
    ) {
      const seconds = (Date.parse(when(event)) - Date.parse(when(before))) / 1000;
      if (seconds >= 1 && seconds <= LEFT_ALONE)
        out.push({ step: step.id, kind: kindOf(model, step), standardSeconds: step.seconds, seconds });
    }
    before = event;
  }
  return out;
}
