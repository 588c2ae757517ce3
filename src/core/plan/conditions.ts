import type { Condition } from '../hazards';
import type { Model } from '../machine';
import type { Caution, Step } from './schema';

/** Isolating a wet machine, or one with a doubtful cell, is not undone by plugging the adapter in. */
const RESTORE: Partial<Record<Condition, string>> = {
  'cell-doubtful': 'No charging while the doubtful cell is in: only once a sound one is fitted.',
  wet: 'Only when every layer is dry: no power and no charging before.'
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
      (s) => s.kind === 'unplug-adapter' && (step.id === `isolate/${s.id}` || step.id === `restore/${s.id}`)
    );
  const cellReplaced = steps.some((s) => s.do === 'swap' && isCell(s.part));
  let firstBoard = true;
  return steps.map((step): Step => {
    const joint = step.joint ? model.joint(step.joint) : undefined;
    const cautions: Caution[] = [];
    let detail = step.detail;
    const atCell = isCell(step.part) || isCell(joint?.a) || isCell(joint?.b);
    if (has('cell-doubtful') && atCell && step.leg === 'down') {
      cautions.push({
        text: 'Doubtful cell: plastic only, no solvent, no heat, no bending. Warm, hissing or bulging: stop and follow your local rules.',
        harm: true
      });
      if (joint?.kind === 'adhesive')
        detail =
          'Dry only: draw the strips slowly and flat, or ease a plastic card under it. No solvent, no warming, no prying against the cell. It does not come: stop.';
    }
    if (step.do === 'restore' || step.test === 'open-power' || step.test === 'power' || step.test === 'battery') {
      for (const condition of ['cell-doubtful', 'wet'] as const) {
        // A new cell is fitted by then.
        if (has(condition) && !(condition === 'cell-doubtful' && cellReplaced))
          cautions.push({ text: RESTORE[condition]!, harm: true });
      }
    }
    if (has('glass') && isDisplay(step.part) && (step.do === 'move' || step.do === 'return'))
      cautions.push({ text: 'Broken glass: gloves and eye protection; film over it before it is moved.', harm: true });
    if (has('bad-adapter') && step.do === 'prepare' && isAdapter(step))
      cautions.push({
        text: 'Damaged adapter: switch the socket off first, pull by the plug, and set it aside marked.',
        harm: true
      });
    if (has('bad-adapter') && step.do === 'restore' && isAdapter(step))
      cautions.push({ text: 'With a sound adapter of the same rating, not with the one that came.', harm: true });
    if ((has('wet') || has('residue')) && step.do === 'move' && step.leg === 'down') {
      cautions.push({
        text:
          has('wet') && firstBoard
            ? 'Wet inside: dab dry as you go, no power until it is dry through.'
            : 'Look for residue: note it, with a photo.',
        harm: has('wet') && firstBoard
      });
      firstBoard = false;
    }
    if (cautions.length === 0 && detail === step.detail) return step;
    return { ...step, ...(detail === undefined ? {} : { detail }), cautions: [...step.cautions, ...cautions] };
  });
}
