/** Outer width and depth, mm. From below the hinge edge lies away, so that the machine's left side is on the right. */
export const W = 330;
export const D = 228;
export const U = 'underside';
export const T = 'topside';
export const F = 'display-front';
