import type { Access } from '../access';
import type { Said } from '../language';
import { alongsideWhy, alongsideWords, insteadWords, type Service } from '../words';
import { wayKey, type WayKey } from '../solve';
import { removalSet, type RemovalSet } from './sets';
import type { ActionId } from '../ids';
import { PlanningError, goalId, replaceableParts, settleGoals, type Goal } from '../goals';

/** Another way to do part of a job. */
export interface Alternative {
  /** The requirement that would be met otherwise. */
  requirement: string;
  /** To be avoided, so that the plan takes this way. */
  avoid: WayKey;
  /** What the whole job would take longer, there and back, s. */
  extraSeconds: number;
  text: Said;
  adds: ActionId[];
  drops: ActionId[];
}

/**
 * What else could be done: for every choice that the cheapest set made, the next best and what it would cost more, exactly.
 * Cheapest first; ways that come to the same are told once.
 * @throws PlanningError when the goals themselves cannot be met
 */
export function alternatives(access: Access, goals: readonly Goal[], avoid: readonly WayKey[] = []): Alternative[] {
  return finish(findAlternatives(access, goals, avoid));
}

/** The same, pausing after each that was tried. */
export function* findAlternatives(
  access: Access,
  goals: readonly Goal[],
  avoid: readonly WayKey[] = []
): Generator<void, Alternative[]> {
  const settled = settleGoals(goals);
  const base = removalSet(access, settled, new Set(avoid));
  const found = new Map<string, Alternative>();
  for (const { requirement, alternative } of base.taken.values()) {
    if (requirement.alternatives.length < 2) continue;
    yield;
    const key = wayKey(requirement.alternatives[alternative]!);
    const other = tryTo(() => removalSet(access, settled, new Set([...avoid, key])));
    if (!other) continue;
    const adds = [...other.actions].filter((id) => !base.actions.has(id));
    const drops = [...base.actions].filter((id) => !other.actions.has(id));
    // What only adds, because something else needs what was to be avoided, is no other way.
    if (adds.length === 0 || drops.length === 0) continue;
    const result = adds.join(' ');
    if (!found.has(result)) {
      found.set(result, {
        requirement: requirement.id,
        avoid: key,
        extraSeconds: other.cost - base.cost,
        text: insteadWords(access, adds, drops),
        adds,
        drops
      });
    }
  }
  return [...found.values()].sort(
    (a, b) => a.extraSeconds - b.extraSeconds || (a.requirement < b.requirement ? -1 : 1)
  );
}

/** Something else that could be done in the same visit. */
export interface Alongside {
  goal: Goal;
  /** What it adds to the job, there and back, s; the work on the part itself not counted. */
  extraSeconds: number;
  text: Said;
  /** Why now. */
  reason: Said;
}

/** Service that is worth a thought when its part is at hand anyhow, by kind: bench rules of thumb. */
const SERVICE: Partial<Record<string, { do: 'expose' | 'remove' | 'replace'; as: Service }>> = {
  fan: { do: 'remove', as: 'clean' },
  'heat-sink': { do: 'remove', as: 'compound' },
  battery: { do: 'replace', as: 'battery' },
  'coin-cell': { do: 'replace', as: 'coinCell' }
};

/**
 * "While you are there": further parts and service with what each would add to this job, cheapest first.
 * @param limitSeconds what adds more is left out
 */
export function alongside(
  access: Access,
  goals: readonly Goal[],
  limitSeconds: number,
  avoid: readonly WayKey[] = []
): Alongside[] {
  return finish(findAlongside(access, goals, limitSeconds, avoid));
}

/** The same, pausing after each that was tried. */
export function* findAlongside(
  access: Access,
  goals: readonly Goal[],
  limitSeconds: number,
  avoid: readonly WayKey[] = []
): Generator<void, Alongside[]> {
  const settled = settleGoals(goals);
  const asked = new Set(settled.flatMap((g) => (g.do === 'reach' ? [] : [g.part])));
  const forbidden = new Set(avoid);
  const base = removalSet(access, settled, forbidden);
  const { model } = access;
  const service = model.machine.parts.flatMap((part): { goal: Goal; task: Service }[] => {
    const known = SERVICE[part.kind];
    return known && !asked.has(part.id) ? [{ goal: { do: known.do, part: part.id }, task: known.as }] : [];
  });
  const served = new Set(service.map(({ goal }) => goalId(goal)));
  const parts = replaceableParts(model)
    .map((part): Goal => ({ do: 'replace', part: part.id }))
    .filter((goal) => goal.do !== 'reach' && !asked.has(goal.part) && !served.has(goalId(goal)))
    .map((goal) => ({ goal, task: 'onTheWay' as const }));
  const found: Alongside[] = [];
  for (const { goal, task } of [...service, ...parts]) {
    yield;
    const both = tryTo(() => removalSet(access, [...settled, goal], forbidden));
    const extraSeconds = both ? both.cost - base.cost : Infinity;
    if (extraSeconds <= limitSeconds)
      found.push({ goal, extraSeconds, text: alongsideWords(model, task, goal), reason: alongsideWhy(task) });
  }
  return found.sort((a, b) => a.extraSeconds - b.extraSeconds || (goalId(a.goal) < goalId(b.goal) ? -1 : 1));
}

function finish<T>(work: Generator<void, T>): T {
  for (;;) {
    const { value, done } = work.next();
    if (done) return value;
  }
}

function tryTo(make: () => RemovalSet): RemovalSet | undefined {
  try {
    return make();
  } catch (error) {
    if (error instanceof PlanningError) return undefined;
    throw error;
  }
}
