import { boxOf, flatten, freshId, type Box, type Joint, type Machine, type Part, type Point } from '../machine';
import { mappedOutline, moved, type Mapping } from './geometry';

/** Something that is chosen on the drawing: a cable goes with its part. */
export type Thing = { part: string } | { joint: string };

/** The part that carries everything. */
export const rootOf = ({ parts: all }: Pick<Machine, 'parts'>): Part | undefined =>
  all.find((p) => p.on === undefined && p.kind === 'case') ?? all[0];

const parts = (things: readonly Thing[]) => new Set(things.flatMap((t) => ('part' in t ? [t.part] : [])));
const joints = (things: readonly Thing[]) => new Set(things.flatMap((t) => ('joint' in t ? [t.joint] : [])));

/** All places of a joint, mapped. */
function mappedJoint(joint: Joint, map: Mapping): Joint {
  const at = joint.at.map(map);
  if (joint.kind === 'clips')
    return { ...joint, at, seam: joint.seam.map(map), ...(joint.startAt ? { startAt: map(joint.startAt) } : {}) };
  if (joint.kind === 'adhesive' && joint.strips)
    return { ...joint, at, strips: joint.strips.map(([a, b]): [Point, Point] => [map(a), map(b)]) };
  return { ...joint, at };
}

/** Moves, turns, mirrors or stretches what lies on one face; everything else stays the very same thing. */
export function mapThings(machine: Machine, things: readonly Thing[], zone: string, map: Mapping): Machine {
  const [of, at] = [parts(things), joints(things)];
  return {
    ...machine,
    parts: machine.parts.map((p) =>
      of.has(p.id) && p.shapes.some((s) => s.zone === zone)
        ? {
            ...p,
            shapes: p.shapes.map((s) =>
              s.zone === zone
                ? {
                    ...s,
                    outline: mappedOutline(s.outline, map),
                    openings: s.openings.map((o) => mappedOutline(o, map))
                  }
                : s
            )
          }
        : p
    ),
    joints: machine.joints.map((j) => (at.has(j.id) && j.zone === zone ? mappedJoint(j, map) : j)),
    cables: machine.cables.map((c) =>
      of.has(c.part) ? { ...c, path: c.path.map((p) => (p.zone === zone ? { ...p, at: map(p.at) } : p)) } : c
    )
  };
}

/** What lies on one face within which bounds, mm; undefined where nothing of it does. */
export function boxOfThings(machine: Machine, things: readonly Thing[], zone: string): Box | undefined {
  const [of, at] = [parts(things), joints(things)];
  const points = [
    ...machine.parts.flatMap((p) =>
      of.has(p.id) ? p.shapes.flatMap((s) => (s.zone === zone ? flatten(s.outline) : [])) : []
    ),
    ...machine.joints.flatMap((j) => (at.has(j.id) && j.zone === zone ? j.at : [])),
    ...machine.cables.flatMap((c) => (of.has(c.part) ? c.path.flatMap((p) => (p.zone === zone ? [p.at] : [])) : []))
  ];
  return points.length === 0 ? undefined : boxOf(points);
}

/** A move that brings the near left corner of what is moved onto the grid. @param gridMm 0 for none */
export function snapped(box: Box, dx: number, dy: number, gridMm: number): [number, number] {
  if (gridMm <= 0) return [dx, dy];
  const onto = (mm: number) => Math.round(mm / gridMm) * gridMm;
  return [onto(box.minX + dx) - box.minX, onto(box.minY + dy) - box.minY];
}

export const SIDES = ['left', 'middle-x', 'right', 'far', 'middle-y', 'near'] as const;
export type Side = (typeof SIDES)[number];

/** Brings each thing to the same side of what they all span. */
export function aligned(machine: Machine, things: readonly Thing[], zone: string, side: Side): Machine {
  const all = boxOfThings(machine, things, zone);
  if (!all) return machine;
  return things.reduce((made, thing) => {
    const box = boxOfThings(made, [thing], zone);
    if (!box) return made;
    const by: Record<Side, [number, number]> = {
      left: [all.minX - box.minX, 0],
      right: [all.maxX - box.maxX, 0],
      far: [0, all.minY - box.minY],
      near: [0, all.maxY - box.maxY],
      'middle-x': [(all.minX + all.maxX - box.minX - box.maxX) / 2, 0],
      'middle-y': [0, (all.minY + all.maxY - box.minY - box.maxY) / 2]
    };
    return mapThings(made, [thing], zone, moved(...by[side]));
  }, machine);
}

