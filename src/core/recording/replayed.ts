import type { Access, Requirement } from '../access';
import { moveId, openId, readAction, type ActionId } from '../ids';
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

function takenBack(believed: Believed, { of, cause }: Requirement): Believed {
  const without = (map: Believed['covers'], key: string): Believed['covers'] => {
    const list = map.get(of);
    return list?.get(key)?.why === 'replayed' ? map : new Map([...map, [of, new Map([...(list ?? []), [key, NO]])]]);
  };
  switch (cause.kind) {
    case 'covers':
      return cause.joint === undefined
        ? { ...believed, covers: without(believed.covers, cause.part) }
        : { ...believed, held: without(believed.held, cause.joint) };
    case 'relation': {
      const { before } = cause;
      const isIt = (o: Believed['orders'][number]) => o.before === before && o.after === of && o.belief.yes;
      if (believed.orders.some(isIt))
        return { ...believed, orders: believed.orders.map((o) => (isIt(o) ? { ...o, belief: NO } : o)) };
      // A cable that is held over a part where no outline says so stands in the file as an order.
      const joint = before === undefined ? undefined : readAction(before);
      return joint && 'joint' in joint ? { ...believed, held: without(believed.held, joint.joint) } : believed;
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
