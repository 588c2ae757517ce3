import { type Access, type Action, type Alternative, type Requirement } from '../access';
import { removes } from '../machine';
import { unmetWords } from '../words';
import { togetherOf } from './together';
import { cheapestSet, setsAmong, wayKey, type Members, type RemovalSet as SolvedSet, type WayKey } from '../solve';
import { moveId, openId, type ActionId } from '../ids';
import { JOB, PlanningError, goalId, goalRequirements, type Goal } from '../goals';

/** A set of actions for a job, with the causes that call for each. */
export type RemovalSet = SolvedSet<Requirement>;

/** Cost of an action for the choice of the set: there and back, s. */
export function actionCost(action: Action): number {
  return action.seconds + action.backSeconds;
}

/** Where work goes on from: what is open and out at this moment in the order in which it was done, and what will not open. */
export interface From {
  done: readonly ActionId[];
  stuck: readonly ActionId[];
  /** How the machine lies now, whatever was done last; as what was done last had it where nothing is said. */
  lies?: { up: string; lid: string };
}
const FROM_START: From = { done: [], stuck: [] };

/**
 * The least-time set of actions for these goals, isolation included where the job goes inside.
 * @param avoid ways that are not to be taken
 * @param from what is done stays in the set and costs nothing more; what is stuck stays out of it
 * @param budget needs to weigh before the best set found is given with its gap
 * @throws PlanningError when some requirement cannot be met, naming it
 */
export function removalSet(
  access: Access,
  goals: readonly Goal[],
  avoid: ReadonlySet<WayKey> = new Set(),
  from: From = FROM_START,
  budget?: number
): RemovalSet {
  const problem = problemOf(access, from);
  const asked = [...goalRequirements(access, goals), ...keeping(from)];
  const result = cheapestSet(
    {
      ...problem,
      job: JOB,
      requirementsOf: (id) => (id === JOB ? asked.map(problem.without) : problem.requirementsOf(id))
    },
    avoid,
    budget
  );
  if (!result.ok)
    throw new PlanningError(unmetWords(access.model, result.unmet.cause, avoid.size > 0 || from.stuck.length > 0));
  return withSunk(access, from, result.set);
}

/**
 * The same for any choice of these goals, from one state of the machine: many sets in the time of a few.
 * @returns given some of the goals by their id, in one order: their set, undefined where they cannot be met
 */
export function setsOfGoals(
  access: Access,
  goals: readonly Goal[],
  from: From = FROM_START
): (picked: readonly string[]) => Members | undefined {
  const problem = problemOf(access, from);
  const asked = new Map(goals.map((goal) => [goalId(goal), orNone(() => goalRequirements(access, [goal]))]));
  const jobs = new Map<ActionId, Requirement[]>(
    [...asked].flatMap(([id, list]) => (list ? [[`${JOB} ${id}`, list.map(problem.without)] as const] : []))
  );
  jobs.set(JOB, keeping(from).map(problem.without));
  const among = setsAmong(
    {
      ...problem,
      requirementsOf: (id) => jobs.get(id) ?? problem.requirementsOf(id),
      cost: (id) => (jobs.has(id) ? 0 : problem.cost(id))
    },
    [...jobs.keys()]
  );
  const found = new Map<string, Members | undefined>();
  const isMetBy = (goal: string, set: Members) =>
    asked
      .get(goal)
      ?.every((r) => problem.without(r).alternatives.some((way) => way.every((id) => set.actions.has(id)))) ?? false;
  const find = (picked: readonly string[]) => {
    // A set for some of the goals that meets the others as well is theirs: more goals never cost less.
    for (const goal of picked) {
      const some = found.get(picked.filter((id) => id !== goal).join(' '));
      if (some?.proved && isMetBy(goal, some)) return some;
    }
    const set = among([JOB, ...picked.map((id) => `${JOB} ${id}`)]);
    return set && withSunk(access, from, set);
  };
  return (picked) => {
    const key = picked.join(' ');
    if (!found.has(key)) found.set(key, find(picked));
    return found.get(key);
  };
}

