import { Language } from '../language';
import { z } from 'zod';
import { BatteryReading } from '../cells';
import { Listing } from '../hardware';
import { HazardAnswers } from '../hazards';
import { Id, line, prose } from '../machine';
import { Quote } from '../money';
import { DATA, MARKS } from '../words';

const Note = prose(2000);

export type MarkKind = keyof typeof MARKS;

/** Something seen on the machine as it came in, at its place on the drawing. */
export const ConditionMark = z.strictObject({
  id: z.uuid(),
  zone: Id,
  /** mm in the zone's frame. */
  at: z.tuple([z.number().min(-2000).max(2000), z.number().min(-2000).max(2000)]),
  what: z.enum(Object.keys(MARKS) as [MarkKind, ...MarkKind[]]),
  note: prose(300).optional()
});
export type ConditionMark = z.infer<typeof ConditionMark>;

/** What was agreed when it came in; said again as a whole when something changes. */
export const Intake = z.strictObject({
  /** The machine's variant, where it has several and it is known. */
  variant: Id.optional(),
  accessories: z.array(line(120)).max(30),
  data: z.enum(Object.keys(DATA) as [keyof typeof DATA, ...(keyof typeof DATA)[]]),
  /** The customer was told which seals the work would break, and agreed. */
  sealsAgreed: z.boolean(),
  /** What the customer reads: the report is written in it, in the shop's own where nothing is said. */
  language: Language.optional(),
  note: Note.optional()
});
export type Intake = z.infer<typeof Intake>;

/** W. */
const LoadW = z.number().gt(0).max(500);

/** One fact about a job; who said it and when is kept beside it. Facts are never changed: the last of a kind stands, the others remain. */
export const JobFact = z.discriminatedUnion('is', [
  z.strictObject({ is: z.literal('hazards'), answers: HazardAnswers }),
  /** A lead lets the work go on past a stop, and says why. */
  z.strictObject({ is: z.literal('allowed'), why: Note.min(1, 'says why') }),
  z.strictObject({ is: z.literal('intake'), ...Intake.shape }),
  /** All marks of the walk round the machine. */
  z.strictObject({ is: z.literal('condition'), marks: z.array(ConditionMark).max(200) }),
  z.strictObject({ is: z.literal('listing'), listing: Listing }),
  /** Where the machine lies, or who has it. */
  z.strictObject({ is: z.literal('placed'), place: line(120) }),
  /** With `loadW` as an earlier version wrote it: the last reading once more, to say that a load was put on. */
  z.strictObject({
    is: z.literal('cell'),
    reading: BatteryReading,
    source: z.enum(['typed', 'kernel', 'daemon']),
    loadW: LoadW.optional()
  }),
  /** A load was put on the cell: from now on it drains. */
  z.strictObject({ is: z.literal('load'), loadW: LoadW }),
  /** Symptoms by the fault set's ids. */
  z.strictObject({ is: z.literal('symptoms'), there: z.array(Id).max(60), not: z.array(Id).max(60) }),
  z.strictObject({ is: z.literal('tried'), test: Id, outcome: Id }),
  /** A repair was done. When it helped: the fault that it was, as far as can be told; it weighs in later jobs. */
  z.strictObject({ is: z.literal('mended'), repair: Id, helped: z.boolean(), fault: Id.optional() }),
  /** What was said of symptoms, tests and repairs no longer counts. */
  z.strictObject({ is: z.literal('afresh') }),
  z.strictObject({ is: z.literal('quoted'), quote: Quote }),
  z.strictObject({
    is: z.literal('answered'),
    approved: z.boolean(),
    from: line(120),
    how: z.enum(['in person', 'phone', 'e-mail', 'in writing'])
  }),
  /** A lead lets it be opened although something is not in hand. */
  z.strictObject({
    is: z.literal('opened-without'),
    missing: z.array(line(160)).min(1).max(60),
    why: Note.min(1, 'says why')
  }),
  /** A lead lets it be begun on a plan that the check doubts, for these doubts of it. */
  z.strictObject({
    is: z.literal('begun-doubted'),
    doubts: z.array(line(400)).min(1).max(60),
    why: Note.min(1, 'says why')
  }),
  z.strictObject({ is: z.literal('note'), text: Note.min(1) })
]);
export type JobFact = z.infer<typeof JobFact>;

/** A fact as it stands in the record. */
export type JobEvent = JobFact & { at: string; by: string };

/** What only a lead may say. */
export const LEAD_ONLY: ReadonlySet<JobFact['is']> = new Set(['allowed', 'opened-without', 'begun-doubted']);
