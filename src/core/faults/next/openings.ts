import type { Live } from './live';
import { goalId, settleGoals, type Goal } from '../../goals';

/** Time to open the machine for these goals and close it again, from how it lies now, s; Infinity where they cannot be met. */
export type ReachSeconds = (goals: readonly Goal[]) => number;

/** How far the machine is open: for what it was opened since the start. What is opened stays open. */
export interface Opening {
  goals: readonly Goal[];
  id: number;
  /** There and back for all of it, s. */
  reach: number;
  /** Made when asked for: time with the way there, s, and the opening after it, of each deed; the nearest repair's time of each fault. */
  own: Float64Array;
  after: (Opening | undefined)[];
  told: Float64Array;
}

/** All openings that a search comes to, each made once. */
export class Openings {
  private readonly known = new Map<string, Opening>();
  readonly start: Opening;

  constructor(
    private readonly live: Live,
    private readonly reach: ReachSeconds
  ) {
    this.start = this.of([]);
  }

  /** Where the machine is open as far as this needs. @param deed a test, or behind all tests a repair */
  after(from: Opening, deed: number): Opening {
    const { goals } = this.deed(deed);
    return (from.after[deed] ??= goals.length === 0 ? from : this.of([...from.goals, ...goals]));
  }

  /** Time of a test or repair with the way there from here, s. */
  own(from: Opening, deed: number): number {
    if (Number.isNaN(from.own[deed]))
      from.own[deed] = this.deed(deed).seconds + this.after(from, deed).reach - from.reach;
    return from.own[deed]!;
  }

  /** Time of the repair that is nearest to a fault, with the way there from here, s. */
  told(from: Opening, fault: number): number {
    if (Number.isNaN(from.told[fault])) {
      const { tests, repairs } = this.live;
      from.told[fault] = repairs.reduce(
        (least, { isMended }, r) => (isMended[fault] ? Math.min(least, this.own(from, tests.length + r)) : least),
        Infinity
      );
    }
    return from.told[fault]!;
  }

  private deed(deed: number) {
    const { tests, repairs } = this.live;
    return deed < tests.length ? tests[deed]! : repairs[deed - tests.length]!;
  }

  private of(goals: readonly Goal[]): Opening {
    const settled = settleGoals(goals);
    const key = settled.map(goalId).join(' ');
    const known = this.known.get(key);
    if (known) return known;
    const { tests, repairs, weights } = this.live;
    const nothing = (n: number) => new Float64Array(n).fill(NaN);
    const made: Opening = {
      goals: settled,
      id: this.known.size,
      reach: this.reach(settled),
      own: nothing(tests.length + repairs.length),
      after: [],
      told: nothing(weights.length)
    };
    this.known.set(key, made);
    return made;
  }
}
