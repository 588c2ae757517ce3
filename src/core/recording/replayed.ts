import type { Access, Requirement } from '../access';
import { openId, readAction } from '../ids';
import type { Believed } from './believed';
import type { Belief } from './over';
import { retrace } from './retrace';

/** Each time something is taken back; a record that contradicts itself so often is what it is. */
const MOST_ROUNDS = 40;

/**
 * Goes through the record in the file that is made of it, and takes back whatever forbids what was done: the record is right.
 * @param accessOf what the file made of these beliefs asks for
 */
export function replayed(believed: Believed, accessOf: (of: Believed) => Access): Believed {
  let now = believed;
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const { wrong } = retrace(now, accessOf(now));
    if (wrong.length === 0) return now;
    const next = wrong.reduce(takenBack, now);
    if (next === now) return now;
    now = next;
  }
  return now;
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
