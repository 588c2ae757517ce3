import { type Access, type Action, type Requirement } from '../access';
import { moveId, openId, type ActionId } from '../ids';
import { movedBy, type Drive, type Joint } from '../machine';
import { drawnAgainst, type Harm, type HarmKind } from './harms';
import { judge, type Motion } from './motions';
import { isLive, onTheWayToIsolation, type Rehearsed } from './state';

/** One thing that somebody tries to do to the machine. */
export type Try =
  | { do: 'isolate'; step: string }
  | { do: 'pose'; up: Rehearsed['up']; lid: Rehearsed['lid'] }
  /** `bit` is what is in the driver. */
  | { do: 'open'; joint: string; motion: Motion; bit?: Drive }
  | { do: 'move'; part: string; move: string };

/** Why something does not move. */
export type Blocker =
  | { is: 'done' }
  /** It is on a face that is not in front, or the lid is elsewhere. */
  | { is: 'face'; zone: string }
  /** What has to be done first is not. */
  | { is: 'requirement'; requirement: Requirement }
  /** Not this way. */
  | { is: 'motion' };

export type Outcome =
  | { is: 'works'; then: Rehearsed }
  | { is: 'stuck'; because: readonly Blocker[] }
  /** It can be gone on from, with what broke. */
  | { is: 'harm'; harm: Harm; then: Rehearsed };

/** A machine that is taken apart without one: what comes of every try, by the rules that plans are made by. */
export class Rehearsal {
  readonly #onTheWay: ReadonlySet<string>;

  constructor(readonly access: Access) {
    this.#onTheWay = onTheWayToIsolation(access);
  }

  attempt(state: Rehearsed, tried: Try): Outcome {
    switch (tried.do) {
      case 'isolate':
        return works({ ...state, isolated: new Set([...state.isolated, tried.step]) });
      case 'pose':
        return works(this.#turned(state, tried));
      case 'open':
        return this.#open(state, tried, this.access.actions.get(openId(tried.joint))! as Opening);
      case 'move':
        return this.#move(state, this.access.actions.get(moveId(tried.part, tried.move))! as Moving);
    }
  }

  /** What goes with the lid goes as the lid does. */
  #turned(state: Rehearsed, { up, lid }: { up: Rehearsed['up']; lid: Rehearsed['lid'] }): Rehearsed {
    const back = this.access.model.machine.parts.flatMap((p) =>
      p.moves.filter((m) => m.lid !== undefined && m.lid !== lid).map((m) => moveId(p.id, m.id))
    );
    return { ...state, up, lid, open: new Set([...state.open].filter((id) => !back.includes(id))) };
  }

  /** What keeps a hand from doing it at all, whichever way. */
  #blockers(state: Rehearsed, action: Action): Blocker[] {
    if (state.open.has(action.id)) return [{ is: 'done' }];
    const { pose } = this.access.model.zone(action.zone);
    // What goes with the lid asks for the lid, whatever its face does.
    const own = action.kind === 'move' ? action.move.lid : undefined;
    const lid = own ?? pose.lid;
    const isLidThere = lid === 'any' || lid === state.lid || (own === undefined && this.#standsWithLid(state, action));
    const isThere = (pose.up === 'either' || pose.up === state.up) && isLidThere;
    if (!isThere && !this.#isOnMat(state, action)) return [{ is: 'face', zone: action.zone }];
    return this.#unmet(state, action).map((requirement) => ({ is: 'requirement', requirement }));
  }

  /** What it waits for stands aside with the lid, and that stands there. */
  #standsWithLid({ open, lid }: Rehearsed, { id }: Action): boolean {
    const { actions, requirements } = this.access;
    const goesWithIt = (other: ActionId) => {
      const action = actions.get(other)!;
      return action.kind === 'move' && action.move.lid === lid;
    };
    return requirements
      .get(id)!
      .some(({ alternatives }) =>
        alternatives.some((way) => way.every((other) => open.has(other)) && way.some(goesWithIt))
      );
  }

