import { areaOf, contains } from '../access';
import type { Box, Model, Point } from '../machine';
import { passage, type Said } from '../language';
import { jointName, partName, SPOKEN, zoneName, type Field } from '../words';
import type { Drawn, DrawnPart } from './scene';

/** What is in hand: a joint, or a part that is moved. */
export interface InHand {
  joint?: string | undefined;
  part?: string | undefined;
}

const ROWS = ['far', 'mid', 'near'] as const;
const COLUMNS = ['left', 'middle', 'right'] as const;

/** Which ninth of a face a place lies in, as one sees the face: far is away from who works. */
function fieldOf(face: Box, [x, y]: Point): Field {
  const third = (at: number, from: number, to: number) =>
    Math.max(0, Math.min(2, Math.floor((3 * (at - from)) / (to - from))));
  return `${ROWS[third(y, face.minY, face.maxY)]!}-${COLUMNS[third(x, face.minX, face.maxX)]!}`;
}

/** How finely a part is looked at for what lies over and under it: so many places each way across it. */
const LOOKS = 5;

/** Places spread over a part, mm. */
function spread(part: DrawnPart): Point[] {
  const { minX, minY, maxX, maxY } = part.box;
  const at = (low: number, high: number, i: number) => low + ((high - low) * (i + 0.5)) / LOOKS;
  return Array.from({ length: LOOKS * LOOKS }, (_, i): Point => [
    at(minX, maxX, i % LOOKS),
    at(minY, maxY, Math.floor(i / LOOKS))
  ]).filter((p) => contains(part.area, p));
}

/** The fields that places lie in, with how many in each, in the order in which one reads. */
function fields(face: Box, places: readonly Point[]): Said[] {
  const counted = new Map<Field, number>();
  for (const place of places) counted.set(fieldOf(face, place), (counted.get(fieldOf(face, place)) ?? 0) + 1);
  const order = ROWS.flatMap((row) => COLUMNS.map((column): Field => `${row}-${column}`));
  return order.flatMap((field) => {
    const n = counted.get(field);
    return n === undefined ? [] : [SPOKEN.several(n, field)];
  });
}

const MM_PER_CM = 10;

/** One place, and how far it is from the edges that one measures from. */
const single = (face: Box, at: Point): Said =>
  SPOKEN.at(
    fieldOf(face, at),
    Math.round((at[0] - face.minX) / MM_PER_CM),
    Math.round((at[1] - face.minY) / MM_PER_CM)
  );

/**
 * What the drawing shows of what is in hand, for who listens: which face, what and how many, where on the face, and what lies over and
 * under it there. Undefined where nothing that is in hand is on this face.
 */
export function spokenDrawing(
  model: Model,
  zone: string,
  scene: readonly Drawn[],
  { joint, part }: InHand
): Said | undefined {
  const parts = scene.filter((s): s is DrawnPart => s.what === 'part' && s.part.id !== model.root.id);
  const face = areaOf(model.zone(zone).outline).box;
  const about = (
    name: Said,
    count: number,
    places: readonly Point[],
    depth: number,
    own: ReadonlySet<string>
  ): Said => {
    const here = (p: DrawnPart) => !own.has(p.part.id) && places.some((at) => contains(p.area, at));
    const over = parts.filter((p) => p.depth < depth && here(p));
    // Of what is deeper, what one would see next at each place.
    const under = places.flatMap(
      (at) => parts.findLast((p) => p.depth > depth && here(p) && contains(p.area, at)) ?? []
    );
    const names = (of: readonly DrawnPart[]) => [...new Set(of.map((p) => p.part.id))].map((id) => partName(model, id));
    return passage(
      SPOKEN.inHand(
        zoneName(model, zone),
        name,
        count,
        count > 1 ? fields(face, places) : [single(face, middleOf(places))]
      ),
      over.length > 0 && SPOKEN.over(names(over)),
      under.length > 0 && SPOKEN.under(names(under))
    )!;
  };
  const held = joint === undefined ? undefined : model.joint(joint);
  if (held && held.zone === zone) {
    const places = held.kind === 'clips' ? held.seam : held.at;
    const count = held.kind === 'screws' ? held.at.length : 1;
    return about(jointName(model, held), count, places, held.depth, new Set([held.a, held.b]));
  }
  const moved = parts.findLast((p) => p.part.id === part);
  return moved && about(partName(model, moved.part.id), 1, spread(moved), moved.depth, new Set([moved.part.id]));
}

const middleOf = (places: readonly Point[]): Point => [
  places.reduce((sum, [x]) => sum + x, 0) / places.length,
  places.reduce((sum, [, y]) => sum + y, 0) / places.length
];
