import type { Plan } from '../plan';
import { takesOut } from './facts';
import type { Reach } from './reach';
import type { Moment, Say } from './replay';

const CLOCK = 'prove/set:clock';
const CHARGE = 'prove/first:charge';

/** What lost its power is set again, and a new battery is charged for the first time: once it runs, and where there is reason to. */
export function settling({ facts }: Reach, plan: Plan, moments: readonly Moment[], say: Say): void {
  const { machine, parts } = facts;
  const coins = machine.parts.flatMap((p) => (p.kind === 'coin-cell' ? [p.id] : []));
  const fresh = plan.goals.flatMap((g) => (g.do === 'replace' ? [g.part, ...parts.get(g.part)!.spareIncludes] : []));
  let stopped = fresh.some((id) => parts.get(id)!.functions.includes('clock'));
  for (const { act, step } of moments) {
    if (step.leg !== 'down' || !act) continue;
    if (!act.joint) stopped ||= coins.includes(act.part.id) && takesOut(act.move);
    else {
      const { id, a, b, kind, functions } = act.joint;
      stopped ||= coins.includes(a) || coins.includes(b) || (kind === 'connector' && functions.includes('clock'));
      stopped ||= coins.length === 0 && id === machine.isolation.joint;
    }
  }
  const charged = fresh.some((id) => parts.get(id)!.kind !== 'coin-cell' && parts.get(id)!.care.includes('cell'));
  const runs = moments.findLastIndex((m) => m.step.do === 'restore' || (m.step.leg === 'up' && m.act));
  for (const [id, isDue, what] of [
    [CLOCK, stopped, 'the clock is not set, and was without power'],
    [CHARGE, charged, 'a new battery is not charged for the first time']
  ] as const) {
    const at = moments.findIndex((m) => m.step.id === id);
    if (isDue && at < 0) say(undefined, what);
    if (at < 0) continue;
    if (!isDue) say(moments[at]!.step, 'is done without a reason');
    if (at < runs) say(moments[at]!.step, 'comes before it runs again');
  }
  const clock = moments.findIndex((m) => m.step.id === CLOCK);
  const tried = moments.findIndex((m) => m.step.test === 'clock');
  if (clock >= 0 && tried >= 0 && clock > tried) say(moments[clock]!.step, 'comes after its test');
}
