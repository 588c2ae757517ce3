import type { SequenceProblem, Setup } from '../solve';

const PARTS = ['up', 'lid', 'tool', 'focus'] as const;

/** What a turn or lid move with something loose counts for: more than all setups of a small problem. */
export const LOOSE = 1e6;

/**
 * For tests only: the least cost of any order, by working through every set of things done with every setup it can leave
 * (dynamic programming over subsets, no bound and no shortcut), and the cost of a given order counted action by action.
 * Each turn or lid move with something loose counts LOOSE besides.
 */
export function bestSequenceCost(problem: SequenceProblem): {
  best: number;
  costOf(sequence: readonly string[]): number | undefined;
} {
  const { actions, needs } = problem;
  const index = new Map(actions.map((a, i) => [a.id, i]));
  const weights = {
    up: problem.weights.turn,
    lid: problem.weights.lid,
    tool: problem.weights.tool,
    focus: problem.weights.focus
  };
  const canBe = (i: number, done: number) =>
    needs.every(
      (n) =>
        n.of !== actions[i]!.id ||
        n.alternatives.some((way) => way.every((id) => index.has(id) && done & (1 << index.get(id)!)))
    );
  const asks = (i: number, done: number): Setup => {
    const { onMat, ...own } = actions[i]!;
    const out = onMat?.of.some(
      (id) => index.has(id) && ((done & (1 << index.get(id)!)) !== 0) === (onMat.when === 'done')
    );
    return out ? { tool: own.tool, focus: own.focus } : own;
  };
  const isAnythingLoose = (done: number) =>
    (problem.loose?.rules ?? []).some((rule) => {
      const isOpen = (id: string) =>
        index.has(id) && ((done & (1 << index.get(id)!)) !== 0) === (problem.loose!.opens === 'done');
      const isFree = rule.holds.length > 0 && rule.holds.every((ways) => ways.some((way) => way.every(isOpen)));
      return (isFree || rule.leash.some(isOpen)) && !rule.out.some(isOpen);
    });
  const enter = (at: Setup, next: Setup, done: number): [Setup, number] => {
    const after: Setup = { ...at };
    let cost = 0;
    for (const part of PARTS) {
      if (next[part] === undefined || next[part] === at[part]) continue;
      after[part] = next[part];
      cost += weights[part];
    }
    if ((after.up !== at.up || after.lid !== at.lid) && isAnythingLoose(done)) cost += LOOSE;
    return [after, cost];
  };
  const key = (at: Setup) => PARTS.map((part) => at[part] ?? '').join('|');
  const full = (1 << actions.length) - 1;
  const layers = new Map<number, Map<string, { at: Setup; cost: number }>>([
    [0, new Map([[key(problem.start), { at: problem.start, cost: 0 }]])]
  ]);
  for (let done = 0; done < full; done++) {
    const here = layers.get(done);
    if (!here) continue;
    layers.delete(done);
    for (let i = 0; i < actions.length; i++) {
      if (done & (1 << i) || !canBe(i, done)) continue;
      const then = done | (1 << i);
      const layer = layers.get(then) ?? new Map<string, { at: Setup; cost: number }>();
      layers.set(then, layer);
      for (const { at, cost } of here.values()) {
        const [after, change] = enter(at, asks(i, done), done);
        const known = layer.get(key(after));
        if (!known || known.cost > cost + change) layer.set(key(after), { at: after, cost: cost + change });
      }
    }
  }
  return {
    best: Math.min(...[...(layers.get(full)?.values() ?? [])].map((s) => s.cost)),
    costOf(sequence) {
      let done = 0;
      let cost = 0;
      let at = problem.start;
      for (const id of sequence) {
        const i = index.get(id)!;
        if (!canBe(i, done)) return undefined;
        const [after, change] = enter(at, asks(i, done), done);
        at = after;
        cost += change;
        done |= 1 << i;
      }
      return done === full ? cost : undefined;
    }
  };
}
