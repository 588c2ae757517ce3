import { type Access } from '../access';
import type { Condition } from '../hazards';
import { contentHash, powerGap, type Model } from '../machine';
import { STANDARD_PACE, timesOf, type Pace } from '../time';
import { energisedCaution } from './cautions';
import { downProblem, isolatingAction, START } from './down';
import { inHand } from './in-hand';
import {
  FIRST_WEIGHTING,
  sequencing,
  WEIGHTS,
  type Sequenced,
  type Setup,
  type Weighting,
  type Weights,
  type WayKey
} from '../solve';
import { underConditions } from './conditions';
import { cannotIsolate, isolationOf } from './kept-off';
import { say } from '../language';
import { causeWords, DEPARTS, evidenceWords, POWER_GAPS } from '../words';
import { lidsOf, ontoMat, poseOf } from './pose';
import { PLAN_FORMAT, type Plan, type Step } from './schema';
import { equalSets, removalSet, type From, type RemovalSet } from './sets';
import { swapsOf } from './spare';
import { kindOf, StepWriter } from './steps';
import { CLOSING_PARTS } from './touched';
import { departures, upProblem } from './up';
import { openTestPlace } from './way-up';
import { openId, type ActionId, stepId } from '../ids';
import { PlanningError, settleGoals, type Goal } from '../goals';

export interface PlanOptions {
  /** Part by part where nothing is said; weights of one's own go with any other name. */
  weighting?: Weighting | { name: string; weights: Weights };
  /** Ways that are not to be taken: keys of a plan's alternatives. */
  avoid?: readonly WayKey[];
  /** Where work goes on from, when it has begun. */
  from?: From;
  /** Hash of the machine file, when it is known already. */
  hash?: string;
  /** Variant of the machine at hand, where it is known: spares are checked against it. */
  variant?: string;
  /** How the machine came in, where that changes cautions and methods. */
  conditions?: readonly Condition[];
  /** How fast the work goes; the standard where nothing was measured. */
  pace?: Pace;
  /** Setups to work through for each leg before an order is given with a gap. */
  budget?: number;
}

/** Above this number of actions sets that cost the same are not looked for: each takes a search of its own. */
const COMPARED_ACTIONS = 150;

/** What one hears while a plan is being made. */
export type Progress = { stage: 'first'; plan: Plan } | { stage: 'down' | 'up'; cost: number; bound: number };

/**
 * The whole plan for a set of goals: least removal set, an order down, the way up, what to prove.
 * Equal input gives equal output, whatever the order of the goals.
 * @throws PlanningError when a goal is not in the machine or cannot be met
 */
export function plan(access: Access, goals: readonly Goal[], options: PlanOptions = {}): Plan {
  const making = planning(access, goals, options, false);
  for (;;) {
    const { value, done } = making.next();
    if (done) return value;
  }
}

/**
 * The same in pieces: a first plan at once, then how the proof goes, then the plan itself.
 * Whoever stops asking has stopped the work; whoever answers true to what is heard has had enough, and gets the best plan so far
 * with the gap that is known of it.
 * @param first whether a plan with the first order found is wanted on the way
 * @throws PlanningError when a goal is not in the machine or cannot be met
 */
