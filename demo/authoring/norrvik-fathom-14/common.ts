import type { PointIn } from '../builder';

/** Outer width and depth, mm. Places are seen from below with the hinge edge away, so that the left side is on the right. */
export const W = 322;
export const D = 222;
export const U = 'underside';
export const T = 'topside';
export const F = 'display-front';
/** The same place seen from above. */
export const above = ([x, y]: PointIn): PointIn => [W - x, y];

/** A blind hole with a brass insert: what is clamped above the thread, and the thread's usable depth, mm. */
export const metal = (clampedMm: number, depthMm: number, behind?: string) => ({ clampedMm, depthMm, material: 'brass-insert' as const, ...(behind ? { behind } : {}) });
/** A pan-head screw under PH0, in mm and N·m. */
export const pan = (threadMm: number, lengthMm: number, headDiameterMm: number, hole: ReturnType<typeof metal>, torqueNm: number) => ({
  threadMm, pitchMm: threadMm === 2.5 ? 0.45 : threadMm === 2 ? 0.4 : 0.35, lengthMm, measured: 'under-head' as const, head: 'pan' as const,
  headDiameterMm, headHeightMm: 0.9, drive: 'PH0' as const, torqueNm, hole
});
