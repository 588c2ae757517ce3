import { z } from 'zod';
import { ConnectorFamily, Id, line, Point, type Model, type Part } from '../machine';
import { checkSpare, numbersFor, spareWords } from '../plan';
import type { Said } from '../language';
import { FITS, partName } from '../words';

const Number = line(40);

/** What the shop knows of a part or a consumable that it buys. */
export const Spare = z.strictObject({
  number: Number,
  name: line(120),
  kind: z.enum(['part', 'consumable']),
  /** The number that has taken its place. */
  supersededBy: Number.optional(),
  /** Parts that come with it, by the machine file's ids. */
  includes: z.array(Id).max(100).default([]),
  /** Middles of its screw holes, mm, in a frame of its own. */
  holes: z.array(Point).max(200).optional(),
  /** Its plugs, by family; each as often as it has it. */
  plugs: z.array(ConnectorFamily).max(40).optional()
});
export type Spare = z.infer<typeof Spare>;

export interface FitCheck {
  what: 'number' | 'holes' | 'plugs';
  is: 'right' | 'wrong' | 'unknown';
  text: Said;
}

export interface FitVerdict {
  verdict: 'fits' | 'does-not-fit' | 'look';
  checks: FitCheck[];
}

/** Holes further off than this do not take their screws, mm: bench rule of thumb. */
const HOLE_MM = 0.5;

/**
 * Whether a spare belongs into this machine: its number, or one that it has taken the place of, for this revision and variant;
 * then its hole pattern and its plugs, where both sides are known. What is wrong in any of them does not fit.
 * @param all other spares that the shop knows: supersessions are followed through them
 */
export function checkFit(
  model: Model,
  part: Part,
  spare: Spare,
  all: readonly Spare[] = [],
  variant?: string
): FitVerdict {
  const checks = [
    numberCheck(model, part, spare, all, variant),
    ...holeCheck(model, part, spare),
    ...plugCheck(model, part, spare)
  ];
  const is = (what: FitCheck['is']) => checks.some((c) => c.is === what);
  // A number that the file does not know may still be right; holes and plugs alone do not make it so.
  return { verdict: is('wrong') ? 'does-not-fit' : is('unknown') ? 'look' : 'fits', checks };
}

/** The number in force now for one that was: followed through supersessions, in a circle to where the circle began. */
export function currentNumber(number: string, all: readonly Spare[]): string {
  const next = new Map(all.flatMap((s) => (s.supersededBy ? [[s.number, s.supersededBy] as const] : [])));
  const seen = new Set<string>();
  let at = number;
  while (next.has(at) && !seen.has(at)) {
    seen.add(at);
    at = next.get(at)!;
  }
  return at;
}

/** Every number that stands for a part of this machine now: those of the file, and what has taken their place. */
export function numbersNow(model: Model, part: Part, all: readonly Spare[], variant?: string): string[] {
  const file = numbersFor(model, part, variant);
  return [...new Set(file.flatMap((n) => [currentNumber(n, all), n]))];
}

function numberCheck(model: Model, part: Part, spare: Spare, all: readonly Spare[], variant?: string): FitCheck {
  const own = checkSpare(model, part, spare.number, variant);
  if (own.verdict !== 'unknown')
    return { what: 'number', is: own.verdict === 'fits' ? 'right' : 'wrong', text: spareWords(model, part, own) };
  const earlier = numbersFor(model, part, variant).find((n) => currentNumber(n, all) === spare.number);
  if (earlier) return { what: 'number', is: 'right', text: FITS.replaces(earlier) };
  return { what: 'number', is: own.part ? 'wrong' : 'unknown', text: spareWords(model, part, own) };
}

function holeCheck(model: Model, part: Part, spare: Spare): FitCheck[] {
  if (!spare.holes) return [];
  const holes = model.jointsOf(part.id).flatMap((j) => (j.kind === 'screws' && j.a === part.id ? j.at : []));
  if (holes.length === 0) return [];
  if (holes.length !== spare.holes.length)
    return [
      { what: 'holes', is: 'wrong', text: FITS.otherHoles(spare.holes.length, partName(model, part.id), holes.length) }
    ];
  const off = patternOffMm(holes, spare.holes);
  return [
    off <= HOLE_MM
      ? { what: 'holes', is: 'right', text: FITS.sameHoles(holes.length) }
      : { what: 'holes', is: 'wrong', text: FITS.holesOff(off) }
  ];
}

/**
 * How far two patterns of equally many holes are apart at their worst hole, mm, laid over each other by their middles, as they
 * are or turned half round: labels are read either way up. Each hole goes to the nearest that is left.
 */
export function patternOffMm(
  a: readonly (readonly [number, number])[],
  b: readonly (readonly [number, number])[]
): number {
  const centred = (points: readonly (readonly [number, number])[]) => {
    const [mx, my] = [0, 1].map((i) => points.reduce((sum, p) => sum + p[i as 0 | 1], 0) / points.length) as [
      number,
      number
    ];
    return points.map(([x, y]) => [x - mx, y - my] as const);
  };
  const from = centred(a);
  const to = centred(b);
  const worst = (sign: 1 | -1) => {
    const left = to.map(([x, y]) => [sign * x, sign * y] as const);
    let most = 0;
    for (const [x, y] of from) {
      let best = 0;
      left.forEach((p, i) => {
        if (Math.hypot(p[0] - x, p[1] - y) < Math.hypot(left[best]![0] - x, left[best]![1] - y)) best = i;
      });
      most = Math.max(most, Math.hypot(left[best]![0] - x, left[best]![1] - y));
      left.splice(best, 1);
    }
    return most;
  };
  return Math.min(worst(1), worst(-1));
}

function plugCheck(model: Model, part: Part, spare: Spare): FitCheck[] {
  if (!spare.plugs) return [];
  const of = plugFamilies(model, part.id, spare.includes);
  if (of.length === 0) return [];
  const count = (list: readonly string[]) => [...list].sort().join(', ');
  return [
    count(of) === count(spare.plugs)
      ? { what: 'plugs', is: 'right', text: FITS.samePlugs }
      : { what: 'plugs', is: 'wrong', text: FITS.otherPlugs(count(spare.plugs), count(of)) }
  ];
}

/** Families of the plugs by which a part, with what its spare brings, holds to the rest. */
export function plugFamilies(model: Model, part: string, includes: readonly string[]): string[] {
  const own = new Set([part, ...includes]);
  return model.machine.joints
    .flatMap((j) => (j.kind === 'connector' && own.has(j.a) !== own.has(j.b) ? [j.family] : []))
    .sort();
}

/** A spare as the machine file has it: what a catalogue would say of it. */
export function spareOf(model: Model, part: Part, number: string): Spare {
  const holes = model.jointsOf(part.id).flatMap((j) => (j.kind === 'screws' && j.a === part.id ? j.at : []));
  const plugs = plugFamilies(model, part.id, part.spareIncludes);
  return Spare.parse({
    number,
    name: `${part.name}, ${model.machine.model}`,
    kind: 'part',
    includes: part.spareIncludes,
    ...(holes.length > 0 ? { holes } : {}),
    ...(plugs.length > 0 ? { plugs } : {})
  });
}
