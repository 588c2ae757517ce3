import { exceeds } from '../tolerance';
import type { Point } from '../machine';
import type { HoleSpec } from './fit';
import type { ScrewGroup } from './mix-ups';

export interface Tightening {
  /** Holes in turn, by index from 0, the same in each pass. */
  order: number[];
  by: 'printed' | 'crosswise' | 'as-they-lie';
  /** First all until they seat, then all to their torque. */
  passes: number;
  torqueNm: number;
  /** The file gives no torque: a guideline by thread and material. */
  guideline: boolean;
}

/** The order, passes and torque of a group of screws on the way up. */
export function tightening(group: ScrewGroup): Tightening {
  const { screw, count } = group;
  const torqueNm = screw.torqueNm ?? guidelineTorqueNm(screw.threadMm, screw.hole?.material);
  const order = screw.printedOrder ?? (count > 2 ? crossPattern(group.at) : Array.from({ length: count }, (_, i) => i));
  return {
    order,
    by: screw.printedOrder ? 'printed' : count > 2 ? 'crosswise' : 'as-they-lie',
    passes: count > 2 ? 2 : 1,
    torqueNm,
    guideline: screw.torqueNm === undefined
  };
}

/**
 * Torque where the file gives none, N·m. For one strength of screw torque grows with the cube of the diameter; the factor
 * is that of small screws of common strength in metal (about 0.18 N·m for M2), half of it in plastic and where nobody knows what
 * the thread is cut into: bench rule of thumb.
 */
export function guidelineTorqueNm(threadMm: number, material?: HoleSpec['material']): number {
  const torque = 0.022 * threadMm ** 3 * (material === 'plastic' || material === undefined ? 0.5 : 1);
  return Math.round(torque * 100) / 100;
}

/** A reading this far from the wanted torque is out, as a share of it: what small torque drivers keep to with room (ISO 6789 asks 6 %). */
const TOLERANCE = 0.15;

/** The limits within which a screw is tight, N·m; before the last pass screws only seat, and anything up to the torque will do. */
export function torqueLimits(
  { torqueNm, passes }: Pick<Tightening, 'torqueNm' | 'passes'>,
  pass: number
): [least: number, most: number] {
  return [pass < passes - 1 ? 0 : torqueNm * (1 - TOLERANCE), torqueNm * (1 + TOLERANCE)];
}

export function torqueVerdict(
  tighten: Pick<Tightening, 'torqueNm' | 'passes'>,
  pass: number,
  nm: number
): 'under' | 'right' | 'over' {
  const [least, most] = torqueLimits(tighten, pass);
  return exceeds(least, nm) ? 'under' : exceeds(nm, most) ? 'over' : 'right';
}

/**
 * A cross pattern: from one screw to the one most opposite, then a quarter round, and so on, so that the part is drawn down
 * evenly. Each next hole is the one farthest from all that are tight already, of equals the farthest from the last.
 * @param places hole positions, mm
 * @returns indices from 0, each once
 */
export function crossPattern(places: readonly Point[]): number[] {
  if (places.length === 0) return [];
  const middle = [0, 1].map((k) => places.reduce((sum, p) => sum + p[k]!, 0) / places.length) as [number, number];
  const far = (a: readonly number[], b: readonly number[]) => Math.hypot(a[0]! - b[0]!, a[1]! - b[1]!);
  const left = new Set(places.map((_, i) => i));
  // It begins in the middle where a hole lies there, else at the first corner.
  const span = Math.max(...places.map((p) => far(p, middle)));
  const centre = [...left].find((i) => far(places[i]!, middle) < span * 0.15);
  const order = [centre ?? 0];
  left.delete(order[0]!);
  while (left.size > 0) {
    const last = places[order.at(-1)!]!;
    let next = -1;
    let best: [number, number] = [-1, -1];
    for (const i of left) {
      const p = places[i]!;
      const score: [number, number] = [
        Math.round(Math.min(...order.map((o) => far(places[o]!, p))) * 10),
        far(last, p)
      ];
      if (score[0] > best[0] || (score[0] === best[0] && score[1] > best[1] + 1e-9)) {
        best = score;
        next = i;
      }
    }
    order.push(next);
    left.delete(next);
  }
  return order;
}
