import { readAction, type ActionId } from './action';

type Leg = 'down' | 'up';

/**
 * Steps keep their ids from plan to plan, so that what was said of them holds. Where a thing is done once more (a cover
 * opened again after a failed test) its steps get the next round: `down/joint:x~2`.
 */
export const stepId = {
  action: (leg: Leg, action: ActionId): string => `${leg}/${action}`,
  isolate: (step: string): string => `isolate/${step}`,
  restore: (step: string): string => `restore/${step}`,
  pose: (leg: Leg, n: number): string => `${leg}/pose-${n}`,
  prepare: (joint: string): string => `up/prepare:${joint}`,
  swap: (goal: string): string => `swap/${goal}`,
  form: (cable: string): string => `swap/form:${cable}`,
  test: (of: string): string => `prove/${of}`,
  /** What the machine's condition asks for beside the work. */
  condition: (what: string): string => `condition/${what}`,
  openTest: 'up/open-test',
  setClock: 'prove/set:clock',
  firstCharge: 'prove/first:charge'
};

/** The joint that a step opens or closes; undefined for every other step. */
export function jointOfStep(step: string): string | undefined {
  const [, action] = /^(?:down|up)\/(.+)$/.exec(inRound(step, 1)) ?? [];
  const read = action === undefined ? undefined : readAction(action);
  return read && 'joint' in read ? read.joint : undefined;
}

/** The same for the way down alone. */
export const jointOpenedAt = (step: string): string | undefined =>
  step.startsWith('down/') ? jointOfStep(step) : undefined;

/** The step of the isolation that a step of a plan does or undoes, by its id in the machine file; undefined for every other step. */
export const isolationOfStep = (step: string): string | undefined =>
  /^(?:isolate|restore)\/(.+)$/.exec(inRound(step, 1))?.[1];

const ROUND = /~(\d+)$/;

export const roundOf = (step: string): number => Number(ROUND.exec(step)?.[1] ?? 1);

export function inRound(step: string, round: number): string {
  const first = step.replace(ROUND, '');
  return round > 1 ? `${first}~${round}` : first;
}
