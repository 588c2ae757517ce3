import type { Access } from '../access';
import { move, open, opened } from './down';
import { harmed, works, type Outcome } from './outcome';
import { putScrew, takeScrew, tighten } from './screws';
import { Stand, type Moving } from './stand';
import type { Rehearsed } from './state';
import type { Try } from './try';
import { bringBack, close, closed, crushedBy, lay } from './up';

/** A machine that is taken apart without one: what comes of every try, by the rules that plans are made by. */
export class Rehearsal {
  constructor(readonly access: Access) {}

  attempt(state: Rehearsed, tried: Try): Outcome {
    const stand = new Stand(this.access, state);
    switch (tried.do) {
      case 'isolate':
        return works({ ...state, isolated: new Set([...state.isolated, tried.step]) });
      case 'restore':
        return works({ ...state, isolated: new Set([...state.isolated].filter((step) => step !== tried.step)) });
      case 'pose':
        return turn(stand, tried);
      case 'open':
        return open(stand, stand.opening(tried.joint), tried.motion, tried);
      case 'move':
        return move(stand, stand.moving(tried.part, tried.move), tried.directionDeg);
      case 'close': {
        const { fresh = true, share = 1 } = tried;
        return close(stand, stand.opening(tried.joint), tried.closing, { fresh, share }, tried.socket);
      }
      case 'return':
        return bringBack(stand, stand.moving(tried.part, tried.move));
      case 'lay':
        return lay(stand, tried.cable, tried.part, tried.zone, tried.where);
      case 'put':
        return putScrew(stand, stand.opening(tried.joint), tried.hole, tried.from);
      case 'take':
        return takeScrew(stand, stand.opening(tried.joint), tried.hole);
      case 'tighten':
        return tighten(stand, stand.opening(tried.joint), tried);
    }
  }
}

/** The machine is turned or its lid moved: what goes with the lid goes as the lid does, there as soon as nothing keeps it. */
function turn(stand: Stand, { up, lid }: Extract<Try, { do: 'pose' }>): Outcome {
  const { access, state } = stand;
  const withLid = [...access.actions.values()].filter(
    (action): action is Moving => action.kind === 'move' && action.move.lid !== undefined
  );
  const back = withLid.filter((action) => action.move.lid !== lid && state.open.has(action.id));
  const crushed = back.flatMap((action) => {
    const by = crushedBy(stand, action);
    return by === undefined ? [] : [{ at: { part: action.part.id }, by }];
  });
  let then: Rehearsed = { ...state, up, lid };
  for (const action of back) then = closed(new Stand(access, then), action);
  for (const action of withLid) {
    const there = new Stand(access, then);
    if (action.move.lid === lid && there.inTheWay(action).length === 0) then = opened(there, action);
  }
  const [first] = crushed;
  return first ? harmed(then, { leg: 'up', kind: 'cable-pinched', ...first }) : works(then);
}
