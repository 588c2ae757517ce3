import { type Weighting } from '$core/solve';
import { goalId, settleGoals, type Goal } from '$core/goals';

/** What a plan is made from: what the job is for, by which weights, and which ways are not to be taken. */
export interface Wish {
  goals: readonly Goal[];
  weighting: Weighting;
  avoid: readonly string[];
}

/** Equal wishes make equal plans, whatever order they were uttered in. */
const same = (a: Wish, b: Wish) => JSON.stringify(settled(a)) === JSON.stringify(settled(b));
const settled = ({ goals, weighting, avoid }: Wish) => [settleGoals(goals), weighting, [...avoid].sort()];

/** A plan's wish while it is being changed: every change can be undone, back to what was kept. */
export class Draft {
  wish = $state.raw<Wish>() as Wish;
  private kept = $state.raw<Wish>() as Wish;
  private past = $state.raw<readonly Wish[]>([]);

  constructor(kept: Wish) {
    this.wish = kept;
    this.kept = kept;
  }

  readonly isChanged = $derived(!same(this.wish, this.kept));
  readonly canUndo = $derived(this.past.length > 0);

  add(goal: Goal): void {
    if (this.has(goal)) return;
    this.change({ goals: [...this.wish.goals, goal] });
  }

  drop(goal: Goal): void {
    this.change({ goals: this.wish.goals.filter((g) => goalId(g) !== goalId(goal)) });
  }

  toggle(goal: Goal): void {
    if (this.has(goal)) this.drop(goal);
    else this.add(goal);
  }

  has(goal: Goal): boolean {
    return this.wish.goals.some((g) => goalId(g) === goalId(goal));
  }

  weigh(weighting: Weighting): void {
    if (weighting !== this.wish.weighting) this.change({ weighting });
  }

  /** Takes another way by leaving the one that the plan chose. */
  avoid(way: string): void {
    this.change({ avoid: [...this.wish.avoid, way] });
  }

  allowAll(): void {
    this.change({ avoid: [] });
  }

  undo(): void {
    const last = this.past.at(-1);
    if (!last) return;
    this.past = this.past.slice(0, -1);
    this.wish = last;
  }

  /** What is wished now was kept for the job. */
  keep(): void {
    this.kept = this.wish;
  }

  private change(part: Partial<Wish>): void {
    this.past = [...this.past, this.wish];
    this.wish = { ...this.wish, ...part };
  }
}
