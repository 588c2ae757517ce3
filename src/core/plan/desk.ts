import { LRUCache } from 'lru-cache';
import { accessOf, type Access } from '../access';
import { modelOf, type Machine } from '../machine';
import { findAlongside, findAlternatives, type Alongside, type Alternative } from './choices';
import { planning, type Progress } from './plan';
import { requestKey, type PlanRequest } from './request';
import type { Plan } from './schema';

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
  private readonly machines = new LRUCache<string, Access>({ max: KEPT_MACHINES });
  private readonly plans = new LRUCache<string, Plan>({ max: KEPT_PLANS });

  /** What is derived from a machine file, once per hash. */
  access(hash: string, machine: Machine): Access {
    let access = this.machines.get(hash);
    if (!access) this.machines.set(hash, (access = accessOf(modelOf(machine))));
    return access;
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
    const { machine, goals, pace, spreads, ...options } = request;
    const factors = { factor: (kind: string) => pace[kind] ?? 1, spread: spreads.step, visitSpread: spreads.visit };
    const making = planning(this.access(request.hash, machine), goals, { ...options, pace: factors });
    for (let isEnough = false; ;) {
      const { value, done } = making.next(isEnough);
      if (done) {
        if (!isEnough) this.plans.set(key, value);
        return value;
      }
      isEnough = (yield value) === true || isEnough;
    }
  }

  /**
   * The choices beside a plan, pausing after each that was tried.
   * @throws PlanningError as `plan` does
   */
  *choose({ machine, hash, goals, avoid }: PlanRequest): Generator<void, Choices> {
    const access = this.access(hash, machine);
    return {
      alternatives: yield* findAlternatives(access, goals, avoid),
      alongside: yield* findAlongside(access, goals, ALONGSIDE_SECONDS, avoid)
    };
  }
}
