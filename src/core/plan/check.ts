import { moveId, openId, type Access, type ActionId, type Requirement } from '../access';
import { removes, type Move } from '../machine';
import { saysLive } from './cautions';
import { ridersToMove, type Goal } from './goals';
import type { Plan, Step } from './schema';

/** The action that a step does or undoes; undefined for turns, tests and the like. */
export function actionOf(step: Pick<Step, 'do' | 'joint' | 'part' | 'move'>): ActionId | undefined {
  if ((step.do === 'open' || step.do === 'close') && step.joint !== undefined) return openId(step.joint);
  if ((step.do === 'move' || step.do === 'return') && step.part !== undefined && step.move !== undefined) return moveId(step.part, step.move);
  return undefined;
}

/** Requirements of an action that are not met by what is done. */
export function unmet(access: Access, id: ActionId, done: ReadonlySet<ActionId>, leg: 'down' | 'up' = 'down'): Requirement[] {
  return access.requirements
    .get(id)!
    .filter((r) => leg === 'down' || r.cause.kind !== 'relation' || r.cause.leg === 'both')
    .filter((r) => !r.alternatives.some((way) => way.every((need) => done.has(need))));
}

/**
 * Works through a plan from anywhere, step by step, and says what could not be done: an independent check that knows the
 * machine's drawing and joints, but nothing of how plans are made.
 * @returns what is wrong, by step; empty when the plan can be carried out and brings all back
 */
export function checkPlan(access: Access, plan: Plan, hash?: string): string[] {
  const { machine } = access.model;
  const problems: string[] = [];
  const say = (step: Step | undefined, text: string) => problems.push(step ? `${step.id}: ${text}` : text);
  if (plan.machine.id !== machine.id) say(undefined, `is a plan for ${plan.machine.id}, not for ${machine.id}`);
  else if (plan.machine.revision !== machine.revision) say(undefined, `is a plan for revision ${plan.machine.revision}, the machine is ${machine.revision}`);
  else if (hash !== undefined && plan.machine.hash !== hash) say(undefined, 'was made from another state of the machine file');

  const done = new Set<ActionId>();
  const everDone = new Set<ActionId>();
  const ids = new Set<string>();
  const reverted = new Set<ActionId>();
  for (const step of plan.steps) {
    if (ids.has(step.id)) say(step, 'stands twice');
    ids.add(step.id);
    const names = ['open', 'close', 'move', 'return'].includes(step.do);
    const id = actionOf(step);
    if (!names) continue;
    if (!id || !access.actions.has(id)) {
      say(step, 'names no joint or move that the machine has');
      continue;
    }
    const opening = step.do === 'open' || step.do === 'move';
    if (opening !== (step.leg === 'down')) say(step, `does not belong on the leg "${step.leg}"`);
    const action = access.actions.get(id)!;
    if (action.kind === 'open' && action.joint.kind === 'screws' && step.count !== action.joint.count) say(step, `counts ${step.count ?? 'no'} screws, the machine has ${action.joint.count}`);
    if (opening) {
      if (done.has(id)) say(step, 'is done already');
      for (const r of unmet(access, id, done)) say(step, `cannot be done yet: needs ${r.alternatives.map((way) => way.join(' and ')).join(', or ') || 'what nothing does'}`);
      done.add(id);
      everDone.add(id);
    } else {
      if (!done.has(id)) say(step, 'brings back what is not open');
      for (const r of unmet(access, id, done, 'up')) say(step, `cannot be brought back any more: needs ${r.alternatives.map((way) => way.join(' and ')).join(', or ')} still open`);
      done.delete(id);
      reverted.add(id);
    }
  }
  for (const id of [...done].sort()) say(undefined, `${id} stays open at the end`);
  for (const goal of plan.goals) if (!isMet(access, goal, everDone)) say(undefined, `the goal to ${goal.do} ${goal.do === 'reach' ? goal.joint : goal.part} is not met`);
  problems.push(...mirrorProblems(plan), ...isolationProblems(access, plan), ...upRelationProblems(access, plan));
  const cost = [...everDone].reduce((sum, id) => sum + access.actions.get(id)!.seconds + access.actions.get(id)!.backSeconds, 0);
  if (Math.abs(cost - plan.set.cost) > 0.01) say(undefined, `states a set of ${plan.set.cost} s, its steps take ${cost} s`);
  for (const [name, b] of [['set', plan.set], ['order', plan.order], ['way up', plan.orderUp]] as const) {
    if (b && b.bound > b.cost + 1e-6) say(undefined, `states a bound for the ${name} above its cost`);
    if (b?.proved && b.bound < b.cost - 1e-6) say(undefined, `calls the ${name} proved although its bound is lower`);
  }
  return problems;
}

