import { z } from 'zod';
import { LengthMm, Point, PositiveMm } from './shapes';
import { Id, line } from './text';

/** Ten hours bound every single time: glue sets within a working day. */
const Seconds = z.number().min(0).max(36_000);

export const Drive = z.enum(['PH00', 'PH0', 'PH1', 'T3', 'T4', 'T5', 'T6', 'P2', 'P5', 'H1.5', 'H2', 'slot']);
export type Drive = z.infer<typeof Drive>;

export const Hole = z.strictObject({
  /** What the screw goes through before its thread bites, mm. */
  clampedMm: LengthMm,
  /** Thread that it may use below that, mm. */
  depthMm: PositiveMm,
  material: z.enum(['brass-insert', 'steel', 'aluminium', 'magnesium', 'plastic']),
  through: z.boolean().default(false),
  /** What a screw that is too long would go into. */
  behind: Id.optional()
});

export const HeadStyle = z.enum(['pan', 'flat-broad', 'countersunk', 'shoulder', 'cheese', 'standoff']);
export type HeadStyle = z.infer<typeof HeadStyle>;

export const Screw = z.strictObject({
  threadMm: z.number().min(0.8).max(6),
  pitchMm: z.number().min(0.1).max(1.5),
  /** Under the head, or over all for countersunk heads, as `measured` says; mm. */
  lengthMm: z.number().min(1).max(60),
  measured: z.enum(['under-head', 'over-all']),
  head: HeadStyle,
  headDiameterMm: z.number().min(1).max(15),
  headHeightMm: z.number().min(0.2).max(8).optional(),
  drive: Drive,
  substitutes: z.array(Drive).max(4).default([]),
  captive: z.boolean().default(false),
  torqueNm: z.number().gt(0).max(5).optional(),
  threadLocker: z.boolean().default(false),
  /** What sits under the head. */
  underHead: z.enum(['washer', 'spacer', 'spring']).optional(),
  /** Holes in the printed order of loosening and tightening, by their index from 0. */
  printedOrder: z.array(z.int().min(0)).max(200).optional(),
  /** Absent where nobody has measured it: how a screw does in it cannot be judged then. */
  hole: Hole.optional()
});
export type Screw = z.infer<typeof Screw>;

export const ConnectorFamily = z.enum([
  'flip-lock-back',
  'flip-lock-front',
  'slide-lock',
  'pull-tab',
  'wire-along-board',
  'lift-straight',
  'antenna-snap',
  'board-to-board',
  'bail',
  'edge-card',
  'memory-socket',
  'processor-lock',
  'tray',
  /** Contacts that part as a battery or a drive slides out of its bay. */
  'blade'
]);
export type ConnectorFamily = z.infer<typeof ConnectorFamily>;

export const Adhesive = z.enum(['thermal-compound', 'thermal-pad', 'foam-tape', 'pull-strips', 'glue', 'film']);
export const TapeMaterial = z.enum(['polyimide', 'polyester-film', 'cloth', 'foil']);
export const Guide = z.enum(['channel', 'clip', 'tab', 'loop', 'foam']);
export const SealOwner = z.enum(['maker', 'seller', 'owner']);
export const Carries = z.enum(['power', 'signal', 'both', 'radio']);
export const Faces = z.enum(['up', 'down', 'side']);

const common = {
  id: Id,
  /** What the technician calls it: "bottom cover screws", "fan plug". */
  name: line(120),
  /** The part that is held ... */
  a: Id,
  /** ... onto this part. */
  b: Id,
  zone: Id,
  /** Where, [x, y] mm in the zone's frame: screw heads, plugs, points along a seam. */
  at: z.array(Point).min(1).max(2000),
  /** Depth of the screw heads or the plug below the zone's face, mm. */
  depth: LengthMm,
  /** Time to open all of it, s. */
  seconds: Seconds,
  /** Time to close it, s, where it differs. */
  closeSeconds: Seconds.optional(),
  /** Radius that the tool or the fingers need clear around each place, mm. */
  clearMm: PositiveMm.optional(),
  /** The part that must be raised, folded or swung before this can be reached. */
  reachedRaised: Id.optional(),
  /** Functions that depend on this joint alone, such as a plug's. */
  functions: z.array(Id).max(20).default([]),
  note: line(400).optional()
};

