import { z } from 'zod';
import { Cable, Joint } from './joints';
import { LengthMm, Outline, PositiveMm } from './shapes';
import { Id, line } from './text';

export const MACHINE_FORMAT = 'eager-wrench/machine@1';

export const Pose = z.strictObject({
  /** The side that looks up at the technician; `either` for edges that both sides leave free. */
  up: z.enum(['underside', 'topside', 'either']),
  lid: z.enum(['closed', 'open', 'flat', 'any'])
});
export type Pose = z.infer<typeof Pose>;

export const Zone = z.strictObject({ id: Id, name: line(80), pose: Pose, outline: Outline });
export type Zone = z.infer<typeof Zone>;

export const PartKind = z.enum([
  'case',
  'cover',
  'frame',
  'bracket',
  'shield',
  'film',
  'foot',
  'board',
  'small-board',
  'card',
  'memory',
  'storage',
  'processor',
  'fan',
  'heat-sink',
  'battery',
  'coin-cell',
  'speaker',
  'microphone',
  'camera',
  'touchpad',
  'keyboard',
  'reader',
  'display',
  'panel',
  'bezel',
  'hinge',
  'tray',
  'jack',
  'flat-cable',
  'cable',
  'antenna'
]);
export type PartKind = z.infer<typeof PartKind>;

export const Shape = z.strictObject({
  zone: Id,
  outline: Outline,
  /** Nearest and farthest from the hand, mm below the zone's face. */
  depth: z.tuple([LengthMm, LengthMm]),
  /** Holes through which what lies beneath is reached. */
  openings: z.array(Outline).max(200).default([])
});
export type Shape = z.infer<typeof Shape>;

/** lift, slide and tilt take the part out; raise, swing and fold leave it on its leash. */
export const MoveKind = z.enum(['lift', 'slide', 'tilt', 'raise', 'swing', 'fold']);
export type MoveKind = z.infer<typeof MoveKind>;

export const Move = z.strictObject({
  id: Id,
  kind: MoveKind,
  zone: Id,
  seconds: z.number().min(0).max(36_000),
  returnSeconds: z.number().min(0).max(36_000).optional(),
  /** Joints that may stay closed through this move: the leash. */
  leaves: z.array(Id).max(50).default([]),
  /** For lift, slide and tilt: parts that are not mounted on it and leave together with it. Joints among them stay closed. */
  with: z.array(Id).min(1).max(20).optional(),
  /** For raise, swing and fold: it stands so only while the lid is there. Moving the lid there does it, moving the lid away undoes it. */
  lid: z.enum(['closed', 'open', 'flat']).optional(),
  /** Whether what lay below can be reached afterwards. */
  clears: z.boolean().default(true),
  /** For slide and tilt: degrees clockwise from "to the right", in the zone's frame. */
  directionDeg: z.number().min(0).lt(360).optional(),
  travelMm: PositiveMm.optional(),
  angleDeg: z.number().min(0).max(180).optional(),
  /** How it is done, in a technician's words. */
  how: line(300).optional(),
  /** How it goes back, where that needs words of its own. */
  back: line(300).optional()
});
export type Move = z.infer<typeof Move>;

export const PartNumber = z.strictObject({
  number: line(40),
  revisions: z.array(line(20)).max(20).optional(),
  variants: z.array(Id).max(20).optional()
});

export const Part = z.strictObject({
  id: Id,
  name: line(80),
  kind: PartKind,
  /** What carries it. Absent for the part all others stand on, and for loose cables, which stay with either end. */
  on: Id.optional(),
  numbers: z.array(PartNumber).max(20).default([]),
  /** Parts mounted on it that come with a spare of it. */
  spareIncludes: z.array(Id).max(100).default([]),
  /** What works through it: wifi, camera, left-speaker ... */
  functions: z.array(Id).max(20).default([]),
  care: z
    .array(z.enum(['bends', 'sharp', 'static', 'hot', 'cell', 'fragile', 'high-voltage']))
    .max(7)
    .default([]),
  shapes: z.array(Shape).max(20).default([]),
  moves: z.array(Move).max(12).default([]),
  note: line(400).optional()
});
export type Part = z.infer<typeof Part>;

