import { openId, type Access, type Action, type ActionId, type Requirement } from '../access';
import { contentHash } from '../machine';
import { commonOrder } from './align';
import { goalRequirements, JOB, PlanningError, settleGoals, type Goal } from './goals';
import { inHand } from './in-hand';
import { order, WEIGHTS, type Order, type Setup, type Weighting, type Weights } from './order';
import { causePhrase, waitsPhrase } from './phrase';
import { poseOf } from './pose';
import { cheapestSet, type RemovalSet } from './removal-set';
import { PLAN_FORMAT, type Plan, type Step } from './schema';
import { StepWriter } from './steps';
import { timesOf } from './times';
import { toolOf } from './tools';
import { mirrorOrder, needsOpenTest, OPEN_TEST_ID, upEdges, type UpEdge } from './way-up';

export interface PlanOptions {
  weighting?: Weighting;
  /** Hash of the machine file, when it is known already. */
  hash?: string;
}

/**
 * The whole plan for a set of goals: least removal set, an order down, the way up, what to prove.
 * Equal input gives equal output, whatever the order of the goals.
 * @throws PlanningError when a goal is not in the machine or cannot be met
 */
export function plan(access: Access, goals: readonly Goal[], options: PlanOptions = {}): Plan {
  const { model } = access;
  const settled = settleGoals(goals);
  if (settled.length === 0) throw new PlanningError('nothing to do: choose at least one goal');
  const weighting = options.weighting ?? 'part-by-part';
  const set = removalSet(access, settled);
  const down = orderDown(access, set, WEIGHTS[weighting]);
  const actions = down.sequence.map((id) => access.actions.get(id)!);
  const up = orderUp(access, set, down.sequence);

  const writer = new StepWriter(access, settled, reasonsOf(set));
  const steps = [
    ...writer.isolation(),
    ...writer.down(actions),
    ...writer.swap(),
    ...writer.up(up.sequence, departures(access, down.sequence, up)),
    ...writer.restore(),
    ...writer.prove(actions)
  ];
  pairPoses(steps);
  const named = new Set(steps.flatMap((s) => s.because));
  return {
    format: PLAN_FORMAT,
    machine: { id: model.machine.id, revision: model.machine.revision, hash: options.hash ?? contentHash(model.machine) },
    goals: settled,
    weighting,
    steps,
    requirements: [...set.taken.values()]
      .filter(({ requirement }) => named.has(requirement.id))
      .map(({ requirement: r }) => ({ id: r.id, of: r.of, cause: r.cause.kind, text: causePhrase(model, r.cause) })),
    energised: energised(access, set, actions).map((id) => `down/${id}`),
    set: { cost: set.cost, bound: set.bound, proved: set.proved },
    order: { cost: down.cost, bound: down.bound, proved: down.proved },
    inHand: inHand(access, settled, actions),
    times: timesOf(steps.map((s) => s.seconds))
  };
}

/** Cost of an action for the choice of the set: there and back, s. */
export function actionCost(action: Action): number {
  return action.seconds + action.backSeconds;
}

/** @throws PlanningError when some requirement cannot be met */
export function removalSet(access: Access, goals: readonly Goal[], forbidden: ReadonlySet<string> = new Set()): RemovalSet {
  const asked = goalRequirements(access, goals);
  const solve = (job: readonly Requirement[]) => {
    const result = cheapestSet(
      {
        job: JOB,
        requirementsOf: (id) => (id === JOB ? job : access.requirements.get(id)!),
        cost: (id) => actionCost(access.actions.get(id)!)
      },
      forbidden
    );
    if (!result.ok) throw new PlanningError(`cannot be done: ${causePhrase(access.model, result.unmet.cause)} Nothing in the file clears that.`);
    return result.set;
  };
  const set = solve(asked);
  const isolating = access.model.machine.isolation.joint;
  if (!isolating || !goesInside(access, set)) return set;
  const isolation: Requirement = {
    id: `${JOB} < isolation`,
    of: JOB,
    alternatives: [[openId(isolating)]],
    cause: { kind: 'isolation', joint: isolating }
  };
  return solve([...asked, isolation]);
}

/** Jobs that only draw a tray or lift a foot leave the power alone. */
function goesInside(access: Access, set: RemovalSet): boolean {
  return [...set.actions].some((id) => {
    const action = access.actions.get(id)!;
    if (action.kind === 'open') return action.joint.kind === 'connector' && action.joint.family !== 'tray';
    return action.part.kind === 'cover' || action.part.kind === 'keyboard';
  });
}

/** What has to come before what on the way down; the isolating joint as early as the machine allows. */
function downEdges(access: Access, set: RemovalSet): [ActionId, ActionId][] {
  const edges: [ActionId, ActionId][] = [];
  for (const { requirement, alternative } of set.taken.values()) {
    if (requirement.of === JOB) continue;
    for (const id of requirement.alternatives[alternative]!) edges.push([id, requirement.of]);
  }
  const isolating = isolatingAction(access, set);
  if (isolating) {
    const first = ancestors(edges, isolating);
    for (const id of set.actions) if (id !== isolating && !first.has(id)) edges.push([isolating, id]);
  }
  return edges;
}

function isolatingAction(access: Access, set: RemovalSet): ActionId | undefined {
  const { joint } = access.model.machine.isolation;
  return joint && set.actions.has(openId(joint)) ? openId(joint) : undefined;
}

