/** A blind hole with a brass insert: what is clamped above the thread, and the thread's usable depth, mm. */
export const metal = (clampedMm: number, depthMm: number, behind?: string) => ({
  clampedMm,
  depthMm,
  material: 'brass-insert' as const,
  ...(behind ? { behind } : {})
});
/** A hole cut into plastic. */
export const plastic = (clampedMm: number, depthMm: number, behind?: string) => ({
  clampedMm,
  depthMm,
  material: 'plastic' as const,
  ...(behind ? { behind } : {})
});

type Hole = ReturnType<typeof metal> | ReturnType<typeof plastic>;
const PITCH: Record<number, number> = { 1.4: 0.3, 1.6: 0.35, 2: 0.4, 2.5: 0.45, 3: 0.5 };

/** A pan-head screw under PH0 (PH1 from M2.5 x 6 on is accepted), in mm and N·m. */
export const pan = (threadMm: number, lengthMm: number, headDiameterMm: number, hole: Hole, torqueNm: number) => ({
  threadMm,
  pitchMm: PITCH[threadMm] ?? 0.4,
  lengthMm,
  measured: 'under-head' as const,
  head: 'pan' as const,
  headDiameterMm,
  headHeightMm: 0.9,
  drive: 'PH0' as const,
  torqueNm,
  hole
});

/** Broad and flat, for thin sheet. */
export const broad = (threadMm: number, lengthMm: number, headDiameterMm: number, hole: Hole, torqueNm: number) => ({
  ...pan(threadMm, lengthMm, headDiameterMm, hole, torqueNm),
  head: 'flat-broad' as const,
  headHeightMm: 0.6
});

/** Countersunk: measured over all. */
export const countersunk = (
  threadMm: number,
  lengthMm: number,
  headDiameterMm: number,
  hole: Hole,
  torqueNm: number
) => ({
  ...pan(threadMm, lengthMm, headDiameterMm, hole, torqueNm),
  measured: 'over-all' as const,
  head: 'countersunk' as const,
  headHeightMm: 1
});
