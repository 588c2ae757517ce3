/** Outer width and depth, mm. From below the hinge edge lies away, so that the machine's left side is on the right. */
export const W = 300;
export const D = 212;
export const U = 'underside';
export const T = 'topside';
export const F = 'display-front';
