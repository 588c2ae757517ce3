import { z } from 'zod';
import {
  Adhesive,
  Carries,
  ConnectorFamily,
  Drive,
  Faces,
  Guide,
  HeadStyle,
  Id,
  line,
  MoveKind,
  Outline,
  PartKind,
  Point,
  Pose,
  prose,
  SealOwner,
  TapeMaterial
} from '../machine';

export const RECORDING_FORMAT = 'eager-wrench/recording@1';

const Mm = z.number().gt(0).max(2000);
/** A place on a picture, as shares of its width and height from its upper left corner. */
const Share = z.tuple([z.number().min(-0.5).max(1.5), z.number().min(-0.5).max(1.5)]);

const common = {
  /** Made at the bench, so that sending twice changes nothing. */
  id: z.uuid(),
  /** When it happened, at the bench: ISO 8601 in UTC. Two events of one bench never have the same time. */
  at: z.iso.datetime().refine((t) => t >= '2000' && t < '3000', 'is out of reach'),
  /** Who: filled in by the server from the session. */
  by: z.string().max(100).optional()
};

/** What is known of a joint from looking at it; all but the kind may be told later, or never. */
export const Fixing = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('screws'),
    threadMm: z.number().min(0.8).max(6).optional(),
    /** As it was read or measured, mm; over all for countersunk heads, under the head for all others. */
    lengthMm: z.number().min(1).max(60).optional(),
    head: HeadStyle.optional(),
    headDiameterMm: z.number().min(1).max(15).optional(),
    drive: Drive.optional(),
    captive: z.boolean().optional(),
    threadLocker: z.boolean().optional()
  }),
  z.strictObject({
    kind: z.literal('connector'),
    family: ConnectorFamily,
    carries: Carries.optional(),
    faces: Faces.optional(),
    /** Marks printed on the two ends, the plug's first. */
    marks: z.tuple([line(40), line(40)]).optional()
  }),
  z.strictObject({ kind: z.literal('clips'), hooked: z.array(line(80)).max(6).optional() }),
  z.strictObject({ kind: z.literal('adhesive'), adhesive: Adhesive }),
  z.strictObject({ kind: z.literal('tape'), material: TapeMaterial.optional() }),
  z.strictObject({ kind: z.literal('dressing'), guide: Guide.optional() }),
  z.strictObject({ kind: z.literal('seal'), of: SealOwner.optional() }),
  z.strictObject({ kind: z.literal('latch') }),
  z.strictObject({ kind: z.literal('hook'), direction: line(120).optional() })
]);
export type Fixing = z.infer<typeof Fixing>;

/** A place that was tapped. */
export const Place = z.strictObject({
  at: Point,
  /** It is seen, and the tool does not get at it yet. */
  noRoom: z.boolean().optional()
});
export type Place = z.infer<typeof Place>;

/** How a picture is brought to scale: by the four corners of the body, clockwise from the upper left, or by two places and what lies between. */
export const Scale = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('corners'), corners: z.tuple([Share, Share, Share, Share]) }),
  z.strictObject({ by: z.literal('distance'), from: Share, to: Share, mm: Mm })
]);
export type Scale = z.infer<typeof Scale>;

