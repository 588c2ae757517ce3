import type { Model } from '../machine';
import { removes } from '../machine';
import type { Plan, Step } from '../plan';

/** What the machine looks like: what is open, what is out with all that rode on it, what hangs on its leash. */
export interface MachineState {
  open: Set<string>;
  off: Set<string>;
  loose: Set<string>;
}

/** The machine after the given steps of the plan; a step not of joints or parts changes nothing. */
export function machineAfter(model: Model, plan: Plan, done: (step: Step) => boolean): MachineState {
  const state: MachineState = { open: new Set(), off: new Set(), loose: new Set() };
  for (const step of plan.steps) {
    if (!done(step)) continue;
    if (step.joint && step.do === 'open') state.open.add(step.joint);
    else if (step.joint && step.do === 'close') state.open.delete(step.joint);
    else if (step.part && step.move && (step.do === 'move' || step.do === 'return')) {
      const out = removes(model.move(step.part, step.move));
      const set = out ? state.off : state.loose;
      for (const id of model.riders(step.part)) {
        if (step.do === 'move') set.add(id);
        else if (id === step.part || !ownWay(plan, id, done)) set.delete(id);
      }
    }
  }
  return state;
}

/** Whether a rider was taken off by itself and has not come back: then it does not return with its carrier. */
function ownWay(plan: Plan, part: string, done: (step: Step) => boolean): boolean {
  const out = plan.steps.some((s) => s.do === 'move' && s.part === part && done(s));
  const back = plan.steps.some((s) => s.do === 'return' && s.part === part && done(s));
  return out && !back;
}
