import { z } from 'zod';
import type { Access } from '../access';
import { Goals, goalRequirements, type Goal } from '../goals';
import { Id, line } from '../machine';
import { Rehearsal } from './attempt';
import type { Harm } from './harms';
import type { Outcome } from './outcome';
import { Stand } from './stand';
import { handedOver, type Rehearsed } from './state';
import { isOf, Try } from './try';
import { leftOver } from './up';

export const REHEARSAL_FORMAT = 'eager-wrench/rehearsal@1';

/** What somebody does in rehearsal: a try; asking what comes next; going back to where only so many entries were made. */
export const Entry = z.union([
  Try,
  z.strictObject({ do: z.literal('hint') }),
  z.strictObject({ do: z.literal('back'), to: z.int().min(0) })
]);
export type Entry = z.infer<typeof Entry>;

/** More than the longest work with every hole filled one by one. */
export const MOST_ENTRIES = 4000;

/** All that was done in rehearsing a piece of work on a machine: what came of it follows from the machine file alone. */
export const RehearsalRecord = z.strictObject({
  format: z.literal(REHEARSAL_FORMAT),
  machine: z.strictObject({ id: Id, revision: line(20), hash: z.string().regex(/^[0-9a-f]{64}$/) }),
  goals: Goals,
  entries: z.array(Entry).max(MOST_ENTRIES)
});
export type RehearsalRecord = z.infer<typeof RehearsalRecord>;

/** A harm with the entry that did it, by its place. */
export interface Suffered {
  harm: Harm;
  entry: number;
  /** Somebody went back to before it since. */
  isUndone: boolean;
}

/** A rehearsal as it goes: every entry with what came of it. */
export class RehearsalLog {
  readonly #rehearsal: Rehearsal;
  /** The machine after so many entries. */
  readonly #states: Rehearsed[] = [handedOver()];
  readonly #entries: Entry[] = [];
  readonly #suffered: { harm: Harm; entry: number }[] = [];
  #stuck = 0;

  constructor(
    readonly access: Access,
    readonly goals: readonly Goal[],
    entries: readonly Entry[] = []
  ) {
    this.#rehearsal = new Rehearsal(access);
    for (const entry of entries) this.add(entry);
  }

  /**
   * @returns what came of a try; undefined for what is none
   * @throws RangeError where it names what the machine does not have
   */
  add(entry: Entry): Outcome | undefined {
    const made = this.#entries.length;
    let next = this.state;
    let outcome: Outcome | undefined;
    if (entry.do === 'back') {
      if (entry.to > made) throw new RangeError(`entry ${made}: nothing to go back to`);
      next = this.#states[entry.to]!;
    } else if (entry.do !== 'hint') {
      if (!isOf(this.access, entry)) throw new RangeError(`entry ${made}: not of this machine`);
      outcome = this.#rehearsal.attempt(this.state, entry);
      if (outcome.is === 'stuck') this.#stuck++;
      else next = outcome.then;
      if (outcome.is === 'harm') this.#suffered.push({ harm: outcome.harm, entry: made });
    }
    this.#entries.push(entry);
    this.#states.push(next);
    return outcome;
  }

  get entries(): readonly Entry[] {
    return this.#entries;
  }

  get state(): Rehearsed {
    return this.#states.at(-1)!;
  }

  /** Everything that ever broke, in the order in which it did. */
  get suffered(): Suffered[] {
    const lasting = new Set(this.state.harms);
    return this.#suffered.map((s) => ({ ...s, isUndone: !lasting.has(s.harm) }));
  }

  /** What is open or out that should not be, if this is the end. */
  get left(): Harm[] {
    return leftOver(new Stand(this.access, this.state));
  }

  /** The work was come to at some time. */
  get isReached(): boolean {
    const { opened } = this.state;
    return goalRequirements(this.access, this.goals).every(({ alternatives }) =>
      alternatives.some((way) => way.every((id) => opened.has(id)))
    );
  }

  /** How often something did not move. */
  get stuck(): number {
    return this.#stuck;
  }

  /** How often it was asked what comes next. */
  get hints(): number {
    return this.#entries.filter((e) => e.do === 'hint').length;
  }

  /** The work was come to, nothing ever broke, and all is together again. */
  get isClean(): boolean {
    return this.isReached && this.#suffered.length === 0 && this.left.length === 0;
  }
}
