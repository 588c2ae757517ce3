import { type Said, say, wordsOf } from '../language';

/** What is asked, by the kind of exercise. */
export const EXERCISE_ASKS = {
  'whole-job': (goal: Said): Said => say('exercise.ask.whole-job', { goal }),
  order: say('exercise.ask.order'),
  'comes-off': (goal: Said): Said => say('exercise.ask.comes-off', { goal }),
  blocker: (action: Said): Said => say('exercise.ask.blocker', { action }),
  screw: (joint: Said): Said => say('exercise.ask.screw', { joint }),
  marks: say('exercise.ask.marks'),
  route: (cable: Said, zone: Said): Said => say('exercise.ask.route', { cable, zone }),
  open: (joint: Said): Said => say('exercise.ask.open', { joint }),
  close: (joint: Said): Said => say('exercise.ask.close', { joint }),
  tests: (goal: Said): Said => say('exercise.ask.tests', { goal }),
  mistake: (goal: Said): Said => say('exercise.ask.mistake', { goal }),
  stop: say('exercise.ask.stop')
};

/** What is done with a machine that came in so. */
export const VERDICTS = wordsOf('exercise.verdict', ['stop', 'care', 'go']);

/** What is given besides. */
export const EXERCISE_GIVEN = {
  untouched: say('exercise.given.untouched'),
  done: (actions: readonly Said[]): Said => say('exercise.given.done', { actions }),
  test: (test: Said, outcome: Said): Said => say('exercise.given.test', { test, outcome }),
  repair: (repair: Said): Said => say('exercise.given.repair', { repair }),
  answer: (question: Said, answer: Said): Said => say('exercise.given.answer', { question, answer })
};

/** Why an answer is right, and another is not. */
export const EXERCISE_WHY = {
  order: (actions: readonly Said[]): Said => say('exercise.why.order', { actions }),
  needed: (items: readonly Said[]): Said => say('exercise.why.needed', { items }),
  spared: (items: readonly Said[]): Said => say('exercise.why.spared', { items }),
  touched: (items: readonly Said[]): Said => say('exercise.why.touched', { items }),
  untouched: (items: readonly Said[]): Said => say('exercise.why.untouched', { items }),
  right: (item: Said): Said => say('exercise.why.right', { item }),
  route: say('exercise.why.route'),
  pair: (lead: Said, mark: Said): Said => say('exercise.why.pair', { lead, mark }),
  nothing: say('exercise.why.nothing')
};

/** What is trained, by skill; those of one machine name it. */
export const SKILLS = {
  ...wordsOf('skill', ['blocker', 'fit', 'marks', 'tests', 'finding', 'stop']),
  chain: (machine: string): Said => say('skill.chain', { machine }),
  route: (machine: string): Said => say('skill.route', { machine }),
  job: (machine: string): Said => say('skill.job', { machine }),
  on: (skill: Said, machine: string): Said => say('skill.on', { skill, machine })
};
