import { z } from 'zod';
import { Answer, Exercise, EXERCISE_KINDS, exerciseOf, ExerciseKind, type Ground } from '../exercises';
import { line } from '../machine';
import { Harm, RehearsalRecord } from '../rehearsal';

export const EXERCISE_SET_FORMAT = 'eager-wrench/exercise-set@1';
/** More than this nobody works through. */
export const MOST_IN_SET = 200;

/** Exercises that are handed out: whoever has the machine files can ask them, and mark the answers. */
export const ExerciseSet = z.strictObject({
  format: z.literal(EXERCISE_SET_FORMAT),
  name: line(120),
  exercises: z.array(Exercise).min(1).max(MOST_IN_SET)
});
export type ExerciseSet = z.infer<typeof ExerciseSet>;

export const PRACTICE_RESULTS_FORMAT = 'eager-wrench/practice-results@1';

/** What somebody answered and rehearsed, and what it was worth. */
export const PracticeResults = z.strictObject({
  format: z.literal(PRACTICE_RESULTS_FORMAT),
  person: line(120),
  answers: z.array(z.strictObject({ at: z.iso.datetime(), exercise: Exercise, answer: Answer, isRight: z.boolean() })),
  rehearsals: z.array(
    z.strictObject({ at: z.iso.datetime(), record: RehearsalRecord, isClean: z.boolean(), harms: z.array(Harm) })
  )
});
export type PracticeResults = z.infer<typeof PracticeResults>;

/** What a set is made from: the same makes the same one of the same machine file. */
export const SetWish = z.strictObject({
  name: line(120),
  kinds: z.array(ExerciseKind).min(1),
  count: z.int().min(1).max(MOST_IN_SET),
  seed: z.int().min(0).max(1e9)
});
export type SetWish = z.infer<typeof SetWish>;

/** So many draws for each exercise that is wanted: a small machine has only so much to ask. */
const DRAWS = 8;

/** Exercises on one machine, by turns of the kinds that are wanted; nothing is asked twice. Whole jobs are not for a sheet. */
export function setOf(ground: Ground, { name, kinds, count, seed }: SetWish): ExerciseSet | undefined {
  const wanted = EXERCISE_KINDS.filter((kind) => kind !== 'whole-job' && kinds.includes(kind));
  const found = new Map<string, Exercise>();
  for (let i = 0; i < count * DRAWS && found.size < count && wanted.length > 0; i++) {
    const exercise = exerciseOf(ground, wanted[i % wanted.length]!, seed * 1000 + i);
    const key =
      exercise && JSON.stringify([exercise.kind, exercise.about, exercise.given, [...exercise.options].sort()]);
    if (exercise && !found.has(key!)) found.set(key!, exercise);
  }
  const exercises = [...found.values()];
  return exercises.length === 0 ? undefined : { format: EXERCISE_SET_FORMAT, name, exercises };
}
