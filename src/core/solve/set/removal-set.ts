import FlatQueue from 'flatqueue';
import type { Requirement } from '../requirement';
import {
  decided,
  graphOf,
  placeKey,
  whatCanBeDone,
  type Graph,
  type Need,
  type RemovalSet,
  type SetProblem,
  type SetResult,
  type Together,
  type WayKey
} from './problem';
import { safeSet } from './descent';
import { cheapest, type Chosen } from './search';
import type { ActionId } from '../../ids';

/** Needs to weigh before the search settles for the best set found so far and says that it is not proved. */
export const SET_BUDGET = 30_000;

interface Branch<R extends Requirement> {
  problem: SetProblem<R>;
  graph: Graph<R>;
  free: Chosen;
  barred: ReadonlySet<string>;
}

/**
 * The cheapest set of actions that meets every requirement of the job and of its own members and can be put in order.
 * @param avoid ways that are not to be taken where there is a choice: asks what the next best would have cost
 */
export function cheapestSet<R extends Requirement>(
  problem: SetProblem<R>,
  avoid: ReadonlySet<WayKey> = new Set(),
  budget = SET_BUDGET
): SetResult<R> {
  const first = graphOf(problem, avoid, new Set());
  if (!first.ok) return first;
  const found = cheapestIn(first.graph, problem, avoid, budget);
  return found.ok ? { ok: true, set: named(found.set) } : found;
}

/** A set as it was found, in the numbers of a graph. */
export interface Found<R extends Requirement = Requirement> {
  graph: Graph<R>;
  actions: ReadonlySet<number>;
  /** When each could be done, from 1; 0: never, and nothing needs it. */
  rounds: Int32Array;
  /** No set costs less. */
  bound: number;
}

/**
 * The cheapest set is found with order left aside. Where its members meet each other's requirements in a circle, one of them
 * has to be met from outside the circle: each is tried in turn, the cheapest first. When the budget is used up, a set that
 * certainly works is made better as long as leaving something out or going another way does so, and stands with its gap.
 * @param first the graph of the problem; narrower ones are made of the problem itself
 * @returns the set, or what is not met where nothing keeps together what has to leave together
 */
export function cheapestIn<R extends Requirement>(
  first: Graph<R>,
  problem: SetProblem<R>,
  avoid: ReadonlySet<WayKey> = new Set(),
  budget = SET_BUDGET
): { ok: true; set: Found<R> } | { ok: false; unmet: R } {
  /** All sets lie in one of these. */
  const open = new Set<Branch<R>>();
  const queue = new FlatQueue<Branch<R>>();
  let left = budget;
  const add = (problem: SetProblem<R>, graph: Graph<R>, barred: ReadonlySet<string>) => {
    const free = cheapest(graph, Math.max(0, left));
    left -= free.tried + graph.ids.length;
    const branch = { problem, graph, free, barred };
    open.add(branch);
    queue.push(branch, free.cost);
  };
  const bound = () => Math.min(...[...open].map((b) => b.free.bound));
  add(problem, first, new Set());
  while (queue.length > 0) {
    const branch = queue.pop()!;
    const { problem, graph, free, barred } = branch;
    const rounds = whatCanBeDone(graph.needs, new Set([0, ...free.actions]));
    const stopped = waitsForEver(graph, free.actions, rounds);
    if (stopped === undefined) {
      const kept = keepingTogether(problem, graph, free.actions, rounds);
      if (kept.rounds) return { ok: true, set: { graph, actions: free.actions, rounds: kept.rounds, bound: bound() } };
      if (left <= 0) break;
      open.delete(branch);
      for (const isFirst of [true, false]) {
        const narrower = decided(problem, kept.torn, isFirst);
        const next = graphOf(narrower, avoid, barred);
        if (next.ok) add(narrower, next.graph, barred);
      }
      continue;
    }
    if (left <= 0) break;
    open.delete(branch);
    const circle = circleAmong(graph, free.actions, rounds, stopped);
    for (const need of circle.values()) {
      const inside = need.ways.filter((way) => way.actions.some((x) => circle.has(x)));
      const narrower = new Set([...barred, ...inside.map((way) => placeKey(need.requirement, way.alternative))]);
      const next = graphOf(problem, avoid, narrower);
      if (next.ok) add(problem, next.graph, narrower);
    }
  }
  const settled = problem.together?.length ? allDecided(problem, avoid) : { ok: true as const, graph: first };
  return settled.ok ? { ok: true, set: { graph: settled.graph, ...safeSet(settled.graph), bound: bound() } } : settled;
}

/** The first graph in which it is decided of all that leaves together whether it does: not, where the job can be done so. */
function allDecided<R extends Requirement>(
  problem: SetProblem<R>,
  avoid: ReadonlySet<WayKey>
): ReturnType<typeof graphOf<R>> {
  const made = graphOf(problem, avoid, new Set());
  const next = problem.together?.[0];
  if (!made.ok || !next) return made;
  const alone = allDecided(decided(problem, next, false), avoid);
  if (alone.ok) return alone;
  const together = allDecided(decided(problem, next, true), avoid);
  return together.ok ? together : alone;
}

