import { removes } from '../machine';
import { actionOf, type From, type Plan, type Step } from '../plan';
import type { Happened } from '../happened';
import type { Goal } from '../goals';
import { openId } from '../ids';
import type { Reading } from './reading';
import type { RecordState } from './state';

/** Where work stands after a teardown that was recorded: a plan from here is the way back up. */
export const fromRecord = ({ done }: Reading): From => ({ done: done.map(({ action }) => action), stuck: [] });

/** What a teardown was for, where nobody says: to take out what came off last. */
export function goalOfRecord({ moves }: RecordState): Goal | undefined {
  const last = moves.findLast(removes);
  return last && { do: 'remove', part: last.part };
}

/** A step of the way down that was done while it was recorded. */
export interface DoneStep {
  step: string;
  at: string;
  count?: number;
}

/**
 * The way down of a plan made from a record, with when each step was done: turns were not recorded by themselves, and came
 * right before what needed them.
 */
export function stepsDone(plan: Plan, reading: Reading, events: readonly Happened[]): DoneStep[] {
  const times = new Map(events.map((e) => [e.id, e.at]));
  const when = new Map(reading.done.map(({ action, event }) => [action, times.get(event)!]));
  const down = plan.steps.filter((s) => s.leg === 'isolate' || s.leg === 'down');
  const last = down.findLastIndex((s) => when.has(actionOf(s) ?? ''));
  let next: string | undefined;
  const timed: DoneStep[] = [];
  for (const step of down.slice(0, last + 1).reverse()) {
    const action = actionOf(step) ?? (step.joint === undefined ? undefined : openId(step.joint));
    // Nobody saw the power being taken away: it is asked for before anything goes back. A turn came right before what needed it.
    const at = action !== undefined ? when.get(action) : step.do === 'prepare' ? undefined : next;
    if (at === undefined) continue;
    next = at;
    timed.push({ step: step.id, at, ...(step.count === undefined ? {} : { count: step.count }) });
  }
  return timed.reverse();
}

/** The step of the way down before which each picture was taken: it shows what has to be put back. */
export function stepsOfPhotos(
  { photos, counted }: RecordState,
  done: readonly DoneStep[],
  events: readonly Happened[]
): Map<string, Step['id']> {
  const times = new Map(events.map((e) => [e.id, e.at]));
  return new Map(
    photos.flatMap(({ photo, when }) => {
      const at = times.get(counted[when]!)!;
      const next = done.find((d) => d.at > at) ?? done.at(-1);
      return next ? [[photo, next.step] as const] : [];
    })
  );
}