/** What actions need and cost on this machine as it lies now. `without` takes out of a requirement what will not open. */
function problemOf(access: Access, from: From) {
  const done = new Set(from.done);
  const together = togetherOf(access.model);
  // What was taken apart leaves together no more.
  const torn = together.filter(({ group, moves }) => !done.has(group) && moves.some((id) => done.has(id)));
  const stuck = new Set([...from.stuck, ...torn.map(({ group }) => group)]);
  const without = (r: Requirement): Requirement =>
    stuck.size > 0 ? { ...r, alternatives: r.alternatives.filter((way) => !way.some((id) => stuck.has(id))) } : r;
  /** What a thing that is done needed is there, by the ways that were taken; where none was, it was found so. */
  const asDone = (list: readonly Requirement[]) =>
    list.flatMap((r) => {
      const taken = r.alternatives.filter((way) => way.every((id) => done.has(id)));
      return taken.length > 0 ? [{ ...r, alternatives: taken }] : [];
    });
  const isolating = access.model.machine.isolation.joint;
  // Whoever goes inside takes the power away, whichever comes first.
  const powerless: Requirement | undefined = isolating
    ? without({
        id: `${JOB} < isolation`,
        of: JOB,
        alternatives: waysToIsolate(access, isolating),
        cause: { kind: 'isolation', joint: isolating }
      })
    : undefined;
  return {
    together: together.filter(({ group }) => !done.has(group)),
    without,
    requirementsOf: (id: ActionId) =>
      done.has(id) ? asDone(access.requirements.get(id)!) : access.requirements.get(id)!.map(without),
    beside: (id: ActionId) => {
      const action = access.actions.get(id);
      return action && goesInside(action) ? powerless : undefined;
    },
    cost: (id: ActionId) => (done.has(id) ? 0 : actionCost(access.actions.get(id)!))
  };
}

/** What is done stays done. */
const keeping = (from: From) =>
  from.done.map((id): Requirement => ({
    id: `${JOB} < done ${id}`,
    of: JOB,
    alternatives: [[id]],
    cause: { kind: 'done', what: id }
  }));

/** What was paid before counts in the whole. */
function withSunk<S extends Members>(access: Access, from: From, set: S): S {
  const sunk = from.done.reduce((sum, id) => sum + actionCost(access.actions.get(id)!), 0);
  return sunk > 0 ? { ...set, cost: set.cost + sunk, bound: set.bound + sunk } : set;
}

/** Choices of a set that are tried the other way in the search for one that costs the same: each is a search of its own. */
const MOST_TRIED = 24;
/** Needs that each of them may weigh. */
const EQUAL_BUDGET = 1500;

/**
 * Other sets that cost the same: for each choice that the set made, the best without it, where that is no dearer.
 * They are not all there are; the cost is proved, which of the equals has the best order is not.
 */
export function* equalSets(
  access: Access,
  goals: readonly Goal[],
  set: RemovalSet,
  avoid: ReadonlySet<WayKey> = new Set(),
  from: From = FROM_START
): Generator<RemovalSet> {
  const told = new Set([[...set.actions].join(' ')]);
  const ways = new Set<WayKey>();
  for (const { requirement, alternative } of set.taken.values())
    if (requirement.alternatives.length > 1) ways.add(wayKey(requirement.alternatives[alternative]!));
  for (const way of [...ways].sort().slice(0, MOST_TRIED)) {
    const other = orNone(() => removalSet(access, goals, new Set([...avoid, way]), from, EQUAL_BUDGET));
    if (!other || other.cost > set.cost + EQUAL) continue;
    const key = [...other.actions].join(' ');
    if (!told.has(key)) yield other;
    told.add(key);
  }
}

const EQUAL = 1e-9;

function orNone<T>(make: () => T): T | undefined {
  try {
    return make();
  } catch (error) {
    if (error instanceof PlanningError) return undefined;
    throw error;
  }
}

/** The isolating joint is opened; a battery that is taken out whole leaves its bay as well. */
function waysToIsolate(access: Access, isolating: string): Alternative[] {
  const { model } = access;
  const whole = model.machine.isolation.steps.some((s) => s.kind === 'remove-battery' && s.joint === isolating);
  const battery = model.part(model.joint(isolating).a);
  const out = whole ? battery.moves.filter(removes) : [];
  return out.length > 0 ? out.map((m) => [openId(isolating), moveId(battery.id, m.id)]) : [[openId(isolating)]];
}

/** Drawing a tray or lifting a foot leaves the power alone; plugs, covers and keyboards do not. */
function goesInside(action: Action): boolean {
  if (action.kind === 'open') return action.joint.kind === 'connector' && action.joint.family !== 'tray';
  return action.part.kind === 'cover' || action.part.kind === 'keyboard';
}