/** Further copies beside what is chosen: joints between chosen parts join the copies, all others hold the copy onto the same part. */
export function copied(
  machine: Machine,
  things: readonly Thing[],
  dx: number,
  dy: number
): { machine: Machine; things: Thing[] } {
  const partIds = new Map<string, string>();
  const jointIds = new Map<string, string>();
  for (const id of parts(things))
    partIds.set(id, freshId(id, [...machine.parts.map((p) => p.id), ...partIds.values()], 'part'));
  for (const id of joints(things))
    jointIds.set(id, freshId(id, [...machine.joints.map((j) => j.id), ...jointIds.values()], 'joint'));
  const part = (id: string) => partIds.get(id) ?? id;
  const newParts = machine.parts
    .filter((p) => partIds.has(p.id))
    .map((p): Part => ({
      ...p,
      id: part(p.id),
      ...(p.on === undefined ? {} : { on: part(p.on) }),
      spareIncludes: p.spareIncludes.flatMap((id) => partIds.get(id) ?? []),
      moves: p.moves.map((m) => {
        const { with: beside, ...rest } = m;
        const along = beside?.flatMap((id) => partIds.get(id) ?? []) ?? [];
        return {
          ...rest,
          leaves: m.leaves.flatMap((id) => jointIds.get(id) ?? []),
          ...(along.length > 0 ? { with: along } : {})
        };
      })
    }));
  const newJoints = machine.joints
    .filter((j) => jointIds.has(j.id))
    .map((j) => ({ ...j, id: jointIds.get(j.id)!, a: part(j.a), b: part(j.b) }));
  const copies: Thing[] = [
    ...[...partIds.values()].map((id) => ({ part: id })),
    ...[...jointIds.values()].map((id) => ({ joint: id }))
  ];
  const made = { ...machine, parts: [...machine.parts, ...newParts], joints: [...machine.joints, ...newJoints] };
  return { machine: machine.zones.reduce((m, z) => mapThings(m, copies, z.id, moved(dx, dy)), made), things: copies };
}

/** Takes things away, and whatever would be left hanging: joints of a part, ends and guides of a cable, relations, leashes. */
export function without(machine: Machine, things: readonly Thing[]): Machine {
  const gone = parts(things);
  gone.delete(rootOf(machine)?.id ?? '');
  const opened = joints(things);
  for (const j of machine.joints) if (gone.has(j.a) || gone.has(j.b)) opened.add(j.id);
  const carrier = (id: string | undefined): string | undefined =>
    id !== undefined && gone.has(id) ? carrier(machine.parts.find((p) => p.id === id)?.on) : id;
  const refers = (ref: { joint: string } | { part: string }) =>
    'joint' in ref ? opened.has(ref.joint) : gone.has(ref.part);
  const { joint: isolating, ...isolation } = machine.isolation;
  return {
    ...machine,
    parts: machine.parts
      .filter((p) => !gone.has(p.id))
      .map((p) => {
        const { on, ...rest } = p;
        const next = carrier(on);
        return {
          ...rest,
          ...(next === undefined ? {} : { on: next }),
          spareIncludes: p.spareIncludes.filter((id) => !gone.has(id)),
          moves: p.moves.map((m) => {
            const { with: beside, ...move } = m;
            const along = beside?.filter((id) => !gone.has(id)) ?? [];
            return {
              ...move,
              leaves: m.leaves.filter((id) => !opened.has(id)),
              ...(along.length > 0 ? { with: along } : {})
            };
          })
        };
      }),
    joints: machine.joints.filter((j) => !opened.has(j.id)).map((j) => unhung(j, gone)),
    cables: machine.cables
      .filter((c) => !gone.has(c.part))
      .map((c) => ({
        ...c,
        ends: c.ends.filter((e) => !opened.has(e.joint)),
        path: c.path.map((p) => {
          if (p.guide === undefined || !opened.has(p.guide)) return p;
          const { guide: _, ...rest } = p;
          return rest;
        })
      }))
      .filter((c) => c.ends.length > 0),
    isolation: {
      ...isolation,
      steps: machine.isolation.steps.filter((s) => s.joint === undefined || !opened.has(s.joint)),
      ...(isolating === undefined || opened.has(isolating) ? {} : { joint: isolating })
    },
    relations: machine.relations.filter((r) =>
      r.kind === 'order' ? !refers(r.before) && !refers(r.after) : !gone.has(r.cover) && !refers(r.action)
    )
  };
}

/** A joint without what is gone: what it is reached under, and what lies behind its holes. */
function unhung(joint: Joint, gone: ReadonlySet<string>): Joint {
  const { reachedRaised, ...rest } = joint;
  const kept = (reachedRaised !== undefined && gone.has(reachedRaised) ? rest : joint) as Joint;
  if (kept.kind !== 'screws' || kept.screw.hole?.behind === undefined || !gone.has(kept.screw.hole.behind)) return kept;
  const { behind: _, ...hole } = kept.screw.hole;
  return { ...kept, screw: { ...kept.screw, hole } };
}

/** Places in a row, both ends among them. */
export const inRow = ([x1, y1]: Point, [x2, y2]: Point, count: number): Point[] =>
  Array.from({ length: count }, (_, i): Point => {
    const t = count === 1 ? 0 : i / (count - 1);
    return [hundredth(x1 + (x2 - x1) * t), hundredth(y1 + (y2 - y1) * t)];
  });

/** Places around a circle, the first one straight above its middle. */
export const inCircle = ([x, y]: Point, radiusMm: number, count: number): Point[] =>
  Array.from({ length: count }, (_, i): Point => {
    const a = (i / count) * 2 * Math.PI - Math.PI / 2;
    return [hundredth(x + radiusMm * Math.cos(a)), hundredth(y + radiusMm * Math.sin(a))];
  });

const hundredth = (mm: number): number => Math.round(mm * 100) / 100;