export const IsolationStep = z.strictObject({
  id: Id,
  kind: z.enum([
    'shut-down',
    'unplug-adapter',
    'firmware-disconnect',
    'remove-battery',
    'open-joint',
    'hold-power',
    'cool-down'
  ]),
  /** What to do, in full. */
  text: line(300),
  /** The joint that is opened, for `open-joint` and `remove-battery`. */
  joint: Id.optional(),
  seconds: z.number().min(0).max(36_000),
  /** What brings it back at the end; absent when nothing does. */
  undo: line(300).optional(),
  undoSeconds: z.number().min(0).max(36_000).optional()
});
export type IsolationStep = z.infer<typeof IsolationStep>;

/** One action: opening a joint, or moving a part. On the way up it means its counterpart. */
export const ActionRef = z.union([z.strictObject({ joint: Id }), z.strictObject({ part: Id, move: Id })]);
export type ActionRef = z.infer<typeof ActionRef>;

export const Relation = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('order'),
    before: ActionRef,
    after: ActionRef,
    leg: z.enum(['down', 'up', 'both']),
    reason: line(300)
  }),
  z.strictObject({
    kind: z.literal('exempt'),
    /** This part does not cover ... */
    cover: Id,
    /** ... this action, although the drawing says so. */
    action: ActionRef,
    reason: line(300)
  }),
  z.strictObject({
    kind: z.literal('covers'),
    /** This part lies over ... */
    cover: Id,
    /** ... this action, although the drawing does not say so: it is cleared as any cover is. */
    action: ActionRef,
    reason: line(300)
  })
]);
export type Relation = z.infer<typeof Relation>;

/**
 * How something in the file is known: from a look at the machine and a rule, from a teardown that was recorded, from an answer,
 * from a measurement, or from runs that followed it.
 */
export const Origin = z.strictObject({
  how: z.enum(['guessed', 'recorded', 'answered', 'measured', 'confirmed']),
  /** How sure a guess is, 0 to 1. */
  sure: z.number().min(0).max(1).optional(),
  /** Runs that followed it and found it so. */
  runs: z.int().min(0).max(100_000).optional()
});
export type Origin = z.infer<typeof Origin>;

/** What names and texts of a file are called in other languages: by language (`de`), by the text as it stands in the file. */
export const Translations = z.record(
  z.string().regex(/^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$/, 'is no language: write it like de'),
  z.record(line(600), line(600))
);

export const Machine = z.strictObject({
  format: z.literal(MACHINE_FORMAT),
  id: Id,
  maker: line(60),
  model: line(60),
  revision: line(20),
  variants: z
    .array(z.strictObject({ id: Id, name: line(80) }))
    .max(50)
    .default([]),
  size: z.strictObject({ widthMm: PositiveMm, depthMm: PositiveMm, heightMm: PositiveMm }),
  zones: z.array(Zone).min(1).max(40),
  parts: z.array(Part).min(1).max(1000),
  joints: z.array(Joint).max(3000),
  cables: z.array(Cable).max(500).default([]),
  isolation: z.strictObject({
    steps: z.array(IsolationStep).max(20),
    /** The joint whose opening takes the last power away from the inside. */
    joint: Id.optional(),
    /** Somebody looked, and there is no cell in it. */
    noCell: z.boolean().optional()
  }),
  relations: z.array(Relation).max(3000).default([]),
  notes: z.array(line(600)).max(100).default([]),
  /** `order`: depths say only what lies over what. `scheme`: outlines stand for parts and are not theirs. Absent: all is drawn to measure. */
  drawn: z.enum(['order', 'scheme']).optional(),
  /** How it is known, by its place without numbers: `parts/fan/on`, `joints/fan-screws/b`. What is not named here was written by hand. */
  origins: z.record(z.string().max(200), Origin).optional(),
  translations: Translations.optional()
});
export type Machine = z.infer<typeof Machine>;

/** The part that is moved and those that leave together with it, without what is mounted on them. */
export const movedBy = (part: string, move: Move): string[] => [part, ...(move.with ?? [])];

/** Whether a move takes the part out, rather than leaving it on its leash. */
export function removes({ kind }: Pick<Move, 'kind'>): boolean {
  return kind === 'lift' || kind === 'slide' || kind === 'tilt';
}
