import type { Outline, Point } from './shapes';

export interface Box {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
}

/** Largest distance allowed between a circle or rounded corner and the polygon that stands for it, mm. */
const ARC_TOLERANCE_MM = 0.1;

/** The outline as a closed polygon without its last point repeated, mm. */
export function flatten(outline: Outline): Point[] {
  switch (outline.form) {
    case 'polygon':
      return outline.points;
    case 'circle':
      return arc(outline.x, outline.y, outline.radius, 0, 2 * Math.PI).slice(0, -1);
    case 'rect': {
      const { x, y, width, height } = outline;
      const r = Math.min(outline.radius ?? 0, width / 2, height / 2);
      if (r === 0)
        return [
          [x, y],
          [x + width, y],
          [x + width, y + height],
          [x, y + height]
        ];
      const right = Math.PI / 2;
      return [
        ...arc(x + r, y + r, r, 2 * right, 3 * right),
        ...arc(x + width - r, y + r, r, 3 * right, 4 * right),
        ...arc(x + width - r, y + height - r, r, 0, right),
        ...arc(x + r, y + height - r, r, right, 2 * right)
      ];
    }
    case 'path': {
      const points: Point[] = [outline.start];
      let from = outline.start;
      for (const piece of outline.to) {
        if ('line' in piece) points.push((from = piece.line));
        else {
          const controls = 'quad' in piece ? piece.quad : piece.cubic;
          points.push(...curve([from, ...controls], outline.tolerance));
          from = controls[controls.length - 1]!;
        }
      }
      return points;
    }
  }
}

/** Points along an arc, both ends included; angles in radians, clockwise on screen. */
function arc(cx: number, cy: number, r: number, from: number, to: number): Point[] {
  // Sagitta of a chord over angle t is r(1 - cos(t/2)); solved for the tolerance.
  const step = 2 * Math.acos(Math.max(0.5, 1 - ARC_TOLERANCE_MM / r));
  const n = Math.max(1, Math.ceil((to - from) / step));
  return Array.from({ length: n + 1 }, (_, i): Point => {
    const t = from + ((to - from) * i) / n;
    return [cx + r * Math.cos(t), cy + r * Math.sin(t)];
  });
}

/** A Bezier curve (de Casteljau) as points after its start; the number follows from its control polygon's length. */
function curve(controls: Point[], tolerance: number): Point[] {
  let reach = 0;
  for (let i = 1; i < controls.length; i++) reach += distance(controls[i - 1]!, controls[i]!);
  const n = Math.min(64, Math.max(2, Math.ceil(Math.sqrt(reach / tolerance))));
  return Array.from({ length: n }, (_, i) => {
    const t = (i + 1) / n;
    let row = controls;
    while (row.length > 1) {
      row = row.slice(1).map((p, k): Point => [row[k]![0] * (1 - t) + p[0] * t, row[k]![1] * (1 - t) + p[1] * t]);
    }
    return row[0]!;
  });
}

export function distance(p: Point, q: Point): number {
  return Math.hypot(p[0] - q[0], p[1] - q[1]);
}

export function boxOf(points: readonly Point[]): Box {
  const box = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity };
  for (const [x, y] of points) {
    box.minX = Math.min(box.minX, x);
    box.minY = Math.min(box.minY, y);
    box.maxX = Math.max(box.maxX, x);
    box.maxY = Math.max(box.maxY, y);
  }
  return box;
}

/** Signed area by the shoelace formula, mm². */
export function area(points: readonly Point[]): number {
  let sum = 0;
  points.forEach(([x, y], i) => {
    const [u, v] = points[(i + 1) % points.length]!;
    sum += x * v - u * y;
  });
  return sum / 2;
}
