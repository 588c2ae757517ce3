import type { PointIn } from '../builder';

/** Outer width and depth, mm. Places are seen from below with the hinge edge away, so that the left side is on the right. */
export const W = 322;
export const D = 222;
export const U = 'underside';
export const T = 'topside';
export const F = 'display-front';
/** The same place seen from above. */
export const above = ([x, y]: PointIn): PointIn => [W - x, y];

export { metal, pan } from '../screws';