function ancestors(edges: readonly (readonly [ActionId, ActionId])[], of: ActionId): Set<ActionId> {
  const found = new Set<ActionId>();
  const stack = [of];
  while (stack.length > 0) {
    const id = stack.pop()!;
    for (const [before, after] of edges) {
      if (after !== id || found.has(before)) continue;
      found.add(before);
      stack.push(before);
    }
  }
  return found;
}

/** Actions before the isolating one, unless the power was already taken away from outside. */
function energised(access: Access, set: RemovalSet, actions: readonly Action[]): ActionId[] {
  const isolating = isolatingAction(access, set);
  const fromOutside = access.model.machine.isolation.steps.some((s) => s.kind === 'firmware-disconnect' || s.kind === 'remove-battery');
  if (!isolating || fromOutside) return [];
  const ids = actions.map((a) => a.id);
  return ids.slice(0, ids.indexOf(isolating));
}

function orderDown(access: Access, set: RemovalSet, weights: Weights): Order {
  const actions = [...access.actions.keys()].filter((id) => set.actions.has(id));
  const focus = new Map(actions.map((id) => [id, focusOf(access, set, id)]));
  return order({
    actions,
    edges: downEdges(access, set),
    weights,
    start: { pose: 'topside/closed' },
    setup: (id, done) => setupOf(access, id, focus.get(id), done)
  });
}

function setupOf(access: Access, id: ActionId, focus: string | undefined, done: ReadonlySet<ActionId>): Setup {
  const action = access.actions.get(id)!;
  return { pose: poseOf(access, action, done), tool: toolOf(action), focus };
}

/** The part that the action is done for: what it frees, or else what it holds. */
function focusOf(access: Access, set: RemovalSet, id: ActionId): string {
  const action = access.actions.get(id)!;
  if (action.kind === 'move') return action.part.id;
  const frees: string[] = [];
  for (const { requirement, alternative } of set.taken.values()) {
    if (!requirement.alternatives[alternative]!.includes(id)) continue;
    const by = access.actions.get(requirement.of);
    if (by?.kind === 'move') frees.push(by.part.id);
  }
  const { a, b } = action.joint;
  return frees.includes(a) ? a : frees.includes(b) ? b : (frees[0] ?? a);
}

interface Up {
  sequence: ActionId[];
  edges: UpEdge[];
}

function orderUp(access: Access, set: RemovalSet, down: readonly ActionId[]): Up {
  const edges = upEdges(access, set.actions, set.taken.values());
  const extra = new Map<ActionId, number>();
  down.forEach((id, at) => {
    const action = access.actions.get(id)!;
    if (action.kind === 'open' && action.joint.kind === 'adhesive' && action.joint.singleUse) {
      const back = down.findIndex((other) => isRemovalOf(access, other, (action.joint as { a: string }).a));
      if (back < 0) return;
      extra.set(`prepare:${action.joint.id}`, back + 0.5);
      edges.push({ before: `prepare:${action.joint.id}`, after: down[back]! });
    }
    if (action.kind === 'move' && action.part.kind === 'cover') extra.set(OPEN_TEST_ID, at + 0.5);
  });
  const all = down.map((id) => access.actions.get(id)!);
  if (!needsOpenTest(access.model, all)) extra.delete(OPEN_TEST_ID);
  return { sequence: mirrorOrder(down, edges, extra), edges };
}

function isRemovalOf(access: Access, id: ActionId, part: string): boolean {
  const action = access.actions.get(id)!;
  return action.kind === 'move' && action.removes && action.part.id === part;
}

/** For each up action that does not stand at its mirror's place: why. */
function departures(access: Access, down: readonly ActionId[], up: Up): Map<ActionId, string> {
  const stays = new Set(commonOrder([...down].reverse(), up.sequence));
  const out = new Map<ActionId, string>();
  for (const id of up.sequence) {
    if (stays.has(id)) continue;
    const own = up.edges.find((e) => e.why && e.after === id) ?? up.edges.find((e) => e.why && e.before === id);
    const waits = up.edges.find((e) => e.after === id && out.has(e.before));
    const action = waits && access.actions.get(waits.before);
    out.set(id, own?.why ?? (action ? waitsPhrase(action) : 'Moves with the steps around it.'));
  }
  return out;
}

function reasonsOf(set: RemovalSet): Map<ActionId, string[]> {
  const reasons = new Map<ActionId, string[]>();
  for (const { requirement, alternative } of set.taken.values()) {
    for (const id of requirement.alternatives[alternative]!) reasons.set(id, [...(reasons.get(id) ?? []), requirement.id]);
  }
  return reasons;
}

/** A turn on the way up mirrors the turn that stood between the mirrored neighbours on the way down. */
function pairPoses(steps: Step[]): void {
  const down = steps.filter((s) => s.leg === 'isolate' || s.leg === 'down');
  const byId = new Map(down.map((s, i) => [s.id, i]));
  steps.forEach((step, i) => {
    if (step.do !== 'pose' || step.leg !== 'up') return;
    const later = steps.slice(i + 1).find((s) => s.mirror && s.do !== 'pose');
    const at = later ? byId.get(later.mirror!) : undefined;
    const twin = at === undefined ? undefined : down[at + 1];
    if (twin?.do === 'pose' && !twin.mirror) {
      step.mirror = twin.id;
      twin.mirror = step.id;
    } else step.departs = 'The next step needs this side.';
  });
  for (const step of down) if (step.do === 'pose' && !step.mirror) step.departs = 'The way up needs no turn here.';
}
