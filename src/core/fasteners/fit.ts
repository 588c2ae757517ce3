import type { Hole, Screw } from '../machine';

export type HoleSpec = ReturnType<typeof Hole.parse>;
/**
 * right: as the hole is made for. works: another screw that grips and seats as well. loose: holds badly.
 * strips: hardly grips and takes the thread with it. punches-through: the tip goes into what lies behind.
 */
export type Verdict = 'right' | 'works' | 'loose' | 'strips' | 'punches-through' | 'does-not-fit';

export interface Fit {
  verdict: Verdict;
  /** Thread that bites, mm. */
  engagementMm: number;
  /** Engagement that the material wants, mm. */
  wantedMm: number;
  /** How far the tip goes beyond the usable depth, mm; 0 when it does not. */
  beyondMm: number;
  /** The part that the tip then goes into, where the file says. */
  into?: string;
  /** What is wrong with the head on its seat. */
  head?: 'proud' | 'pulls-through' | 'wrong-seat';
}

/** Engagement in thread diameters: machinery handbook figures, 1 d for metal and 2 d for plastic. */
const WANTED_DIAMETERS: Record<HoleSpec['material'], number> = { steel: 1, 'brass-insert': 1, aluminium: 1, magnesium: 1, plastic: 2 };
/** Tip and hole are drawn to a tenth of a millimetre. */
const SLACK_MM = 0.1;
/** Heads this much wider than the one the seat was made for stand proud of it, mm: bench rule of thumb. */
const PROUD_MM = 0.5;
/** Heads this much narrower draw through what they should hold, mm: bench rule of thumb. */
const NARROW_MM = 1.2;

/** Length under the head for a pan head, over all for a countersunk one, less what is clamped from the same level, mm. */
export function engagement(screw: Screw, hole: HoleSpec): number {
  return screw.lengthMm - hole.clampedMm;
}

/**
 * How a screw does in a hole.
 * Strips: less than half of the wanted engagement. Loose: the thread is thinner, the engagement short, or the head does not hold.
 * @param made the screw that the hole was made for: it gives thread and seat
 */
export function fit(screw: Screw, hole: HoleSpec, made: Screw): Fit {
  const engagementMm = engagement(screw, hole);
  const wantedMm = Math.min(WANTED_DIAMETERS[hole.material] * made.threadMm, hole.depthMm);
  const beyondMm = hole.through && !hole.behind ? 0 : Math.max(0, engagementMm - hole.depthMm - SLACK_MM);
  const head = headOnSeat(screw, made);
  const fitted = (verdict: Verdict): Fit => ({
    verdict, engagementMm, wantedMm, beyondMm, ...(beyondMm > 0 && hole.behind ? { into: hole.behind } : {}), ...(head ? { head } : {})
  });
  if (screw.threadMm > made.threadMm + 0.05) return fitted('does-not-fit');
  if (beyondMm > 0) return fitted('punches-through');
  if (engagementMm < wantedMm / 2) return fitted('strips');
  if (screw.threadMm < made.threadMm - 0.05 || Math.abs(screw.pitchMm - made.pitchMm) > 0.01 || engagementMm < wantedMm - SLACK_MM || head) return fitted('loose');
  return fitted(Math.abs(screw.lengthMm - made.lengthMm) <= SLACK_MM && screw.head === made.head ? 'right' : 'works');
}

function headOnSeat(screw: Screw, made: Screw): Fit['head'] {
  if ((screw.head === 'countersunk') !== (made.head === 'countersunk')) return 'wrong-seat';
  if (screw.headDiameterMm > made.headDiameterMm + PROUD_MM) return 'proud';
  if (screw.headDiameterMm < made.headDiameterMm - NARROW_MM) return 'pulls-through';
  return undefined;
}
