import type { Said } from '../language';
import type { Condition } from '../hazards';
import { stepId } from '../ids';
import type { Model } from '../machine';
import { CONDITION_CAUTIONS, DRY_ONLY } from '../words';
import type { Caution, Step } from './schema';

/** Isolating a wet machine, or one with a doubtful cell, is not undone by plugging the adapter in. */
const RESTORE: Partial<Record<Condition, Said>> = {
  'cell-doubtful': CONDITION_CAUTIONS.noCharging,
  wet: CONDITION_CAUTIONS.dryFirst
};

/**
 * What a machine's condition changes in its steps: cautions where they apply, and methods that are refused.
 * The order of work stays: it is the machine's.
 */
export function underConditions(model: Model, steps: Step[], conditions: readonly Condition[]): Step[] {
  if (conditions.length === 0) return steps;
  const has = (c: Condition) => conditions.includes(c);
  const isCell = (id: string | undefined) => id !== undefined && model.part(id).care.includes('cell');
  const isDisplay = (id: string | undefined) =>
    id !== undefined && [...model.riders(id)].some((r) => ['panel', 'display'].includes(model.part(r).kind));
  // Told by what a step of the isolation is, not by how its file words it.
  const isAdapter = (step: Step) =>
    model.machine.isolation.steps.some(
      (s) => s.kind === 'unplug-adapter' && (step.id === stepId.isolate(s.id) || step.id === stepId.restore(s.id))
    );
  const cellReplaced = steps.some((s) => s.do === 'swap' && isCell(s.part));
  let firstBoard = true;
  return steps.map((step): Step => {
    const joint = step.joint ? model.joint(step.joint) : undefined;
    const cautions: Caution[] = [];
    let detail = step.detail;
    const atCell = isCell(step.part) || isCell(joint?.a) || isCell(joint?.b);
    if (has('cell-doubtful') && atCell && step.leg === 'down') {
      cautions.push({ text: CONDITION_CAUTIONS.doubtfulCell, harm: true });
      if (joint?.kind === 'adhesive') detail = DRY_ONLY;
    }
    if (step.do === 'restore' || step.test === 'open-power' || step.test === 'power' || step.test === 'battery') {
      for (const condition of ['cell-doubtful', 'wet'] as const) {
        // A new cell is fitted by then.
        if (has(condition) && !(condition === 'cell-doubtful' && cellReplaced))
          cautions.push({ text: RESTORE[condition]!, harm: true });
      }
    }
    if (has('glass') && isDisplay(step.part) && (step.do === 'move' || step.do === 'return'))
      cautions.push({ text: CONDITION_CAUTIONS.glass, harm: true });
    if (has('bad-adapter') && step.do === 'prepare' && isAdapter(step))
      cautions.push({ text: CONDITION_CAUTIONS.damagedAdapter, harm: true });
    if (has('bad-adapter') && step.do === 'restore' && isAdapter(step))
      cautions.push({ text: CONDITION_CAUTIONS.soundAdapter, harm: true });
    if ((has('wet') || has('residue')) && step.do === 'move' && step.leg === 'down') {
      cautions.push({
        text: has('wet') && firstBoard ? CONDITION_CAUTIONS.wet : CONDITION_CAUTIONS.residue,
        harm: has('wet') && firstBoard
      });
      firstBoard = false;
    }
    if (cautions.length === 0 && detail === step.detail) return step;
    return { ...step, ...(detail === undefined ? {} : { detail }), cautions: [...step.cautions, ...cautions] };
  });
}
