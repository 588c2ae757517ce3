import { accessOf, type Access } from '../access';
import type { Condition } from '../hazards';
import { modelOf, type Machine } from '../machine';
import { settleGoals, type Goal } from './goals';
import type { Weighting, Weights } from './order';
import { findAlongside, findAlternatives, type Alongside, type Alternative } from './choices';
import { planning, type Progress } from './plan';
import type { From } from './sets';
import type { Plan } from './schema';
import { STANDARD_PACE } from '../time';

/** What is asked of whoever plans: all of it is data, so that it can be sent to a thread. */
export interface PlanRequest {
  machine: Machine;
  /** Content hash of the machine file: equal hashes are equal machines. */
  hash: string;
  goals: readonly Goal[];
  weighting?: Weighting | { name: string; weights: Weights };
  avoid?: readonly string[];
  /** Where work goes on from, when it has begun. */
  from?: From;
  variant?: string;
  /** How the machine came in. */
  conditions?: readonly Condition[];
  /** The shop's factors of the standard time, by kind of work. */
  pace?: Readonly<Record<string, number>>;
  /** How far single steps and whole visits stray: standard deviations of the logarithm. */
  spreads?: Readonly<{ step: number; visit: number }>;
}

/** What else could be done, and what could be done in the same visit. */
export interface Choices {
  alternatives: Alternative[];
  alongside: Alongside[];
}

/** What adds more than this to a job is another job, s: bench rule of thumb. */
const ALONGSIDE_SECONDS = 300;

/** Machines and plans that are kept; the one asked for longest ago is dropped. */
const KEPT_MACHINES = 20;
const KEPT_PLANS = 200;

/** A place where plans are made: it derives each machine once, and makes each plan once. */
export class PlanDesk {
  private readonly machines = new Kept<Access>(KEPT_MACHINES);
  private readonly plans = new Kept<Plan>(KEPT_PLANS);

  /** What is derived from a machine file, once per hash. */
  access(hash: string, machine: Machine): Access {
    return this.machines.get(hash) ?? this.machines.put(hash, accessOf(modelOf(machine)));
  }

  /**
   * A first plan at once, then how the proof goes, then the plan; one that was made before comes alone. Answered with true it
   * ends with the best so far, which is not kept: asked for again, the proof goes on from the start.
   * @throws PlanningError as `plan` does
   */
  *ask(request: PlanRequest): Generator<Progress, Plan, boolean | undefined> {
    const key = requestKey(request);
    const known = this.plans.get(key);
    if (known) return known;
    const { machine, goals, pace = {}, spreads, ...options } = request;
    const factors = { factor: (kind: string) => pace[kind] ?? 1, spread: spreads?.step ?? STANDARD_PACE.spread, visitSpread: spreads?.visit ?? STANDARD_PACE.visitSpread };
    const making = planning(this.access(request.hash, machine), goals, { ...options, pace: factors });
    for (let isEnough = false; ; ) {
      const { value, done } = making.next(isEnough);
      if (done) return isEnough ? value : this.plans.put(key, value);
      isEnough = (yield value) === true || isEnough;
    }
  }

  /**
   * The choices beside a plan, pausing after each that was tried.
   * @throws PlanningError as `plan` does
   */
  *choose({ machine, hash, goals, avoid = [] }: PlanRequest): Generator<void, Choices> {
    const access = this.access(hash, machine);
    return { alternatives: yield* findAlternatives(access, goals, avoid), alongside: yield* findAlongside(access, goals, ALONGSIDE_SECONDS, avoid) };
  }
}

/** Equal keys are equal plans. */
export function requestKey({ hash, goals, weighting = 'part-by-part', avoid = [], from, variant, conditions = [], pace = {}, spreads }: PlanRequest): string {
  return JSON.stringify([hash, settleGoals(goals), weighting, [...new Set(avoid)].sort(), variant ?? null, [...new Set(conditions)].sort(), Object.entries(pace).sort(), ...(spreads ? [spreads.step, spreads.visit] : []), ...(from ? [from.done, [...new Set(from.stuck)].sort()] : [])]);
}

/** A few things by key, the one used longest ago dropped first. */
class Kept<T> {
  private readonly map = new Map<string, T>();

  constructor(private readonly most: number) {}

  get(key: string): T | undefined {
    const found = this.map.get(key);
    if (found !== undefined) this.put(key, found);
    return found;
  }

  put(key: string, value: T): T {
    this.map.delete(key);
    this.map.set(key, value);
    if (this.map.size > this.most) this.map.delete(this.map.keys().next().value!);
    return value;
  }
}
