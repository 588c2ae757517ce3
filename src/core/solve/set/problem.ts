import type { Requirement } from '../requirement';
import type { ActionId } from '../../ids';

/** Requirements by the action that has them, the job itself among them, and what each action costs (s, down plus up). */
export interface SetProblem<R extends Requirement = Requirement> {
  job: ActionId;
  requirementsOf(action: ActionId): readonly R[];
  /** What has to be in the set with this action, before or after it. */
  beside?(action: ActionId): R | undefined;
  together?: readonly Together<R>[];
  cost(action: ActionId): number;
}

/** An action that can be done only as long as none of some moves has been, and after which some joints are better opened. */
export interface Together<R extends Requirement = Requirement> {
  group: ActionId;
  moves: readonly ActionId[];
  joints: readonly ActionId[];
  /** What asks for the group before an action that would take it apart. */
  after(action: ActionId): R;
}

/** What is taken, and what it costs, s. */
export interface Members {
  actions: ReadonlySet<ActionId>;
  cost: number;
  /** No set can cost less than this. */
  bound: number;
  proved: boolean;
}

export interface RemovalSet<R extends Requirement = Requirement> extends Members {
  /** For every requirement of a chosen action: the alternative that is met first. */
  taken: ReadonlyMap<string, { requirement: R; alternative: number }>;
}

export type SetResult<R extends Requirement = Requirement> = { ok: true; set: RemovalSet<R> } | { ok: false; unmet: R };

/** A way by its actions, in the order of their ids with spaces between. */
export type WayKey = string;
export const wayKey = (way: readonly ActionId[]): WayKey => [...way].sort().join(' ');
const actionsOf = (key: WayKey): ActionId[] => key.split(' ');
/** One way of one requirement, within a search. */
export const placeKey = (requirement: Requirement, alternative: number): string => `${requirement.id}#${alternative}`;

export interface Way {
  alternative: number;
  actions: readonly number[];
}

export interface Need<R extends Requirement = Requirement> {
  of: number;
  requirement: R;
  ways: readonly Way[];
  /** It has to be met by the set, and not before. */
  anytime?: true;
}

/** What the job can lead to, in numbers. Action 0 is the job. */
export interface Graph<R extends Requirement = Requirement> {
  ids: readonly ActionId[];
  cost: Float64Array;
  needs: readonly (readonly Need<R>[])[];
}

/**
 * The part of the machine that the job can touch, without the ways that are to be avoided and those that can never be gone.
 * @param avoid ways that are not to be taken where there is a choice
 * @param barred places where a way is not to be taken
 * @returns the graph, or the requirement that nothing can meet
 */
export function graphOf<R extends Requirement>(
  problem: SetProblem<R>,
  avoid: ReadonlySet<WayKey>,
  barred: ReadonlySet<string>
): { ok: true; graph: Graph<R> } | { ok: false; unmet: R } {
  const ids: ActionId[] = [problem.job];
  const index = new Map<ActionId, number>([[problem.job, 0]]);
  const number = (id: ActionId) => {
    const known = index.get(id);
    if (known !== undefined) return known;
    index.set(id, ids.length);
    return ids.push(id) - 1;
  };
  const avoided = [...avoid].map(actionsOf);
  const isAvoided = (way: readonly ActionId[]) => avoided.some((actions) => actions.every((a) => way.includes(a)));
  const needs: Need<R>[][] = [];
  for (let i = 0; i < ids.length; i++) {
    const before = [...problem.requirementsOf(ids[i]!)].sort((a, b) => (a.id < b.id ? -1 : 1));
    const beside = problem.beside?.(ids[i]!);
    needs.push(
      [...before, ...(beside ? [beside] : [])].map((requirement) => ({
        of: i,
        requirement,
        ...(requirement === beside ? { anytime: true as const } : {}),
        ways: requirement.alternatives
          .map((way, alternative) => ({ alternative, key: wayKey(way), way }))
          .filter(
            ({ alternative, way }) =>
              !barred.has(placeKey(requirement, alternative)) &&
              (requirement.alternatives.length === 1 || !isAvoided(way))
          )
          .sort((a, b) => (a.key < b.key ? -1 : 1))
          .map(({ alternative, way }) => ({ alternative, actions: [...new Set(way.map(number))] }))
      }))
    );
  }
  const possible = whatCanBeMet(needs);
  if (!possible[0]) return { ok: false, unmet: rootOfTrouble(needs, possible) };
  const kept: Need<R>[][] = needs.map((list, i) =>
    possible[i]
      ? list.map((need) => ({ ...need, ways: need.ways.filter((way) => way.actions.every((a) => possible[a])) }))
      : []
  );
  dropSelfDefeating(kept);
  const cost = Float64Array.from(ids, (id, i) => (i === 0 ? 0 : problem.cost(id)));
  return { ok: true, graph: { ids, cost, needs: kept } };
}

