import { say, type Said } from '../language';
import { waysToClear, type Access, type Alternative, type Requirement } from '../access';
import { removes, type Model } from '../machine';
import { goalId, settleGoals, type Goal } from './goal';
import { moveId, openId, type ActionId } from '../ids';

export class PlanningError extends Error {
  override name = 'PlanningError';
  constructor(readonly said: Said) {
    super(typeof said === 'string' ? said : JSON.stringify(said));
  }
}

/** The pseudo-action that stands for the whole job: it comes after everything. */
export const JOB = 'job';

/**
 * What the goals ask for, as requirements of the job.
 * @throws PlanningError when a goal names what the machine does not have, or what cannot be done to it
 */
export function goalRequirements(access: Access, goals: readonly Goal[]): Requirement[] {
  const { model } = access;
  const out: Requirement[] = [];
  for (const goal of settleGoals(goals)) {
    const id = goalId(goal);
    const ask = (alternatives: readonly Alternative[], key = '') =>
      out.push({ id: `${JOB} < ${id}${key}`, of: JOB, alternatives, cause: { kind: 'goal', goal: id } });

    if (goal.do === 'reach') {
      if (!model.machine.joints.some((j) => j.id === goal.joint))
        throw new PlanningError(say('plan.noJoint', { joint: goal.joint, machine: model.machine.id }));
      ask([[openId(goal.joint)]]);
      continue;
    }
    const part = model.machine.parts.find((p) => p.id === goal.part);
    if (!part) throw new PlanningError(say('plan.noPart', { part: goal.part, machine: model.machine.id }));
    if (goal.do === 'expose') {
      const covers = access.drawing.coversOfSight(part);
      if (!covers) throw new PlanningError(say('plan.notDrawn', { part: part.id }));
      // What is out of the machine is seen as well as what lies open in it.
      const out = part.id === model.root.id ? [] : part.moves.filter(removes).map((m) => [moveId(part.id, m.id)]);
      for (const { part: cover } of covers) {
        const ways = waysToClear(model, cover, part.id);
        // A cable is looked at as far as the machine lets: where it runs through a hinge that never comes off it is not seen.
        if (ways.length > 0 || part.shapes.length > 0) ask([...ways, ...out], ` < ${cover.id}`);
      }
      continue;
    }
    if (part.id === model.root.id) {
      // What all others stand on is replaced by taking all others off it; where no spare is known it is what remains.
      if (goal.do === 'remove' || part.numbers.length === 0)
        throw new PlanningError(say('plan.isRoot', { part: part.id }));
      out.push(...movedOver(model, part.id));
      continue;
    }
    ask(waysOut(model, part.id, goal.do === 'replace' ? discarded(model, part.id) : undefined));
    if (goal.do !== 'replace') continue;
    for (const beside of brought(model, part.id))
      ask(
        model.waysOut(beside).map((way) => [moveId(way.part.id, way.move.id)]),
        ` < ${beside}`
      );
    out.push(...movedOver(model, part.id));
  }
  return out;
}

/**
 * @param gone what is replaced: of parts that leave together such as stay are taken off such as go
 * @param old what is replaced, where the part rides on it and has to move over
 */
function waysOut(model: Model, part: string, gone?: ReadonlySet<string>, old?: string): Alternative[] {
  const ways = model
    .part(part)
    .moves.filter(removes)
    .flatMap((m): Alternative[] => {
      const apart = gone ? (m.with ?? []).filter((id) => gone.has(id) !== gone.has(part)) : [];
      return apart.reduce<ActionId[][]>(
        (list, id) =>
          model
            .part(id)
            .moves.filter(removes)
            .flatMap((own) => list.map((way) => [...way, moveId(id, own.id)])),
        [[moveId(part, m.id)]]
      );
    });
  if (ways.length === 0)
    throw new PlanningError(old === undefined ? say('plan.noMove', { part }) : say('plan.stranded', { part, old }));
  return ways;
}

/** What a spare of the part brings that is not mounted on it: it stands beside it and leaves together with it. */
const brought = (model: Model, part: string): string[] =>
  model
    .part(part)
    .spareIncludes.filter((id) => !model.isUncarried(id) && !model.riders(part).has(id) && !model.riders(id).has(part));

/** Parts on the old one that its spare does not bring: each has to come off and go onto the new one. */
export function ridersToMove(model: Model, part: string): string[] {
  const includes = new Set(model.part(part).spareIncludes);
  const from = (id: string): string[] =>
    model.children(id).flatMap((child) => (includes.has(child.id) ? from(child.id) : [child.id]));
  return [part, ...brought(model, part)].flatMap(from);
}

/** The part with all that its spare brings. */
function discarded(model: Model, part: string): Set<string> {
  const includes = new Set(model.part(part).spareIncludes);
  const out = new Set([part, ...brought(model, part)]);
  for (const id of out) for (const child of model.children(id)) if (includes.has(child.id)) out.add(child.id);
  return out;
}

function movedOver(model: Model, part: string): Requirement[] {
  const cause = (rider: string) => ({ kind: 'rider', part: rider, of: part }) as const;
  const old = discarded(model, part);
  const out: Requirement[] = ridersToMove(model, part).map((rider) => ({
    id: `${JOB} < ${rider} from ${part}`,
    of: JOB,
    alternatives: waysOut(model, rider, old, part),
    cause: cause(rider)
  }));
  // A loose cable is undone where it holds to what goes: the old part and what its spare brings. Between two parts that
  // move over as they are it stays.
  const includes = new Set(model.part(part).spareIncludes);
  for (const cable of model.machine.parts.filter(
    (p) => p.id !== part && model.isUncarried(p.id) && !includes.has(p.id)
  )) {
    for (const joint of model.jointsOf(cable.id)) {
      if (!old.has(joint.a) && !old.has(joint.b)) continue;
      out.push({
        id: `${JOB} < ${joint.id} from ${part}`,
        of: JOB,
        alternatives: [[openId(joint.id)]],
        cause: cause(cable.id)
      });
    }
  }
  return out;
}
