import type { Plan } from '../plan';
import { takesOut } from './facts';
import type { Reach } from './reach';
import type { Moment, Say } from './replay';

/** Wet, or once wet, or with a cell that may fail. */
export const isUnstarted = ({ conditions = [] }: Plan): boolean =>
  conditions.some((c) => c === 'wet' || c === 'residue' || c.startsWith('cell-'));

/** Nothing that needs it to run, and the adapter before all else. */
export function unstartedOrder<T extends { kind: string }>(steps: readonly T[]): T[] {
  const quiet = steps.filter((s) => s.kind !== 'firmware-disconnect');
  return [...quiet].sort((a, b) => Number(b.kind === 'unplug-adapter') - Number(a.kind === 'unplug-adapter'));
}

const TOLD_FIRST = ['cell-doubtful', 'cell-swollen', 'cell-burnt', 'wet', 'residue', 'glass'];

/** What the machine came in with: told before everything, and what was wet or burnt is dry, clean and looked over before any power. */
export function conditions({ facts }: Reach, plan: Plan, moments: readonly Moment[], say: Say): void {
  const given = new Set<string>(plan.conditions ?? []);
  const at = (what: string) => moments.findIndex((m) => m.step.id === `condition/${what}`);
  for (const c of TOLD_FIRST) {
    if (!given.has(c)) continue;
    const i = at(c);
    if (i < 0) say(undefined, `came in with "${c}", and does not begin with it`);
    else if (moments.slice(0, i).some((m) => !m.step.id.startsWith('condition/')))
      say(moments[i]!.step, 'stands after something else');
    else if (!moments[i]!.step.cautions.some((x) => x.harm)) say(moments[i]!.step, 'need not be acknowledged');
  }
  const liquid = given.has('wet') || given.has('residue');
  const bearsGlass = ({ act, step }: Moment) =>
    step.leg === 'down' &&
    act?.part !== undefined &&
    [...facts.ridersOf(act.part.id)].some((id) => ['panel', 'display'].includes(facts.parts.get(id)!.kind));
  const due = [
    ...(given.has('glass') && moments.some(bearsGlass) ? ['splinters'] : []),
    ...(liquid ? ['clean'] : []),
    ...(given.has('cell-burnt') ? ['clean-cell'] : []),
    ...(given.has('wet') ? ['dry'] : []),
    ...(liquid || given.has('cell-burnt') ? ['look'] : [])
  ];
  const { joint } = facts.machine.isolation;
  const power = moments.find(
    ({ step }) =>
      step.do === 'restore' ||
      step.test === 'open-power' ||
      (joint !== undefined && step.do === 'close' && step.joint === joint)
  );
  const opened = moments.findLastIndex((m) => m.step.leg === 'down' && m.act);
  let before = opened;
  for (const what of due) {
    const i = at(what);
    if (i < 0) say(undefined, `${what} is left out, and it is closed again`);
    else if (i < before || (power && i > power.index))
      say(moments[i]!.step, 'does not stand between opening and power');
    before = Math.max(before, i);
  }
  if (due.includes('look') && at('watch') < 0) say(undefined, 'ends without a test under watch');
  if (![...given].some((c) => c.startsWith('cell-'))) return;
  for (const { step, act, index } of moments) {
    const cell = act?.part;
    if (step.leg !== 'down' || !cell?.care.includes('cell') || cell.kind === 'coin-cell' || !takesOut(act!.move!))
      continue;
    if (moments[index + 1]?.step.id !== `condition/away:${cell.id}`)
      say(step, 'takes out a cell that may fail, and does not put it away');
  }
}
