import FlatQueue from 'flatqueue';
import type { Bound } from './bound';
import type { Space } from './space';
import { States } from './states';
import { countBits } from '../bits';

export interface Found {
  sequence: readonly number[];
  cost: number;
  bound: number;
  /** Setups worked through so far. */
  tried: number;
}

/** Costs closer than this are equal. */
const EQUAL = 1e-6;
/** Of states with one promise the deeper is worked through first, since it ends sooner. */
const DEEPER = 1e-9;
const YIELD_EVERY = 500;

/**
 * The best order, by best-first search over setups (A*). All that costs no change is done at once: that can only help what
 * follows, since doing more forbids nothing and costs are distances. (Actions whose doing makes another's setup stricter
 * are excepted and tried both ways.) The bound is that of the most promising state not yet worked through.
 * @param best an order known already
 * @param budget setups to work through before settling for the best order found so far
 * @yields progress, every few hundred setups
 */
export function* searchOrder(
  space: Space,
  bound: Bound,
  best: { sequence: readonly number[]; cost: number },
  budget: number
): Generator<Found, Found> {
  const { table } = space;
  const states = new States(space.words);
  const queue = new FlatQueue<number>();
  const row = new Int32Array(states.stride);
  const child = new Int32Array(states.stride);
  const entries: number[] = [];
  const n = table.ids.length;
  let found = best;
  let tried = 0;
  const whole = table.weights.every(Number.isInteger);
  const sure = (least: number) => Math.min(found.cost, whole ? Math.ceil(least - EQUAL) : least);

  space.start(row);
  const first = states.find(row);
  states.cost[first] = 0;
  queue.push(first, bound.quick(row));
  while (queue.length > 0) {
    const least = queue.peekValue()!;
    if (least + n * DEEPER >= found.cost - EQUAL) break;
    if (tried >= budget) return { ...found, bound: sure(least), tried };
    const state = queue.pop()!;
    const cost = states.cost[state]!;
    if (cost >= states.worked[state]! - EQUAL) continue;
    states.read(state, row);
    // The dear bound is found only for states whose turn has come; one that turns out to promise less waits again.
    const promise = cost + states.rest(state, () => bound.full(row));
    if (promise >= found.cost - EQUAL) continue;
    if (promise > least + n * DEEPER + EQUAL) {
      queue.push(state, promise - countBits(row, space.words) * DEEPER);
      continue;
    }
    states.worked[state] = cost;
    if (++tried % YIELD_EVERY === 0) yield { ...found, bound: sure(least), tried };
    space.entries(row, entries);
    for (const i of entries) {
      child.set(row);
      const reached = cost + space.enter(child, i);
      if (reached >= found.cost - EQUAL) continue;
      const next = states.find(child);
      if (reached >= states.cost[next]! - EQUAL) continue;
      states.cost[next] = reached;
      states.parent[next] = state;
      states.entered[next] = i;
      const done = countBits(child, space.words);
      if (done === n) {
        found = { sequence: space.replay(states.path(next)), cost: reached };
        continue;
      }
      // A child cannot promise less than its parent: what the parent still costs, less this entry, is a bound as well.
      const hope = Math.max(reached + bound.quick(child), promise);
      if (hope < found.cost - EQUAL) queue.push(next, hope - done * DEEPER);
    }
  }
  return { ...found, bound: found.cost, tried };
}
