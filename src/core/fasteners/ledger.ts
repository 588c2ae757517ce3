import type { JointOf } from '../machine';

export const FATES = ['missing-as-received', 'still-in', 'lost', 'discarded', 'from-stock', 'extra'] as const;
/**
 * What became of a screw that the count does not show. `from-stock` brings one in, `extra` is one that the machine file
 * does not know; the others explain one away.
 */
export type Fate = (typeof FATES)[number];

/** The account of one group of screws. */
export interface LedgerLine {
  joint: string;
  /** Screws that the machine file gives the group; once it was closed in this run, those that were put in. */
  expected: number;
  /** Counted out on the way down, and back in on the way up. */
  out: number;
  back: number;
  fates: Record<Fate, number>;
  /** Out and neither back nor gone. Negative: more went in than had come out. */
  inHand: number;
  /** Of the expected ones: neither counted out nor explained. Negative: more came out than the file knows. */
  unexplained: number;
  /** Holes without a screw at this moment. */
  emptyHoles: number;
}

export function emptyFates(): Record<Fate, number> {
  return { 'missing-as-received': 0, 'still-in': 0, lost: 0, discarded: 0, 'from-stock': 0, extra: 0 };
}

/** The account from its counts; every figure that can be derived is. */
export function ledgerLine(
  group: JointOf<'screws'>,
  out: number,
  back: number,
  fates: Record<Fate, number>,
  expected = group.count
): LedgerLine {
  return {
    joint: group.id,
    expected,
    out,
    back,
    fates,
    inHand: out + fates['from-stock'] - back - fates.lost - fates.discarded,
    unexplained: expected + fates.extra - out - fates['missing-as-received'] - fates['still-in'],
    emptyHoles: Math.max(0, expected + fates.extra - fates['still-in'] - back)
  };
}

/** A closed account: nothing in hand, nothing unexplained. */
export function isClosed(line: LedgerLine): boolean {
  return line.inHand === 0 && line.unexplained === 0;
}

/** Holes of a group that are empty at the end although something came out of it. */
export const emptyAfter = (line: LedgerLine): number => (line.out > 0 ? line.emptyHoles : 0);
