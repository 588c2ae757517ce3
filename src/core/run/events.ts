import { z } from 'zod';
import { FATES } from '../fasteners';
import { prose } from '../machine';

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
  by: z.string().max(100).optional()
};

export const NOT_SO = ['fewer', 'more', 'different-size', 'stripped', 'missing-as-received', 'already-open', 'hidden-elsewhere', 'broken', 'could-not'] as const;
export type NotSo = (typeof NOT_SO)[number];

/** One thing that happened at the bench. */
export const RunEvent = z.discriminatedUnion('type', [
  z.strictObject({ type: z.literal('done'), ...common, step: StepId, count: Count.optional() }),
  z.strictObject({ type: z.literal('skipped'), ...common, step: StepId, note: Note.min(1, 'says why') }),
  z.strictObject({ type: z.literal('not-so'), ...common, step: StepId, what: z.enum(NOT_SO), count: Count.optional(), note: Note.optional() }),
  z.strictObject({ type: z.literal('account'), ...common, joint: JointId, fate: z.enum(FATES), count: Count.min(1), note: Note.optional() }),
  z.strictObject({ type: z.literal('tested'), ...common, step: StepId, outcome: z.enum(['pass', 'fail', 'not-applicable']), note: Note.optional() }),
  z.strictObject({ type: z.literal('note'), ...common, step: StepId.optional(), text: Note.min(1) }),
  z.strictObject({ type: z.literal('paused'), ...common }),
  z.strictObject({ type: z.literal('resumed'), ...common }),
  /** A part resisted, and something that may hold it was looked at: it was that, or not. */
  z.strictObject({ type: z.literal('looked'), ...common, part: JointId, suspect: z.string().min(1).max(140), found: z.boolean(), note: Note.optional() }),
  /** Two people said different things of a step: this one's word stands. */
  z.strictObject({ type: z.literal('settled'), ...common, step: StepId, event: z.uuid() }),
  z.strictObject({ type: z.literal('undo'), ...common, event: z.uuid() }),
  z.strictObject({ type: z.literal('signed'), ...common, note: Note.optional() })
]);
export type RunEvent = z.infer<typeof RunEvent>;
