import { accessOf, drawingProblems, reachProblems, type Access } from '../access';
import { contentHash, modelOf, referenceProblems, type Machine } from '../machine';
import { refusal, type Problem, type Result } from '../result';
import { cableProblems } from './cables';
import { screwProblems } from './screws';

export type CheckedMachine = Result<{
  machine: Machine;
  access: Access;
  readonly hash: string;
  warnings: readonly Problem[];
}>;

/** The checks behind the shape: references first, since the others follow them. */
export function checkMachine(machine: Machine): CheckedMachine {
  const wrong = referenceProblems(machine);
  if (wrong.length > 0) return refusal(wrong);
  const access = accessOf(modelOf(machine));
  const problems = [
    ...reachProblems(access),
    ...drawingProblems(access),
    ...screwProblems(machine),
    ...cableProblems(machine)
  ];
  const hard = problems.filter((f) => f.severity === 'error');
  if (hard.length > 0) return refusal(problems);
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
