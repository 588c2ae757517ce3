import { areaOf, clearMmOf, contains, discMeets, overlap, swept, within, type Area } from '../access';
import type { JointKind } from '../machine';
import { USUAL_TRAVEL_MM } from '../usual';
import {
  NEVER,
  type Moment,
  type RecordState,
  type SeenJoint,
  type SeenMove,
  type SeenPart,
  type SeenPlace
} from './state';
import type { Areas } from './ends';
import type { Together } from './together';

/** What is believed of something that may lie in the way of an action, and how sure that is. */
export interface Belief {
  yes: boolean;
  /** 0.5 (a guess) to 1 (seen). */
  sure: number;
  why: Why;
}
export type Why =
  | 'still-there'
  | 'free-before'
  | 'hidden-until'
  | 'carried-off'
  | 'in-the-way-of-a-slide'
  | 'no-room'
  | 'room'
  | 'seen-before'
  | 'replayed'
  | 'answered';

/** Outlines drawn by hand overlap by so much where they do not at all, mm; those of standard shapes by less. */
const DRAWN_MM = 1.6;
const STANDARD_MM = 0.3;
/** A tool's room is judged by eye: so much more is looked at, mm. */
const ROOM_MM = 1.5;
/** Where somebody said that there was none, what went as it came is looked for so much farther, mm. */
const CROWDED_MM = 4;

/** What is seldom a rectangle. */
const CROOKED: ReadonlySet<SeenPart['kind']> = new Set([
  'board',
  'small-board',
  'heat-sink',
  'frame',
  'bracket',
  'shield'
]);

/** What lies over what, as far as it was seen. */
export class Over {
  private readonly shrunk = new Map<string, Area>();
  /** When each face was first looked at: something was tapped or drawn there. */
  private readonly looked: ReadonlyMap<string, Moment>;

  constructor(
    private readonly state: RecordState,
    private readonly together: Together,
    private readonly areas: Areas,
    /** Whether what lay beneath a part came into view as it was raised, and when that was. */
    private readonly cleared: ReadonlyMap<string, Moment>,
    private readonly rides: (rider: string, on: string) => boolean
  ) {
    this.looked = lookedAt(state);
  }

  /** Whether one part rides on another, by whatever lies between. */
  isOn(rider: string, carrier: string): boolean {
    return this.rides(rider, carrier);
  }

  /** When one stopped being over the other: parted, or raised clear of it. */
  private gone(cover: string, thing: string): Moment {
    const raised = this.cleared.get(cover) ?? NEVER;
    return Math.min(this.together.apart(cover, thing), this.rides(thing, cover) ? NEVER : raised);
  }

  /** Whether one part lies nearer to the hand than another on a face; undefined where they do not meet there. */
  partOverPart(cover: string, part: string, face: string): Belief | undefined {
    const [over, under] = [this.outline(cover, face), this.outline(part, face)];
    if (!over || !under || cover === part || !overlap(over, under)) return undefined;
    return this.beliefOver(cover, part, face);
  }

  private beliefOver(cover: string, part: string, face: string): Belief {
    const { together } = this;
    const free = this.state.parts.find((p) => p.id === part)!.outlines[face]!.free;
    const gone = this.gone(cover, part);
    if (gone === NEVER) return { yes: false, sure: 1, why: 'still-there' };
    if (free <= gone) return { yes: false, sure: 0.99, why: 'free-before' };
    if (this.isSeenThrough(cover, part, this.outline(part, face)!, face, free))
      return { yes: false, sure: 0.9, why: 'free-before' };
    const parting = together.parting(cover, part);
    if (parting && parting.move.when === gone && parting.took === part)
      return parting.move.part === part ? { yes: false, sure: 1, why: 'still-there' } : carriedOff(parting.move, face);
    // A box around something crooked overlaps what stands in its corner.
    const [over, under] = [this.areas.get(cover)!.get(face)!, this.areas.get(part)!.get(face)!];
    const isDoubtful =
      (this.isBoxed(cover, face) && !within(under, over)) || (this.isBoxed(part, face) && !within(over, under));
    return { yes: true, sure: isDoubtful ? 0.8 : 0.99, why: 'hidden-until' };
  }

