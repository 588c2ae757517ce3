import { removes, type MachineState } from '../machine';
import type { ActionId } from '../ids';
import type { Access } from './requirements';

/** What the machine looks like with these done and nothing else. */
export function openedMachine({ model, actions }: Access, done: Iterable<ActionId>): MachineState {
  const state: MachineState = { open: new Set(), off: new Set(), leashed: new Set() };
  for (const id of done) {
    const action = actions.get(id)!;
    if (action.kind === 'open') state.open.add(action.joint.id);
    else
      for (const part of model.takes(action.part.id, action.move))
        (removes(action.move) ? state.off : state.leashed).add(part);
  }
  return state;
}
