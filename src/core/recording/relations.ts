import { accessOf, type Access } from '../access';
import { readAction, type ActionId } from '../ids';
import { modelOf, type Machine } from '../machine';
import type { Believed } from './believed';

/** Exemptions and covers where what is believed differs from what outlines and depths say, and orders. */
export function relationsOf(believed: Believed, base: Machine, reason: string): Machine['relations'] {
  const { covers, held, orders } = believed;
  const access = accessOf(modelOf(base));
  const out: Machine['relations'] = [];
  const ids = new Set(base.parts.map((p) => p.id));
  for (const action of access.actions.values()) {
    const ref = readAction(action.id)!;
    const wanted = wantedCovers(believed, access, action.id, covers);
    const drawn = new Set(
      access.requirements
        .get(action.id)!
        .flatMap((r) => (r.cause.kind === 'covers' && r.cause.joint === undefined ? [r.cause.part] : []))
    );
    for (const cover of drawn) if (!wanted.has(cover)) out.push({ kind: 'exempt', cover, action: ref, reason });
    for (const cover of wanted)
      if (!drawn.has(cover) && ids.has(cover)) out.push({ kind: 'covers', cover, action: ref, reason });
    if (action.kind !== 'move') continue;
    const wantedHolds = new Set([...(held.get(action.id) ?? [])].filter(([, b]) => b.yes).map(([joint]) => joint));
    const drawnHolds = access.requirements
      .get(action.id)!
      .flatMap((r) => (r.cause.kind === 'covers' ? (r.cause.joint ?? []) : []));
    const wrong = drawnHolds.filter((joint) => !wantedHolds.has(joint));
    const cables = new Set(wrong.map((joint) => access.model.joint(joint).a));
    for (const cable of cables) out.push({ kind: 'exempt', cover: cable, action: ref, reason });
    for (const joint of wantedHolds)
      if (access.model.hasJoint(joint) && (!drawnHolds.includes(joint) || cables.has(access.model.joint(joint).a)))
        out.push({ kind: 'order', before: { joint }, after: ref, leg: 'down', reason });
  }
  for (const { before, after, belief } of orders) {
    if (!belief.yes || !access.actions.has(before) || !access.actions.has(after)) continue;
    out.push({ kind: 'order', before: readAction(before)!, after: readAction(after)!, leg: 'both', reason });
  }
  return out;
}

/** What has to lie in the way of an action: for a move, of all that leaves with it. */
function wantedCovers({ over }: Believed, access: Access, id: ActionId, covers: Believed['covers']): Set<string> {
  const own = new Set([...(covers.get(id) ?? [])].filter(([, b]) => b.yes).map(([part]) => part));
  const action = access.actions.get(id)!;
  if (action.kind !== 'move') return own;
  const { model } = access;
  const taken = model.takes(action.part.id, action.move);
  const carriers = model.carriers(action.part.id);
  // What was recorded as lying clear of the move does not lie over what rides along either.
  const clear = new Set([...(covers.get(id) ?? [])].filter(([, b]) => !b.yes && b.sure === 1).map(([part]) => part));
  for (const rider of taken) {
    if (rider === action.part.id) continue;
    for (const { id: cover } of access.model.machine.parts) {
      if (taken.has(cover) || carriers.includes(cover) || own.has(cover) || clear.has(cover)) continue;
      if (over.partOverPart(cover, rider, action.move.zone)?.yes) own.add(cover);
    }
  }
  return own;
}
