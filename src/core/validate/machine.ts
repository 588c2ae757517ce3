import { accessOf, drawingProblems, reachProblems, type Access } from '../access';
import { contentHash, modelOf, referenceProblems, type Machine } from '../machine';
import { refusal, type Problem, type Result } from '../result';
import { cableProblems } from './cables';
import { powerProblems } from './power';
import { screwProblems } from './screws';

export type CheckedMachine = Result<{
  machine: Machine;
  access: Access;
  readonly hash: string;
  warnings: readonly Problem[];
}>;

/** The checks behind the shape: references first, since the others follow them. */
export function checkMachine(machine: Machine): CheckedMachine {
  const checked = checkDraft(machine);
  return checked.ok && checked.warnings.some(isError) ? refusal(checked.warnings) : checked;
}

/**
 * The same of a drawing that is still being made: how its power is taken away may not be told yet. That is an error among what is
 * found, and no reason to say nothing of the rest.
 */
export function checkDraft(machine: Machine): CheckedMachine {
  const wrong = referenceProblems(machine);
  if (wrong.length > 0) return refusal(wrong);
  const access = accessOf(modelOf(machine));
  const drawing = [
    ...reachProblems(access),
    ...drawingProblems(access),
    ...screwProblems(machine),
    ...cableProblems(machine)
  ];
  const problems = [...powerProblems(access.model), ...drawing];
  if (drawing.some(isError)) return refusal(problems);
  let hash: string | undefined;
  // Worked out when it is asked for: it costs as much as all the checks.
  return {
    ok: true,
    machine,
    access,
    get hash() {
      return (hash ??= contentHash(machine));
    },
    warnings: problems
  };
}

const isError = ({ severity }: Problem): boolean => severity === 'error';
