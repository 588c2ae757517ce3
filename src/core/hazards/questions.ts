import type { Said } from '../language';
import { QUESTION_WORDS } from '../words';
import { z } from 'zod';

/** What is asked before anything else, in this order. The first answer to each is the harmless one. */
export const QUESTIONS = (['cell', 'heat', 'liquid', 'glass', 'adapter', 'dirt'] as const).map((id) => ({
  id,
  ...QUESTION_WORDS[id]
}));

export type QuestionId = (typeof QUESTIONS)[number]['id'];

const oneOf = (id: QuestionId) =>
  z.enum(Object.keys(QUESTIONS.find((q) => q.id === id)!.answers) as [string, ...string[]]).optional();
/** Answers so far; what was not asked is absent. */
export const HazardAnswers = z.strictObject({
  cell: oneOf('cell'),
  heat: oneOf('heat'),
  liquid: oneOf('liquid'),
  glass: oneOf('glass'),
  adapter: oneOf('adapter'),
  dirt: oneOf('dirt')
} satisfies Record<QuestionId, unknown>);
export type HazardAnswers = z.infer<typeof HazardAnswers>;

/** An answer in words. */
export function answerWords(question: QuestionId, answer: string): Said {
  const { answers } = QUESTIONS.find((q) => q.id === question)!;
  return (answers as Readonly<Record<string, Said>>)[answer] ?? answer;
}
