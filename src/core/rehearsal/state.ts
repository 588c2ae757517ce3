import type { Access } from '../access';
import { isIn } from '../access';
import { moveId, openId, type ActionId } from '../ids';
import { removes, type MachineState, type Model } from '../machine';
import type { Harm } from './harms';

/** A machine in rehearsal, at a moment. */
export interface Rehearsed {
  /** All that is opened and moved. */
  readonly open: ReadonlySet<ActionId>;
  readonly up: 'underside' | 'topside';
  readonly lid: 'closed' | 'open' | 'flat';
  /** Steps of the isolation that were done, by their ids. */
  readonly isolated: ReadonlySet<string>;
  /** What broke so far, in the order in which it did. */
  readonly harms: readonly Harm[];
}

/** As it is handed over: closed, upright, switched on and on its adapter. */
export const handedOver = (): Rehearsed => ({
  open: new Set(),
  up: 'topside',
  lid: 'closed',
  isolated: new Set(),
  harms: []
});

/** Kinds of isolation steps after which nothing inside is live: the battery is told to let go, or is out. */
const ENDS_POWER: ReadonlySet<string> = new Set(['firmware-disconnect']);

/** Whether there is still power inside: the isolating joint is closed, a battery that comes out whole is in, and the firmware was not told. */
export function isLive(model: Model, { open, isolated }: Rehearsed): boolean {
  const { steps, joint } = model.machine.isolation;
  if (joint === undefined || open.has(openId(joint))) return false;
  return !steps.some((s) => ENDS_POWER.has(s.kind) && isolated.has(s.id));
}

/**
 * Everything that may have to be done before the power can be taken away: the isolating joint with all ways to it. What is done of
 * these while the machine is live is done because there is no other way.
 */
export function onTheWayToIsolation({ model, requirements }: Access): ReadonlySet<ActionId> {
  const { joint } = model.machine.isolation;
  const found = new Set<ActionId>();
  const add = (id: ActionId): void => {
    if (found.has(id)) return;
    found.add(id);
    for (const { alternatives } of requirements.get(id) ?? []) for (const way of alternatives) way.forEach(add);
  };
  if (joint !== undefined) add(openId(joint));
  return found;
}

/** What the machine looks like, for drawing it. */
export function looks(model: Model, { open }: Rehearsed): MachineState {
  const state: MachineState = { open: new Set(), off: new Set(), leashed: new Set() };
  for (const joint of model.machine.joints) if (open.has(openId(joint.id))) state.open.add(joint.id);
  for (const part of model.machine.parts) {
    if (!isIn(model, part.id, open)) state.off.add(part.id);
    for (const move of part.moves)
      if (!removes(move) && open.has(moveId(part.id, move.id)))
        for (const id of model.takes(part.id, move)) state.leashed.add(id);
  }
  return state;
}
