import type { Pose } from '../machine';

/** How a machine lies while one works at each of its sides. */
export const USUAL_POSES = {
  underside: { up: 'underside', lid: 'closed' },
  topside: { up: 'topside', lid: 'open' },
  display: { up: 'either', lid: 'open' },
  edge: { up: 'either', lid: 'any' }
} as const satisfies Record<string, Pose>;
export type UsualSide = keyof typeof USUAL_POSES;
