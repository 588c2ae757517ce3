import { areaOf, contains } from '../access';
import { moveId, openId, questionId, type ActionId } from '../ids';
import { NEVER, type Moment, type RecordState, type SeenMove } from './state';
import { carriersOf, carriersUp, type Carrier } from './carriers';
import { areasOf, endsOf, type Areas, type Ends } from './ends';
import { apartInHand, type Grips } from './grips';
import { Over, type Belief } from './over';
import { ordersOf, orderQuestion, type Order } from './orders';
import { raisesOf, type Raise } from './raised';
import { powerOf, type Power } from './power';
import { togetherOf, type Together } from './together';
import { unseenHolds } from './unseen';
import { CABLES } from './habits';

/** All that is believed of a machine after a teardown: what the file is made of, and what can be asked. */
export interface Believed {
  state: RecordState;
  together: Together;
  areas: Areas;
  ends: ReadonlyMap<string, Ends>;
  on: ReadonlyMap<string, string>;
  carriers: ReadonlyMap<string, Carrier>;
  over: Over;
  raises: readonly Raise[];
  /** What may lie in the way of each action, by part. */
  covers: ReadonlyMap<ActionId, ReadonlyMap<string, Belief>>;
  orders: readonly Order[];
  power: Power;
  /** Tapes and guides that hold a cable over what is moved: by move, whether they have to be open. */
  held: ReadonlyMap<ActionId, ReadonlyMap<string, Belief>>;
  /** When each joint was opened at the latest; NEVER for what is still closed. */
  opened(joint: string): Moment;
}

/** Two parts of one grip each by its own move. */
function oneByOne(state: RecordState): Grips {
  const together = togetherOf(state);
  return apartInHand(state, together, endsOf(state, together, areasOf(state)));
}

/**
 * What is believed once somebody has answered: an answer may add care, and takes none away. A "no" against what was taken to be in the
 * way leaves it there: people err in one answer of ten, and a step too many breaks nothing.
 */
function withAnswer(belief: Belief, answer: string | undefined): Belief {
  if (answer === 'yes') return { yes: true, sure: 1, why: 'answered' };
  return answer === 'no' && !belief.yes ? { yes: false, sure: 1, why: 'answered' } : belief;
}

/** The first of each move that was recorded: done twice it is the same move. */
export function movesOf(state: RecordState): SeenMove[] {
  const seen = new Set<string>();
  return state.moves.filter((m) => {
    const id = moveId(m.part, m.move);
    return seen.has(id) ? false : seen.add(id);
  });
}

