import { loosening, ruleOf, type LooseRule, type Opens, type Rule, type Ways } from './loose';
import { hasBit, setBit, wordsFor } from '../bits';
import { LID, type Labels, PARTS_OF_SETUP, type Setup, UP, type Weights, inAnyPose, isOfPose } from './setup';
import type { ActionId } from '../../ids';

export interface SequenceAction extends Setup {
  id: ActionId;
  /**
   * The side up and the lid do not matter while this holds: the part that is worked on lies on the mat once one of
   * these actions is done (on the way down), or until one of them is (on the way up).
   */
  onMat?: { when: 'done' | 'undone'; of: readonly ActionId[] };
  /** Where the hand goes, mm in a zone's frame; of equal next actions the nearest comes first. */
  place?: { zone: string; at: readonly [number, number] };
}

export interface SequenceProblem {
  actions: readonly SequenceAction[];
  /** `of` comes after all actions of one of the alternatives. Alternatives with actions that are not in the problem never count. */
  needs: readonly { of: ActionId; alternatives: readonly (readonly ActionId[])[] }[];
  weights: Weights;
  start: Setup;
  /** What can be loose while the machine is turned or its lid moved, and whether what is done here opens or closes. Fewest such moves come before all weights. */
  loose?: { opens: Opens; rules: readonly LooseRule[] };
  /** The order to keep to where that costs nothing. */
  prefer?: readonly ActionId[];
}

/** The problem in numbers: actions by index in the order of their ids, so that nothing hangs on the order of the input. */
export interface Table {
  ids: readonly ActionId[];
  labels: readonly Labels[];
  weights: Labels;
  start: Labels;
  /** Indices of the actions that put (`done`) or keep (`undone`) the part on the mat. */
  onMat: readonly ({ when: 'done' | 'undone'; of: readonly number[] } | undefined)[];
  /** Actions whose doing makes another's setup stricter: never done early just because they cost nothing. */
  ties: readonly boolean[];
  /** Actions that must all come before. */
  after: readonly (readonly number[])[];
  /** The same to be asked for one by one: a cover waits for thousands. */
  waitsFor: readonly ReadonlySet<number>[];
  /** Needs with a choice left. */
  choices: readonly (readonly Ways[])[];
  /** For each action those whose needs name it. */
  followers: readonly (readonly number[])[];
  /** All actions before each, by the needs without choice: bit rows of `words` words each. */
  ancestors: Int32Array;
  words: number;
  places: readonly (SequenceAction['place'] | undefined)[];
  /** Of the ties those that may make something loose, or turn the machine in time before something else does. */
  heldBack: readonly boolean[];
  /** What may be loose, of what is looked at. */
  rules: readonly Rule[];
  opens: Opens;
  /** Cost of a turn or lid move with something loose: more than all changes of any order together, so that it is counted first. */
  looseTurn: number;
  /** Rank in the preferred order; higher numbers come later. */
  prefer: readonly number[] | undefined;
}

/**
 * @param looked which of the loose rules are looked at, by name; all where absent
 * @throws if the needs without choice go in a circle
 */