/** The problem with an action that some others make impossible left out, or done before each of them. */
export function decided<R extends Requirement>(
  problem: SetProblem<R>,
  { group, moves, after }: Together<R>,
  isFirst: boolean
): SetProblem<R> {
  const together = problem.together!.filter((t) => t.group !== group);
  const without = (r: R): R => ({ ...r, alternatives: r.alternatives.filter((way) => !way.includes(group)) });
  return {
    ...problem,
    together,
    requirementsOf: (id) => {
      const own = problem.requirementsOf(id);
      return !isFirst ? own.map(without) : moves.includes(id) ? [...own, after(id)] : own;
    }
  };
}

/** A way that without any choice needs the very action that it is to serve can never serve it. */
function dropSelfDefeating<R extends Requirement>(needs: Need<R>[][]): void {
  const stamp = new Int32Array(needs.length);
  let turn = 0;
  /** Whether what these actions need without choice leads to `target`. */
  const leadsTo = (actions: readonly number[], target: number): boolean => {
    turn++;
    const stack = [...actions];
    while (stack.length > 0) {
      const a = stack.pop()!;
      if (a === target) return true;
      if (stamp[a] === turn) continue;
      stamp[a] = turn;
      for (const need of needs[a]!) if (need.ways.length === 1 && !need.anytime) stack.push(...need.ways[0]!.actions);
    }
    return false;
  };
  for (let again = true; again;) {
    again = false;
    needs.forEach((list, i) => {
      list.forEach((need, k) => {
        if (need.ways.length < 2 || need.anytime) return;
        const ways = need.ways.filter((way) => !leadsTo(way.actions, i));
        if (ways.length === need.ways.length) return;
        list[k] = { ...need, ways };
        again = true;
      });
    });
  }
}

/**
 * Works forward from what needs nothing until nothing more can be done.
 * @param only of these actions alone; all when absent
 * @returns per action the round in which it could be done, from 1; 0: never
 */
export function whatCanBeDone(needs: readonly (readonly Need[])[], only?: ReadonlySet<number>): Int32Array {
  const round = new Int32Array(needs.length);
  /** A way that waits for some more of its actions. */
  interface Waiting {
    need: { of: number; isMet: boolean };
    left: number;
  }
  const users: Waiting[][] = [];
  const open = new Int32Array(needs.length);
  let now: number[] = [];
  for (const i of only ?? needs.keys()) {
    for (const need of needs[i]!) {
      if (need.anytime || need.ways.some((way) => way.actions.length === 0)) continue;
      open[i]!++;
      const of = { of: i, isMet: false };
      for (const { actions } of need.ways) {
        const waiting = { need: of, left: actions.length };
        for (const a of actions) (users[a] ??= []).push(waiting);
      }
    }
    if (open[i] === 0) now.push(i);
  }
  for (let r = 1; now.length > 0; r++) {
    const next: number[] = [];
    for (const i of now) round[i] = r;
    for (const i of now) {
      for (const waiting of users[i] ?? []) {
        if (--waiting.left > 0 || waiting.need.isMet) continue;
        waiting.need.isMet = true;
        if (--open[waiting.need.of]! === 0) next.push(waiting.need.of);
      }
    }
    now = next;
  }
  return round;
}

/** The same, without what would need something beside it that can never be done. */
function whatCanBeMet(needs: readonly (readonly Need[])[]): Int32Array {
  const able = new Set(needs.keys());
  for (;;) {
    const round = whatCanBeDone(needs, able);
    const alone = [...able].filter(
      (i) =>
        round[i] &&
        needs[i]!.some((need) => need.anytime && !need.ways.some((way) => way.actions.every((a) => round[a])))
    );
    if (alone.length === 0) return round;
    for (const i of alone) able.delete(i);
  }
}

/** Follows what cannot be met down to the requirement that nothing clears, or to where the reasons go round. */
function rootOfTrouble<R extends Requirement>(needs: readonly (readonly Need<R>[])[], possible: Int32Array): R {
  const seen = new Set<number>();
  let at = 0;
  for (;;) {
    seen.add(at);
    const unmet = needs[at]!.find((need) => !need.ways.some((way) => way.actions.every((a) => possible[a])))!;
    const next = unmet.ways[0]?.actions.find((a) => !possible[a]);
    if (next === undefined || seen.has(next)) return unmet.requirement;
    at = next;
  }
}
