import { removes, type MachineState, type Model, type Move } from '../machine';
import type { Plan, Step } from '../plan';

/** The machine after the given steps of the plan; a step not of joints or parts changes nothing. */
export function machineAfter(model: Model, plan: Plan, done: (step: Step) => boolean): MachineState {
  const state: MachineState = { open: new Set(), off: new Set(), leashed: new Set() };
  const moved = new Map<Move, string>();
  for (const step of plan.steps) {
    if (!done(step)) continue;
    if (step.joint && step.do === 'open') state.open.add(step.joint);
    else if (step.joint && step.do === 'close') state.open.delete(step.joint);
    else if (step.part && step.move && step.do === 'move') moved.set(model.move(step.part, step.move), step.part);
    else if (step.part && step.move && step.do === 'return') moved.delete(model.move(step.part, step.move));
  }
  // What went off by itself does not come back with what carried it, nor what carries it with what is put on it meanwhile.
  for (const [move, part] of moved)
    for (const id of model.takes(part, move)) (removes(move) ? state.off : state.leashed).add(id);
  return state;
}
