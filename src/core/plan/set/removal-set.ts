import FlatQueue from 'flatqueue';
import { graphOf, placeKey, whatCanBeDone, type Graph, type Need, type RemovalSet, type SetProblem, type SetResult, type WayKey } from './problem';
import { cheapest, type Chosen } from './search';

/** Needs to weigh before the search settles for the best set found so far and says that it is not proved. */
export const SET_BUDGET = 500_000;
/** Circles that are broken before the search settles for a set that is known to work. */
const CIRCLES = 500;

/**
 * The cheapest set of actions that meets every requirement of the job and of its own members and can be put in order.
 *
 * The cheapest set is found with order left aside. Where its members meet each other's requirements in a circle, one of them
 * has to be met from outside the circle: each is tried in turn, the cheapest first.
 * @param avoid ways that are not to be taken where there is a choice: asks what the next best would have cost
 */
export function cheapestSet(problem: SetProblem, avoid: ReadonlySet<WayKey> = new Set(), budget = SET_BUDGET): SetResult {
  const first = graphOf(problem, avoid, new Set());
  if (!first.ok) return first;
  const branches: { graph: Graph; free: Chosen; barred: ReadonlySet<string> }[] = [];
  const queue = new FlatQueue<number>();
  const add = (graph: Graph, barred: ReadonlySet<string>) => {
    const free = cheapest(graph, budget);
    queue.push(branches.push({ graph, free, barred }) - 1, free.cost);
  };
  add(first.graph, new Set());
  for (let circles = 0; queue.length > 0 && circles < CIRCLES; circles++) {
    const bound = Math.min(queue.peekValue()!, branches[queue.peek()!]!.free.bound);
    const { graph, free, barred } = branches[queue.pop()!]!;
    const rounds = whatCanBeDone(graph.needs, new Set([0, ...free.actions]));
    if (rounds[0]) return { ok: true, set: named(graph, { ...free, bound }, rounds) };
    const circle = circleAmong(graph, free.actions, rounds);
    for (const need of circle.values()) {
      const inside = need.ways.filter((way) => way.actions.some((x) => circle.has(x)));
      const narrower = new Set([...barred, ...inside.map((way) => placeKey(need.requirement, way.alternative))]);
      const next = graphOf(problem, avoid, narrower);
      if (next.ok) add(next.graph, narrower);
    }
  }
  const bound = queue.length > 0 ? branches[queue.peek()!]!.free.bound : branches[0]!.free.bound;
  const safe = earliest(first.graph);
  return { ok: true, set: named(first.graph, { ...safe, bound: Math.min(bound, safe.cost) }, whatCanBeDone(first.graph.needs, new Set([0, ...safe.actions]))) };
}

/**
 * Members that wait for each other: each with a need that only members of the circle meet.
 * @param rounds when each member could be done, 0: never
 */
function circleAmong(graph: Graph, chosen: ReadonlySet<number>, rounds: Int32Array): Map<number, Need> {
  const inSet = (i: number) => i === 0 || chosen.has(i);
  const waitsOn = new Map<number, Need>();
  for (const i of [0, ...chosen]) {
    if (rounds[i]) continue;
    waitsOn.set(i, graph.needs[i]!.find((need) => !need.ways.some((way) => way.actions.every((a) => rounds[a])))!);
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
  let circle = closure([...waitsOn.keys()][0]!);
  for (const i of circle) {
    const smaller = closure(i);
    if (smaller.size < circle.size) circle = smaller;
  }
  return new Map([...circle].map((i) => [i, waitsOn.get(i)!]));
}

/** A set that can certainly be put in order: every need met by the way that is possible soonest. */
function earliest(graph: Graph): Chosen {
  const rounds = whatCanBeDone(graph.needs);
  const chosen = new Set([0]);
  for (const i of chosen) {
    for (const need of graph.needs[i]!) {
      const at = (way: { actions: readonly number[] }) => Math.max(0, ...way.actions.map((a) => rounds[a]!));
      for (const a of need.ways.reduce((best, way) => (at(way) < at(best) ? way : best)).actions) chosen.add(a);
    }
  }
  chosen.delete(0);
  return { actions: chosen, cost: [...chosen].reduce((sum, a) => sum + graph.cost[a]!, 0), bound: 0 };
}

function named(graph: Graph, { actions, cost, bound }: Chosen, rounds: Int32Array): RemovalSet {
  const taken = new Map<string, { requirement: Need['requirement']; alternative: number }>();
  for (const i of [0, ...actions]) {
    for (const need of graph.needs[i]!) {
      const met = need.ways.filter((way) => way.actions.every((a) => rounds[a]));
      const at = (way: { actions: readonly number[] }) => Math.max(0, ...way.actions.map((a) => rounds[a]!));
      const first = met.reduce((best, way) => (at(way) < at(best) ? way : best));
      taken.set(need.requirement.id, { requirement: need.requirement, alternative: first.alternative });
    }
  }
  return {
    actions: new Set([...actions].map((i) => graph.ids[i]!).sort()),
    taken: new Map([...taken].sort(([a], [b]) => (a < b ? -1 : 1))),
    cost, bound, proved: cost <= bound + 1e-9
  };
}
