import type { ActionId, Requirement } from '../access';

/** Requirements by the action that has them, the job itself among them, and what each action costs (s, down plus up). */
export interface SetProblem {
  job: ActionId;
  requirementsOf(action: ActionId): readonly Requirement[];
  cost(action: ActionId): number;
}

export interface RemovalSet {
  actions: ReadonlySet<ActionId>;
  /** For every requirement of a chosen action: the alternative taken. */
  taken: ReadonlyMap<string, { requirement: Requirement; alternative: number }>;
  cost: number;
  /** No set can cost less than this. */
  bound: number;
  proved: boolean;
}

export type SetResult = { ok: true; set: RemovalSet } | { ok: false; unmet: Requirement };

/** Search steps before the search settles for the best set found so far and says that it is not proved. */
const BUDGET = 200_000;

/**
 * The cheapest set of actions that meets every requirement of the job and of its own members and can be put in order.
 * Depth first over the OR choices with the cost so far as bound; requirements with one way left are followed at once.
 * @param forbidden keys `requirement#alternative` that must not be taken: asks what the next best would have cost
 */
export function cheapestSet(problem: SetProblem, forbidden: ReadonlySet<string> = new Set()): SetResult {
  // Ways already paid for are taken without branching. That can only lose when an order becomes impossible later,
  // so the full branching is done only if that was ever seen.
  const quick = new Search(problem, forbidden, false).run();
  if (!quick.sawLoop) return quick.result;
  return new Search(problem, forbidden, true).run().result;
}

interface State {
  chosen: Set<ActionId>;
  cost: number;
  pending: Requirement[];
  taken: Map<string, { requirement: Requirement; alternative: number }>;
  /** What must be done before what. */
  before: Map<ActionId, Set<ActionId>>;
}

class Search {
  private best: State | undefined;
  private unmet: Requirement | undefined;
  private sawLoop = false;
  private steps = 0;

  constructor(
    private readonly problem: SetProblem,
    private readonly forbidden: ReadonlySet<string>,
    private readonly branchAlways: boolean
  ) {}

  run(): { result: SetResult; sawLoop: boolean } {
    const { job } = this.problem;
    const start: State = { chosen: new Set([job]), cost: 0, pending: [...this.problem.requirementsOf(job)], taken: new Map(), before: new Map() };
    const least = this.forced(start)?.cost ?? 0;
    this.explore(start);
    if (!this.best) return { result: { ok: false, unmet: this.unmet ?? this.problem.requirementsOf(job)[0]! }, sawLoop: this.sawLoop };
    const { chosen, cost, taken } = this.best;
    const proved = this.steps <= BUDGET;
    chosen.delete(job);
    return { result: { ok: true, set: { actions: chosen, taken, cost, bound: proved ? cost : least, proved } }, sawLoop: this.sawLoop };
  }

  private explore(from: State): void {
    if (++this.steps > BUDGET) return;
    const state = this.forced(from);
    if (!state || (this.best && state.cost >= this.best.cost)) return;
    const next = state.pending[0];
    if (!next) {
      this.best = state;
      return;
    }
    const rest = { ...state, pending: state.pending.slice(1) };
    const ways = this.open(next)
      .map((alternative) => ({ alternative, extra: this.extra(state, next.alternatives[alternative]!) }))
      .sort((p, q) => p.extra - q.extra || p.alternative - q.alternative);
    for (const way of ways) {
      const child = this.take(rest, next, way.alternative);
      if (!child) continue;
      this.explore(child);
      if (way.extra === 0 && !this.branchAlways) break;
    }
  }

  /** Follows every requirement that has one way left; undefined when one of them has none. */
  private forced(from: State): State | undefined {
    let state: State | undefined = from;
    for (let again = true; again && state; ) {
      again = false;
      for (const requirement of state.pending) {
        const ways = this.open(requirement);
        const free = this.branchAlways ? undefined : ways.find((w) => this.extra(state!, requirement.alternatives[w]!) === 0 && !this.loops(state!, requirement, w));
        if (ways.length > 1 && free === undefined) continue;
        if (ways.length === 0) {
          this.unmet ??= requirement;
          return undefined;
        }
        state = this.take({ ...state, pending: state.pending.filter((r) => r !== requirement) }, requirement, free ?? ways[0]!);
        again = true;
        break;
      }
    }
    return state;
  }

  private open(requirement: Requirement): number[] {
    return requirement.alternatives.map((_, i) => i).filter((i) => !this.forbidden.has(`${requirement.id}#${i}`));
  }

  private extra(state: State, alternative: readonly ActionId[]): number {
    return alternative.reduce((sum, id) => sum + (state.chosen.has(id) ? 0 : this.problem.cost(id)), 0);
  }

  private take(state: State, requirement: Requirement, alternative: number): State | undefined {
    if (this.loops(state, requirement, alternative)) {
      this.sawLoop = true;
      this.unmet ??= requirement;
      return undefined;
    }
    const chosen = new Set(state.chosen);
    const pending = [...state.pending];
    let cost = state.cost;
    for (const id of requirement.alternatives[alternative]!) {
      if (chosen.has(id)) continue;
      chosen.add(id);
      cost += this.problem.cost(id);
      pending.push(...this.problem.requirementsOf(id));
    }
    const before = new Map(state.before);
    before.set(requirement.of, new Set([...(before.get(requirement.of) ?? []), ...requirement.alternatives[alternative]!]));
    const taken = new Map(state.taken).set(requirement.id, { requirement, alternative });
    return { chosen, cost, pending, taken, before };
  }

  /** Whether one of the alternative's actions itself waits for the action that requires it. */
  private loops(state: State, requirement: Requirement, alternative: number): boolean {
    const stack = [...requirement.alternatives[alternative]!];
    const seen = new Set<ActionId>();
    while (stack.length > 0) {
      const id = stack.pop()!;
      if (id === requirement.of) return true;
      if (seen.has(id)) continue;
      seen.add(id);
      stack.push(...(state.before.get(id) ?? []));
    }
    return false;
  }
}
