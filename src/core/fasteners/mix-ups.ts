import type { JointOf } from '../machine';
import { fit, type Fit, type Verdict } from './fit';

export type ScrewGroup = JointOf<'screws'>;

export interface MixUp {
  /** This group's screw ... */
  screw: string;
  /** ... in this group's hole. */
  hole: string;
  fit: Fit;
  /** 0 (told apart at a glance) to 1 (the same to the eye). */
  likeness: number;
  /** Harm times likeness: the higher, the worse. */
  rank: number;
}

const HARM: Record<Verdict, number> = { 'punches-through': 3, strips: 2, loose: 1, works: 0, right: 0, 'does-not-fit': 0 };
/** Mix-ups from here on have to lie apart: a screw that would be taken for another and do harm. Bench rule of thumb. */
export const KEEP_APART = 0.5;

/** Screws of one job that would go into each other's holes and do harm there, worst and likest first. */
export function mixUps(groups: readonly ScrewGroup[]): MixUp[] {
  const out: MixUp[] = [];
  for (const from of groups) {
    if (from.screw.captive) continue;
    for (const to of groups) {
      if (to === from || to.screw.captive || from.screw.drive !== to.screw.drive) continue;
      const likeness = alike(from, to);
      const result = fit(from.screw, to.screw.hole, to.screw);
      const rank = HARM[result.verdict] * likeness;
      if (rank > 0) out.push({ screw: from.id, hole: to.id, fit: result, likeness, rank });
    }
  }
  return out.sort((a, b) => b.rank - a.rank || (a.screw + a.hole < b.screw + b.hole ? -1 : 1));
}

/** How every group's screw does in every group's hole. */
export function fitMatrix(groups: readonly ScrewGroup[]): { groups: string[]; fits: Fit[][] } {
  return { groups: groups.map((g) => g.id), fits: groups.map((from) => groups.map((to) => fit(from.screw, to.screw.hole, to.screw))) };
}

/** The eye tells lengths apart from about 2.5 mm, heads from 1.5 mm and threads from 0.5 mm: bench rule of thumb. */
function alike(a: ScrewGroup, b: ScrewGroup): number {
  const length = Math.abs(a.screw.lengthMm - b.screw.lengthMm) / 2.5;
  const head = Math.abs(a.screw.headDiameterMm - b.screw.headDiameterMm) / 1.5;
  const thread = Math.abs(a.screw.threadMm - b.screw.threadMm) / 0.5;
  return Math.max(0, 1 - Math.hypot(length, head, thread));
}