export function believe(told: RecordState): Believed {
  const grips = oneByOne(told);
  const recorded = { ...told, moves: [...grips.moves] };
  const together = togetherOf(recorded);
  const areas = areasOf(recorded);
  const tapped = endsOf(recorded, together, areas);
  const state = { ...recorded, joints: [...recorded.joints, ...unseenHolds(recorded, together, tapped)] };
  const ends = endsOf(state, together, areas);
  const carriers = carriersOf(state, together, ends);
  const on = new Map([...carriers].map(([part, c]) => [part, c.on]));
  const joints = new Map(state.joints.map((j) => [j.id, j]));
  const raises = raisesOf(state, together, areas, ends);
  const cleared = new Map(raises.filter((r) => r.clears).map((r) => [r.move.part, r.move.when]));
  const rides = (rider: string, carrier: string) => carriersUp(on, rider).includes(carrier);
  const over = new Over(state, together, areas, cleared, rides);
  const answered = (id: string, belief: Belief): Belief => withAnswer(belief, state.answers[id]);
  const asked = (action: ActionId, beliefs: ReadonlyMap<string, Belief>) =>
    new Map([...beliefs].map(([cover, b]) => [cover, answered(questionId({ kind: 'over', cover, action }), b)]));
  const opened = (id: string): Moment => {
    const e = ends.get(id);
    if (!e) return joints.get(id)?.opened ?? NEVER;
    // What was moved aside was held by its leash alone.
    const aside = raises.find((r) => {
      const group = together.taken(r.move);
      return group.has(e.a) !== group.has(e.b) && !r.leaves.includes(id);
    });
    return Math.min(together.apart(e.a, e.b), joints.get(id)?.opened ?? NEVER, aside?.move.when ?? NEVER);
  };

  const covers = new Map<ActionId, ReadonlyMap<string, Belief>>();
  const held = new Map<ActionId, ReadonlyMap<string, Belief>>();
  for (const joint of state.joints) {
    const e = ends.get(joint.id);
    if (!e) continue;
    const raise = raises.find((r) => r.reached.includes(joint.id));
    const goesAlong = (id: string) =>
      raise !== undefined &&
      (id === raise.move.part || together.taken(raise.move).has(id) || rides(id, raise.move.part));
    covers.set(openId(joint.id), asked(openId(joint.id), over.overJoint(joint, e.a, e.b, goesAlong)));
  }
  for (const move of movesOf(state)) {
    const action = moveId(move.part, move.move);
    covers.set(action, asked(action, over.overMove(move)));
    held.set(action, heldOver(move));
  }
  const isCovered = (joint: string) => [...(covers.get(openId(joint))?.values() ?? [])].some((c) => c.yes);
  const orders = [...ordersOf(state, together, ends, isCovered), ...wiresFirst()].map((o) => ({
    ...o,
    belief: answered(orderQuestion(o), o.belief)
  }));
  const power = powerOf(state, ends, on);
  return { state, together, areas, ends, on, carriers, over, raises, covers, orders, held, power, opened };

  /** A wire that came along in a grip of two parts may belong to either: its plugs are open before the second goes, too. */
  function wiresFirst(): Order[] {
    return grips.wires.flatMap(({ wire, move }) =>
      [...ends].flatMap(([joint, e]): Order[] =>
        e.a === wire && joints.get(joint)!.fixing.kind === 'connector'
          ? [
              {
                before: openId(joint),
                after: moveId(move.part, move.move),
                why: 'one-grip',
                belief: { yes: true, sure: 0.5, why: 'hidden-until' }
              }
            ]
          : []
      )
    );
  }

  /** A cable is held over a part where its tape or guide was seen while the part lay there, and was opened before it moved. */
  function heldOver(move: SeenMove): Map<string, Belief> {
    const found = new Map<string, Belief>();
    const own = state.parts.find((p) => p.id === move.part)?.outlines[move.face];
    if (!own) return found;
    const area = areaOf(own.outline);
    const taken = together.taken(move);
    for (const joint of state.joints) {
      const e = ends.get(joint.id);
      if (!e || (joint.fixing.kind !== 'tape' && joint.fixing.kind !== 'dressing') || joint.face !== move.face)
        continue;
      if (!CABLES.has(state.parts.find((p) => p.id === e.a)?.kind ?? 'case') || taken.has(e.a) || taken.has(e.b))
        continue;
      if (!joint.places.some(({ at }) => contains(area, at))) continue;
      // What was seen only with the part raised lies beneath it.
      if (raises.some((r) => r.move.part === move.part && r.reached.includes(joint.id))) continue;
      // They were still together when it was seen, and when it was opened.
      const until = Math.min(move.when, together.apart(move.part, e.a), together.apart(move.part, e.b));
      const yes = joint.places.every(({ seen }) => seen < until) && opened(joint.id) < until;
      found.set(joint.id, {
        yes,
        sure: yes ? (e.b === move.part ? 0.95 : 0.8) : 0.95,
        why: yes ? 'hidden-until' : 'still-there'
      });
    }
    return answeredTogether(moveId(move.part, move.move), found);
  }

  /** One answer counts for all of a kind that are stuck or clipped to the same thing. */
  function answeredTogether(action: ActionId, found: Map<string, Belief>): Map<string, Belief> {
    for (const id of [...found.keys()]) {
      const answer = state.answers[questionId({ kind: 'held', joint: id, action })];
      for (const other of sameGuide(id, [...found.keys()])) found.set(other, withAnswer(found.get(other)!, answer));
    }
    return found;
  }

  function sameGuide(id: string, among: readonly string[]): string[] {
    return among.filter(
      (other) =>
        joints.get(other)!.fixing.kind === joints.get(id)!.fixing.kind && ends.get(other)!.b === ends.get(id)!.b
    );
  }
}
