import { accessOf, type Access } from '../access';
import { goalId, type Goal } from '../goals';
import { Machine, modelOf } from '../machine';
import { removalSet } from '../plan';
import { checkMachine } from '../validate';
import { problem, type Problem } from '../result';

/** What a change of the file did to the plan of a goal: steps that it takes down, before and now; absent where it cannot be planned. */
export interface Effect {
  goal: Goal;
  was?: number;
  is?: number;
}

/** What is to be said of a draft as it is now. */
export interface Judged {
  problems: readonly Problem[];
  /** Parts and joints that have errors, by their id. */
  faulty: readonly string[];
  /** Steps down of each goal, by its id; absent where it cannot be planned, or where the file has errors. */
  steps: Readonly<Record<string, number>>;
}

/** Faults by their place, and what the goals pinned by the author come to. */
export function judged(machine: Machine, goals: readonly Goal[]): Judged {
  // A draft may be anything while one works on it: a name that is empty, a list that lacks its first thing.
  const read = Machine.safeParse(machine);
  if (!read.success)
    return withFaults(
      machine,
      read.error.issues.map((i) => problem(i.path, i.code, i.message))
    );
  const checked = checkMachine(read.data);
  if (!checked.ok) return withFaults(machine, checked.problems);
  const access = accessOf(modelOf(checked.machine));
  return {
    problems: checked.warnings,
    faulty: [],
    steps: Object.fromEntries(
      goals.flatMap((goal) => {
        const steps = stepsOf(access, goal);
        return steps === undefined ? [] : [[goalId(goal), steps]];
      })
    )
  };
}

/** A place names the list and the index of what it is in. */
function withFaults(machine: Machine, problems: readonly Problem[]): Judged {
  const faulty = problems.flatMap(({ place, severity }) => {
    const [, list, index] = /^(parts|joints)\[(\d+)\]/.exec(place) ?? [];
    if (list === undefined || severity !== 'error') return [];
    return machine[list as 'parts' | 'joints'][Number(index)]?.id ?? [];
  });
  return { problems, faulty: [...new Set(faulty)], steps: {} };
}

function stepsOf(access: Access, goal: Goal): number | undefined {
  try {
    return removalSet(access, [goal]).actions.size;
  } catch {
    return undefined;
  }
}

/** Goals whose plan differs, with how. */
export function effects(before: Judged, after: Judged, goals: readonly Goal[]): Effect[] {
  return goals.flatMap((goal): Effect[] => {
    const [was, is] = [before.steps[goalId(goal)], after.steps[goalId(goal)]];
    if (was === is) return [];
    return [{ goal, ...(was === undefined ? {} : { was }), ...(is === undefined ? {} : { is }) }];
  });
}
