import { unheld, type Access, type Holding, type Unheld } from '../access';
import type { Joint, Model } from '../machine';
import { openId, type ActionId } from '../ids';

/** What a hand tears when the part floats: plugs of cables between it and the rest, and the foil of a heat sink. What it is itself plugged into is its seat, and none of these. */
function tiesOf(model: Model, part: string): Joint[] {
  const own = model.riders(part);
  const isCable = (id: string) => model.cable(id) !== undefined;
  return [...own]
    .flatMap((id) => model.jointsOf(id))
    .filter(
      (j) =>
        own.has(j.a) !== own.has(j.b) &&
        (j.kind === 'connector'
          ? isCable(j.a) || isCable(j.b)
          : j.kind === 'tape' && model.part(part).kind === 'heat-sink')
    );
}

/** Joints that keep the part until it is moved, on the face from which it is. */
function keepsOf(model: Model, { part, holds }: Holding): Joint[] {
  const opened = new Set(holds.flat(2));
  const faces = new Set(part.moves.map((m) => m.zone));
  return model.machine.joints.filter((j) => j.kind !== 'connector' && faces.has(j.zone) && opened.has(openId(j.id)));
}

/**
 * What had better come so, where nothing forbids it: `tie` is open before `keep` is, on the way down, and closed after it on the way up.
 * A part is held by its screws while its plugs are pulled and pressed.
 */
export function strains(
  { model, holdings }: Access,
  actions: ReadonlySet<ActionId>
): { tie: ActionId; keep: ActionId }[] {
  return holdings
    .filter(({ bare }) => !bare)
    .flatMap((holding) => {
      const ties = tiesOf(model, holding.part.id)
        // What can be reached only once the part is raised is never open while it is held.
        .filter((j) => j.reachedRaised !== holding.part.id && actions.has(openId(j.id)));
      const keeps = ties.length > 0 ? keepsOf(model, holding).filter((j) => actions.has(openId(j.id))) : [];
      return ties.flatMap((tie) =>
        keeps.filter((keep) => keep !== tie).map((keep) => ({ tie: openId(tie.id), keep: openId(keep.id) }))
      );
    });
}

/**
 * Parts that a hand has to hold while this plug is pulled or pressed: it ties them to the rest, and nothing keeps them in their place.
 * @param open all that is opened and moved by then
 */
export function floating(
  { model, holdings }: Access,
  joint: Joint,
  open: ReadonlySet<ActionId>
): { part: string; how: Exclude<Unheld, 'bare'> }[] {
  if (joint.kind !== 'connector') return [];
  return [...unheld(holdings, open)].flatMap(([part, how]) =>
    how !== 'bare' && tiesOf(model, part).includes(joint) ? [{ part, how }] : []
  );
}