function isMet(access: Access, goal: Goal, done: ReadonlySet<ActionId>): boolean {
  if (goal.do === 'reach') return done.has(openId(goal.joint));
  const part = access.model.machine.parts.find((p) => p.id === goal.part);
  if (!part) return false;
  const moved = (id: string, which: (move: Move) => boolean) => [id, ...access.model.carriers(id)].some((p) => access.model.part(p).moves.some((m) => which(m) && done.has(moveId(p, m.id))));
  if (goal.do === 'expose') return moved(part.id, removes) || (access.drawing.coversOfSight(part) ?? []).every(({ part: cover }) => moved(cover.id, (m) => m.clears || removes(m)) || (part.shapes.length === 0 && [cover.id, ...access.model.carriers(cover.id)].every((id) => access.model.part(id).moves.length === 0)));
  if (part.id === access.model.root.id) return ridersToMove(access.model, part.id).every((rider) => moved(rider, removes));
  return part.moves.some((m) => removes(m) && done.has(moveId(part.id, m.id)));
}

function mirrorProblems(plan: Plan): string[] {
  const byId = new Map(plan.steps.map((s) => [s.id, s]));
  return plan.steps.flatMap((step) => {
    if (step.mirror === undefined) return step.departs === undefined ? [`${step.id}: has neither a mirror nor a reason to have none`] : [];
    return byId.get(step.mirror)?.mirror === step.id ? [] : [`${step.id}: its mirror ${step.mirror} does not face it`];
  });
}

/** Signal plugs are not opened with the power on, but for those that the plan owns up to. */
function isolationProblems(access: Access, plan: Plan): string[] {
  const isolating = access.model.machine.isolation.joint;
  const at = plan.steps.findIndex((s) => s.do === 'open' && s.joint === isolating);
  if (isolating === undefined || at < 0) return [];
  const outside = access.model.machine.isolation.steps.some((s) => s.kind === 'firmware-disconnect' || s.kind === 'remove-battery');
  const listed = new Set(plan.energised);
  const before = plan.steps.slice(0, at).filter((s) => s.leg === 'down' && actionOf(s));
  const back = plan.steps.findIndex((s) => s.do === 'close' && s.joint === isolating);
  const isKeptAway = access.model.machine.isolation.steps.some((s) => s.kind === 'firmware-disconnect');
  const after = back < 0 || isKeptAway ? [] : plan.steps.slice(back + 1).filter((s) => s.do === 'close' && s.joint !== undefined && access.model.joint(s.joint).kind === 'connector');
  return [
    ...(outside ? [] : before.filter((s) => !listed.has(s.id)).map((s) => `${s.id}: is done while energised and not listed as such`)),
    ...after.filter((s) => !listed.has(s.id)).map((s) => `${s.id}: is closed with the power on and not listed as such`),
    ...plan.steps.filter((s) => listed.has(s.id) && !saysLive(s.cautions)).map((s) => `${s.id}: is done while energised and does not say so`),
    ...plan.energised.filter((id) => ![...before, ...after].some((s) => s.id === id)).map((id) => `${id}: is listed as energised and is not`),
    ...(back < 0 ? ['the isolating joint is never closed'] : [])
  ];
}

/** Relations of the machine file for the way up. */
function upRelationProblems(access: Access, plan: Plan): string[] {
  const place = new Map<ActionId, number>();
  plan.steps.forEach((s, i) => {
    const id = s.leg === 'up' ? actionOf(s) : undefined;
    if (id) place.set(id, i);
  });
  return access.model.machine.relations.flatMap((relation) => {
    if (relation.kind !== 'order' || relation.leg !== 'up') return [];
    const [before, after] = [relation.before, relation.after].map((ref) => place.get('joint' in ref ? openId(ref.joint) : moveId(ref.part, ref.move)));
    return before !== undefined && after !== undefined && before > after ? [`${plan.steps[after]!.id}: goes back too early: ${relation.reason}`] : [];
  });
}
