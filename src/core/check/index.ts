import type { Machine } from '../machine';
import type { Doubt, Plan, Step } from '../plan';
import { conditions } from './conditions';
import { cables, power, supplies, tests } from './duties';
import { Facts, moveKey, openKey, takesOut } from './facts';
import { Reach, type Open } from './reach';
import { replay, type Moment } from './replay';
import { settling } from './settle';
import { strain } from './strain';

/** What is wrong with a plan, a line each: the step where it shows, and the problem. */
export const checkPlan = (machine: Machine, plan: Plan, hash?: string): string[] =>
  doubtsOf(machine, plan, hash).map(({ step, text }) => (step === undefined ? text : `${step}: ${text}`));

/**
 * Works through a plan from anywhere, step by step, and says what is wrong with it: what could not be done, is not brought back,
 * not told, not tested, not in hand. It reads the machine file by itself and shares no code with what makes plans.
 * @param hash of the machine file, where the plan has to be made from this very state of it
 * @returns what is wrong, by step; empty when the plan can be carried out and keeps its duties
 */
export function doubtsOf(machine: Machine, plan: Plan, hash?: string): Doubt[] {
  const problems: Doubt[] = [];
  const say = (step: Step | undefined, text: string) => void problems.push(step ? { step: step.id, text } : { text });
  if (plan.machine.id !== machine.id) say(undefined, `is a plan for ${plan.machine.id}, not for ${machine.id}`);
  else if (plan.machine.revision !== machine.revision)
    say(undefined, `is a plan for revision ${plan.machine.revision}, the machine is ${machine.revision}`);
  else if (hash !== undefined && plan.machine.hash !== hash)
    say(undefined, 'was made from another state of the machine file');
  const reach = reachOf(machine);
  const moments = replay(reach, plan, say);
  power(reach, plan, moments, say);
  conditions(reach, plan, moments, say);
  tests(reach, plan, moments, say);
  supplies(reach, plan, moments, say);
  settling(reach, plan, moments, say);
  cables(reach, moments, say);
  strain(reach, moments, say);
  for (const goal of plan.goals)
    if (!isMet(reach, goal, moments))
      say(undefined, `the goal to ${goal.do} ${goal.do === 'reach' ? goal.joint : goal.part} is not met`);
  mirrors(plan, say);
  figures(plan, moments, say);
  return problems;
}

const read = new WeakMap<Machine, Reach>();
function reachOf(machine: Machine): Reach {
  const known = read.get(machine) ?? new Reach(new Facts(machine));
  read.set(machine, known);
  return known;
}

/** At the turning point all that was asked for is open, out or in sight. */
function isMet(reach: Reach, goal: Plan['goals'][number], moments: readonly Moment[]): boolean {
  const { facts } = reach;
  const open: Open = new Set(moments.flatMap((m) => (m.step.leg === 'down' && m.act ? [m.act.key] : [])));
  if (goal.do === 'reach') return open.has(openKey(goal.joint));
  const part = facts.parts.get(goal.part);
  if (!part) return false;
  const done = (id: string) => facts.parts.get(id)!.moves.filter((m) => takesOut(m) && open.has(moveKey(id, m.id)));
  const isOut = (id: string) => done(id).length > 0;
  if (goal.do === 'expose') {
    const move = {
      id: 'look',
      kind: 'lift' as const,
      zone: part.shapes[0]?.zone ?? '',
      seconds: 0,
      leaves: [],
      clears: false
    };
    const lid =
      moments.findLast((m) => m.step.leg === 'down' && m.step.do === 'pose')?.step.pose?.split('/')[1] ?? 'closed';
    const seen = reach.withLidAt(open, lid);
    return (
      isOut(part.id) ||
      part.shapes.length === 0 ||
      reach
        .exitCovers(part, move)
        .filter((d) => d.cover !== undefined && !d.text.includes('which leaves'))
        .every((d) => d.isMet(seen))
    );
  }
  if (goal.do === 'replace') {
    // What a spare does not bring is taken off the old part, what it does bring is out with it.
    const beside = part.spareIncludes.filter(
      (id) => !facts.isLoose(id) && !facts.ridersOf(part.id).has(id) && !facts.ridersOf(id).has(part.id)
    );
    const over = (id: string): string[] =>
      facts.machine.parts
        .filter((p) => p.on === id)
        .flatMap((p) => (part.spareIncludes.includes(p.id) ? over(p.id) : [p.id]));
    if (![part.id, ...beside].flatMap(over).every(isOut) || !beside.every((id) => facts.hasLeft(id, open)))
      return false;
    const goes = (id: string) => id === part.id || part.spareIncludes.includes(id);
    // Of what came out together the one that stays is taken off the one that goes.
    const jointly = facts.jointly
      .filter((g) => open.has(g.key))
      .flatMap((g) => g.move.with!.map((id) => [g.part.id, id] as const));
    if (
      jointly.some(
        ([a, b]) =>
          goes(a) !== goes(b) && (a === part.id || b === part.id) && ![a, b].some((id) => done(id).some((m) => !m.with))
      )
    )
      return false;
  }
  return part.id === facts.root || isOut(part.id);
}

function mirrors(plan: Plan, say: (step: Step | undefined, text: string) => void): void {
  const byId = new Map(plan.steps.map((s) => [s.id, s]));
  for (const step of plan.steps) {
    if (step.mirror === undefined) {
      if (step.departs === undefined) say(step, 'has neither a mirror nor a reason to have none');
      continue;
    }
    const twin = byId.get(step.mirror);
    const isPair =
      twin?.mirror === step.id &&
      twin !== step &&
      twin.joint === step.joint &&
      twin.part === step.part &&
      twin.move === step.move;
    if (!isPair) say(step, `its mirror ${step.mirror} does not face it`);
  }
}

/** What the plan states of itself. */
function figures(plan: Plan, moments: readonly Moment[], say: (step: Step | undefined, text: string) => void): void {
  const cost = moments.reduce(
    (sum, m) => sum + (m.step.leg === 'down' && m.act ? m.act.seconds + m.act.backSeconds : 0),
    0
  );
  if (Math.abs(cost - plan.set.cost) > 0.01)
    say(undefined, `states a set of ${plan.set.cost} s, its steps take ${cost} s`);
  for (const [name, b] of [
    ['set', plan.set],
    ['order', plan.order],
    ['way up', plan.orderUp]
  ] as const) {
    if (b && b.bound > b.cost + 1e-6) say(undefined, `states a bound for the ${name} above its cost`);
    if (b?.proved && b.bound < b.cost - 1e-6) say(undefined, `calls the ${name} proved although its bound is lower`);
  }
  for (const [leg, order] of [
    ['down', plan.order],
    ['up', plan.orderUp]
  ] as const) {
    const turns = plan.steps.filter((s) => s.leg === leg && plan.loose.includes(s.id)).length;
    if (order?.loose && order.loose.turns !== turns)
      say(undefined, `states ${order.loose.turns} turns with something loose on the way ${leg}, there are ${turns}`);
    if (order?.loose && order.loose.least > order.loose.turns)
      say(undefined, `states more loose turns than it has at least on the way ${leg}`);
  }
  if (plan.times.p50 > plan.times.p80) say(undefined, 'is quicker cautiously than in the middle');
}