export function* planning(
  access: Access,
  goals: readonly Goal[],
  options: PlanOptions = {},
  first = true
): Generator<Progress, Plan, boolean | undefined> {
  const settled = settleGoals(goals);
  if (settled.length === 0) throw new PlanningError(say('plan.noGoal'));
  // Nobody works inside a machine whose power nobody can take away.
  const gap = powerGap(access.model.machine);
  if (gap) throw new PlanningError(POWER_GAPS[gap]);
  const { weighting = FIRST_WEIGHTING, avoid = [], conditions = [], budget, from } = options;
  const weights = typeof weighting === 'string' ? WEIGHTS[weighting] : weighting.weights;
  const avoided = new Set(avoid);
  const cheapest = removalSet(access, settled, avoided, from);
  const start = (set: RemovalSet) => {
    const search = sequencing(downProblem(access, set, weights, from), budget);
    return { set, search, quick: search.next().value };
  };
  const write = (set: RemovalSet, down: Sequenced) => {
    const up = upProblem(access, set, down.sequence, endOf(access, set, down.sequence, from), weights);
    return { up, plan: (order: Sequenced) => written(access, settled, options, set, down, order, up) };
  };
  let begun = start(cheapest);
  let isEnough = false;
  if (first) {
    const { up, plan } = write(cheapest, begun.quick);
    isEnough = (yield { stage: 'first', plan: plan(sequencing(up, 0).next().value) }) === true;
  }
  // Among sets that cost the same the one is taken that leaves less to do live, then less loose, then fewer motions.
  if (!isEnough && cheapest.proved && cheapest.actions.size <= COMPARED_ACTIONS) {
    for (const set of equalSets(access, settled, cheapest, avoided, from)) {
      const other = start(set);
      if (isBetter(motions(access, other, conditions), motions(access, begun, conditions))) begun = other;
    }
  }
  const down: Sequenced = yield* rest('down', begun.search, begun.quick);
  const { up, plan } = write(begun.set, down);
  return plan(yield* rest('up', sequencing(up, budget)));

  function* rest(
    stage: 'down' | 'up',
    search: Generator<Sequenced, Sequenced>,
    last?: Sequenced
  ): Generator<Progress, Sequenced, boolean | undefined> {
    if (last && (last.proved || isEnough)) return last;
    for (;;) {
      const { value, done } = search.next();
      if (done || isEnough) return value;
      isEnough = (yield { stage, cost: value.cost, bound: value.bound }) === true;
      if (isEnough) return value;
    }
  }
}

/** Steps with the power on, loose turns and wasted motion of the first order found, the worse first. */
const motions = (
  access: Access,
  { set, quick }: { set: RemovalSet; quick: Sequenced },
  conditions: readonly Condition[]
) => [energised(access, set, quick.sequence, conditions).length, quick.loose.turns, quick.cost];
const isBetter = (a: readonly number[], b: readonly number[]): boolean => {
  const i = a.findIndex((x, k) => x !== b[k]);
  return i >= 0 && a[i]! < b[i]!;
};

function written(
  access: Access,
  goals: Goal[],
  options: PlanOptions,
  set: RemovalSet,
  down: Sequenced,
  up: Sequenced,
  upward: ReturnType<typeof upProblem>
): Plan {
  const { model } = access;
  const { weighting = FIRST_WEIGHTING, avoid = [], conditions = [] } = options;
  const actions = down.sequence.map((id) => access.actions.get(id)!);
  const swaps = swapsOf(access, goals, down.sequence);
  const writer = new StepWriter(
    access,
    goals,
    reasonsOf(set),
    lidsOf(access, set.taken.values()),
    conditions,
    options.from
  );
  const steps = underConditions(
    model,
    [
      ...writer.isolation(),
      ...writer.down(actions),
      ...writer.swap(swaps, options.variant),
      ...writer.up(
        up.sequence,
        departures(access, down.sequence, up.sequence, upward.edges),
        openTestPlace(access, up.sequence)
      ),
      ...writer.restore(),
      ...writer.prove(actions, swaps)
    ],
    conditions,
    goals
  );
  pairPoses(steps);
  const live = {
    down: energised(access, set, down.sequence, conditions).map((id) => stepId.action('down', id)),
    up: liveAgain(access, up.sequence, conditions).map((id) => stepId.action('up', id))
  };
  for (const leg of ['down', 'up'] as const) {
    const told = leg === 'down' ? fromTheOpening(model, steps, live.down) : live.up;
    for (const step of steps)
      if (told.includes(step.id)) step.cautions.unshift(energisedCaution(leg, step.id === told[0], step.tool));
  }
  const named = new Set(steps.flatMap((s) => s.because));
  return {
    format: PLAN_FORMAT,
    machine: {
      id: model.machine.id,
      revision: model.machine.revision,
      hash: options.hash ?? contentHash(model.machine)
    },
    goals,
    weighting: typeof weighting === 'string' ? weighting : weighting.name,
    ...(avoid.length > 0 ? { avoid: [...avoid].sort() } : {}),
    ...(conditions.length > 0 ? { conditions: [...new Set(conditions)].sort() } : {}),
    steps,
    requirements: [...set.taken.values()]
      .filter(({ requirement }) => named.has(requirement.id))
      .map(({ requirement: r }) => ({
        id: r.id,
        of: r.of,
        cause: r.cause.kind,
        text: causeWords(model, r.cause),
        ...(r.cause.kind === 'covers' && r.cause.evidence ? { figures: evidenceWords(model, r.cause.evidence) } : {})
      })),
    energised: [...live.down, ...live.up],
    loose: steps.filter((s) => s.unheld).map((s) => s.id),
    set: { cost: set.cost, bound: set.bound, proved: set.proved },
    order: bounded(down),
    orderUp: bounded(up),
    swaps,
    inHand: inHand(access, goals, actions, options.variant),
    times: timesOf(
      steps.map((s) => ({ seconds: s.seconds, kind: kindOf(model, s) })),
      options.pace ?? STANDARD_PACE
    )
  };
}

