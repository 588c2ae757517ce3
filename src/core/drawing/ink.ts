import type { Box } from '../machine';

/**
 * What a stroke on the drawing is, by what it shows; screen and paper each say how it looks.
 * fine: an inner line; trace: copper; recess, raised, chip, can, gold, key, pipe: surfaces of parts.
 * head, drive, collar: a screw's head; cast-...: its shank, laid beside it at its true length; hole: where one was.
 * plug, snap, contact: a connector; motion: which way it opens.
 * seam, chevron, start: clips; tape, guide, hook, bond: what else holds.
 */
export const INKS = [
  'fine',
  'trace',
  'recess',
  'raised',
  'chip',
  'can',
  'gold',
  'key',
  'pipe',
  'head',
  'drive',
  'collar',
  'cast-short',
  'cast-middle',
  'cast-long',
  'hole',
  'plug',
  'snap',
  'contact',
  'motion',
  'seam',
  'chevron',
  'start',
  'tape',
  'guide',
  'bond',
  'halo'
] as const;
export type InkKind = (typeof INKS)[number];

/** Strokes of one kind as one SVG path, mm in the zone's frame. */
export interface Ink {
  kind: InkKind;
  d: string;
  /** Width of the stroke, mm, where it is a measure of the thing and not a line. */
  widthMm?: number;
}

/** Gathers strokes by kind in the order in which kinds first come, so that a part is a few paths and not a hundred. */
export class Pen {
  private readonly paths = new Map<string, Ink>();

  draw(kind: InkKind, d: string, widthMm?: number): this {
    const key = `${kind} ${widthMm ?? ''}`;
    const ink = this.paths.get(key);
    if (ink) ink.d += d;
    else this.paths.set(key, { kind, d, ...(widthMm === undefined ? {} : { widthMm }) });
    return this;
  }

  inks(): Ink[] {
    return [...this.paths.values()];
  }
}

/** Figures as short as a hundredth of a millimetre allows. */
export const mm = (x: number): string => String(Math.round(x * 100) / 100);

export function rectangle(x: number, y: number, width: number, height: number, radius = 0): string {
  const w = Math.max(0, width);
  const h = Math.max(0, height);
  const r = Math.min(radius, w / 2, h / 2);
  if (r <= 0) return `M${mm(x)} ${mm(y)}h${mm(w)}v${mm(h)}h${mm(-w)}Z`;
  const corner = (dx: number, dy: number) => `a${mm(r)} ${mm(r)} 0 0 1 ${mm(dx)} ${mm(dy)}`;
  return `M${mm(x + r)} ${mm(y)}h${mm(w - 2 * r)}${corner(r, r)}v${mm(h - 2 * r)}${corner(-r, r)}h${mm(2 * r - w)}${corner(-r, -r)}v${mm(2 * r - h)}${corner(r, -r)}Z`;
}

export function circle(x: number, y: number, r: number): string {
  return `M${mm(x - r)} ${mm(y)}a${mm(r)} ${mm(r)} 0 1 0 ${mm(2 * r)} 0a${mm(r)} ${mm(r)} 0 1 0 ${mm(-2 * r)} 0Z`;
}

export function line(points: readonly (readonly [number, number])[]): string {
  return `M${points.map(([x, y]) => `${mm(x)} ${mm(y)}`).join('L')}`;
}

/** A point turned about another, degrees clockwise as the screen sees it. */
export function turned(
  [x, y]: readonly [number, number],
  [cx, cy]: readonly [number, number],
  degrees: number
): [number, number] {
  const a = (degrees * Math.PI) / 180;
  return [cx + (x - cx) * Math.cos(a) - (y - cy) * Math.sin(a), cy + (x - cx) * Math.sin(a) + (y - cy) * Math.cos(a)];
}

export interface Frame extends Box {
  w: number;
  h: number;
  cx: number;
  cy: number;
}

export function frameOf(box: Box): Frame {
  return {
    ...box,
    w: box.maxX - box.minX,
    h: box.maxY - box.minY,
    cx: (box.minX + box.maxX) / 2,
    cy: (box.minY + box.maxY) / 2
  };
}
