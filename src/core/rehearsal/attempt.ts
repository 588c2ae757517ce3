import type { Access } from '../access';
import type { Drive } from '../machine';
import type { Closing } from './closings';
import { move, open, opened } from './down';
import type { Motion } from './motions';
import { harmed, works, type Outcome } from './outcome';
import { putScrew, takeScrew, tighten } from './screws';
import { Stand, type Moving } from './stand';
import type { Rehearsed } from './state';
import { bringBack, close, closed, crushedBy, lay } from './up';

/** One thing that somebody tries to do to the machine. */
export type Try =
  | { do: 'isolate' | 'restore'; step: string }
  | { do: 'pose'; up: Rehearsed['up']; lid: Rehearsed['lid'] }
  /** `bit` is what is in the driver. */
  | { do: 'open'; joint: string; motion: Motion; bit?: Drive }
  /** Drawn that way, degrees clockwise from "to the right" in the face's frame; as the file says where nothing is given. */
  | { do: 'move'; part: string; move: string; directionDeg?: number }
  /** `socket` is the joint whose socket a plug is put on; with material, as the plan says where nothing is given. */
  | { do: 'close'; joint: string; closing: Closing; socket?: string; fresh?: boolean; share?: number }
  | { do: 'return'; part: string; move: string }
  | { do: 'lay'; cable: string; part: string; zone: string; where: 'under' | 'over' }
  /** `from` is the group that the screw came out of. */
  | { do: 'put'; joint: string; hole: number; from: string }
  | { do: 'take'; joint: string; hole: number }
  | { do: 'tighten'; joint: string; order: readonly number[]; passes: number; bit: Drive };

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
        return open(stand, stand.opening(tried.joint), tried.motion, tried.bit);
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
