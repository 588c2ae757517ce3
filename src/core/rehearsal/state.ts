import type { Access } from '../access';
import { openId, type ActionId } from '../ids';
import type { Model } from '../machine';
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

/** Whether there is still power inside: the isolating joint is closed, a battery that comes out whole is in, and the firmware was not told. */
export function isLive(model: Model, { open, isolated }: Rehearsed): boolean {
  const { steps, joint } = model.machine.isolation;
  if (joint === undefined || open.has(openId(joint))) return false;
  return !steps.some((s) => s.kind === 'firmware-disconnect' && isolated.has(s.id));
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