export const Joint = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('screws'), ...common, screw: Screw, count: z.int().min(1).max(2000) }),
  z.strictObject({
    kind: z.literal('connector'),
    ...common,
    family: ConnectorFamily,
    carries: Carries,
    faces: Faces.default('up'),
    /** Marks printed on the two ends, the plug's first. */
    marks: z.tuple([line(40), line(40)]).optional(),
    /** Degrees from the board along which an edge card or a module comes out. */
    angleDeg: z.number().min(0).max(90).optional()
  }),
  z.strictObject({
    kind: z.literal('clips'),
    ...common,
    /** The seam as a line of points, mm. */
    seam: z.array(Point).min(2).max(500),
    /** The side where prying begins. */
    start: line(80),
    /** The same on the drawing, a place on the seam; mm. */
    startAt: Point.optional(),
    /** Which way the cover is drawn as it comes free. */
    direction: line(120).optional(),
    /** Edges with hooks: slid out, never pried. */
    hooked: z.array(line(80)).max(6).default([])
  }),
  z.strictObject({
    kind: z.literal('adhesive'),
    ...common,
    adhesive: Adhesive,
    singleUse: z.boolean(),
    method: line(200),
    /** Area to be covered, mm². */
    areaMm2: z.number().gt(0).max(200_000).optional(),
    /** Thickness of film or pad, mm. */
    thicknessMm: z.number().gt(0).max(10).optional(),
    /** Strips as they lie, each from its pull tab to its far end, mm. */
    strips: z
      .array(z.tuple([Point, Point]))
      .min(1)
      .max(50)
      .optional(),
    /** Time before it may be loaded, s. */
    settingSeconds: Seconds.default(0)
  }),
  z.strictObject({ kind: z.literal('tape'), ...common, material: TapeMaterial, singleUse: z.boolean().default(false) }),
  z.strictObject({ kind: z.literal('dressing'), ...common, guide: Guide }),
  /** A seal that tells whether somebody was inside: broken with the owner's word, recorded, and not renewed. */
  z.strictObject({ kind: z.literal('seal'), ...common, of: SealOwner }),
  z.strictObject({
    kind: z.literal('latch'),
    ...common,
    held: z.boolean().default(false),
    /** Nobody saw what holds here: a part came off, and something must have held it. It is looked for before it is lifted. */
    unseen: z.boolean().optional()
  }),
  z.strictObject({ kind: z.literal('hook'), ...common, direction: line(120) })
]);
export type Joint = z.infer<typeof Joint>;
export type JointKind = Joint['kind'];
export const JOINT_KINDS: readonly JointKind[] = Joint.options.map((joint) => joint.shape.kind.value);
export type JointOf<K extends JointKind> = Extract<Joint, { kind: K }>;

export const CablePoint = z.strictObject({
  zone: Id,
  at: Point,
  /** Below the zone's face, mm. */
  depth: LengthMm,
  /** The dressing or tape joint that holds the cable here. */
  guide: Id.optional()
});

/** The way a cable runs; the cable itself is a part, named by `part`. */
export const Cable = z.strictObject({
  part: Id,
  path: z.array(CablePoint).min(2).max(500),
  lengthMm: PositiveMm,
  /** Width across, mm: the diameter of a wire, the breadth of a flat cable. */
  widthMm: z.number().gt(0).max(80),
  minBendRadiusMm: LengthMm,
  form: z.enum(['flat', 'round', 'coax', 'bundle']),
  colour: line(40),
  /** Its plugs: the joint at each end, and the mark that it carries there. */
  ends: z
    .array(z.strictObject({ joint: Id, mark: line(40).optional() }))
    .min(1)
    .max(8)
});
export type Cable = z.infer<typeof Cable>;
