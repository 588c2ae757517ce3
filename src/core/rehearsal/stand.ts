import { refId, type Access, type Action, type Requirement } from '../access';
import { moveId, openId, type ActionId } from '../ids';
import { movedBy, type Joint, type JointOf, type Part } from '../machine';
import { unmet } from '../plan';
import { isInFront, isLive, isOnAdapter, isRunning, onTheWayToIsolation, type Rehearsed } from './state';

export type Opening = Extract<Action, { kind: 'open' }>;
export type Moving = Extract<Action, { kind: 'move' }>;
export type Screws = JointOf<'screws'>;

/** Why something does not move. */
export type Blocker =
  | { is: 'done' }
  /** It is on a face that is not in front, or the lid is elsewhere. */
  | { is: 'face'; zone: string }
  /** What has to be done first is not, or on the way up is not open any more. */
  | { is: 'requirement'; requirement: Requirement }
  /** Not this way. */
  | { is: 'motion' }
  /** Not with what is in the hand. */
  | { is: 'tool' }
  | { is: 'direction' }
  /** On the way up: there is nothing to close it on, since this is still open or away. */
  | { is: 'away'; action: ActionId }
  /** The file says what goes back before. */
  | { is: 'order'; before: ActionId; reason: string }
  | ScrewBlocker;

export type ScrewBlocker =
  | { is: 'hole-taken'; hole: number }
  | { is: 'hole-empty'; hole: number }
  | { is: 'none-left'; group: string }
  /** The screw does not enter this group's holes. */
  | { is: 'too-thick'; group: string }
  /** Nobody has measured these holes: only their own screws go in. */
  | { is: 'unmeasured' }
  | { is: 'captive' }
  | { is: 'socket-taken'; by: string };

/** What a hand meets on a machine, as it stands at a moment. */
export class Stand {
  readonly #onTheWay: ReadonlySet<ActionId>;

  constructor(
    readonly access: Access,
    readonly state: Rehearsed
  ) {
    this.#onTheWay = wayOf(access);
  }

  opening(joint: string): Opening {
    return this.access.actions.get(openId(joint))! as Opening;
  }

  moving(part: string, move: string): Moving {
    return this.access.actions.get(moveId(part, move))! as Moving;
  }

  /** What keeps a hand from opening or moving it at all, whichever way. */
  inTheWay(action: Action): Blocker[] {
    if (this.state.open.has(action.id)) return [{ is: 'done' }];
    const gone = this.#gone(action);
    if (gone.length > 0) return gone;
    return this.#outOfReach(action) ?? this.#asked(unmet(this.access, action.id, this.state.open));
  }

  /** What keeps a hand from closing it or bringing it back at all. */
  inTheWayBack(action: Action): Blocker[] {
    const { open } = this.state;
    if (!open.has(action.id)) return [{ is: 'done' }];
    const outOfReach = this.#outOfReach(action);
    if (outOfReach) return outOfReach;
    return [
      ...this.#gone(action),
      ...this.#asked(unmet(this.access, action.id, open, 'up')),
      ...this.#away(action),
      ...this.#earlier(action)
    ];
  }

