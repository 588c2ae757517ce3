import type { ActionId } from '../access';

/** What the bench has to be like for an action. */
export interface Setup {
  /** Side up and lid, or `mat` for work on a part that is already out. Absent: any will do. */
  pose?: string;
  tool?: string;
  /** The part being worked on. */
  focus?: string;
}

/** What a change of setup costs, in seconds of wasted motion. */
export interface Weights {
  turn: number;
  lid: number;
  tool: number;
  focus: number;
}

/** Bench rules of thumb: a turn of an open machine costs more than the seconds it takes. */
export const WEIGHTS = {
  'part-by-part': { turn: 20, lid: 6, tool: 5, focus: 12 },
  'bit-by-bit': { turn: 20, lid: 6, tool: 12, focus: 2 }
} as const satisfies Record<string, Weights>;
export type Weighting = keyof typeof WEIGHTS;

export interface OrderProblem {
  actions: readonly ActionId[];
  /** before -> after. */
  edges: readonly (readonly [ActionId, ActionId])[];
  setup(action: ActionId, done: ReadonlySet<ActionId>): Setup;
  weights: Weights;
  start: Setup;
}

export interface Order {
  sequence: ActionId[];
  /** Weighted setup changes. */
  cost: number;
  bound: number;
  proved: boolean;
}

/**
 * An order that keeps to one setup while it can. Each time a change is due it goes to the cheapest next action,
 * and among equals to the part that can be finished soonest.
 * The bound counts each tool and part that must be entered at least once.
 * @throws if the edges go in a circle
 */
export function order(problem: OrderProblem): Order {
  const { actions, weights } = problem;
  const waiting = new Map(actions.map((id) => [id, new Set<ActionId>()]));
  const followers = new Map<ActionId, ActionId[]>(actions.map((id) => [id, []]));
  for (const [before, after] of problem.edges) {
    if (!waiting.has(before) || !waiting.has(after) || before === after) continue;
    waiting.get(after)!.add(before);
    followers.get(before)!.push(after);
  }
  const place = new Map(actions.map((id, i) => [id, i]));
  const done = new Set<ActionId>();
  const sequence: ActionId[] = [];
  /** When each became possible, counted in actions done: what was just uncovered is close at hand. */
  const since = new Map<ActionId, number>();
  const focusOf = new Map(actions.map((id) => [id, problem.setup(id, done).focus]));
  let at = problem.start;
  let cost = 0;

  const unready = (focus: string | undefined) =>
    actions.filter((id) => !done.has(id) && focusOf.get(id) === focus && [...waiting.get(id)!].some((w) => focusOf.get(w) !== focus)).length;

  while (sequence.length < actions.length) {
    const ready = actions.filter((id) => !done.has(id) && waiting.get(id)!.size === 0);
    if (ready.length === 0) throw new Error(`the order goes in a circle among ${actions.filter((id) => !done.has(id)).join(', ')}`);
    for (const id of ready) if (!since.has(id)) since.set(id, sequence.length);
    const ranked = ready
      .map((id) => {
        const setup = problem.setup(id, done);
        return { id, setup, change: changeCost(at, setup, weights), unready: unready(setup.focus) };
      })
      .sort((p, q) => p.change - q.change || p.unready - q.unready || since.get(q.id)! - since.get(p.id)! || place.get(p.id)! - place.get(q.id)!);
    const next = ranked[0]!;
    cost += next.change;
    at = enter(at, next.setup);
    done.add(next.id);
    sequence.push(next.id);
    for (const follower of followers.get(next.id)!) waiting.get(follower)!.delete(next.id);
  }
  const bound = lowerBound(problem);
  return { sequence, cost, bound, proved: cost <= bound };
}

/** The setup after entering another: what it does not ask for stays as it was. */
export function enter(at: Setup, next: Setup): Setup {
  return { pose: next.pose === 'mat' ? at.pose : (next.pose ?? at.pose), tool: next.tool ?? at.tool, focus: next.focus ?? at.focus };
}

export function changeCost(at: Setup, next: Setup, weights: Weights): number {
  let cost = 0;
  if (next.pose && next.pose !== 'mat' && next.pose !== at.pose) {
    const [up, lid] = next.pose.split('/');
    const [wasUp, wasLid] = (at.pose ?? '/').split('/');
    if (up !== wasUp) cost += weights.turn;
    if (lid !== wasLid) cost += weights.lid;
  }
  if (next.tool && next.tool !== at.tool) cost += weights.tool;
  if (next.focus && next.focus !== at.focus) cost += weights.focus;
  return cost;
}

function lowerBound({ actions, setup, weights, start }: OrderProblem): number {
  const tools = new Set<string>();
  const focuses = new Set<string>();
  for (const id of actions) {
    const { tool, focus } = setup(id, new Set());
    if (tool && tool !== start.tool) tools.add(tool);
    if (focus && focus !== start.focus) focuses.add(focus);
  }
  return tools.size * weights.tool + focuses.size * weights.focus;
}
