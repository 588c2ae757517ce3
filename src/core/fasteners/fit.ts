import type { Hole, Screw } from '../machine';

export type HoleSpec = ReturnType<typeof Hole.parse>;
export type Verdict = 'right' | 'loose' | 'strips' | 'punches-through' | 'does-not-fit';

export interface Fit {
  verdict: Verdict;
  /** Thread that bites, mm. */
  engagementMm: number;
  /** Engagement that the material wants, mm. */
  wantedMm: number;
  /** How far the tip goes beyond the usable depth, mm; 0 when it does not. */
  beyondMm: number;
}

/** Engagement in thread diameters: machinery handbook figures, 1 d for metal and 2 d for plastic. */
const WANTED_DIAMETERS: Record<HoleSpec['material'], number> = { steel: 1, 'brass-insert': 1, aluminium: 1, magnesium: 1, plastic: 2 };
/** Tip and hole are drawn to a tenth of a millimetre. */
const SLACK_MM = 0.1;

/** Length under the head for a pan head, over all for a countersunk one, less what is clamped from the same level, mm. */
export function engagement(screw: Screw, hole: HoleSpec): number {
  return screw.lengthMm - hole.clampedMm;
}

/**
 * How a screw does in a hole drilled for a thread of `holeThreadMm`.
 * Strips: less than half of the wanted engagement. Loose: the thread is thinner, or the engagement short.
 */
export function fit(screw: Screw, hole: HoleSpec, holeThreadMm: number): Fit {
  const engagementMm = engagement(screw, hole);
  const wantedMm = Math.min(WANTED_DIAMETERS[hole.material] * holeThreadMm, hole.depthMm);
  const beyondMm = hole.through && !hole.behind ? 0 : Math.max(0, engagementMm - hole.depthMm - SLACK_MM);
  let verdict: Verdict = 'right';
  if (screw.threadMm > holeThreadMm + 0.05) verdict = 'does-not-fit';
  else if (beyondMm > 0) verdict = 'punches-through';
  else if (engagementMm < wantedMm / 2) verdict = 'strips';
  else if (screw.threadMm < holeThreadMm - 0.05 || engagementMm < wantedMm - SLACK_MM) verdict = 'loose';
  return { verdict, engagementMm, wantedMm, beyondMm };
}
