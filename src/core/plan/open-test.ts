import { isIn, type Access } from '../access';
import type { Condition } from '../hazards';
import { moveId, type ActionId } from '../ids';
import { removes } from '../machine';
import type { Look } from '../words';
import { keepsDoubtedCell } from './kept-off';
import { touchedFunctions } from './touched';

/** What has to be whole for a look at it, by the function that it shows. */
const SHOWN_BY: readonly (readonly [Look, string])[] = [
  ['charge', 'battery'],
  ['picture', 'display'],
  ['keys', 'keyboard'],
  ['fan', 'cooling']
];

/**
 * What can be looked at while the machine is tried open: that it starts, and of all else what it has and what nothing is missing for.
 * @param open what is still open and out at that moment
 */
export function looksOf(access: Access, open: ReadonlySet<ActionId>): Look[] {
  const { model } = access;
  const missing = new Set(touchedFunctions(model, actionsOf(access, open)));
  const has = (f: string) =>
    [...model.machine.parts, ...model.machine.joints].some((x) => x.functions.includes(f)) && !missing.has(f);
  return ['start', ...SHOWN_BY.filter(([, f]) => has(f)).map(([look]) => look)];
}

const actionsOf = (access: Access, ids: ReadonlySet<ActionId>) =>
  [...ids].flatMap((id) => {
    const action = access.actions.get(id);
    return action ? [action] : [];
  });

/** What the machine's condition leaves to look at: a doubtful cell that stays in is not charged. */
export const looksUnder = (
  { model }: Access,
  looks: readonly Look[],
  conditions: readonly Condition[],
  replaced: readonly string[]
): Look[] => (keepsDoubtedCell(model, conditions, replaced) ? looks.filter((look) => look !== 'charge') : [...looks]);

/** Whether one has to see the screen or reach the keys for these. */
export const needsLidUp = (looks: readonly Look[]): boolean => looks.includes('picture') || looks.includes('keys');

/** Covers of the underside that are off, and are laid on loosely while the machine stands on it. */
export function laidOn(access: Access, open: ReadonlySet<ActionId>): string[] {
  const { model } = access;
  return model.machine.parts
    .filter(
      (part) =>
        part.kind === 'cover' &&
        !isIn(model, part.id, open) &&
        part.moves.some(
          (m) => removes(m) && open.has(moveId(part.id, m.id)) && model.zone(m.zone).pose.up === 'underside'
        )
    )
    .map((part) => part.id);
}