  /**
   * Something else that hid all of a place was itself free to see before the cover went, and went after it: the cover does not lie
   * over that place.
   */
  private isSeenThrough(cover: string, thing: string, place: Area, face: string, seen: Moment): boolean {
    const gone = this.gone(cover, thing);
    return this.state.parts.some(({ id, outlines }) => {
      const drawn = outlines[face];
      if (!drawn || id === cover || id === thing || drawn.free > gone) return false;
      if (this.rides(cover, id) || this.rides(id, cover) || this.rides(thing, id)) return false;
      const went = this.gone(id, thing);
      return went > gone && went < seen && within(this.areas.get(id)!.get(face)!, place);
    });
  }

  private isBoxed(id: string, face: string): boolean {
    const part = this.state.parts.find((p) => p.id === id);
    return part !== undefined && part.outlines[face]?.drawn === 'box' && CROOKED.has(part.kind);
  }

  /** What lies in the way of a move, as far as outlines tell, by part. */
  overMove(move: SeenMove): Map<string, Belief> {
    const found = new Map<string, Belief>();
    const taken = this.together.taken(move);
    for (const { id } of this.state.parts) {
      if (taken.has(id) || this.rides(id, move.part) || this.rides(move.part, id)) continue;
      const beliefs = [...taken].flatMap((leaving) => this.overLeaving(id, leaving, move) ?? []);
      const belief = beliefs.find((b) => b.yes) ?? beliefs[0];
      if (!belief) continue;
      const isThere = this.together.apart(id, move.part) >= move.when && !this.isClear(id, move.part, move.when);
      found.set(id, isThere ? { yes: false, sure: 1, why: 'still-there' } : belief);
    }
    return found;
  }

  /** Over what leaves with a move, or in the way that it takes. */
  private overLeaving(cover: string, leaving: string, move: SeenMove): Belief | undefined {
    const over = this.partOverPart(cover, leaving, move.face);
    return over?.yes ? over : (this.inTheWay(cover, { ...move, part: leaving }) ?? over);
  }

  private isClear(cover: string, thing: string, when: Moment): boolean {
    return this.gone(cover, thing) < when;
  }

  /** Only in the way that it slid or tilted, not over where it lay. */
  private inTheWay(cover: string, move: SeenMove): Belief | undefined {
    if (move.directionDeg === undefined) return undefined;
    const travelMm = move.travelMm ?? USUAL_TRAVEL_MM;
    // As they were drawn: what is missed here is bent as the part comes out.
    const [over, own] = [this.areas.get(cover)?.get(move.face), this.areas.get(move.part)?.get(move.face)];
    if (!over || !own || this.gone(cover, move.part) >= move.when) return undefined;
    // What was carried off and drawn out on the mat says nothing of what would have been in its way before.
    if (this.together.parting(cover, move.part)?.took === move.part)
      return { yes: false, sure: 0.8, why: 'carried-off' };
    const angle = (move.directionDeg * Math.PI) / 180;
    const way = swept(own, Math.cos(angle) * travelMm, Math.sin(angle) * travelMm);
    return way.some((place) => overlap(over, place))
      ? { yes: true, sure: 0.5, why: 'in-the-way-of-a-slide' }
      : undefined;
  }

  /** What lies in the way of a joint, by part. */
  overJoint(joint: SeenJoint, a: string, b: string, raisedWith: (part: string) => boolean): Map<string, Belief> {
    const found = new Map<string, Belief>();
    // Contacts that part as something slides out of its bay are in nobody's reach.
    if (joint.fixing.kind === 'connector' && joint.fixing.family === 'blade') return found;
    const opened = Math.min(this.together.apart(a, b), joint.opened ?? NEVER);
    const room = clearMmOf({ kind: joint.fixing.kind as JointKind });
    const isLate = this.isLate(joint, a, b);
    for (const { id } of this.state.parts) {
      if (id === a || id === b || raisedWith(id)) continue;
      const over = this.areas.get(id)?.get(joint.face);
      if (!over) continue;
      const [gone, end] = this.gone(id, a) <= this.gone(id, b) ? [this.gone(id, a), a] : [this.gone(id, b), b];
      const parting = this.together.parting(id, end);
      if (parting?.took === end && parting.move.when === gone && parting.move.face === joint.face && gone < opened) {
        found.set(id, carriedOff(parting.move, joint.face));
        continue;
      }
      let belief: Belief | undefined;
      for (const place of joint.places) {
        const next = this.overPlace(place, over, room, gone, opened, isLate);
        if (next && (!belief || (next.yes && !belief.yes))) belief = next;
      }
      if (belief) found.set(id, belief);
    }
    return found;
  }

