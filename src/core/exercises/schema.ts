import { z } from 'zod';
import { Id, line } from '../machine';

export const EXERCISE_FORMAT = 'eager-wrench/exercise@1';

/** What is asked, by what the answer is: see `kinds`. */
export const EXERCISE_KINDS = [
  'whole-job',
  'order',
  'comes-off',
  'blocker',
  'screw',
  'marks',
  'route',
  'motion',
  'tests',
  'mistake',
  'stop'
] as const;
export const ExerciseKind = z.enum(EXERCISE_KINDS);
export type ExerciseKind = z.infer<typeof ExerciseKind>;

/** What an answer is: one of the options, some of them, all in an order, one for each that is given, a line drawn, or tries on the machine. */
export type AnswerForm = 'one' | 'some' | 'order' | 'pairs' | 'line' | 'tries';

const Word = line(300);

/**
 * One question about one machine, in its ids: words are made of them in any language, and the right answer by whoever has the
 * machine file.
 */
export const Exercise = z.strictObject({
  format: z.literal(EXERCISE_FORMAT),
  kind: ExerciseKind,
  machine: z.strictObject({ id: Id, revision: line(20), hash: z.string().regex(/^[0-9a-f]{64}$/) }),
  /** What it was made from: the same seed makes the same exercise of the same file. */
  seed: z.int().min(0),
  /** What it trains: `plug:slide-lock`, `chain:norrvik-fathom-14` ... */
  skill: line(120),
  /** What it is about: a joint, a part, a goal ... */
  about: Word,
  /** What is given besides: what is open already, plugs to be paired, what was found out. */
  given: z.array(Word).max(200),
  /** What may be answered; empty where the answer is drawn or tried. */
  options: z.array(Word).max(60)
});
export type Exercise = z.infer<typeof Exercise>;

/** An answer: options, or for a line that was drawn its points, mm in the zone's frame. */
export const Answer = z.union([
  z.strictObject({ options: z.array(Word).max(60) }),
  z.strictObject({ line: z.array(z.tuple([z.number(), z.number()])).max(2000) })
]);
export type Answer = z.infer<typeof Answer>;
