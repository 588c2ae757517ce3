import { z } from 'zod';

/** A coordinate in a zone's frame, mm. The bound is far beyond any notebook; it keeps arithmetic sane. */
export const Mm = z.number().min(-2000).max(2000);
/** A length that cannot be negative, mm. */
export const LengthMm = z.number().min(0).max(2000);
/** A length that cannot be zero, mm. */
export const PositiveMm = z.number().gt(0).max(2000);

/** [x, y] in mm: x to the right and y towards the person, seen facing the zone. */
export const Point = z.tuple([Mm, Mm]);
export type Point = z.infer<typeof Point>;

const Rect = z.strictObject({
  form: z.literal('rect'),
  x: Mm,
  y: Mm,
  width: PositiveMm,
  height: PositiveMm,
  /** Corner radius, mm. */
  radius: LengthMm.optional()
});
const Circle = z.strictObject({ form: z.literal('circle'), x: Mm, y: Mm, radius: PositiveMm });
const Polygon = z.strictObject({ form: z.literal('polygon'), points: z.array(Point).min(3).max(5000) });

/** A simple path: a start, then straight lines, arcs through quadratic or cubic control points; closed by itself. */
const Path = z.strictObject({
  form: z.literal('path'),
  start: Point,
  to: z
    .array(
      z.union([
        z.strictObject({ line: Point }),
        z.strictObject({ quad: z.tuple([Point, Point]) }),
        z.strictObject({ cubic: z.tuple([Point, Point, Point]) })
      ])
    )
    .min(2)
    .max(500),
  /** Largest distance between the true curve and its flattening, mm. */
  tolerance: z.number().min(0.01).max(5).default(0.2)
});

/** A closed outline in a zone's frame. */
export const Outline = z.discriminatedUnion('form', [Rect, Circle, Polygon, Path]);
export type Outline = z.infer<typeof Outline>;
