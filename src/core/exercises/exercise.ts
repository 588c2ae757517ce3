import { seeded } from '../solve';
import { BLOCKER, COMES_OFF, ORDER, TESTS } from './chains';
import { MISTAKE, STOP } from './found';
import { Draw, type Ground, type Kind, type Trained } from './kind';
import { isAlong, MARKS, MOTION, pathOn, ROUTE, SCREW } from './plugs';
import {
  EXERCISE_FORMAT,
  EXERCISE_KINDS,
  type Answer,
  type AnswerForm,
  type Exercise,
  type ExerciseKind
} from './schema';
import { WHOLE } from './whole';

const KINDS: Readonly<Record<ExerciseKind, Kind>> = {
  'whole-job': WHOLE,
  order: ORDER,
  'comes-off': COMES_OFF,
  blocker: BLOCKER,
  screw: SCREW,
  marks: MARKS,
  route: ROUTE,
  motion: MOTION,
  tests: TESTS,
  mistake: MISTAKE,
  stop: STOP
};

/** Draws until one gives an exercise: a machine that has none after so many has nothing to ask of this kind. */
const DRAWS = 60;

/**
 * An exercise of a kind on a machine; the same seed makes the same one.
 * @param skill what it is to train, where the kind trains several
 * @returns undefined where the machine has nothing to ask of this kind
 */
export function exerciseOf(ground: Ground, kind: ExerciseKind, seed: number, skill?: string): Exercise | undefined {
  const { machine } = ground.access.model;
  const draw = new Draw(seeded(seed * EXERCISE_KINDS.length + EXERCISE_KINDS.indexOf(kind) + 1), skill);
  for (let i = 0; i < DRAWS; i++) {
    const body = KINDS[kind].make(ground, draw);
    if (body)
      return {
        format: EXERCISE_FORMAT,
        kind,
        machine: { id: machine.id, revision: machine.revision, hash: ground.hash },
        seed,
        ...body
      };
  }
  return undefined;
}

/** What can be trained on a machine, with the kinds of exercises that do it; whole jobs, which take long, are not among them. */
export function skillsOn(machine: Trained): { skill: string; kinds: ExerciseKind[] }[] {
  const by = new Map<string, ExerciseKind[]>();
  for (const kind of EXERCISE_KINDS)
    if (kind !== 'whole-job')
      for (const skill of KINDS[kind].skills(machine)) by.set(skill, [...(by.get(skill) ?? []), kind]);
  return [...by].map(([skill, kinds]) => ({ skill, kinds }));
}

export const answerForm = (kind: ExerciseKind): AnswerForm => KINDS[kind].form;

/** The right answer, worked out from the machine file; for a line its points. Tries have none: what they come to is told by `RehearsalLog`. */
export function rightAnswer(ground: Ground, exercise: Exercise): Answer {
  const { model } = ground.access;
  if (answerForm(exercise.kind) === 'line')
    return { line: pathOn(model.cable(exercise.about)!, exercise.given[0]!).map(([x, y]) => [x, y]) };
  return { options: KINDS[exercise.kind].answer(ground, exercise) };
}

/** What an answer is worth. */
export interface Marked {
  isRight: boolean;
  /** Options that are wrong, or in an order or in pairs stand where they do not belong. */
  wrong: string[];
}

/** Compares an answer with the right one. An answer that does not fit its form is wrong. */
export function marked(ground: Ground, exercise: Exercise, answer: Answer): Marked {
  const right = rightAnswer(ground, exercise);
  if ('line' in right) return { isRight: 'line' in answer && isAlong(answer.line, right.line), wrong: [] };
  const given = 'options' in answer ? answer.options : [];
  const form = answerForm(exercise.kind);
  const isPlaced = form === 'order' || form === 'pairs';
  const wrong = given.filter((option, i) => (isPlaced ? option !== right.options[i] : !right.options.includes(option)));
  const isWhole = given.length === right.options.length && new Set(given).size === new Set(right.options).size;
  return { isRight: wrong.length === 0 && isWhole && given.length > 0, wrong };
}