/** One thing that was seen, done or said while a machine that nobody has drawn was taken apart. */
export const RecordingEvent = z.discriminatedUnion('type', [
  /** What is on the bench; said again, the last word stands. */
  z.strictObject({
    type: z.literal('started'),
    ...common,
    maker: line(60),
    model: line(60),
    revision: line(20).optional(),
    /** Of the closed body. */
    size: z.strictObject({ widthMm: Mm, depthMm: Mm, heightMm: Mm }),
    measuredBy: z.enum(['calliper', 'ruler', 'marks']),
    /** What remains at the end, and carries everything. */
    rest: z.strictObject({ part: Id, name: line(80) })
  }),
  /** This face is looked at from here on. */
  z.strictObject({
    type: z.literal('faced'),
    ...common,
    face: Id,
    name: line(80),
    pose: Pose,
    /** Breadth and height of the face where it is not that of the body. */
    widthMm: Mm.optional(),
    heightMm: Mm.optional(),
    /** It is the back of this part, which is out. */
    of: Id.optional()
  }),
  /** A picture was taken; the picture itself travels by itself under its id. */
  z.strictObject({
    type: z.literal('photo'),
    ...common,
    photo: z.uuid(),
    face: Id,
    note: prose(2000).optional(),
    /** Of the picture's bytes as they were taken: hexadecimal. */
    sha256: z
      .string()
      .regex(/^[0-9a-f]{64}$/, 'is no SHA-256')
      .optional()
  }),
  z.strictObject({ type: z.literal('scaled'), ...common, photo: z.uuid(), scale: Scale }),
  /** A part is known by name, long before it can be outlined; said again, the last word stands. */
  z.strictObject({
    type: z.literal('named'),
    ...common,
    part: Id,
    name: line(80),
    kind: PartKind,
    number: line(40).optional(),
    /** What it stands on, where that was told. */
    on: Id.optional()
  }),
  /** Nothing lies over it any more, and its outline is drawn; drawn again on the same face, the last one stands. */
  z.strictObject({
    type: z.literal('outlined'),
    ...common,
    part: Id,
    face: Id,
    outline: Outline,
    drawn: z.enum(['traced', 'box', 'standard']),
    thicknessMm: Mm.optional()
  }),
  /** A joint is seen: its places, as far as they are seen. More places of the same joint may follow. */
  z.strictObject({
    type: z.literal('tapped'),
    ...common,
    joint: Id,
    face: Id,
    name: line(120).optional(),
    fixing: Fixing,
    places: z.array(Place).min(1).max(400),
    /** The part that is held ... */
    holds: Id.optional(),
    /** ... and the part onto which. */
    onto: Id.optional()
  }),
  /** More of a joint that was tapped: what was read, measured or corrected. */
  z.strictObject({
    type: z.literal('described'),
    ...common,
    joint: Id,
    name: line(120).optional(),
    fixing: Fixing.optional(),
    holds: Id.optional(),
    onto: Id.optional()
  }),
  /** The way that a cable runs, tapped; the joints that hold it there are those tapped for it. */
  z.strictObject({
    type: z.literal('ran'),
    ...common,
    cable: Id,
    path: z
      .array(z.strictObject({ face: Id, at: Point, guide: Id.optional() }))
      .min(2)
      .max(500),
    form: z.enum(['flat', 'round', 'coax', 'bundle']).optional(),
    widthMm: Mm.optional(),
    lengthMm: Mm.optional(),
    colour: line(40).optional()
  }),
  /** A joint was undone by itself; what holds a part that came off is undone anyway. */
  z.strictObject({ type: z.literal('opened'), ...common, joint: Id }),
  /** A part came off, or was raised, swung or folded aside. */
  z.strictObject({
    type: z.literal('moved'),
    ...common,
    part: Id,
    move: Id,
    kind: MoveKind,
    face: Id,
    /** Degrees clockwise from "to the right". */
    directionDeg: z.number().min(0).lt(360).optional(),
    travelMm: Mm.optional(),
    /** Parts and cables that came along. */
    along: z.array(Id).max(300).default([]),
    /** Raised, swung or folded: joints that still hold it so. */
    stays: z.array(Id).max(100).default([]),
    how: line(300).optional()
  }),
  /** It did not come at first, and this was why. */
  z.strictObject({ type: z.literal('resisted'), ...common, part: Id, why: prose(2000).min(1), joint: Id.optional() }),
  z.strictObject({ type: z.literal('note'), ...common, text: prose(2000).min(1), part: Id.optional() }),
  /** A question was answered; `unknown` where nobody knows. */
  z.strictObject({
    type: z.literal('answered'),
    ...common,
    question: z.string().min(1).max(300),
    answer: z.string().min(1).max(64)
  }),
  /** An event counts no more; an undo can be undone. */
  z.strictObject({ type: z.literal('undo'), ...common, event: z.uuid() })
]);
export type RecordingEvent = z.infer<typeof RecordingEvent>;

/** All of a recording, as it is handed on. */
export const Recording = z.strictObject({
  format: z.literal(RECORDING_FORMAT),
  id: z.uuid(),
  events: z.array(RecordingEvent).max(20_000)
});
export type Recording = z.infer<typeof Recording>;
