import { z } from 'zod';

/** What is asked before anything else, each answer as one would give it over the counter. The first answer is the harmless one. */
export const QUESTIONS = [
  {
    id: 'cell',
    text: 'The battery, as far as one can see and feel',
    why: 'A cell that bulges, smells or was burnt can catch fire when it is pressed, warmed or charged.',
    answers: {
      sound: 'Nothing wrong with it',
      doubtful: 'Doubtful: old, runs warm, drops suddenly',
      swollen: 'Swollen: case or touchpad bulges, lid does not close',
      burnt: 'Burnt, smoking or smelling sweet or sharp',
      leaking: 'Leaking',
      none: 'No battery in it'
    }
  },
  {
    id: 'heat',
    text: 'Is it hot while it is off, or getting hotter?',
    why: 'Heat without power is a cell that is failing now.',
    answers: { no: 'No', yes: 'Yes' }
  },
  {
    id: 'liquid',
    text: 'Has liquid got in?',
    why: 'Wet boards short when power comes back; salt and sugar go on eating.',
    answers: { no: 'No', dried: 'Once, and dry now', wet: 'Yes, and it may be wet inside' }
  },
  {
    id: 'glass',
    text: 'Is glass broken?',
    why: 'Display glass cuts, and splinters get into eyes and machines.',
    answers: { no: 'No', yes: 'Yes' }
  },
  {
    id: 'adapter',
    text: 'Adapter and mains cable',
    why: 'Behind a cracked shell or a bare wire is mains voltage.',
    answers: { sound: 'Whole', damaged: 'Cracked, bare, burnt or opened before', none: 'None came with it' }
  },
  {
    id: 'dirt',
    text: 'Mould, body fluids, chemicals or a nest in it?',
    why: 'They make the one who opens it ill.',
    answers: { no: 'No', yes: 'Yes' }
  }
] as const;

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
export function answerWords(question: QuestionId, answer: string): string {
  const { answers } = QUESTIONS.find((q) => q.id === question)!;
  return (answers as Record<string, string>)[answer] ?? answer;
}
