import { whatCanBeDone, type Graph, type Way } from './problem';

interface Working {
  actions: ReadonlySet<number>;
  cost: number;
  rounds: Int32Array;
}

/** Sets that are tried in making a set better. */
const TRIES = 400;

/**
 * A set that can certainly be put in order, made better as long as one of two things does: leaving a member out with all that
 * only it needed, or meeting one need in another way. Without a proof, but in bounded time whatever the problem.
 */
export function safeSet(graph: Graph): Working {
  let best = soonest(graph, () => true);
  let tries = 0;
  const better = (allows: (way: Way) => boolean): boolean => {
    tries++;
    const other = soonest(graph, allows);
    if (other === undefined || other.cost >= best!.cost - 1e-9) return false;
    best = other;
    return true;
  };
  for (let again = true; again && tries < TRIES;) {
    again = false;
    // What costs most first: leaving it out gains most.
    for (const a of [...best!.actions].sort((x, y) => graph.cost[y]! - graph.cost[x]! || x - y)) {
      if (tries >= TRIES) break;
      const { actions } = best!;
      if (!actions.has(a)) continue;
      if (
        better((way) => way.actions.every((x) => x !== a && actions.has(x))) ||
        better((way) => !way.actions.includes(a))
      )
        again = true;
    }
  }
  return best!;
}

/**
 * Every need met by the allowed way that is possible soonest, of those the cheapest.
 * @returns undefined when the job cannot be done so
 */
function soonest(graph: Graph, allows: (way: Way) => boolean): Working | undefined {
  const needs = graph.needs.map((list) => list.map((need) => ({ ...need, ways: need.ways.filter(allows) })));
  const possible = whatCanBeDone(needs);
  if (!possible[0]) return undefined;
  const chosen = new Set([0]);
  const price = (way: Way) => way.actions.reduce((sum, a) => sum + (chosen.has(a) ? 0 : graph.cost[a]!), 0);
  for (const i of chosen) {
    for (const need of needs[i]!) {
      const at = (way: Way) => Math.max(0, ...way.actions.map((a) => possible[a]!));
      // Met sooner than its own action, or, where that does not matter, at all.
      const ways = need.ways.filter(
        (way) => way.actions.every((a) => possible[a]) && (need.anytime || i === 0 || at(way) < possible[i]!)
      );
      if (ways.length === 0) return undefined;
      for (const a of ways.reduce((least, way) =>
        price(way) < price(least) || (price(way) === price(least) && at(way) < at(least)) ? way : least
      ).actions)
        chosen.add(a);
    }
  }
  chosen.delete(0);
  const rounds = whatCanBeDone(graph.needs, new Set([0, ...chosen]));
  return { actions: chosen, cost: [...chosen].reduce((sum, a) => sum + graph.cost[a]!, 0), rounds };
}
