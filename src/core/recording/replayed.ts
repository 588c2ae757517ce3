import type { Access, Requirement } from '../access';
import { moveId, openId, type ActionId } from '../ids';
import { movesOf, type Believed } from './believed';
import type { Belief } from './over';

/** Each time something is taken back; a record that contradicts itself so often is what it is. */
const MOST_ROUNDS = 40;

/**
 * Goes through the record in the file that is made of it, and takes back whatever forbids what was done: the record is right.
 * @param accessOf what the file made of these beliefs asks for
 */
export function replayed(believed: Believed, accessOf: (of: Believed) => Access): Believed {
  let now = believed;
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const wrong = contradictions(now, accessOf(now));
    if (wrong.length === 0) return now;
    const next = wrong.reduce(takenBack, now);
    if (next === now) return now;
    now = next;
  }
  return now;
}

/** Requirements that were not met when the record did what they are of. */
function contradictions({ state, opened }: Believed, access: Access): Requirement[] {
  const done = new Set<ActionId>();
  const wrong: Requirement[] = [];
  const unmet = (id: ActionId) =>
    access.requirements.get(id)!.filter((r) => !r.alternatives.some((way) => way.every((a) => done.has(a))));
  const joints = state.joints
    .map((j) => ({ id: openId(j.id), when: opened(j.id) }))
    .filter((j) => access.actions.has(j.id))
    .sort((a, b) => a.when - b.when);
  let next = 0;
  for (const move of movesOf(state)) {
    const id = moveId(move.part, move.move);
    if (!access.actions.has(id)) continue;
    const due: ActionId[] = [];
    while (next < joints.length && joints[next]!.when <= move.when) due.push(joints[next++]!.id);
    // Those that were opened for this move were opened in some order: any that works.
    for (let left = due, grew = true; left.length > 0;) {
      grew = false;
      for (const joint of left) {
        if (unmet(joint).length > 0) continue;
        done.add(joint);
        grew = true;
      }
      left = left.filter((joint) => !done.has(joint));
      if (grew) continue;
      for (const joint of left) {
        wrong.push(...unmet(joint));
        done.add(joint);
      }
      break;
    }
    wrong.push(...unmet(id));
    done.add(id);
  }
  return wrong;
}

const NO: Belief = { yes: false, sure: 1, why: 'replayed' };

function takenBack(believed: Believed, { of, cause, id }: Requirement): Believed {
  const without = (map: Believed['covers'], key: string): Believed['covers'] => {
    const list = map.get(of);
    if (list?.get(key)?.yes === false) return map;
    return new Map([...map, [of, new Map([...(list ?? []), [key, NO]])]]);
  };
  switch (cause.kind) {
    case 'covers': {
      const hold = / < cable (.+)$/.exec(id)?.[1];
      if (hold !== undefined) return { ...believed, held: without(believed.held, hold) };
      const covers = without(believed.covers, cause.part);
      // It may lie over what rides along.
      return covers === believed.covers ? ridersExempt(believed, of, cause.part) : { ...believed, covers };
    }
    case 'relation': {
      const before = / < relation (.+)$/.exec(id)?.[1];
      const hold = before?.replace(/^joint:/, '');
      const orders = believed.orders.map((o) =>
        o.before === before && o.after === of && o.belief.yes ? { ...o, belief: NO } : o
      );
      if (orders.some((o, i) => o !== believed.orders[i])) return { ...believed, orders };
      return hold === undefined ? believed : { ...believed, held: without(believed.held, hold) };
    }
    case 'raised':
      return {
        ...believed,
        raises: believed.raises.map((r) => ({ ...r, reached: r.reached.filter((j) => openId(j) !== of) }))
      };
    default:
      return believed;
  }
}

function ridersExempt(believed: Believed, of: ActionId, cover: string): Believed {
  const covers = new Map(believed.covers);
  let changed = false;
  for (const [action, list] of covers) {
    if (action === of || !action.startsWith('move:') || list.get(cover)?.yes !== true) continue;
    const rider = action.slice('move:'.length).split('/')[0]!;
    const leaving = of.slice('move:'.length).split('/')[0]!;
    if (!rides(believed.on, rider, leaving)) continue;
    covers.set(action, new Map([...list, [cover, NO]]));
    changed = true;
  }
  return changed ? { ...believed, covers } : believed;
}

function rides(on: ReadonlyMap<string, string>, rider: string, carrier: string): boolean {
  const seen = new Set([rider]);
  for (let up = on.get(rider); up !== undefined && !seen.has(up); up = on.get(up)) {
    if (up === carrier) return true;
    seen.add(up);
  }
  return false;
}
