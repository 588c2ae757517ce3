import { removes, type Model } from '../machine';
import type { Plan, Step } from './schema';
import type { Touched } from './touched';
import { stepId } from '../ids';
import { DEPARTS, FIRST_CHARGE, SET_CLOCK, type Phrase } from '../words';
import type { Said } from '../language';
import { isCell } from './kept-off';

/** Attended time, s: the charge goes on by itself. */
const SECONDS = { clock: 60, charge: 60 };

/**
 * Whether the clock was without power: its coin cell was out or unplugged; where there is none the battery keeps it, and was
 * disconnected.
 */
export function losesClock(model: Model, actions: Iterable<Touched>): boolean {
  const { parts, isolation } = model.machine;
  const isCoin = (id: string) => model.part(id).kind === 'coin-cell';
  const hasCoin = parts.some((p) => isCoin(p.id));
  return [...actions].some((action) =>
    action.kind === 'move'
      ? isCoin(action.part.id) && removes(action.move)
      : [action.joint.a, action.joint.b].some(isCoin) ||
        (action.joint.kind === 'connector' && action.joint.functions.includes('clock')) ||
        (!hasCoin && action.joint.id === isolation.joint)
  );
}

/** What comes in new: the spares, and what they bring. */
const fresh = (swaps: NonNullable<Plan['swaps']>): string[] => swaps.flatMap(({ part, brings }) => [part, ...brings]);

const settling = (id: string, phrase: Phrase, seconds: number, departs: Said): Step => ({
  ...{ id, leg: 'prove', do: 'prepare', ...phrase, seconds, departs },
  ...{ because: [], cautions: [], pinch: [] }
});

/** A clock without power, or a new board, knows no time: it is set as soon as the machine runs. */
export const settingClock = (model: Model, swaps: NonNullable<Plan['swaps']>, actions: readonly Touched[]): Step[] =>
  losesClock(model, actions) || fresh(swaps).some((id) => model.part(id).functions.includes('clock'))
    ? [settling(stepId.setClock, SET_CLOCK, SECONDS.clock, DEPARTS.clockLost)]
    : [];

/** A new battery's first charge, last of all. */
export const firstCharge = (model: Model, swaps: NonNullable<Plan['swaps']>): Step[] =>
  fresh(swaps)
    .filter((id) => isCell(model, id))
    .slice(0, 1)
    .map((part) => ({ ...settling(stepId.firstCharge, FIRST_CHARGE, SECONDS.charge, DEPARTS.newCell), part }));