const bounded = ({ cost, bound, proved, loose }: Sequenced): Plan['order'] => ({ cost, bound, proved, loose });

/** Actions before the isolating one, unless the power was already taken away from outside; all of them where it cannot be. */
function energised(
  access: Access,
  set: RemovalSet,
  down: readonly ActionId[],
  conditions: readonly Condition[]
): ActionId[] {
  const { machine } = access.model;
  if (cannotIsolate(machine, conditions)) return [...down];
  const isolating = isolatingAction(access, set);
  const fromOutside = isolationOf(machine, conditions).some(
    (s) => s.kind === 'firmware-disconnect' || s.kind === 'remove-battery'
  );
  return !isolating || fromOutside ? [] : down.slice(0, down.indexOf(isolating));
}

/** Plugs that are closed after the isolating one: the machine leaves no other way. A battery that its firmware keeps away is no power yet. */
function liveAgain(access: Access, up: readonly ActionId[], conditions: readonly Condition[]): ActionId[] {
  const { machine } = access.model;
  const { joint } = machine.isolation;
  const at = joint === undefined ? -1 : up.indexOf(openId(joint));
  const isLive = cannotIsolate(machine, conditions);
  if (!isLive && (at < 0 || isolationOf(machine, conditions).some((s) => s.kind === 'firmware-disconnect'))) return [];
  return (isLive ? up : up.slice(at + 1)).filter((id) => {
    const action = access.actions.get(id)!;
    return action.kind === 'open' && action.joint.kind === 'connector';
  });
}

/** Of steps with the power on those where something of the inside is open: a foot and a closed case are no danger. */
function fromTheOpening(model: Model, steps: readonly Step[], live: readonly string[]): readonly string[] {
  const own = steps.filter((s) => live.includes(s.id));
  const opens = own.findIndex((s) => s.do === 'move' && CLOSING_PARTS.has(model.part(s.part!).kind));
  return own.slice(Math.max(0, opens)).map((s) => s.id);
}

/** How the machine lies and what is in the hand after the way down. */
function endOf(access: Access, set: RemovalSet, down: readonly ActionId[], from?: From): Setup {
  const lids = lidsOf(access, set.taken.values());
  const done = new Set<ActionId>();
  const last = from?.done.at(-1);
  const at: Setup = { ...START, ...(last ? {} : from?.lies) };
  for (const id of down) {
    const action = access.actions.get(id)!;
    if (!ontoMat(access, action).some((x) => done.has(x))) Object.assign(at, poseOf(access, action, 'down', lids));
    if (id === last) Object.assign(at, from?.lies);
    done.add(id);
  }
  return at;
}

function reasonsOf(set: RemovalSet): Map<ActionId, string[]> {
  const reasons = new Map<ActionId, string[]>();
  for (const { requirement, alternative } of set.taken.values()) {
    for (const id of requirement.alternatives[alternative]!)
      reasons.set(id, [...(reasons.get(id) ?? []), requirement.id]);
  }
  return reasons;
}

/** A turn on the way up mirrors the turn that stood between the mirrored neighbours on the way down. */
function pairPoses(steps: Step[]): void {
  const down = steps.filter((s) => s.leg === 'isolate' || s.leg === 'down');
  const byId = new Map(down.map((s, i) => [s.id, i]));
  steps.forEach((step, i) => {
    // What is stood up for the test with the case open has no counterpart.
    if (step.do !== 'pose' || step.leg !== 'up' || step.departs) return;
    const later = steps.slice(i + 1).find((s) => s.mirror && s.do !== 'pose');
    const at = later ? byId.get(later.mirror!) : undefined;
    const twin = at === undefined ? undefined : down[at + 1];
    if (twin?.do === 'pose' && !twin.mirror) {
      step.mirror = twin.id;
      twin.mirror = step.id;
    } else step.departs = DEPARTS.turnsDown;
  });
  for (const step of down) if (step.do === 'pose' && !step.mirror) step.departs = DEPARTS.turnsUp;
}
