import type { Condition } from '../hazards';
import type { IsolationStep, Machine, Model } from '../machine';

/** A cell that may fail. */
const CELLS: readonly Condition[] = ['cell-doubtful', 'cell-swollen', 'cell-burnt'];
export const doubtsCell = (conditions: readonly Condition[]): boolean => conditions.some((c) => CELLS.includes(c));

/** Liquid is in it, or was. */
export const hadLiquid = (conditions: readonly Condition[]): boolean =>
  conditions.includes('wet') || conditions.includes('residue');

export const isCell = (model: Model, id: string | undefined): boolean =>
  id !== undefined && model.part(id).care.includes('cell') && model.part(id).kind !== 'coin-cell';

/** Whether a cell that may fail is still in it at the end: nothing of these was a new one. */
export const keepsDoubtedCell = (
  model: Model,
  conditions: readonly Condition[],
  replaced: readonly string[]
): boolean => doubtsCell(conditions) && !replaced.some((id) => isCell(model, id));

/** It is not started before it was looked over: what takes power away must not need it to run. */
export const isKeptOff = (conditions: readonly Condition[]): boolean => doubtsCell(conditions) || hadLiquid(conditions);

/** The isolation as this machine may be isolated, in the order of its file: without what it would have to be started for. */
export function isolationOf(machine: Machine, conditions: readonly Condition[]): readonly IsolationStep[] {
  const { steps } = machine.isolation;
  return isKeptOff(conditions) ? steps.filter((s) => s.kind !== 'firmware-disconnect') : steps;
}

/** In the order in which it is done: the adapter leaves a machine that is kept off before it is forced off. */
export function inOrderOfWork(steps: readonly IsolationStep[], conditions: readonly Condition[]): IsolationStep[] {
  if (!isKeptOff(conditions)) return [...steps];
  const first = steps.filter((s) => s.kind === 'unplug-adapter');
  return [...first, ...steps.filter((s) => s.kind !== 'unplug-adapter')];
}

/** Whether its battery can only be disconnected by starting it, which must not be. */
export const cannotIsolate = ({ isolation: { joint, steps } }: Machine, conditions: readonly Condition[]): boolean =>
  isKeptOff(conditions) && joint === undefined && steps.some((s) => s.kind === 'firmware-disconnect');
