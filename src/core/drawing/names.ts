import { contains } from '../access';
import type { Part } from '../machine';
import type { Drawn, DrawnPart } from './scene';

/** Parts that nobody asks the name of on a drawing. */
const UNNAMED = new Set(['case', 'foot', 'film', 'cover', 'hinge']);
/** Where in its box a part may be named, best first. */
const PLACES = [
  [0.5, 0.5],
  [0.5, 0.75],
  [0.5, 0.25],
  [0.75, 0.5],
  [0.3, 0.5],
  [0.25, 0.85],
  [0.75, 0.85],
  [0.25, 0.15],
  [0.75, 0.15]
] as const;
/** Width of a letter and height of a line, to the height of the letters: an even sans-serif. */
const WIDE = 0.52;
const LINE = 1.2;

export interface Name {
  part: string;
  text: string;
  at: [number, number];
}

/**
 * Names of parts large enough to hold them, where no nearer part hides them and no other name stands.
 * @param always parts that are named in any case, such as the one in hand
 * @param letterMm height of the letters on the machine: the closer one looks, the smaller they are
 * @param called the name of a part in the reader's language
 */
export function namesOf(
  scene: readonly Drawn[],
  always: ReadonlySet<string>,
  letterMm: number,
  called: (part: Part) => string
): Name[] {
  const parts = scene.filter((s): s is DrawnPart => s.what === 'part');
  const order = [...parts.keys()].sort(
    (a, b) => Number(always.has(parts[b]!.part.id)) - Number(always.has(parts[a]!.part.id))
  );
  const named = new Set<string>();
  const names: (Name & { half: number })[] = [];
  const line = LINE * letterMm;
  for (const i of order) {
    const { box, part, area } = parts[i]!;
    const text = called(part);
    const half = (text.length * WIDE * letterMm) / 2;
    const must = always.has(part.id);
    if (
      named.has(part.id) ||
      (!must && (UNNAMED.has(part.kind) || box.maxX - box.minX < 2 * half || box.maxY - box.minY < line))
    )
      continue;
    const nearer = parts.slice(i + 1).filter((other) => !other.isThin);
    const places = PLACES.map(([u, v]): [number, number] => [
      box.minX + (box.maxX - box.minX) * u,
      box.minY + (box.maxY - box.minY) * v
    ]);
    const clear = (p: readonly [number, number]) =>
      !names.some((n) => Math.abs(n.at[1] - p[1]) < line && Math.abs(n.at[0] - p[0]) < n.half + half);
    const free = places.find(
      (p) =>
        contains(area, p) &&
        clear(p) &&
        !nearer.some((other) => contains(other.area, p) && !other.openings.some((o) => contains(o, p)))
    );
    const at = free ?? (must ? places[0] : undefined);
    if (!at) continue;
    named.add(part.id);
    names.push({ part: part.id, text, at, half });
  }
  return names.map(({ half: _, ...name }) => name);
}
