import { z } from 'zod';
import { QUESTIONS, type HazardAnswers, type QuestionId } from './questions';

/** What holds for the whole job because of how the machine came in. */
export const Condition = z.enum(['cell-doubtful', 'wet', 'residue', 'glass', 'bad-adapter']);
export type Condition = z.infer<typeof Condition>;

export interface Stop {
  question: QuestionId;
  /** What it is, in one line. */
  text: string;
  /** What to do now, in order. */
  now: readonly string[];
}

export interface Triage {
  /** Questions that have no answer yet. */
  open: QuestionId[];
  /** Any of these ends the job here, until a lead says in writing why it may go on. */
  stops: Stop[];
  conditions: Condition[];
}

const HAND_OVER =
  'Hand it over by your local rules for damaged lithium cells: their storage, transport and disposal are for trained people and licensed carriers.';

const STOPS: { question: QuestionId; answers: readonly string[]; text: string; now: readonly string[] }[] = [
  {
    question: 'cell',
    answers: ['swollen'],
    text: 'A swollen cell: not opened here.',
    now: [
      'Do not charge it, do not switch it on, do not press it flat, do not close the lid by force.',
      'Unplug the adapter. Set it down on something that does not burn, away from where people work and sleep and from anything that burns.',
      HAND_OVER
    ]
  },
  {
    question: 'cell',
    answers: ['burnt', 'leaking'],
    text: 'A burnt or leaking cell: do not touch it further.',
    now: [
      'Keep away from fumes and air the room. With smoke or flame leave and call the fire service.',
      'Only if it is cold and quiet: set it down outside on something that does not burn. Gloves; nothing on bare skin.',
      HAND_OVER
    ]
  },
  {
    question: 'heat',
    answers: ['yes'],
    text: 'It heats by itself: a cell may be failing now.',
    now: [
      'Unplug the adapter. If it can be carried safely, take it outside, onto stone or metal; otherwise leave the room.',
      'With smoke, hissing or flame call the fire service; do not carry it.',
      HAND_OVER
    ]
  },
  {
    question: 'dirt',
    answers: ['yes'],
    text: 'It has to be cleaned by people trained for that before it is opened.',
    now: ['Gloves on, bag it and close the bag. Do not blow it out.', 'Follow your local rules for contaminated goods.']
  }
];

const CONDITIONS: Record<string, Condition> = {
  'cell:doubtful': 'cell-doubtful',
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
      ({ question, text, now }) => ({ question, text, now })
    ),
    conditions: given.flatMap(([q, a]) => CONDITIONS[`${q}:${a}`] ?? [])
  };
}

/** What each condition means for the work, for those who read the plan or the job sheet. */
export const CONDITION_WORDS: Record<Condition, string> = {
  'cell-doubtful': 'Doubtful cell: no solvent, no metal, no bending, no charging; out at the first sign of warmth',
  wet: 'Wet inside: no power and no charging until it is dry through',
  residue: 'Liquid was in it: look for residue at every layer',
  glass: 'Broken glass: cut-proof gloves, eye protection, film over the glass before it is moved',
  'bad-adapter': 'The adapter stays unused: a sound one of the same rating takes its place; adapters are never opened'
};
