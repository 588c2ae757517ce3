/** Outer width and depth, mm. */
export const W = 280;
export const D = 195;
export const U = 'underside';
export const T = 'topside';
export const F = 'display-front';
export const P = 'palm-rest-back';
