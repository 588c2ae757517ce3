import type { Hole, Screw } from '../machine';
import { exceeds } from '../tolerance';

export type HoleSpec = ReturnType<typeof Hole.parse>;
/**
 * right: as the hole is made for. works: another screw that grips and seats as well. loose: holds badly.
 * strips: hardly grips and takes the thread with it. bottoms: the tip meets the end of a blind hole before the head is down.
 * punches-through: the tip goes into what lies behind.
 */
export type Verdict = 'right' | 'works' | 'loose' | 'strips' | 'bottoms' | 'punches-through' | 'does-not-fit';

export interface Fit {
  verdict: Verdict;
  /** Thread that bites, mm. */
  engagementMm: number;
  /** Engagement that this hole wants, mm: what its own screw has, and no more than the material does. */
  wantedMm: number;
  /** How far the tip goes beyond the usable depth, mm; 0 when it does not. */
  beyondMm: number;
  /** The part that the tip then goes into, where the file says. */
  into?: string;
  /** What is wrong with the head on its seat. */
  head?: 'proud' | 'pulls-through' | 'wrong-seat';
}

/** Engagement in thread diameters: machinery handbook figures, 1 d for metal and 2 d for plastic. */
const WANTED_DIAMETERS: Record<HoleSpec['material'], number> = {
  steel: 1,
  'brass-insert': 1,
  aluminium: 1,
  magnesium: 1,
  plastic: 2
};
/** Tip and hole are drawn to a tenth of a millimetre. */
const SLACK_MM = 0.1;
/** Threads and pitches that differ by no more are the same, mm: standard steps are 0.1 and 0.05 at the least. */
const THREAD_MM = 0.05;
const PITCH_MM = 0.01;
/** Heads this much wider than the one the seat was made for stand proud of it, mm: bench rule of thumb. */
const PROUD_MM = 0.5;
/** Heads this much narrower draw through what they should hold, mm: bench rule of thumb. */
const NARROW_MM = 1.2;

/** Length under the head for a pan head, over all for a countersunk one, less what is clamped from the same level, mm. */
export function engagement(screw: Screw, hole: HoleSpec): number {
  return screw.lengthMm - hole.clampedMm;
}

/**
 * How a screw does in a hole, judged against its design: the maker's own pairing is right unless it is impossible, since thin
 * parts are held by less thread than the handbook asks for.
 * Strips: less than half of what the material wants. Loose: the thread is thinner, the engagement shorter than what the hole was
 * made for, or the head does not hold.
 * @param made the screw that the hole was made for: it gives thread, engagement and seat
 */
export function fit(screw: Screw, hole: HoleSpec, made: Screw): Fit {
  const engagementMm = engagement(screw, hole);
  const handbookMm = Math.min(WANTED_DIAMETERS[hole.material] * made.threadMm, hole.depthMm);
  const designedMm = engagement(made, hole);
  // A hole that its own screw would strip was not meant so: then the material decides.
  const wantedMm = exceeds(handbookMm / 2, designedMm) ? handbookMm : Math.min(handbookMm, designedMm);
  const tooDeepMm = engagementMm - hole.depthMm;
  const beyondMm = (hole.through && !hole.behind) || !exceeds(tooDeepMm, SLACK_MM) ? 0 : tooDeepMm;
  const head = headOnSeat(screw, made);
  const fitted = (verdict: Verdict): Fit => ({
    verdict,
    engagementMm,
    wantedMm,
    beyondMm,
    ...(beyondMm > 0 && hole.behind ? { into: hole.behind } : {}),
    ...(head ? { head } : {})
  });
  if (exceeds(screw.threadMm, made.threadMm + THREAD_MM)) return fitted('does-not-fit');
  if (beyondMm > 0) return fitted(hole.behind ? 'punches-through' : 'bottoms');
  if (exceeds(handbookMm / 2, engagementMm)) return fitted('strips');
  if (
    exceeds(made.threadMm - THREAD_MM, screw.threadMm) ||
    exceeds(Math.abs(screw.pitchMm - made.pitchMm), PITCH_MM) ||
    exceeds(wantedMm - SLACK_MM, engagementMm) ||
    head
  )
    return fitted('loose');
  return fitted(
    !exceeds(Math.abs(screw.lengthMm - made.lengthMm), SLACK_MM) && screw.head === made.head ? 'right' : 'works'
  );
}

function headOnSeat(screw: Screw, made: Screw): Fit['head'] {
  if ((screw.head === 'countersunk') !== (made.head === 'countersunk')) return 'wrong-seat';
  if (exceeds(screw.headDiameterMm, made.headDiameterMm + PROUD_MM)) return 'proud';
  if (exceeds(made.headDiameterMm - NARROW_MM, screw.headDiameterMm)) return 'pulls-through';
  return undefined;
}
