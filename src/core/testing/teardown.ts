import { Facts, actOf, moveKey, openKey, takesOut } from '../check/facts';
import { Reach, type Demand } from '../check/reach';
import { insideOf } from '../check/shapes';
import type { Access } from '../access';
import { flatten, type Joint, type Outline, type Part, type Point } from '../machine';
import { removalSet } from '../plan';
import { POWER_QUESTION, type Fixing, type RecordingEvent } from '../recording';
import { seeded } from '../solve';

/** How a technician of tests records: as people do. */
export interface Habits {
  /** Places are off by so much along each axis, mm. */
  placesMm: number;
  /** Lengths are off by so much, mm. */
  lengthsMm: number;
  /** Shares of 1: outlines drawn as boxes, guides that are never tapped, joints tapped only when they are opened. */
  boxes: number;
  forgotten: number;
  late: number;
  /** The second part of each joint is put right when it is tapped. */
  corrects: boolean;
  /** Each edge of an outline is off by so much, mm. */
  edgesMm: number;
  /** Shares of 1: joints of any kind that are never tapped, cables that are left out with all that holds them. */
  untapped: number;
  cablesLeftOut: number;
  /** Moves in which another part that is free as well comes along in one grip. */
  pairs: number;
  /** Parts that are named and outlined only as they come off. */
  lateNames: number;
}
export const HABITS: Habits = {
  placesMm: 1,
  lengthsMm: 0.1,
  boxes: 0.3,
  forgotten: 0.05,
  late: 0,
  corrects: false,
  edgesMm: 0,
  untapped: 0,
  cablesLeftOut: 0,
  pairs: 0,
  lateNames: 0
};

export interface Teardown {
  events: RecordingEvent[];
  /** Every action as it was done, by its id. */
  done: string[];
  /** Joints that were never tapped. */
  forgotten: Set<string>;
}

/** Nothing of a tool is wider than this around its place, mm. */
const ROOM_MM = 6;

interface Sight {
  always: Demand[];
  hiding: Demand[];
  /** By place. */
  room: Demand[][];
}

/** A part whose back has a face of its own, by that face: seen only once the part is out. */
function backs(access: Access): Map<string, string> {
  const { machine } = access.model;
  return new Map(
    machine.zones.flatMap((zone): [string, string][] => {
      if (zone.pose.up !== 'either') return [];
      const joints = new Set(machine.joints.filter((j) => j.zone === zone.id).map((j) => j.id));
      const order = machine.relations.find(
        (r) => r.kind === 'order' && 'joint' in r.after && joints.has(r.after.joint) && 'part' in r.before
      );
      return order?.kind === 'order' &&
        'part' in order.before &&
        access.model.carriers(machine.joints.find((j) => joints.has(j.id))!.a).includes(order.before.part)
        ? [[zone.id, order.before.part]]
        : [];
    })
  );
}

/**
 * For tests and benches only: takes a machine apart in a random order that works, looks at what lies open after every step, and
 * records it. What it sees and what can be done is told by the reading of the file that checks plans, not by the one that makes them.
 */
