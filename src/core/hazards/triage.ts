import type { Said } from '../language';
import { z } from 'zod';
import { CONDITION_WORDS, STOP_WORDS } from '../words';
import { QUESTIONS, type HazardAnswers, type QuestionId } from './questions';

/** What holds for the whole job because of how the machine came in. */
export const Condition = z.enum(Object.keys(CONDITION_WORDS) as (keyof typeof CONDITION_WORDS)[]);
export type Condition = z.infer<typeof Condition>;

export interface Stop {
  question: QuestionId;
  /** What it is, in one line. */
  text: Said;
  /** What to do now, in order. */
  now: readonly Said[];
}

export interface Triage {
  /** Questions that have no answer yet. */
  open: QuestionId[];
  /** Any of these ends the job here, until a lead says in writing why it may go on. */
  stops: Stop[];
  conditions: Condition[];
}

/** @property is as the room of words knows it */
const STOPS: { question: QuestionId; answers: readonly string[]; is: keyof typeof STOP_WORDS }[] = [
  { question: 'cell', answers: ['swollen'], is: 'swollen' },
  { question: 'cell', answers: ['burnt', 'leaking'], is: 'burnt' },
  { question: 'heat', answers: ['yes'], is: 'heating' },
  { question: 'dirt', answers: ['yes'], is: 'contaminated' }
];

/** An answer that stops a job holds for it as well, where a lead lets it go on. */
const CONDITIONS: Record<string, Condition> = {
  'cell:doubtful': 'cell-doubtful',
  'cell:swollen': 'cell-swollen',
  'cell:burnt': 'cell-burnt',
  'cell:leaking': 'cell-burnt',
  'liquid:wet': 'wet',
  'liquid:dried': 'residue',
  'glass:yes': 'glass',
  'adapter:damaged': 'bad-adapter'
};

/** How a condition may be named: by its own name, by question and answer, or by the question alone where one answer is the graver. */
export const CONDITION_NAMES: Readonly<Record<string, Condition>> = {
  ...Object.fromEntries(Condition.options.map((c) => [c, c])),
  ...Object.fromEntries(Object.entries(CONDITIONS).map(([answer, c]) => [answer.replace(':', '='), c])),
  cell: 'cell-doubtful',
  liquid: 'wet',
  adapter: 'bad-adapter'
};

/** What the answers come to: where the job stops, what holds for it, what is still to be asked. */
export function triage(answers: HazardAnswers): Triage {
  const given = Object.entries(answers).filter(([, a]) => a !== undefined) as [QuestionId, string][];
  return {
    open: QUESTIONS.map((q) => q.id).filter((id) => answers[id] === undefined),
    stops: STOPS.filter((s) => given.some(([q, a]) => q === s.question && s.answers.includes(a))).map(
      ({ question, is }) => ({ question, ...STOP_WORDS[is] })
    ),
    conditions: given.flatMap(([q, a]) => CONDITIONS[`${q}:${a}`] ?? [])
  };
}
