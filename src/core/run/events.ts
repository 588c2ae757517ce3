import { z } from 'zod';
import { FATES } from '../fasteners';
import { line, prose } from '../machine';
import { Plan } from '../plan';
import { BatteryReading } from '../cells';
import { Listing } from '../hardware';

const Note = prose(2000);
const StepId = z.string().min(1).max(200);
const JointId = z.string().min(1).max(64);
const Count = z.int().min(0).max(2000);

const common = {
  /** Made at the bench, so that sending twice changes nothing. */
  id: z.uuid(),
  /** When it happened, at the bench: ISO 8601 in UTC. */
  at: z.iso.datetime().refine((t) => t >= '2000' && t < '3000', 'is out of reach'),
  /** Who: filled in by the server from the session. */
  by: z.string().max(100).optional(),
  /** When the server took it, where the bench's own clock cannot have been right: filled in by the server, and then this counts. */
  took: z.iso.datetime().optional()
};

export const NOT_SO = [
  'fewer',
  'more',
  'different-size',
  'stripped',
  'missing-as-received',
  'already-open',
  'hidden-elsewhere',
  'broken',
  'could-not'
] as const;
export type NotSo = (typeof NOT_SO)[number];

/** A mark drawn on a photo: places as shares of its width and height, 0 to 1. */
export const Mark = z.strictObject({
  kind: z.enum(['ring', 'arrow', 'line']),
  from: z.tuple([z.number().min(0).max(1), z.number().min(0).max(1)]),
  to: z.tuple([z.number().min(0).max(1), z.number().min(0).max(1)]),
  text: line(80).optional()
});
export type Mark = z.infer<typeof Mark>;

/** What is written on a part: read off its label or scanned. */
export const Label = z.strictObject({ number: line(60).optional(), serial: line(60).optional() });
export type Label = z.infer<typeof Label>;

const When = z.enum(['before', 'after']);

/** What happened while the run was open. */
const DURING = [
  z.strictObject({
    type: z.literal('done'),
    ...common,
    step: StepId,
    count: Count.optional(),
    /** The mark of the socket, read off after a marked plug went in. */ mark: line(40).optional()
  }),
  z.strictObject({ type: z.literal('skipped'), ...common, step: StepId, note: Note.min(1, 'says why') }),
  z.strictObject({
    type: z.literal('not-so'),
    ...common,
    step: StepId,
    what: z.enum(NOT_SO),
    count: Count.optional(),
    note: Note.optional()
  }),
  z.strictObject({
    type: z.literal('account'),
    ...common,
    joint: JointId,
    fate: z.enum(FATES),
    count: Count.min(1),
    note: Note.optional()
  }),
  z.strictObject({
    type: z.literal('tested'),
    ...common,
    step: StepId,
    outcome: z.enum(['pass', 'fail', 'not-applicable']),
    note: Note.optional()
  }),
  z.strictObject({ type: z.literal('note'), ...common, step: StepId.optional(), text: Note.min(1) }),
  z.strictObject({ type: z.literal('paused'), ...common }),
  z.strictObject({ type: z.literal('resumed'), ...common }),
  /** From here on the learner is asked before being told, or not any more. */
  z.strictObject({ type: z.literal('learning'), ...common, on: z.boolean() }),
  /** A step was told before the learner had said it. */
  z.strictObject({ type: z.literal('hint'), ...common, step: StepId }),
  /** A part resisted, and something that may hold it was looked at: it was that, or not. */
  z.strictObject({
    type: z.literal('looked'),
    ...common,
    part: JointId,
    suspect: z.string().min(1).max(140),
    found: z.boolean(),
    note: Note.optional()
  }),
  /** Two people said different things of a step: this one's word stands. */
  z.strictObject({ type: z.literal('settled'), ...common, step: StepId, event: z.uuid() }),
  z.strictObject({ type: z.literal('undo'), ...common, event: z.uuid() }),
  /** From here on this plan is in force: what is done stands in it as done. */
  z.strictObject({ type: z.literal('replanned'), ...common, why: Note.min(1, 'says why'), plan: Plan }),
  /** A picture was taken; the picture itself travels by itself under its id. */
  z.strictObject({
    type: z.literal('photo'),
    ...common,
    photo: z.uuid(),
    step: StepId.optional(),
    note: Note.optional(),
    /** Of the picture's bytes as they were taken: hexadecimal. */ sha256: z
      .string()
      .regex(/^[0-9a-f]{64}$/, 'is no SHA-256')
      .optional()
  }),
  /** All marks on a photo; the last such event of a photo stands. */
  z.strictObject({ type: z.literal('marked'), ...common, photo: z.uuid(), marks: z.array(Mark).max(40) }),
  z.strictObject({ type: z.literal('swapped'), ...common, part: JointId, old: Label, new: Label }),
  /** A part of the old one sits on the new one. */
  z.strictObject({ type: z.literal('moved-over'), ...common, part: JointId, to: JointId }),
  z.strictObject({ type: z.literal('used'), ...common, what: line(120), amount: line(80) }),
  /** A torque driver's reading of one screw, N·m; holes and passes are counted from 0. */
  z.strictObject({
    type: z.literal('torqued'),
    ...common,
    step: StepId,
    hole: z.int().min(0).max(1999),
    pass: z.int().min(0).max(9),
    nm: z.number().min(0).max(20)
  }),
  z.strictObject({ type: z.literal('listed'), ...common, when: When, listing: Listing }),
  z.strictObject({ type: z.literal('battery'), ...common, when: When, reading: BatteryReading })
] as const;

/** One thing that happened at the bench. */
export const RunEvent = z.discriminatedUnion('type', [
  ...DURING,
  z.strictObject({ type: z.literal('signed'), ...common, note: Note.optional() }),
  /** A second person looked at a signed run and stands by it. */
  z.strictObject({ type: z.literal('countersigned'), ...common, note: Note.optional() }),
  /** What was wrong in a record that cannot be changed any more: it stays, and this stands beside it. */
  z.strictObject({
    type: z.literal('corrected'),
    ...common,
    of: z.uuid().optional(),
    text: Note.min(1, 'says what is right')
  }),
  /** What was recorded before the signature and reached the server after it: it changes nothing of what was signed, and stands beside it. */
  z.strictObject({ type: z.literal('added'), ...common, event: z.discriminatedUnion('type', [...DURING]) })
]);
export type RunEvent = z.infer<typeof RunEvent>;
/** What may still be said of a run that is signed. */
export const AFTER_SIGNING: ReadonlySet<RunEvent['type']> = new Set(['countersigned', 'corrected', 'added']);
/** What may be added to a run that is signed: all that may be said of one that is not, but for signatures. */
export type Addable = Extract<RunEvent, { type: 'added' }>['event'];
export const isAddable = (event: RunEvent): event is Addable =>
  !AFTER_SIGNING.has(event.type) && event.type !== 'signed';
