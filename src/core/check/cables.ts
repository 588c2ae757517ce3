import type { Part, Point } from '../machine';
import type { Reach } from './reach';
import { insideOf } from './shapes';

/** A cable that passes a part: under it or over it, by its depth there. */
export interface Passing {
  cable: string;
  where: 'under' | 'over';
  zone: string;
  /** It passes by more than a hair, and is clearly deeper or shallower. */
  isSure: boolean;
  /** The part's edge or what fastens it comes down on it: by more than a hair, or just about. */
  isCaught: 'surely' | 'maybe' | 'never';
}

/** A plug's own tip is no passing cable, mm. */
const TIP_MM = 5;
const STEP_MM = 0.5;
/** So far beyond the edge nobody doubts that it was crossed, mm. */
const BEYOND_MM = 2;
/** A screw's head or a clip comes down on what lies nearer to it than this, mm. */
const BESIDE_MM = 1;
const CLIP_MM = 2;

const found = new WeakMap<Reach, Map<string, Passing[]>>();

export function cablesUnder(reach: Reach, part: Part): Passing[] {
  const known = found.get(reach) ?? new Map<string, Passing[]>();
  found.set(reach, known);
  if (!known.has(part.id)) known.set(part.id, passing(reach, part));
  return known.get(part.id)!;
}

function passing(reach: Reach, part: Part): Passing[] {
  const { facts } = reach;
  const out: Passing[] = [];
  // From outside, on what covers the cable anyway.
  const under = part.on === undefined ? undefined : facts.parts.get(part.on)!.kind;
  const isStuckOn = part.kind === 'foot' || under === 'cover' || under === 'bezel';
  for (const cable of facts.machine.cables) {
    if (facts.ridersOf(part.id).has(cable.part)) continue;
    for (const shape of part.shapes) {
      const inside = insideOf(shape.outline);
      const holds = facts.jointsAt(new Set([part.id])).flatMap((j) => {
        if (j.zone !== shape.zone || (j.kind !== 'screws' && j.kind !== 'clips')) return [];
        const r = (j.kind === 'screws' ? j.screw.headDiameterMm / 2 : CLIP_MM) + cable.widthMm / 2 + BESIDE_MM;
        return j.at.map(
          ([x, y]) =>
            (p: Point) =>
              Math.hypot(p[0] - x, p[1] - y) - r
        );
      });
      let length = 0;
      let sum = 0;
      let innermost = -Infinity;
      let outermost = Infinity;
      let fromHold = Infinity;
      cable.path.forEach((to, i) => {
        const from = cable.path[i - 1];
        if (!from || from.zone !== shape.zone || to.zone !== shape.zone) return;
        const span = Math.hypot(to.at[0] - from.at[0], to.at[1] - from.at[1]);
        const n = Math.max(1, Math.ceil(span / STEP_MM));
        for (let k = 0; k < n; k++) {
          const t = (k + 0.5) / n;
          const at: Point = [from.at[0] + (to.at[0] - from.at[0]) * t, from.at[1] + (to.at[1] - from.at[1]) * t];
          const depthIn = inside(at);
          innermost = Math.max(innermost, depthIn);
          outermost = Math.min(outermost, depthIn);
          for (const hold of holds) fromHold = Math.min(fromHold, hold(at));
          if (depthIn <= 0) continue;
          length += span / n;
          sum += (from.depth + (to.depth - from.depth) * t) * (span / n);
        }
      });
      if (length < TIP_MM - 3) continue;
      const below = sum / length - (shape.depth[0] + shape.depth[1]) / 2;
      const isClear = length > TIP_MM + 2 && Math.abs(below) > 0.2;
      const isCaught = isStuckOn
        ? 'never'
        : (innermost > 1 && outermost < -BEYOND_MM) || fromHold < -STEP_MM
          ? 'surely'
          : outermost < 1 || fromHold < STEP_MM
            ? 'maybe'
            : 'never';
      const passes = { cable: cable.part, zone: shape.zone, isCaught } as const;
      out.push({ ...passes, where: below > 0 ? 'under' : 'over', isSure: isClear });
      if (Math.abs(below) <= 0.2) out.push({ ...passes, where: below > 0 ? 'over' : 'under', isSure: false });
    }
  }
  return out;
}
