import type { LedgerLine } from './ledger';
import type { ScrewGroup } from './mix-ups';
import { measureNext, whichScrew, type Candidate, type Measurement, type Quantity } from './which';

/** Chance that a group whose account closes was miscounted all the same, per screw: bench rule of thumb. */
const MISCOUNTED = 0.02;

type Account = { group: ScrewGroup; line: LedgerLine };

/** How many of each group may be missing: what its account is short of, and the little that may have been miscounted. */
const missing = (groups: readonly Account[]) =>
  groups.map(({ group, line }) => ({ group, count: Math.max(0, line.inHand) + MISCOUNTED * group.count }));

/**
 * A screw is left over at the end: which group's hole is likely empty. Groups whose account is short come first, by how much;
 * a group that closes may have been miscounted, the likelier the more screws it has. What is known of the screw weighs on both.
 * @param measurement what is known of it; empty when nothing is
 */
export function emptyHoles(groups: readonly Account[], measurement: Measurement = {}): Candidate[] {
  return whichScrew(measurement, missing(groups));
}

/** What to measure next of a screw that lies there, so that it is told whose it is; undefined when nothing helps. */
export function tellNext(groups: readonly Account[], measurement: Measurement): Quantity | undefined {
  return measureNext(measurement, missing(groups));
}
