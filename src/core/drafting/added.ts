import { pointedAt } from '../access';
import { boxOf, freshId, freshName, type Joint, type Machine, type Part, type PartKind, type Point } from '../machine';
import type { Speak } from '../language';
import { jointOf, USUAL_FIXINGS } from '../recording';
import { usualCare, usualDepth, usualMoveSeconds } from '../usual';
import { FIXINGS, PART_KINDS } from '../words';
import { inCircle, inRow, rootOf, type Thing } from './edits';

/** Where something new was added, and what it is. */
export interface Added {
  machine: Machine;
  thing: Thing;
}

/** Nothing is smaller on a drawing, mm. */
const LEAST_MM = 0.5;

/** A part between two corners: a box of the usual thickness for its kind, mounted on what carries everything, lifted out. */
export function addedPart(
  machine: Machine,
  kind: PartKind,
  zone: string,
  [a, b]: readonly [Point, Point],
  speak: Speak
): Added {
  const word = speak(PART_KINDS[kind]);
  const id = freshId(
    word,
    machine.parts.map((p) => p.id),
    kind
  );
  const box = boxOf([a, b]);
  const root = rootOf(machine);
  const part: Part = {
    id,
    name: freshName(
      word,
      machine.parts.map((p) => p.name)
    ),
    kind,
    ...(root ? { on: root.id } : {}),
    numbers: [],
    spareIncludes: [],
    functions: [],
    care: usualCare(kind),
    shapes: [
      {
        zone,
        outline: {
          form: 'rect',
          x: box.minX,
          y: box.minY,
          width: Math.max(LEAST_MM, box.maxX - box.minX),
          height: Math.max(LEAST_MM, box.maxY - box.minY)
        },
        depth: usualDepth(kind),
        openings: []
      }
    ],
    moves: [{ id: 'lift', kind: 'lift', zone, ...usualMoveSeconds(kind, 'lift'), leaves: [], clears: true }]
  };
  return { machine: { ...machine, parts: [...machine.parts, part] }, thing: { part: id } };
}

/** How the places of a new joint are told: one, the two ends of a row, or the middle and the rim of a circle. */
export type Laid = 'one' | 'row' | 'circle';
export const LAID: readonly Laid[] = ['one', 'row', 'circle'];
/** How many places have to be tapped for it. */
export const tapsOf = (laid: Laid): number => (laid === 'one' ? 1 : 2);

/** What one means when one points at a place of a side. */
function lyingAt(machine: Machine, zone: string, at: Point): Part | undefined {
  const root = rootOf(machine)?.id;
  const there = machine.parts
    .filter((p) => p.id !== root)
    .flatMap((part) => part.shapes.filter((s) => s.zone === zone).map(({ outline }) => ({ part, outline })));
  return pointedAt(there, at)[0]?.part;
}

/** A joint at places that were tapped: it holds what lies there onto what carries everything, until somebody says otherwise. */
export function addedJoint(
  machine: Machine,
  kind: Joint['kind'],
  zone: string,
  { laid, taps, count }: { laid: Laid; taps: readonly Point[]; count: number },
  speak: Speak
): Added {
  const [a, b] = [taps[0]!, taps[1] ?? taps[0]!];
  const places =
    laid === 'one'
      ? [a]
      : laid === 'row'
        ? inRow(a, b, count)
        : inCircle(a, Math.max(1, Math.hypot(b[0] - a[0], b[1] - a[1])), count);
  const id = freshId(
    kind,
    machine.joints.map((j) => j.id),
    kind
  );
  const root = rootOf(machine);
  const held = lyingAt(machine, zone, a) ?? root;
  const joint = jointOf(
    {
      id,
      face: zone,
      name: speak(FIXINGS[kind]),
      fixing: USUAL_FIXINGS.find((f) => f.kind === kind)!,
      places: places.map((at) => ({ at, seen: 0, noRoom: false }))
    },
    { a: held?.id ?? '', b: root?.id ?? '', sure: 1, told: true, others: [] },
    0,
    undefined,
    speak,
    () => {}
  );
  return { machine: { ...machine, joints: [...machine.joints, joint] }, thing: { joint: id } };
}