export function tearDown(access: Access, seed: number, habits: Partial<Habits> = {}): Teardown {
  const how = { ...HABITS, ...habits };
  const random = seeded(seed);
  const { machine } = access.model;
  const reach = new Reach(new Facts(machine));
  const { facts } = reach;
  const root = facts.root;
  const open = new Set<string>();
  const events: RecordingEvent[] = [];
  const done: string[] = [];
  const named = new Set([root]);
  const tapped = new Set<string>();
  const outlined = new Set<string>();
  /** Places where there was no room for the tool, by joint. */
  const crowded = new Map<string, { at: Point; place: number; noRoom: boolean }[]>();
  const back = backs(access);
  const covers = new Map<string, Demand[]>();
  const sights = new Map<string, Sight>();
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const forgotten = new Set(
    machine.joints.filter((j) => j.kind === 'dressing' && random() < how.forgotten).map((j) => j.id)
  );
  const late = new Set(machine.joints.filter(() => random() < how.late).map((j) => j.id));
  // Drawn by lot of their own, so that what was recorded before these habits were known is recorded as before.
  const slips = seeded(seed * 31 + machine.joints.length * 1009 + machine.id.length);
  const unseen = new Set(machine.cables.filter(() => slips() < how.cablesLeftOut).map((c) => c.part));
  for (const j of machine.joints) if (slips() < how.untapped || unseen.has(j.a) || unseen.has(j.b)) forgotten.add(j.id);
  /** Of those named late: it is in the hand. */
  const leaving = new Set<string>();
  const namedLate = new Set(machine.parts.filter(() => slips() < how.lateNames).map((p) => p.id));
  let clock = Date.UTC(2026, 0, 5, 8);
  const say = <E extends RecordingEvent['type']>(event: Omit<Extract<RecordingEvent, { type: E }>, 'id' | 'at'>) =>
    void events.push({ id: uuid(random), at: new Date((clock += 1000)).toISOString(), ...event } as never);
  const off = (mm: number) => (random() * 2 - 1) * mm;
  const near = ([x, y]: Point): Point => [round(x + off(how.placesMm)), round(y + off(how.placesMm))];

  say<'started'>({
    type: 'started',
    maker: machine.maker,
    model: machine.model,
    revision: machine.revision,
    size: machine.size,
    measuredBy: 'calliper',
    rest: { part: root, name: facts.parts.get(root)!.name }
  });
  let facing = '';
  const isolating = machine.isolation.joint === undefined ? undefined : openKey(machine.isolation.joint);
  const toPower =
    isolating === undefined
      ? new Set<string>()
      : removalSet(access, [{ do: 'reach', joint: machine.isolation.joint! }]).actions;
  // Once round the closed machine, then to work.
  for (const zone of machine.zones) if (!back.has(zone.id)) face(zone.id);

  for (;;) {
    const ways = facts.machine.parts.flatMap((part) =>
      isGone(part.id)
        ? []
        : part.moves.filter(takesOut).flatMap((move) => {
            const way = wayTo(moveKey(part.id, move.id), new Set(open), new Set());
            return way ? [way] : [];
          })
    );
    if (ways.length === 0) break;
    // Power first: nothing is taken off before its plug is reached but what lies in the way.
    const first = isolating === undefined || open.has(isolating) ? [] : ways.filter((w) => toPower.has(w.at(-1)!));
    const way = pick(first.length > 0 ? first : ways);
    if (slips() < how.pairs) liftTogether(way, ways);
    else for (const key of way) if (!open.has(key)) act(key);
    takePowerAway();
  }
  return { events, done, forgotten };

  /** Two parts that are both free are lifted in one grip: the second is said to have come along. */
  function liftTogether(way: readonly string[], ways: readonly (readonly string[])[]) {
    for (const key of way.slice(0, -1)) if (!open.has(key)) act(key);
    const own = actOf(facts, way.at(-1)!)!;
    const others = ways.filter((w) => {
      const other = actOf(facts, w.at(-1)!)!;
      if (!other.part || !own.part || other.part.id === own.part.id || other.move?.zone !== own.move?.zone)
        return false;
      const chain = (id: string) => [id, ...facts.carriersOf(id)];
      return !chain(other.part.id).includes(own.part.id) && !chain(own.part.id).includes(other.part.id);
    });
    const other = others.length > 0 ? pick(others) : undefined;
    for (const key of other?.slice(0, -1) ?? []) if (!open.has(key)) act(key);
    act(way.at(-1)!, other?.at(-1));
  }

  /** The plug is opened as soon as it is reached, and told to be it. */
  function takePowerAway() {
    if (isolating === undefined || open.has(isolating)) return;
    const way = wayTo(isolating, new Set(open), new Set());
    if (!way) return;
    for (const key of way) if (!open.has(key)) act(key);
    if (tapped.has(machine.isolation.joint!)) say<'opened'>({ type: 'opened', joint: machine.isolation.joint! });
    say<'answered'>({ type: 'answered', question: POWER_QUESTION, answer: machine.isolation.joint! });
  }

  /** Taken out by itself; what was carried off is still to be taken off what carried it. */
  function isGone(id: string): boolean {
    return facts.parts.get(id)!.moves.some((m) => takesOut(m) && open.has(moveKey(id, m.id)));
  }

  /** What has to be opened and raised before an action, and the action: nothing is taken out for it. */
  function wayTo(key: string, from: Set<string>, trail: ReadonlySet<string>): string[] | undefined {
    if (from.has(key)) return [];
    if (trail.has(key)) return undefined;
    const steps: string[] = [];
    for (const r of access.requirements.get(key)!) {
      if (r.alternatives.some((way) => way.every((a) => from.has(a)))) continue;
      const ways = r.alternatives.flatMap((way) => {
        const tried = new Set(from);
        const all: string[] = [];
        for (const need of way) {
          const a = access.actions.get(need)!;
          if (a.kind === 'move' && a.removes && !from.has(need)) return [];
          const own = wayTo(need, tried, new Set([...trail, key]));
          if (!own) return [];
          for (const s of own) tried.add(s);
          all.push(...own);
        }
        return [all];
      });
      if (ways.length === 0) return undefined;
      const way = pick(ways);
      for (const s of way) from.add(s);
      steps.push(...way);
    }
    from.add(key);
    return [...steps, key];
  }

  /** @param grip another move that is made in the same grip, and not told */
  function act(key: string, grip?: string) {
    const what = actOf(facts, key)!;
    if (what.zone !== facing) face(what.zone);
    if (what.joint) {
      const { joint } = what;
      if (!tapped.has(joint.id) && !forgotten.has(joint.id)) tap(joint, () => false);
      // A guide or a tape of a cable is undone by hand, and tapped for it.
      if ((joint.kind === 'dressing' || joint.kind === 'tape') && facts.cables.has(joint.a) && tapped.has(joint.id))
        say<'opened'>({ type: 'opened', joint: joint.id });
      open.add(key);
    } else {
      const { part, move } = what;
      const taken = facts.takenBy(part, move);
      const alsoTaken = grip === undefined ? new Set<string>() : takenWith(grip);
      const along = machine.parts
        .map((p) => p.id)
        .filter((id) => id !== part.id && !unseen.has(id))
        .filter((id) => (taken.has(id) ? !hasLeftAlone(id, part.id) : alsoTaken.has(id) || comesAlong(id, taken)));
      if (namedLate.has(part.id)) {
        leaving.add(part.id);
        look();
      }
      name(part.id);
      for (const id of along) name(id);
      say<'moved'>({
        type: 'moved',
        part: part.id,
        move: move.id,
        kind: move.kind,
        face: move.zone,
        along,
        stays: takesOut(move)
          ? []
          : facts
              .jointsAt(taken)
              .filter((j) => tapped.has(j.id) && !open.has(openKey(j.id)))
              .map((j) => j.id),
        ...(move.directionDeg === undefined ? {} : { directionDeg: move.directionDeg }),
        ...(move.travelMm === undefined ? {} : { travelMm: move.travelMm })
      });
      open.add(key);
      if (grip !== undefined) {
        open.add(grip);
        done.push(grip);
      }
    }
    done.push(key);
    look();
  }

  /** What leaves with a move that is made in the same grip. */
  function takenWith(grip: string): Set<string> {
    const { part, move } = actOf(facts, grip)!;
    return new Set([...facts.takenBy(part!, move!)].filter((id) => !hasLeftAlone(id, part!.id)));
  }

  /** It left what carries it before that was moved. */
  function hasLeftAlone(id: string, with_: string): boolean {
    const chain = [id, ...facts.carriersOf(id)];
    return chain.slice(0, chain.indexOf(with_) < 0 ? undefined : chain.indexOf(with_)).some((p) => isGone(p));
  }

  /** A loose cable hangs on what is moved by one end alone. */
  function comesAlong(id: string, taken: ReadonlySet<string>): boolean {
    if (!facts.isLoose(id) || isGone(id)) return false;
    const closed = facts.jointsAt(new Set([id])).filter((j) => !open.has(openKey(j.id)));
    return closed.length > 0 && closed.every((j) => taken.has(j.a) || taken.has(j.b));
  }

  function name(id: string) {
    if (named.has(id)) return;
    named.add(id);
    const part = facts.parts.get(id)!;
    const number = part.numbers[0]?.number;
    say<'named'>({ type: 'named', part: id, name: part.name, kind: part.kind, ...(number ? { number } : {}) });
  }

  function face(id: string) {
    facing = id;
    const zone = machine.zones.find((z) => z.id === id)!;
    const of = back.get(id);
    say<'faced'>({ type: 'faced', face: id, name: zone.name, pose: zone.pose, ...(of === undefined ? {} : { of }) });
    look();
  }

  /** What lies open on the face that is looked at: joints are tapped, and what is wholly free is outlined. */
  function look() {
    for (const joint of machine.joints) {
      if (joint.zone !== facing || tapped.has(joint.id) || forgotten.has(joint.id) || late.has(joint.id)) continue;
      const { always, hiding, room } = sightOf(joint);
      if ([...always, ...hiding].every((d) => d.isMet(open))) tap(joint, (i) => room[i]!.some((d) => !d.isMet(open)));
    }
    // Where there was no room there may be some now.
    for (const [id, tight] of crowded) {
      const joint = facts.joints.get(id)!;
      if (joint.zone !== facing) continue;
      const { room } = sightOf(joint);
      const free = tight.filter(({ place }) => room[place]!.every((d) => d.isMet(open)));
      if (free.length === 0) continue;
      crowded.set(
        id,
        tight.filter((p) => !free.includes(p))
      );
      say<'tapped'>({
        type: 'tapped',
        joint: id,
        face: joint.zone,
        fixing: fixingOf(joint),
        places: free.map(({ at }) => ({ at }))
      });
    }
    for (const part of machine.parts) {
      const shape = part.shapes.find((s) => s.zone === facing);
      if (!shape || part.id === root || unseen.has(part.id) || outlined.has(`${part.id} ${facing}`)) continue;
      if (namedLate.has(part.id) && !leaving.has(part.id)) continue;
      const of = back.get(facing);
      if (of !== undefined && !isGone(of)) continue;
      if (!coversOf(part, facing).every((d) => d.isMet(open))) continue;
      outlined.add(`${part.id} ${facing}`);
      name(part.id);
      const isBox = random() < how.boxes;
      say<'outlined'>({
        type: 'outlined',
        part: part.id,
        face: facing,
        outline: slipped(isBox ? boxed(shape.outline) : traced(shape.outline)),
        drawn: isBox ? 'box' : 'traced'
      });
    }
  }

  /** What lies over a part on a face. */
  function coversOf(part: Part, zone: string): Demand[] {
    const key = `${part.id} ${zone}`;
    const known = covers.get(key);
    if (known) return known;
    const made = reach
      .exitCovers(part, { id: '(look)', kind: 'lift', zone, seconds: 0, leaves: [], clears: false })
      .filter((d) => d.text.endsWith(`out of the way of ${part.id}`));
    covers.set(key, made);
    return made;
  }

  /** What hides a joint, and what leaves no room for the tool at each of its places. */
  function sightOf(joint: Joint): Sight {
    const known = sights.get(joint.id);
    if (known) return known;
    const all = reach.demands(actOf(facts, openKey(joint.id))!);
    const over = all
      .filter((d) => d.cover !== undefined && !d.raises)
      .map((d) => ({
        d,
        shapes: facts.parts
          .get(d.cover!)!
          .shapes.filter((s) => s.zone === joint.zone && s.depth[0] < joint.depth)
          .map((s) => ({ inside: insideOf(s.outline), openings: s.openings.map(insideOf) }))
      }));
    const meeting = (at: Point, by: number) =>
      over
        .filter(({ shapes }) =>
          shapes.some(({ inside, openings }) => inside(at) > by && !openings.some((o) => o(at) > -by))
        )
        .map(({ d }) => d);
    const isCarrier = (d: Demand) => facts.carriersOf(joint.a).some((c) => d.text.startsWith(`move:${c}/`));
    const made = {
      always: all.filter((d) => d.raises || (d.isOrder && isCarrier(d))),
      hiding: [...new Set(joint.at.flatMap((at) => meeting(at, 0)))],
      room: joint.at.map((at) => meeting(at, -ROOM_MM))
    };
    sights.set(joint.id, made);
    return made;
  }

  function tap(joint: Joint, noRoom: (place: number) => boolean) {
    tapped.add(joint.id);
    const corrects = how.corrects || facts.cables.has(joint.b);
    name(joint.a);
    if (corrects) name(joint.b);
    const places = joint.at.map((at, place) => ({ at: near(at), place, noRoom: noRoom(place) }));
    crowded.set(
      joint.id,
      places.filter((p) => p.noRoom)
    );
    say<'tapped'>({
      type: 'tapped',
      joint: joint.id,
      face: joint.zone,
      name: joint.name,
      fixing: fixingOf(joint),
      holds: joint.a,
      places: places.map((p) => ({ at: p.at, ...(p.noRoom ? { noRoom: true } : {}) })),
      // A plug into another cable is picked by hand: no outline tells.
      ...(corrects ? { onto: joint.b } : {})
    });
  }

  function fixingOf(joint: Joint): Fixing {
    switch (joint.kind) {
      case 'screws':
        return {
          kind: 'screws',
          threadMm: joint.screw.threadMm,
          lengthMm: tenth(Math.max(1, joint.screw.lengthMm + off(how.lengthsMm))),
          head: joint.screw.head,
          drive: joint.screw.drive,
          captive: joint.screw.captive
        };
      case 'connector':
        return { kind: 'connector', family: joint.family, carries: joint.carries, faces: joint.faces };
      case 'adhesive':
        return { kind: 'adhesive', adhesive: joint.adhesive };
      case 'tape':
        return { kind: 'tape', material: joint.material };
      case 'dressing':
        return { kind: 'dressing', guide: joint.guide };
      default:
        return { kind: joint.kind };
    }
  }

  /** As a hurried hand draws it: each side is off. */
  function slipped(outline: Outline): Outline {
    const by = () => (slips() * 2 - 1) * how.edgesMm;
    if (how.edgesMm === 0 || outline.form === 'circle') return outline;
    if (outline.form === 'rect') {
      const [left, top] = [by(), by()];
      return {
        ...outline,
        x: round(outline.x + left),
        y: round(outline.y + top),
        width: round(Math.max(1, outline.width - left + by())),
        height: round(Math.max(1, outline.height - top + by()))
      };
    }
    return outline.form === 'polygon'
      ? { ...outline, points: outline.points.map(([x, y]): Point => [round(x + by()), round(y + by())]) }
      : outline;
  }

  function boxed(outline: Outline): Outline {
    const points = flatten(outline);
    const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])];
    const [x, y] = near([Math.min(...xs), Math.min(...ys)]);
    const [right, bottom] = near([Math.max(...xs), Math.max(...ys)]);
    return { form: 'rect', x, y, width: round(Math.max(1, right - x)), height: round(Math.max(1, bottom - y)) };
  }

  function traced(outline: Outline): Outline {
    if (outline.form === 'rect' || outline.form === 'circle') return boxedOrRound(outline);
    return { form: 'polygon', points: flatten(outline).map(near) };
  }

  function boxedOrRound(outline: Outline & { form: 'rect' | 'circle' }): Outline {
    if (outline.form === 'rect') return boxed(outline);
    const [x, y] = near([outline.x, outline.y]);
    return { form: 'circle', x, y, radius: round(Math.max(0.5, outline.radius + off(how.placesMm))) };
  }
}

const round = (mm: number) => Math.round(mm * 100) / 100;

function uuid(random: () => number): string {
  const hex = Array.from({ length: 32 }, () => Math.floor(random() * 16).toString(16));
  hex[12] = '4';
  hex[16] = '8';
  const h = hex.join('');
  return `${h.slice(0, 8)}-${h.slice(8, 12)}-${h.slice(12, 16)}-${h.slice(16, 20)}-${h.slice(20)}`;
}
/** What a ruler or calliper is read to. */
const tenth = (mm: number) => Math.round(mm * 10) / 10;
