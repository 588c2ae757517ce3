import { cablePath, jointInks, outlinePath, partInks, type Ink } from '../drawing';
import { area, boxOf, flatten, type Point } from '../machine';
import { jointOf } from './joints';
import { CABLES } from './habits';
import { asideOf, isUndone, outOf } from './standing';
import type { Moment, RecordState, SeenJoint, SeenPart } from './state';

export interface ScenePart {
  id: string;
  kind: SeenPart['kind'];
  name: string;
  /** SVG path, mm in the face's frame. */
  d: string;
  inks: Ink[];
  /** Where its name is written. */
  middle: Point;
  /** Raised or swung aside. */
  isAside: boolean;
}

export interface SceneJoint {
  id: string;
  kind: SeenJoint['fixing']['kind'];
  inks: Ink[];
  places: readonly { at: Point; noRoom: boolean }[];
}

export interface RecordScene {
  widthMm: number;
  heightMm: number;
  /** Deepest first: what was free only after something had come off lies beneath; of what was free together the smaller stands on the larger. */
  parts: ScenePart[];
  cables: { id: string; name: string; d: string; widthMm: number; isFlat: boolean }[];
  joints: SceneJoint[];
}

/** What is still to be seen of a face, as the record has it: ready to be drawn. */
export function recordScene(state: RecordState, face: string): RecordScene | undefined {
  const at = state.faces.find((f) => f.id === face);
  if (!at || !state.about) return undefined;
  const { widthMm, depthMm } = state.about.size;
  const [out, aside] = [outOf(state), asideOf(state)];
  /** How many parts had come off by then. */
  const gone = (when: Moment) => state.moves.filter((m) => m.when < when).length;
  const parts = state.parts
    .flatMap((part) => {
      const seen = part.outlines[face];
      return out.has(part.id) || !seen ? [] : [{ part, seen, size: Math.abs(area(flatten(seen.outline))) }];
    })
    .sort((a, b) => gone(b.seen.free) - gone(a.seen.free) || b.size - a.size)
    .map(({ part, seen }): ScenePart => {
      const box = boxOf(flatten(seen.outline));
      return {
        id: part.id,
        kind: part.kind,
        name: part.name,
        d: outlinePath(seen.outline),
        inks: partInks({ id: part.id, kind: part.kind }, box),
        middle: [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2],
        isAside: aside.has(part.id)
      };
    });
  return {
    widthMm: at.widthMm ?? widthMm,
    heightMm: at.heightMm ?? depthMm,
    parts,
    cables: state.parts.flatMap((part) => {
      const points = part.run?.path.filter((p) => p.face === face).map((p) => p.at) ?? [];
      if (out.has(part.id) || !CABLES.has(part.kind) || points.length < 2) return [];
      const isFlat = part.run?.form === 'flat' || part.kind === 'flat-cable';
      return [{ id: part.id, name: part.name, d: cablePath(points), widthMm: part.run?.widthMm ?? 2, isFlat }];
    }),
    joints: state.joints
      .filter((j) => j.face === face && !isUndone(j, out))
      .map((seen) => ({ id: seen.id, kind: seen.fixing.kind, inks: jointPicture(seen), places: seen.places }))
  };
}

/** A joint as it looks, whatever it holds. */
export function jointPicture(seen: SeenJoint): Ink[] {
  const nobody = { a: 'a', b: 'b', sure: 0, told: false, others: [] };
  return jointInks(
    jointOf(
      seen,
      nobody,
      0,
      undefined,
      () => '-',
      () => {}
    ),
    false
  );
}
