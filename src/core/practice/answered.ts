import { z } from 'zod';
import { Answer, Exercise, type ExerciseKind } from '../exercises';
import { practised, type Memory } from './memory';
import type { Practised } from './today';

/** An answer that somebody gave, under an id that their device made. */
export const Answered = z.strictObject({ id: z.uuid(), at: z.iso.datetime(), exercise: Exercise, answer: Answer });
export type Answered = z.infer<typeof Answered>;

/** What counts of an answer for what is remembered. */
export interface Counted {
  skill: string;
  machine: string;
  kind: ExerciseKind;
  isRight: boolean;
  /** ms since 1970. */
  at: number;
}

/** What somebody remembers after all their answers, by the skill: a pure fold over them in the order of their times. */
export function foldPractice(answers: readonly Counted[]): Map<string, Practised> {
  const known = new Map<string, Practised>();
  for (const { skill, machine, kind, isRight, at } of [...answers].sort((a, b) => a.at - b.at)) {
    const before: Memory | undefined = known.get(skill)?.memory;
    known.set(skill, { memory: practised(before, isRight, at), machine, kind, isRight });
  }
  return known;
}
