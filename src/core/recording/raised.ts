import { removes } from '../machine';
import { moveId, questionId } from '../ids';
import { contains, overlap } from '../access';
import { NEVER, type Moment, type RecordState, type SeenJoint, type SeenMove } from './state';
import type { Areas, Ends } from './ends';
import type { Together } from './together';
import { carries } from './habits';

/** What a raise, swing or fold did. */
export interface Raise {
  move: SeenMove;
  /** What lay below came into view. */
  clears: boolean;
  /** Whether anything lay below that could tell. */
  told: boolean;
  /** Joints that are reached only with it raised. */
  reached: string[];
  /** Joints that stayed closed through it: its leash. */
  leaves: string[];
  /** Joints that may as well have stayed closed: they had been parted by something else before. */
  mayLeave: string[];
}

/** What of what lay beneath has to come into view before a raise counts as clearing it. */
const MOST = 0.5;

export function raisesOf(
  state: RecordState,
  together: Together,
  areas: Areas,
  ends: ReadonlyMap<string, Ends>
): Raise[] {
  return state.moves
    .filter((m) => !removes(m))
    .map((move) => {
      const until = state.moves.find((m) => m.when > move.when)?.when ?? NEVER;
      const isSeenNow = (when: Moment) => when > move.when && when < until;
      const group = together.taken(move);
      const own = areas.get(move.part) ?? new Map();
      const hasEnd = (joint: string) => {
        const e = ends.get(joint);
        return e !== undefined && (group.has(e.a) || group.has(e.b));
      };
      const under = state.joints.filter((j) => {
        const area = own.get(j.face);
        return area !== undefined && j.places.every(({ at, seen }) => contains(area, at) && seen > move.when);
      });
      const seenNow = under.filter((j) => j.places.some(({ seen }) => isSeenNow(seen)));
      const beneath = [
        ...state.parts.flatMap((p) => {
          if (group.has(p.id)) return [];
          const hidden = Object.values(p.outlines).filter((o) => {
            const area = own.get(o.face);
            return area !== undefined && o.free > move.when && overlap(area, areas.get(p.id)!.get(o.face)!);
          });
          return hidden.map((o) => isSeenNow(o.free));
        }),
        ...under.filter((j) => !hasEnd(j.id)).map((j) => j.places.some(({ seen }) => isSeenNow(seen)))
      ];
      const answer = state.answers[questionId({ kind: 'clears', action: moveId(move.part, move.move) })];
      // An answer may say that it clears nothing, and not that it clears what nobody saw come into view.
      const clears = answer !== 'no' && beneath.length > 0 && beneath.filter(Boolean).length >= MOST * beneath.length;
      // Parted before by what left with its other end: whether it had to be open nobody has seen.
      const gone = state.joints.filter((j) => {
        const e = ends.get(j.id);
        return e !== undefined && group.has(e.a) !== group.has(e.b) && together.apart(e.a, e.b) < move.when;
      });
      const across = state.joints.filter((j) => {
        const e = ends.get(j.id);
        return e !== undefined && group.has(e.a) !== group.has(e.b);
      });
      const isLeft = (j: SeenJoint) => {
        const said = state.answers[questionId({ kind: 'leash', joint: j.id, action: moveId(move.part, move.move) })];
        if (said === 'no') return false;
        // What still held it so, and what came into view only later and holds it.
        return move.stays.includes(j.id) || j.places.every(({ seen }) => seen > move.when);
      };
      return {
        move,
        clears,
        told: beneath.length > 0,
        // What holds the part itself and was hidden until then is reached so, whenever it was tapped.
        reached: under.filter((j) => hasEnd(j.id) || (!clears && seenNow.includes(j))).map((j) => j.id),
        leaves: across.filter(isLeft).map((j) => j.id),
        mayLeave: gone
          .filter(
            (j) =>
              !carries(j.fixing) &&
              state.answers[questionId({ kind: 'leash', joint: j.id, action: moveId(move.part, move.move) })] ===
                undefined
          )
          .map((j) => j.id)
      };
    });
}
