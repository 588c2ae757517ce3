import { isIn, type Access, type Action } from '../access';
import { crossings } from '../cables';
import { boxOf, flatten, type Box, type Model, type Part, type Point } from '../machine';
import type { Pinch, Step } from './schema';
import { passage, type FileText, type Said } from '../language';
import { partName, PASSES, pinchedAt, SIDES, type Side } from '../words';
import type { ActionId } from '../ids';

/**
 * Cables to mind as the part goes down, each once per face and side: such as are in the machine then, and can be caught by the
 * part's edge or by what fastens it. One that lies under the middle of a cover is in nobody's way.
 * @param open what is opened and moved once the part is back
 */
export function pinchList(access: Access, action: Action & { kind: 'move' }, open: ReadonlySet<ActionId>): Pinch[] {
  if (isOnOutside(access.model, action.part)) return [];
  const list = new Map<string, Pinch & { posts: [number, number][] }>();
  for (const { cable, where, zone, crosses, posts } of crossings(access.model, action.part, action.move)) {
    if (crosses.length + posts.length === 0 || !isIn(access.model, cable, open)) continue;
    const key = `${cable} ${where} ${zone}`;
    const known = list.get(key);
    list.set(key, {
      ...{ cable, where, zone },
      crosses: [...(known?.crosses ?? []), ...crosses],
      posts: [...(known?.posts ?? []), ...posts]
    });
  }
  return [...list.values()].map(({ posts, ...pinch }) => (posts.length > 0 ? { ...pinch, posts } : pinch));
}

/** What is stuck on a cover or a bezel from outside has that between itself and any cable. */
const isOnOutside = (model: Model, { kind, on }: Part): boolean =>
  kind === 'foot' || (on !== undefined && ['cover', 'bezel'].includes(model.part(on).kind));

/** One cable to mind, in words. */
export interface PinchWords {
  key: string;
  name: FileText;
  text: Said;
  /** Where on the face in hand: at which edges and beside which screws, as one looks at it. */
  at?: Said;
}

/** What is said of the cables of a step: each once for either side, whatever the face. */
export function pinchWords(model: Model, { pinch, part, zone: inHand }: Step): PinchWords[] {
  const found = new Map<string, { pinch: Pinch; edges: Point[]; posts: Point[] }>();
  for (const p of pinch) {
    const key = `${p.cable} ${p.where}`;
    const one = found.get(key) ?? { pinch: p, edges: [], posts: [] };
    found.set(key, one);
    if (p.zone !== inHand) continue;
    one.edges.push(...p.crosses);
    one.posts.push(...(p.posts ?? []));
  }
  const shapes = part === undefined ? [] : model.part(part).shapes.filter((s) => s.zone === inHand);
  const box = boxOf(shapes.flatMap(({ outline }) => flatten(outline)));
  return [...found].map(
    ([
      key,
      {
        pinch: { cable, where },
        edges,
        posts
      }
    ]) => {
      const at = pinchedAt(
        edges.map((p) => side(box, p)),
        posts.map((p) => side(box, p))
      );
      return { key, name: partName(model, cable), text: PASSES[where], ...(at ? { at } : {}) };
    }
  );
}

/** Why a step departs from the way down, without what is said of the cables beside it anyway. */
export function departsBesideCables(model: Model, { departs, pinch }: Step): Said | undefined {
  if (departs === undefined) return undefined;
  const beside = new Set(pinch.map(({ cable }) => JSON.stringify(partName(model, cable))));
  const isSaid = (s: Said) =>
    typeof s !== 'string' &&
    'say' in s &&
    ['departs.cableUnder', 'departs.cableOver'].includes(s.say) &&
    beside.has(JSON.stringify(s.with?.['cable']));
  const reasons = typeof departs !== 'string' && 'all' in departs ? departs.all : [departs];
  return passage(...reasons.filter((s) => !isSaid(s)));
}

/** In which third of the part a place lies, across and down. */
function side({ minX, maxX, minY, maxY }: Box, [x, y]: Point): Side {
  const third = (at: number, from: number, to: number) =>
    Math.max(0, Math.min(2, Math.floor((3 * (at - from)) / (to - from || 1))));
  return SIDES[third(y, minY, maxY)]![third(x, minX, maxX)]!;
}
