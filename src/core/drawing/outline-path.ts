import type { Outline } from '../machine';
import { circle, line, mm, rectangle } from './ink';

/** SVG path of an outline, mm. */
export function outlinePath(outline: Outline): string {
  switch (outline.form) {
    case 'polygon':
      return `${line(outline.points)}Z`;
    case 'circle':
      return circle(outline.x, outline.y, outline.radius);
    case 'rect':
      return rectangle(outline.x, outline.y, outline.width, outline.height, outline.radius ?? 0);
    case 'path': {
      const figures = (points: readonly (readonly number[])[]) => points.flat().map(mm).join(' ');
      return `M${figures([outline.start])}${outline.to.map((s) => ('line' in s ? `L${figures([s.line])}` : 'quad' in s ? `Q${figures(s.quad)}` : `C${figures(s.cubic)}`)).join('')}Z`;
    }
  }
}

/** Where a cable turns its corner is rounded off so far, mm. */
const CORNER_MM = 6;

/** A line through the points with its corners rounded off, as a cable lies. */
export function cablePath(points: readonly (readonly [number, number])[]): string {
  const [first, ...rest] = points;
  let d = line([first!]);
  rest.forEach(([x, y], i) => {
    const from = i === 0 ? first! : rest[i - 1]!;
    const next = rest[i + 1];
    if (!next) {
      d += `L${mm(x)} ${mm(y)}`;
      return;
    }
    const cut = (p: readonly [number, number]): string => {
      const span = Math.hypot(p[0] - x, p[1] - y) || 1;
      const t = Math.min(0.5, CORNER_MM / span);
      return `${mm(x + (p[0] - x) * t)} ${mm(y + (p[1] - y) * t)}`;
    };
    d += `L${cut(from)}Q${mm(x)} ${mm(y)} ${cut(next)}`;
  });
  return d;
}