/** When each member can be done with all that leaves together before what takes it apart; or what would be torn, and is to be decided. */
function keepingTogether<R extends Requirement>(
  problem: SetProblem<R>,
  graph: Graph<R>,
  chosen: ReadonlySet<number>,
  rounds: Int32Array
): { rounds: Int32Array } | { rounds?: undefined; torn: Together<R> } {
  const number = new Map([...chosen].map((i) => [graph.ids[i]!, i]));
  const asked = (problem.together ?? []).filter(({ group }) => number.has(group));
  if (asked.length === 0) return { rounds };
  const inTime = (later: (t: Together<R>) => readonly ActionId[]) => {
    const needs = graph.needs.map((list) => [...list]);
    for (const t of asked) {
      for (const id of later(t)) {
        const i = number.get(id);
        if (i !== undefined)
          needs[i]!.push({
            of: i,
            requirement: t.after(id),
            ways: [{ alternative: 0, actions: [number.get(t.group)!] }]
          });
      }
    }
    const kept = whatCanBeDone(needs, new Set([0, ...chosen]));
    return [0, ...chosen].every((i) => kept[i] || !rounds[i]) ? kept : undefined;
  };
  const kept = inTime(({ moves, joints }) => [...moves, ...joints]) ?? inTime(({ moves }) => moves);
  return kept ? { rounds: kept } : { torn: asked.find(({ moves }) => moves.some((id) => number.has(id)))! };
}

/** A member that can never be done though it has to be: the job, or what something that is done needs beside it. */
function waitsForEver(graph: Graph, chosen: ReadonlySet<number>, rounds: Int32Array): number | undefined {
  if (!rounds[0]) return 0;
  for (const i of chosen) {
    if (!rounds[i]) continue;
    for (const need of graph.needs[i]!) {
      if (!need.anytime || need.ways.some((way) => way.actions.every((a) => rounds[a]))) continue;
      const way = need.ways.find((w) => w.actions.every((a) => chosen.has(a)))!;
      return way.actions.find((a) => !rounds[a]);
    }
  }
  return undefined;
}

/**
 * Members that wait for each other: each with a need that only members of the circle meet.
 * @param rounds when each member could be done, 0: never @param stopped one that never could
 */
function circleAmong(
  graph: Graph,
  chosen: ReadonlySet<number>,
  rounds: Int32Array,
  stopped: number
): Map<number, Need> {
  const inSet = (i: number) => i === 0 || chosen.has(i);
  const waitsOn = new Map<number, Need>();
  for (const i of [0, ...chosen]) {
    if (rounds[i]) continue;
    waitsOn.set(
      i,
      graph.needs[i]!.find((need) => !need.anytime && !need.ways.some((way) => way.actions.every((a) => rounds[a])))!
    );
  }
  // From any member along what it waits on: the first stretch that closes upon itself.
  const closure = (from: number) => {
    const seen = new Set([from]);
    for (const i of seen) {
      for (const way of waitsOn.get(i)!.ways) {
        if (!way.actions.every(inSet)) continue;
        seen.add(way.actions.find((a) => waitsOn.has(a))!);
      }
    }
    return seen;
  };
  let circle = closure(stopped);
  for (const i of circle) {
    const smaller = closure(i);
    if (smaller.size < circle.size) circle = smaller;
  }
  return new Map([...circle].map((i) => [i, waitsOn.get(i)!]));
}

/** Members that are done, with their cost: one that costs nothing and never could be is left out. */
export function doneOf({ graph, actions, rounds }: Found): { actions: number[]; cost: number } {
  const done = [...actions].filter((i) => rounds[i]);
  return { actions: done, cost: done.reduce((sum, a) => sum + graph.cost[a]!, 0) };
}

function named<R extends Requirement>(found: Found<R>): RemovalSet<R> {
  const { graph, rounds, bound } = found;
  const { actions, cost } = doneOf(found);
  const taken = new Map<string, { requirement: R; alternative: number }>();
  for (const i of [0, ...actions]) {
    for (const need of graph.needs[i]!) {
      const met = need.ways.filter((way) => way.actions.every((a) => rounds[a]));
      const at = (way: { actions: readonly number[] }) => Math.max(0, ...way.actions.map((a) => rounds[a]!));
      const first = met.reduce((best, way) => (at(way) < at(best) ? way : best));
      taken.set(need.requirement.id, { requirement: need.requirement, alternative: first.alternative });
    }
  }
  return {
    actions: new Set(actions.map((i) => graph.ids[i]!).sort()),
    taken: new Map([...taken].sort(([a], [b]) => (a < b ? -1 : 1))),
    cost,
    bound: Math.min(bound, cost),
    proved: cost <= bound + 1e-9
  };
}
