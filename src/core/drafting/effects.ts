import type { Access } from '../access';
import { goalId, type Goal } from '../goals';
import { Machine } from '../machine';
import { removalSet } from '../plan';
import { checkDraft } from '../validate';
import { problem, type Problem } from '../result';
import type { Thing } from './edits';

/** What a change of the file did to the plan of a goal: steps that it takes down, before and now; absent where it cannot be planned. */
export interface Effect {
  goal: Goal;
  was?: number;
  is?: number;
}

/** Steps down of each goal, by its id; absent where it cannot be planned, or where the file has errors. */
export type Steps = Readonly<Record<string, number>>;

/** What is wrong, and the thing of the file that it stands at, where it is of one. */
export interface Fault extends Problem {
  thing?: Thing;
}

/** What is to be said of a draft as it is now. */
export interface Judged {
  faults: readonly Fault[];
  /** What goals come to: worked out when it is asked for, since what is wrong is told before. */
  steps: (goals: readonly Goal[]) => Steps;
}

/** Faults by their place, and the plans of a draft that has none. */
export function judged(machine: Machine): Judged {
  const none = (problems: readonly Problem[]): Judged => ({ faults: placed(machine, problems), steps: () => ({}) });
  // A draft may be anything while one works on it: a name that is empty, a list that lacks its first thing.
  const read = Machine.safeParse(machine);
  if (!read.success) return none(read.error.issues.map((i) => problem(i.path, i.code, i.message)));
  const checked = checkDraft(read.data);
  if (!checked.ok) return none(checked.problems);
  const { access } = checked;
  return {
    faults: placed(machine, checked.warnings),
    steps: (goals) =>
      Object.fromEntries(
        goals.flatMap((goal) => {
          const steps = stepsOf(access, goal);
          return steps === undefined ? [] : [[goalId(goal), steps]];
        })
      )
  };
}

/** Each with the thing that its place names, by list and index. */
export function placed(machine: Machine, problems: readonly Problem[]): Fault[] {
  return problems.map((fault) => {
    const [, list, at] = /^(parts|joints|cables)\[(\d+)\]/.exec(fault.place) ?? [];
    const index = Number(at);
    const joint = list === 'joints' ? machine.joints[index]?.id : undefined;
    const part =
      list === 'parts' ? machine.parts[index]?.id : list === 'cables' ? machine.cables[index]?.part : undefined;
    return { ...fault, ...(joint ? { thing: { joint } } : part ? { thing: { part } } : {}) };
  });
}

function stepsOf(access: Access, goal: Goal): number | undefined {
  try {
    return removalSet(access, [goal]).actions.size;
  } catch {
    return undefined;
  }
}

/** Goals whose plan differs, with how. */
export function effects(before: Steps, after: Steps, goals: readonly Goal[]): Effect[] {
  return goals.flatMap((goal): Effect[] => {
    const [was, is] = [before[goalId(goal)], after[goalId(goal)]];
    if (was === is) return [];
    return [{ goal, ...(was === undefined ? {} : { was }), ...(is === undefined ? {} : { is }) }];
  });
}
