import { headHeightMm } from './side';
import type { Drive, Screw } from '../machine';
import type { ScrewGroup } from './mix-ups';

/** A measured length with what it may be off by, mm. */
export interface Measured {
  mm: number;
  plusMinus: number;
}

export interface Measurement {
  length?: Measured;
  /** How the length was taken; as the maker of each screw measures it where nothing is said. */
  measured?: Screw['measured'];
  thread?: Measured;
  headDiameter?: Measured;
  drive?: Drive;
  head?: Screw['head'];
}

/** What instruments are good for, mm: bench rules of thumb. */
export const UNCERTAINTY = { calliper: 0.05, ruler: 0.5, eye: 1 } as const;

export interface Candidate {
  /** The group's joint; undefined: a screw of none of these groups. */
  joint: string | undefined;
  probability: number;
}

export type Quantity = 'length' | 'thread' | 'headDiameter' | 'drive' | 'head';

/** Screws differ from their nominal size by about so much, mm: bench rule of thumb. */
const MADE_MM = 0.08;
/** Chance that a drive or head style was read wrongly. */
const MISREAD = 0.03;
/** Before anything is measured, a screw that lies there is none of the machine's so often: bench rule of thumb. */
const STRANGER = 0.02;
/** Lengths, threads and heads that screws of notebooks have, mm: a stranger may have any of them as likely as any other. */
const RANGE_MM = { length: 12, thread: 2.5, headDiameter: 8 } as const;
/** Ways in which drives and head styles differ. */
const STYLES = 6;
/** A candidate below this is not worth naming. */
const NEGLIGIBLE = 1e-4;

/**
 * Which group a found screw belongs to: Bayes over the groups that still miss one. The more a group misses, the likelier it is;
 * each measurement weighs by a normal law whose width is the instrument's and the maker's together.
 * @param missing groups with how many of their screws are not accounted for; groups with none are left out, and captive screws, which are never found loose
 * A screw of none of the groups is a candidate too: it may be of any size as likely as of any other, so that a measurement which
 * fits no group speaks for it.
 * @returns most probable first; empty when nothing is missing
 */
export function whichScrew(
  measurement: Measurement,
  missing: readonly { group: ScrewGroup; count: number }[]
): Candidate[] {
  const open = missing.filter(({ group, count }) => count > 0 && !group.screw.captive);
  if (open.length === 0) return [];
  const whole = open.reduce((sum, { count }) => sum + count, 0);
  const logs = [
    ...open.map(
      ({ group, count }) => Math.log(((1 - STRANGER) * count) / whole) + logLikelihood(measurement, group.screw)
    ),
    Math.log(STRANGER) + logOfStranger(measurement)
  ];
  const top = Math.max(...logs);
  const weights = logs.map((l) => Math.exp(l - top));
  const sum = weights.reduce((s, w) => s + w, 0);
  return weights
    .map((weight, i): Candidate => ({ joint: open[i]?.group.id, probability: weight / sum }))
    .filter((c) => c.probability >= NEGLIGIBLE)
    .sort((a, b) => b.probability - a.probability || ((a.joint ?? '~') < (b.joint ?? '~') ? -1 : 1));
}

/**
 * What to measure next to tell the candidates apart: the quantity that is expected to leave the least doubt (entropy), taken
 * with a calliper. Undefined when there is no doubt, or nothing that could be measured differs.
 */
export function measureNext(
  measurement: Measurement,
  missing: readonly { group: ScrewGroup; count: number }[]
): Quantity | undefined {
  const now = whichScrew(measurement, missing);
  const doubt = entropy(now);
  if (doubt < 0.05) return undefined;
  const groups = new Map(missing.map((m) => [m.group.id, m]));
  const open: Quantity[] = (['length', 'thread', 'headDiameter', 'drive', 'head'] as const).filter(
    (q) =>
      measurement[q] === undefined ||
      (typeof measurement[q] === 'object' && measurement[q].plusMinus > UNCERTAINTY.calliper)
  );
  let best: Quantity | undefined;
  let least = doubt - 0.05;
  for (const quantity of open) {
    const left = now.reduce((sum, { joint, probability }) => {
      // What a stranger would measure cannot be foretold.
      if (joint === undefined) return sum;
      // If it is this one, it would measure so.
      const would = {
        ...measurement,
        [quantity]: reading(groups.get(joint)!.group.screw, quantity, measurement.measured)
      };
      return sum + probability * entropy(whichScrew(would, missing));
    }, 0);
    if (left < least) {
      least = left;
      best = quantity;
    }
  }
  return best;
}

function reading(screw: Screw, quantity: Quantity, measured: Screw['measured'] | undefined): Measured | string {
  if (quantity === 'drive' || quantity === 'head') return screw[quantity];
  const mm =
    quantity === 'length' ? lengthOf(screw, measured) : quantity === 'thread' ? screw.threadMm : screw.headDiameterMm;
  return { mm, plusMinus: UNCERTAINTY.calliper };
}

/** The screw's length as it was taken, mm: over all is the head more than under it. */
export function lengthOf(screw: Screw, measured: Screw['measured'] = screw.measured): number {
  const head = headHeightMm(screw);
  if (measured === screw.measured) return screw.lengthMm;
  return measured === 'over-all' ? screw.lengthMm + head : screw.lengthMm - head;
}

function logLikelihood(m: Measurement, screw: Screw): number {
  let log = 0;
  const near = (read: Measured | undefined, is: number) => {
    if (!read) return;
    // The stated uncertainty is taken as two standard deviations.
    const sigma = Math.hypot(read.plusMinus / 2, MADE_MM);
    // With its height, so that it can be set against a screw of any size: a density, per mm.
    log += -((read.mm - is) ** 2) / (2 * sigma * sigma) - Math.log(sigma * Math.sqrt(2 * Math.PI));
  };
  const same = (read: string | undefined, is: string) => {
    if (read !== undefined) log += Math.log(read === is ? 1 - MISREAD : MISREAD);
  };
  near(m.length, lengthOf(screw, m.measured));
  near(m.thread, screw.threadMm);
  near(m.headDiameter, screw.headDiameterMm);
  same(m.drive, screw.drive);
  same(m.head, screw.head);
  return log;
}

/** Of a screw that may have any size and form. */
function logOfStranger(m: Measurement): number {
  let log = 0;
  for (const q of ['length', 'thread', 'headDiameter'] as const) if (m[q]) log -= Math.log(RANGE_MM[q]);
  for (const q of ['drive', 'head'] as const) if (m[q] !== undefined) log -= Math.log(STYLES);
  return log;
}

/** Bits of doubt; candidates of no chance are left out before. */
function entropy(candidates: readonly Candidate[]): number {
  return candidates.reduce((sum, { probability: p }) => sum - p * Math.log2(p), 0);
}
