import type { JointOf } from '../machine';
import { fit, type Fit } from './fit';

export type ScrewGroup = JointOf<'screws'>;

export interface MixUp {
  /** This group's screw ... */
  screw: string;
  /** ... in this group's hole. */
  hole: string;
  fit: Fit;
  /** 0 (told apart at a glance) to 1 (the same to the eye). */
  likeness: number;
}

const HARM = { 'punches-through': 3, strips: 2, loose: 1, right: 0, 'does-not-fit': 0 } as const;

/** Screws of one job that would go into each other's holes and do harm there, worst and likest first. */
export function mixUps(groups: readonly ScrewGroup[]): MixUp[] {
  const out: MixUp[] = [];
  for (const from of groups) {
    if (from.screw.captive) continue;
    for (const to of groups) {
      if (to === from || to.screw.captive || from.screw.drive !== to.screw.drive) continue;
      const likeness = alike(from, to);
      const result = fit(from.screw, to.screw.hole, to.screw.threadMm);
      if (likeness > 0 && HARM[result.verdict] > 0) out.push({ screw: from.id, hole: to.id, fit: result, likeness });
    }
  }
  return out.sort((a, b) => HARM[b.fit.verdict] * b.likeness - HARM[a.fit.verdict] * a.likeness || (a.screw + a.hole < b.screw + b.hole ? -1 : 1));
}

/** The eye tells lengths apart from about 2 mm and heads from about 1 mm: bench rule of thumb. */
function alike(a: ScrewGroup, b: ScrewGroup): number {
  const length = Math.abs(a.screw.lengthMm - b.screw.lengthMm) / 2.5;
  const head = Math.abs(a.screw.headDiameterMm - b.screw.headDiameterMm) / 1.5;
  const thread = Math.abs(a.screw.threadMm - b.screw.threadMm) / 0.5;
  return Math.max(0, 1 - Math.hypot(length, head, thread));
}
