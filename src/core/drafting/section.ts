import { flatten, type Machine, type Outline } from '../machine';

/** A part where a line across the face cuts it: from where to where along the line, and how deep, mm. */
export interface Slice {
  part: string;
  /** Which of the part's shapes it is, by its index. */
  shape: number;
  spans: [from: number, to: number][];
  depth: readonly [number, number];
}

/** What lies under a line across a face at this distance from its far edge, the nearest to the hand first. */
export function sectionAt(machine: Machine, zone: string, y: number): Slice[] {
  return machine.parts
    .flatMap((part) =>
      part.shapes.flatMap((shape, i): Slice[] => {
        if (shape.zone !== zone) return [];
        const spans = spansOf(shape.outline, y);
        return spans.length === 0 ? [] : [{ part: part.id, shape: i, spans, depth: shape.depth }];
      })
    )
    .sort((a, b) => a.depth[0] - b.depth[0] || b.depth[1] - a.depth[1]);
}

/** Where a line across an outline lies within it. */
function spansOf(outline: Outline, y: number): [number, number][] {
  const points = flatten(outline);
  const crossings = points
    .flatMap(([x1, y1], i) => {
      const [x2, y2] = points[(i + 1) % points.length]!;
      // A corner that lies on the line belongs to the side above it: it is crossed once.
      return y1 > y === y2 > y ? [] : [x1 + ((y - y1) / (y2 - y1)) * (x2 - x1)];
    })
    .sort((a, b) => a - b);
  return Array.from({ length: Math.floor(crossings.length / 2) }, (_, i) => [crossings[2 * i]!, crossings[2 * i + 1]!]);
}

/** Sets how deep a shape of a part begins and ends, mm below its face: never thinner than a film. */
export function withDepth(machine: Machine, part: string, shape: number, depth: readonly [number, number]): Machine {
  const tenth = (mm: number) => Math.round(mm * 10) / 10;
  const near = tenth(Math.max(0, depth[0]));
  const far = tenth(Math.max(near + 0.1, depth[1]));
  return {
    ...machine,
    parts: machine.parts.map((p) =>
      p.id === part
        ? { ...p, shapes: p.shapes.map((s, i) => (i === shape ? { ...s, depth: [near, far] as [number, number] } : s)) }
        : p
    )
  };
}
