import { say, wordsOf } from '../language';

/** What is asked before anything else, each answer as one would give it over the counter. */
export const QUESTION_WORDS = {
  cell: {
    text: say('question.cell'),
    why: say('question.cell.why'),
    answers: wordsOf('question.cell', ['sound', 'doubtful', 'swollen', 'burnt', 'leaking', 'none'])
  },
  heat: { text: say('question.heat'), why: say('question.heat.why'), answers: wordsOf('question.heat', ['no', 'yes']) },
  liquid: {
    text: say('question.liquid'),
    why: say('question.liquid.why'),
    answers: wordsOf('question.liquid', ['no', 'dried', 'wet'])
  },
  glass: {
    text: say('question.glass'),
    why: say('question.glass.why'),
    answers: wordsOf('question.glass', ['no', 'yes'])
  },
  adapter: {
    text: say('question.adapter'),
    why: say('question.adapter.why'),
    answers: wordsOf('question.adapter', ['sound', 'damaged', 'none'])
  },
  dirt: { text: say('question.dirt'), why: say('question.dirt.why'), answers: wordsOf('question.dirt', ['no', 'yes']) }
} as const;

/** Why a job ends before it begins, and what to do now, in order. */
export const STOP_WORDS = {
  swollen: { text: say('stop.swollen'), now: [say('stop.swollen.1'), say('stop.swollen.2'), say('stop.handOver')] },
  burnt: { text: say('stop.burnt'), now: [say('stop.burnt.1'), say('stop.burnt.2'), say('stop.handOver')] },
  heating: { text: say('stop.heating'), now: [say('stop.heating.1'), say('stop.heating.2'), say('stop.handOver')] },
  contaminated: { text: say('stop.contaminated'), now: [say('stop.contaminated.1'), say('stop.contaminated.2')] }
} as const;

/** What each condition means for the work, for those who read the plan or the job sheet. */
export const CONDITION_WORDS = wordsOf('condition', [
  'cell-doubtful',
  'cell-swollen',
  'cell-burnt',
  'wet',
  'residue',
  'glass',
  'bad-adapter'
]);