  /** What is out by another of its own moves is not there to be moved; what one of several left without the others keeps them from leaving together. */
  #gone(action: Action): Blocker[] {
    if (action.kind !== 'move') return [];
    const { model } = this.access;
    const drawn = this.drawn(action).map(({ id }) => id);
    return drawn.flatMap((id) =>
      model
        .waysOut(id)
        .filter(
          ({ part, move }) => moveId(part.id, move.id) !== action.id && this.state.open.has(moveId(part.id, move.id))
        )
        .filter(({ part, move }) => part.id === id || !drawn.every((other) => model.takes(part.id, move).has(other)))
        .map(({ part, move }): Blocker => {
          const isOwn = part.id === action.part.id;
          return isOwn ? { is: 'done' } : { is: 'away', action: moveId(part.id, move.id) };
        })
    );
  }

  #asked(requirements: readonly Requirement[]): Blocker[] {
    return requirements.map((requirement) => ({ is: 'requirement', requirement }));
  }

  #outOfReach(action: Action): Blocker[] | undefined {
    const face = this.access.model.zone(action.zone);
    // What goes with the lid asks for the lid, whatever its face does; what stands aside with it is there with it.
    const own = action.kind === 'move' ? action.move.lid : undefined;
    const lid = own ?? (this.#standsWithLid(action) ? 'any' : face.pose.lid);
    const isThere = isInFront({ ...face, pose: { ...face.pose, lid } }, this.state);
    return isThere || this.isOnMat(action) ? undefined : [{ is: 'face', zone: action.zone }];
  }

  /** What it waits for stands aside with the lid, and that stands there. */
  #standsWithLid({ id }: Action): boolean {
    const { actions, requirements } = this.access;
    const { open, lid } = this.state;
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

  /** Work on a part that is out lies on the mat, whichever way the machine lies. */
  isOnMat(action: Action): boolean {
    const { model } = this.access;
    const { open } = this.state;
    const [first, ...others] =
      action.kind === 'open' ? [action.joint.a, action.joint.b] : movedBy(action.part.id, action.move);
    return model
      .waysOut(first!)
      .some(
        ({ part, move }) =>
          moveId(part.id, move.id) !== action.id &&
          open.has(moveId(part.id, move.id)) &&
          others.every((id) => model.takes(part.id, move).has(id))
      );
  }

  /** What could only leave because this was open is away still: nothing is there to fasten, or to fasten it to. */
  #away(action: Action): Blocker[] {
    const { requirements } = this.access;
    const { open } = this.state;
    const after = new Set(open);
    after.delete(action.id);
    const isFree = (r: Requirement, at: ReadonlySet<ActionId>) =>
      r.alternatives.some((way) => way.every((id) => at.has(id)));
    return [...open]
      .filter((other) => other !== action.id)
      .filter((other) =>
        requirements
          .get(other)!
          .some(
            (r) => (r.cause.kind === 'holds' || r.cause.kind === 'loose-cable') && isFree(r, open) && !isFree(r, after)
          )
      )
      .map((other) => ({ is: 'away', action: other }));
  }

  #earlier(action: Action): Blocker[] {
    return this.access.model.machine.relations.flatMap((r): Blocker[] =>
      r.kind === 'order' && r.leg === 'up' && refId(r.after) === action.id && this.state.open.has(refId(r.before))
        ? [{ is: 'order', before: refId(r.before), reason: r.reason }]
        : []
    );
  }

  /** There is power inside, and there was another way than to open it so: the power could be taken away now, or this does not lead there. */
  isLiveForNothing(id: ActionId): boolean {
    const { model } = this.access;
    const { joint } = model.machine.isolation;
    if (isOnAdapter(model, this.state.isolated)) return true;
    if (joint === undefined || !isLive(model, this.state)) return false;
    const isIsolating = id === openId(joint);
    // What draws power sparks as it is unplugged, but for the contacts of a bay, which are made to part so.
    if (isRunning(model, this.state)) return !isIsolating || !isBlade(model.joint(joint));
    if (isIsolating) return false;
    return !this.#onTheWay.has(id) || unmet(this.access, openId(joint), this.state.open).length === 0;
  }

  /** There is power inside, and this could have gone back before. */
  isLiveTooSoon(id: ActionId): boolean {
    const { model } = this.access;
    const { joint } = model.machine.isolation;
    if (isOnAdapter(model, this.state.isolated)) return true;
    return joint !== undefined && id !== openId(joint) && isLive(model, this.state) && !this.#onTheWay.has(id);
  }

  /** Parts that move with it, itself among them, without those mounted on them. */
  drawn({ part, move }: Moving): Part[] {
    return movedBy(part.id, move).map((id) => this.access.model.part(id));
  }
}

const isBlade = (joint: Joint): boolean => joint.kind === 'connector' && joint.family === 'blade';

/** Worked out once for a machine. */
const ways = new WeakMap<Access, ReadonlySet<ActionId>>();
function wayOf(access: Access): ReadonlySet<ActionId> {
  const known = ways.get(access);
  if (known) return known;
  const made = onTheWayToIsolation(access);
  ways.set(access, made);
  return made;
}