export function tableOf(problem: SequenceProblem, looked?: ReadonlySet<string>): Table {
  const actions = [...problem.actions].sort((a, b) => (a.id < b.id ? -1 : 1));
  const ids = actions.map((a) => a.id);
  const index = new Map(ids.map((id, i) => [id, i]));
  const numbering = PARTS_OF_SETUP.map(() => new Map<string, number>());
  const label = (part: number, value: string | undefined) => {
    if (value === undefined) return -1;
    const known = numbering[part]!;
    if (!known.has(value)) known.set(value, known.size);
    return known.get(value)!;
  };
  const weights: Labels = [problem.weights.turn, problem.weights.lid, problem.weights.tool, problem.weights.focus];
  const opens = problem.loose?.opens ?? 'done';
  const rules = (problem.loose?.rules ?? [])
    .filter(({ what }) => looked?.has(what) ?? true)
    .flatMap((rule) => ruleOf(rule, index) ?? []);
  // What costs nothing to change does not matter, unless something may fall while it changes.
  const labels = actions.map(
    (a) =>
      PARTS_OF_SETUP.map((name, k) =>
        weights[k] === 0 && (!isOfPose(k) || rules.length === 0) ? -1 : label(k, a[name])
      ) as Labels
  );
  const after: Set<number>[] = actions.map(() => new Set());
  const choices: Ways[][] = actions.map(() => []);
  for (const { of, alternatives } of problem.needs) {
    const i = index.get(of);
    if (i === undefined) continue;
    const ways = alternatives
      .filter((way) => way.every((id) => index.has(id)))
      .map((way) => way.map((id) => index.get(id)!));
    if (ways.length === 1) for (const b of ways[0]!) after[i]!.add(b);
    else if (!ways.some((way) => way.length === 0)) choices[i]!.push(ways);
  }
  const words = wordsFor(ids.length);
  const ancestors = settleChoices(ids, after, choices, words);
  const followers: number[][] = actions.map(() => []);
  actions.forEach((_, i) => {
    const names = new Set([...after[i]!, ...choices[i]!.flat(2)]);
    for (const b of names) followers[b]!.push(i);
  });
  const before = (b: number, i: number) => hasBit(ancestors, b, i * words);
  const onMat = actions.map((a, i) => {
    if (!a.onMat) return undefined;
    const { when } = a.onMat;
    const of = a.onMat.of
      .flatMap((id) => index.get(id) ?? [])
      .filter((x) => !(when === 'done' ? before(i, x) : before(x, i)));
    const always = of.some((x) => (when === 'done' ? before(x, i) : before(i, x)));
    if (always) labels[i] = inAnyPose(labels[i]!);
    return always || of.length === 0 ? undefined : { when, of };
  });
  const ties = actions.map(() => false);
  for (const rule of onMat) if (rule?.when === 'undone') for (const i of rule.of) ties[i] = true;
  const heldBack = actions.map(() => false);
  const loosens = loosening(rules, opens, before);
  for (const i of loosens) heldBack[i] = true;
  // What loosens something in any position can wait until another action has turned the machine: then it matters when those are done.
  const asksForAll = (i: number) => labels[i]![UP] >= 0 && labels[i]![LID] >= 0 && onMat[i] === undefined;
  if (![...loosens].every(asksForAll))
    actions.forEach((_, i) => (heldBack[i] ||= labels[i]![UP] >= 0 || labels[i]![LID] >= 0 || onMat[i] !== undefined));
  heldBack.forEach((is, i) => (ties[i] ||= is));
  const rank = problem.prefer && new Map(problem.prefer.map((id, i) => [id, i]));
  return {
    ids,
    labels,
    onMat,
    ties,
    words,
    ancestors,
    followers,
    rules,
    opens,
    heldBack,
    looseTurn: rules.length > 0 ? ids.length * weights.reduce((sum, w) => sum + w, 0) + 1 : 0,
    weights,
    start: PARTS_OF_SETUP.map((name, k) => label(k, problem.start[name])) as Labels,
    after: after.map((set) => [...set]),
    waitsFor: after,
    choices,
    places: actions.map((a) => a.place),
    prefer: rank && ids.map((id) => rank.get(id) ?? -1)
  };
}

/**
 * Drops ways that can only be met once another way is, and needs that are met in any case,
 * until what is left are real choices. Returns the bit rows of ancestors.
 */
function settleChoices(ids: readonly string[], after: Set<number>[], choices: Ways[][], words: number): Int32Array {
  for (;;) {
    const rows = ancestorRows(ids, after, words);
    const has = (i: number, b: number) => hasBit(rows, b, i * words);
    const impliedBy = (way: readonly number[], b: number) => way.some((a) => a === b || has(a, b));
    let settled = true;
    choices.forEach((needs, i) => {
      choices[i] = needs.flatMap((ways) => {
        if (ways.some((way) => way.every((b) => has(i, b)))) return [];
        const real = ways.filter(
          (way, k) =>
            !way.some((b) => b === i || has(b, i)) &&
            !ways.some(
              (other, m) =>
                m !== k && other.every((b) => impliedBy(way, b)) && (m < k || !way.every((b) => impliedBy(other, b)))
            )
        );
        if (real.length !== 1) return [real];
        for (const b of real[0]!) after[i]!.add(b);
        settled = false;
        return [];
      });
    });
    if (settled) return rows;
  }
}

function ancestorRows(ids: readonly string[], after: readonly ReadonlySet<number>[], words: number): Int32Array {
  const rows = new Int32Array(ids.length * words);
  for (const i of inOrder(ids, after)) {
    for (const b of after[i]!) {
      for (let w = 0; w < words; w++) rows[i * words + w]! |= rows[b * words + w]!;
      setBit(rows, b, i * words);
    }
  }
  return rows;
}

/** Indices so that each comes after all that it follows. */
function inOrder(ids: readonly string[], after: readonly ReadonlySet<number>[]): number[] {
  const waits = after.map((set) => set.size);
  const followers: number[][] = ids.map(() => []);
  after.forEach((set, i) => set.forEach((b) => followers[b]!.push(i)));
  const out = waits.flatMap((n, i) => (n === 0 ? [i] : []));
  for (let k = 0; k < out.length; k++) for (const f of followers[out[k]!]!) if (--waits[f]! === 0) out.push(f);
  if (out.length < ids.length)
    throw new Error(`the order goes in a circle among ${ids.filter((_, i) => waits[i]! > 0).join(', ')}`);
  return out;
}

/** What action `i` asks for while `isDone` says what is done. */
export function labelsNow(table: Table, i: number, isDone: (i: number) => boolean): Labels {
  const rule = table.onMat[i];
  if (!rule || !rule.of.some((x) => isDone(x) === (rule.when === 'done'))) return table.labels[i]!;
  return inAnyPose(table.labels[i]!);
}