  #unmet({ open }: Rehearsed, action: Action): Requirement[] {
    return this.access.requirements
      .get(action.id)!
      .filter(({ alternatives }) => !alternatives.some((way) => way.every((id) => open.has(id))));
  }

  /** Work on a part that is out lies on the mat, whichever way the machine lies. */
  #isOnMat({ open }: Rehearsed, action: Action): boolean {
    const { model } = this.access;
    const [first, ...others] =
      action.kind === 'open' ? [action.joint.a, action.joint.b] : movedBy(action.part.id, action.move);
    return model
      .waysOut(first!)
      .some(
        ({ part, move }) =>
          open.has(moveId(part.id, move.id)) && others.every((id) => model.takes(part.id, move).has(id))
      );
  }

  #open(state: Rehearsed, tried: Extract<Try, { do: 'open' }>, { id, joint }: Opening): Outcome {
    const action = this.access.actions.get(id)!;
    const because = this.#blockers(state, action);
    if (because.length > 0) return { is: 'stuck', because };
    const { model } = this.access;
    const ends = [joint.a, joint.b].flatMap((part) => model.part(part).care);
    const judged = judge(joint, tried.motion, {
      bit: tried.bit,
      nearCell: ends.includes('cell'),
      bends: model.part(joint.a).care.includes('bends')
    });
    if (judged === 'stuck') return { is: 'stuck', because: [{ is: 'motion' }] };
    const then = { ...state, open: new Set([...state.open, id]) };
    const at = { joint: joint.id };
    if (judged !== 'opens') return harmed(then, { kind: judged, at });
    // What is out of the machine has no power in it any more.
    const isWithin = joint.kind === 'connector' && !this.#isOnMat(state, action);
    if (isWithin && this.#isLiveBesides(state, id)) return harmed(then, { kind: 'short', at });
    return works(then);
  }

  #move(state: Rehearsed, action: Moving): Outcome {
    const because = this.#blockers(state, action);
    const { model } = this.access;
    const at = { part: action.part.id };
    const then = { ...state, open: new Set([...state.open, action.id]) };
    const own = movedBy(action.part.id, action.move).flatMap((id) => model.part(id).care);
    const givesWay = because.map((b) => this.#givesWay(b, own));
    // Whatever holds it is stronger than the hand; only where nothing does, what is weaker gives way.
    if (givesWay.some((g) => g === undefined)) return { is: 'stuck', because };
    const [broken] = givesWay;
    if (broken) return harmed(then, { kind: broken.kind, at, by: broken.joint });
    if (own.includes('static') && this.#isLiveBesides(state, action.id)) return harmed(then, { kind: 'short', at });
    return works(then);
  }

  /** What breaks when the part is drawn although this stands in the way; undefined where it holds. */
  #givesWay(blocker: Blocker, care: readonly string[]): { kind: HarmKind; joint: string } | undefined {
    if (blocker.is !== 'requirement') return undefined;
    const { cause } = blocker.requirement;
    const { model } = this.access;
    const drawn = { bends: care.includes('bends'), isCell: care.includes('cell') };
    const joints: Joint[] =
      cause.kind === 'holds'
        ? [model.joint(cause.joint)]
        : cause.kind === 'loose-cable'
          ? model.jointsOf(cause.cable).filter((j) => j.kind === 'connector')
          : [];
    for (const joint of joints) {
      const kind = drawnAgainst(joint, drawn);
      if (kind !== 'holds') return { kind, joint: joint.id };
    }
    return undefined;
  }

  /** There is power inside, and there was another way than to work in it: it could be taken away now, or this does not lead there. */
  #isLiveBesides(state: Rehearsed, id: ActionId): boolean {
    const { model, actions } = this.access;
    const { joint } = model.machine.isolation;
    if (joint === undefined || id === openId(joint) || !isLive(model, state)) return false;
    return !this.#onTheWay.has(id) || this.#unmet(state, actions.get(openId(joint))!).length === 0;
  }
}

type Opening = Extract<Action, { kind: 'open' }>;
type Moving = Extract<Action, { kind: 'move' }>;

const works = (then: Rehearsed): Outcome => ({ is: 'works', then });
const harmed = (then: Rehearsed, harm: Harm): Outcome => ({
  is: 'harm',
  harm,
  then: { ...then, harms: [...then.harms, harm] }
});
