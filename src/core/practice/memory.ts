import { createEmptyCard, fsrs, Rating, State, type Card } from 'ts-fsrs';
import { z } from 'zod';

const Moment = z.iso.datetime();

/** How well a person has a skill, as the spacing package keeps it (FSRS: stability in days, difficulty 1 to 10). */
export const Memory = z.strictObject({
  stability: z.number().min(0),
  difficulty: z.number().min(0).max(10),
  reps: z.int().min(0),
  lapses: z.int().min(0),
  state: z.enum(['learning', 'kept', 'relearning']),
  last: Moment,
  due: Moment
});
export type Memory = z.infer<typeof Memory>;

/** A skill is asked for again when it would be had by no less than this: the usual aim of spaced repetition. */
export const WANTED_RETENTION = 0.9;

/** Days, not minutes, lie between two exercises: what goes wrong comes back on the same day by itself, as another exercise. */
const SCHEDULER = fsrs({ request_retention: WANTED_RETENTION, enable_fuzz: false, enable_short_term: false });

const STATES = { learning: State.Learning, kept: State.Review, relearning: State.Relearning } as const;

function cardOf({ stability, difficulty, reps, lapses, state, last, due }: Memory): Card {
  return {
    ...createEmptyCard(last),
    stability,
    difficulty,
    reps,
    lapses,
    state: STATES[state],
    last_review: new Date(last),
    due: new Date(due)
  };
}

/** What is remembered after an exercise. @param at when it was done, ms since 1970 */
export function practised(memory: Memory | undefined, isRight: boolean, at: number): Memory {
  const card = memory ? cardOf(memory) : createEmptyCard(new Date(at));
  const { card: next } = SCHEDULER.next(card, new Date(at), isRight ? Rating.Good : Rating.Again);
  return {
    stability: next.stability,
    difficulty: next.difficulty,
    reps: next.reps,
    lapses: next.lapses,
    state: next.state === State.Review ? 'kept' : next.state === State.Relearning ? 'relearning' : 'learning',
    last: new Date(at).toISOString(),
    due: next.due.toISOString()
  };
}

/** The share of the times that the skill would be had at a moment, 0 to 1; 0 of what was never practised. */
export const retention = (memory: Memory | undefined, at: number): number =>
  memory ? SCHEDULER.get_retrievability(cardOf(memory), new Date(at), false) : 0;

export const isDue = (memory: Memory, at: number): boolean => Date.parse(memory.due) <= at;
