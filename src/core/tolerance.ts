/**
 * Lengths closer than this are one length, mm: files state tenths or hundredths of a millimetre, and what remains of adding and
 * subtracting such numbers is some 1e-15. Nothing is judged by less.
 */
export const SAME_MM = 1e-6;

/** Whether a is more than b, and not by rounding alone. */
export const exceeds = (a: number, b: number): boolean => a > b + SAME_MM;
