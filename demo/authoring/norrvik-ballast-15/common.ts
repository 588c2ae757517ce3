/** Outer width and depth, mm. From below the hinge edge lies away, so that the machine's left side is on the right. */
export const W = 360;
export const D = 250;
export const U = 'underside';
export const T = 'topside';
export const F = 'display-front';
export const P = 'palm-rest-back';
