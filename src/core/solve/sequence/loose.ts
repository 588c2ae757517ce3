import type { ActionId } from '../../ids';

/** When something is in the machine and not held, told by what is open: opened or moved, and not yet closed or brought back. */
export interface LooseRule {
  what: string;
  /** It is held while one of these is whole: each is given up by any of its ways, all actions of a way open. None: it is never free. */
  holds: readonly (readonly (readonly ActionId[])[])[];
  /** One of these open: it hangs on its leash. */
  leash: readonly ActionId[];
  /** One of these open: it is out of the machine. */
  out: readonly ActionId[];
}

/** One of these, each a set of actions, has to be done. */
export type Ways = readonly (readonly number[])[];

/** An action is open once it is done (way down) or until it is (way up). */
export type Opens = 'done' | 'undone';

/** A rule in numbers; ways that name what is not in the problem are left out, since that stays closed. */
export interface Rule {
  what: string;
  holds: readonly Ways[];
  leash: readonly number[];
  out: readonly number[];
  /** The holds, where each is given up by one action alone: nearly all are. */
  plain: Int32Array | undefined;
}

/** @returns undefined for what can never be loose in this problem */
export function ruleOf(rule: LooseRule, index: ReadonlyMap<ActionId, number>): Rule | undefined {
  const known = (ids: readonly ActionId[]) => ids.flatMap((id) => index.get(id) ?? []);
  const holds = rule.holds.map((ways) => ways.filter((way) => way.every((id) => index.has(id))).map(known));
  const canBeFree = holds.length > 0 && holds.every((ways) => ways.length > 0);
  const leash = known(rule.leash);
  return canBeFree || leash.length > 0
    ? {
        what: rule.what,
        holds: canBeFree ? holds : [],
        leash,
        out: known(rule.out),
        plain: plainHolds(canBeFree ? holds : [])
      }
    : undefined;
}

function plainHolds(holds: readonly Ways[]): Int32Array | undefined {
  return holds.length > 0 && holds.every((ways) => ways.length === 1 && ways[0]!.length === 1)
    ? Int32Array.from(holds, (ways) => ways[0]![0]!)
    : undefined;
}

export function isLoose(rule: Rule, isOpen: (i: number) => boolean): boolean {
  if (rule.out.some(isOpen)) return false;
  return (
    rule.leash.some(isOpen) ||
    (rule.holds.length > 0 && rule.holds.every((ways) => ways.some((way) => way.every(isOpen))))
  );
}

/** Whether turning the machine or moving its lid now would be done with something loose in it. */
export function anyLoose(
  { rules, opens }: { rules: readonly Rule[]; opens: Opens },
  isDone: (i: number) => boolean
): boolean {
  if (rules.length === 0) return false;
  const isOpen = opens === 'done' ? isDone : (i: number) => !isDone(i);
  return rules.some((rule) => isLoose(rule, isOpen));
}

/**
 * The places of an order, from one to the other, before which the rule's part is loose; undefined where it never is.
 * @param at place of each action
 */
export function looseSpan(rule: Rule, at: ArrayLike<number>, opens: Opens): [from: number, to: number] | undefined {
  if (rule.plain && rule.leash.length === 0) return plainSpan(rule.plain, rule.out, at, opens);
  let from: number;
  let to: number;
  if (opens === 'done') {
    from = firstOf(at, rule.leash, Infinity);
    if (rule.holds.length > 0)
      from = Math.min(
        from,
        rule.holds.reduce(
          (m, ways) =>
            Math.max(
              m,
              ways.reduce((w, way) => Math.min(w, lastOf(at, way, -1)), Infinity)
            ),
          -1
        )
      );
    to = firstOf(at, rule.out, at.length);
  } else {
    to = lastOf(at, rule.leash, -1);
    if (rule.holds.length > 0)
      to = Math.max(
        to,
        rule.holds.reduce(
          (m, ways) =>
            Math.min(
              m,
              ways.reduce((w, way) => Math.max(w, firstOf(at, way, Infinity)), -1)
            ),
          Infinity
        )
      );
    from = lastOf(at, rule.out, -1);
  }
  return from + 1 <= to ? [from + 1, to] : undefined;
}

function firstOf(at: ArrayLike<number>, list: readonly number[], none: number): number {
  let first = none;
  for (const i of list) first = Math.min(first, at[i]!);
  return first;
}

function lastOf(at: ArrayLike<number>, list: readonly number[], none: number): number {
  let last = none;
  for (const i of list) last = Math.max(last, at[i]!);
  return last;
}

/** The same where no way has to be weighed: this is asked for every rule at every move of an order. */
function plainSpan(
  holds: Int32Array,
  out: readonly number[],
  at: ArrayLike<number>,
  opens: Opens
): [from: number, to: number] | undefined {
  let from = -1;
  let to = at.length;
  for (const i of holds) {
    if (opens === 'done') from = Math.max(from, at[i]!);
    else to = Math.min(to, at[i]!);
  }
  for (const i of out) {
    if (opens === 'done') to = Math.min(to, at[i]!);
    else from = Math.max(from, at[i]!);
  }
  return from + 1 <= to ? [from + 1, to] : undefined;
}

/**
 * Actions whose doing can make something loose: never done early just because they cost nothing.
 * One whose part cannot be free before another of its holds is opened, which comes later in any case, makes nothing loose.
 */
export function loosening(
  rules: readonly Rule[],
  opens: Opens,
  comesBefore: (b: number, i: number) => boolean
): Set<number> {
  const out = new Set<number>();
  for (const rule of rules) {
    if (opens === 'undone') {
      for (const i of rule.out) out.add(i);
      continue;
    }
    for (const i of rule.leash) out.add(i);
    for (const ways of rule.holds) {
      for (const x of ways.flat()) {
        if (
          !rule.holds.some(
            (other) => other !== ways && other.every((way) => way.some((y) => y !== x && comesBefore(x, y)))
          )
        )
          out.add(x);
      }
    }
  }
  return out;
}