  /**
   * Some of its places lay in plain view long before it was tapped: when it was tapped tells nothing of what hid the others.
   * A group that is seen bit by bit is tapped bit by bit.
   */
  private isLate(joint: SeenJoint, a: string, b: string): boolean {
    const looked = this.looked.get(joint.face);
    if (looked === undefined) return false;
    return joint.places.some(({ at, seen }) => {
      const came = this.state.moves.filter((m) => m.when < seen && m.when > looked);
      if (came.length === 0) return false;
      return ![...this.areas].some(([id, faces]) => {
        const lies = faces.get(joint.face);
        if (!lies || id === a || id === b || this.rides(a, id)) return false;
        const gone = Math.min(this.gone(id, a), this.gone(id, b));
        return gone < seen && discMeets(lies, at, ROOM_MM);
      });
    });
  }

  /** @param gone when what may lie over the place went; @param opened when the joint was; @param isLate when it was tapped tells nothing */
  private overPlace(
    place: SeenPlace,
    over: Area,
    roomMm: number,
    gone: Moment,
    opened: Moment,
    isLate: boolean
  ): Belief | undefined {
    const { at, seen, noRoom, room } = place;
    const isInside = contains(over, at);
    if (!isInside && !discMeets(over, at, roomMm + (noRoom ? CROWDED_MM : ROOM_MM))) return undefined;
    if (gone >= opened) return { yes: false, sure: 1, why: 'still-there' };
    if (isInside && seen > gone) return { yes: true, sure: isLate ? 0.5 : 0.96, why: 'hidden-until' };
    const isNear = isInside || discMeets(over, at, roomMm);
    if (noRoom && seen < gone) {
      if (room === undefined) return { yes: true, sure: isNear ? 0.85 : 0.6, why: 'no-room' };
      // There was room as soon as the last of what was in the way had gone.
      if (gone > room) return { yes: false, sure: 0.97, why: 'room' };
      const isLast = this.state.moves.filter((m) => m.when <= room).at(-1)?.when === gone;
      return isLast || isNear ? { yes: true, sure: isLast ? 0.97 : 0.6, why: 'no-room' } : undefined;
    }
    // Seen while it lay there, and there was room; seen only later nobody knows.
    if (seen > gone) return isLate ? { yes: false, sure: 0.8, why: 'room' } : { yes: true, sure: 0.6, why: 'room' };
    return isNear ? { yes: false, sure: 0.995, why: isInside ? 'seen-before' : 'room' } : undefined;
  }

  /** An outline without what the hand may have drawn too much. */
  private outline(part: string, face: string): Area | undefined {
    const key = `${part} ${face}`;
    const known = this.shrunk.get(key);
    if (known) return known;
    const drawn = this.state.parts.find((p) => p.id === part)?.outlines[face];
    const whole = this.areas.get(part)?.get(face);
    if (!drawn || !whole) return undefined;
    const made = shrink(whole, drawn.drawn === 'standard' ? STANDARD_MM : DRAWN_MM / 2);
    this.shrunk.set(key, made);
    return made;
  }
}

/** What was carried off from beside something that stayed lay under it only where it left by another face. */
const carriedOff = (move: SeenMove, face: string): Belief => ({
  yes: false,
  sure: move.face === face ? 0.95 : 0.7,
  why: 'carried-off'
});

/** The outline drawn in towards its middle by so much on each side, mm; as good as an offset for what parts look like. */
function shrink(area: Area, mm: number): Area {
  const { minX, minY, maxX, maxY } = area.box;
  const [cx, cy] = [(minX + maxX) / 2, (minY + maxY) / 2];
  const by = (size: number) => (size > 4 * mm ? (size - 2 * mm) / size : 0.5);
  const [kx, ky] = [by(maxX - minX), by(maxY - minY)];
  return areaOf({ form: 'polygon', points: area.points.map(([x, y]) => [cx + (x - cx) * kx, cy + (y - cy) * ky]) });
}

/** When each face was looked at first: something was tapped or drawn there. */
function lookedAt({ joints, parts }: RecordState): Map<string, Moment> {
  const first = new Map<string, Moment>();
  const note = (face: string, when: Moment) => first.set(face, Math.min(first.get(face) ?? NEVER, when));
  for (const { face, places } of joints) for (const { seen } of places) note(face, seen);
  for (const { outlines } of parts) for (const { face, free } of Object.values(outlines)) note(face, free);
  return first;
}
