import { moveId, openId, type Access, type Action, type Alternative, type Requirement } from '../access';
import { removes } from '../machine';
import { goalRequirements, JOB, PlanningError, type Goal } from './goals';
import { causePhrase } from './phrase';
import { cheapestSet, type RemovalSet, type WayKey } from './set';

/** Cost of an action for the choice of the set: there and back, s. */
export function actionCost(action: Action): number {
  return action.seconds + action.backSeconds;
}

/**
 * The least-time set of actions for these goals, isolation included where the job goes inside.
 * @param avoid ways that are not to be taken
 * @throws PlanningError when some requirement cannot be met, naming it
 */
export function removalSet(access: Access, goals: readonly Goal[], avoid: ReadonlySet<WayKey> = new Set()): RemovalSet {
  const asked = goalRequirements(access, goals);
  const solve = (job: readonly Requirement[]) => {
    const result = cheapestSet({ job: JOB, requirementsOf: (id) => (id === JOB ? job : access.requirements.get(id)!), cost: (id) => actionCost(access.actions.get(id)!) }, avoid);
    if (!result.ok) throw new PlanningError(`cannot be done: ${causePhrase(access.model, result.unmet.cause)} Nothing ${avoid.size > 0 ? 'that is allowed ' : 'in the file '}clears that.`);
    return result.set;
  };
  const set = solve(asked);
  const isolating = access.model.machine.isolation.joint;
  if (!isolating || !goesInside(access, set)) return set;
  return solve([...asked, { id: `${JOB} < isolation`, of: JOB, alternatives: waysToIsolate(access, isolating), cause: { kind: 'isolation', joint: isolating } }]);
}

/** The isolating joint is opened; a battery that is taken out whole leaves its bay as well. */
function waysToIsolate(access: Access, isolating: string): Alternative[] {
  const { model } = access;
  const whole = model.machine.isolation.steps.some((s) => s.kind === 'remove-battery' && s.joint === isolating);
  const battery = model.part(model.joint(isolating).a);
  const out = whole ? battery.moves.filter(removes) : [];
  return out.length > 0 ? out.map((m) => [openId(isolating), moveId(battery.id, m.id)]) : [[openId(isolating)]];
}

/** Jobs that only draw a tray or lift a foot leave the power alone. */
function goesInside(access: Access, set: RemovalSet): boolean {
  return [...set.actions].some((id) => {
    const action = access.actions.get(id)!;
    if (action.kind === 'open') return action.joint.kind === 'connector' && action.joint.family !== 'tray';
    return action.part.kind === 'cover' || action.part.kind === 'keyboard';
  });
}
