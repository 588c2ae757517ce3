import { z } from 'zod';
import { Place, STANDARD_PLACE } from '../calendar';
import { line } from '../machine';
import { CellThresholds, STANDARD_THRESHOLDS } from '../cells';
import { Rates } from '../money';
import { PACE_KINDS } from '../words';

/** Kinds of work whose standard times a shop may set for itself, as factors of the standard. */
export type PaceKind = keyof typeof PACE_KINDS;
const Factor = z.number().min(0.25).max(4);

/** What a shop lets trainees do at the bench: only watch; work on what they rehearsed, or were let on with; work. */
export const TRAINEES = ['watch', 'rehearsed', 'work'] as const;
export type TraineesMay = (typeof TRAINEES)[number];

/** What a shop decides for itself; each change is a new version, kept with who made it. */
export const ShopSettings = z
  .strictObject({
    /** What the shop calls itself on paper; versions from before there was this setting, or the next, say nothing of it. */
    name: z.union([z.literal(''), line(120)]).default(''),
    place: Place.default(STANDARD_PLACE),
    secondSignature: z.boolean(),
    /** Whole months after closing at which a customer is due to be erased from a job; null keeps all. */
    keepMonths: z.int().min(1).max(240).nullable().default(null),
    cell: CellThresholds,
    rates: Rates,
    /** Whether trainees work at the bench, and for how many days a clean rehearsal counts; null for ever. */
    practice: z
      .strictObject({ trainees: z.enum(TRAINEES), freshDays: z.int().min(1).max(3650).nullable() })
      .default({ trainees: 'watch', freshDays: null }),
    /** Factor of the standard time, by kind of work; absent kinds are as the standard. */
    pace: z.partialRecord(z.enum(Object.keys(PACE_KINDS) as [PaceKind, ...PaceKind[]]), Factor)
  })
  .refine((s) => s.cell.replace < s.cell.good, { path: ['cell', 'replace'], message: 'must be below what is good' });
export type ShopSettings = z.infer<typeof ShopSettings>;

export const STANDARD_SETTINGS: ShopSettings = {
  name: '',
  place: STANDARD_PLACE,
  secondSignature: false,
  keepMonths: null,
  cell: STANDARD_THRESHOLDS,
  rates: { currency: 'EUR', hour: 6900, least: 2500, taxBp: 2400 },
  practice: { trainees: 'watch', freshDays: null },
  pace: {}
};
