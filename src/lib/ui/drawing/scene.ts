import { areaOf } from '$core/access';
import type { Box, Cable, Joint, Model, Outline, Part, Shape } from '$core/machine';
import type { MachineState } from '$core/run';

/** One thing on the drawing, ready to be drawn; deeper things come first so that nearer ones lie on top. */
export type Drawn =
  | { what: 'part'; key: string; depth: number; part: Part; shape: Shape; d: string; box: Box; band: number; isLoose: boolean }
  | { what: 'cable'; key: string; depth: number; cable: Cable; d: string; name: string }
  | { what: 'joint'; key: string; depth: number; joint: Joint; isOpen: boolean };

const BANDS = 6;

/** What is to be seen of a zone in a state of the machine. */
export function sceneOf(model: Model, zone: string, state: MachineState): Drawn[] {
  const drawn: Drawn[] = [];
  const shown = model.machine.parts.filter((p) => !state.off.has(p.id));
  const deepest = Math.max(1, ...model.machine.parts.filter((p) => p.id !== model.root.id).flatMap((p) => p.shapes.filter((s) => s.zone === zone).map((s) => s.depth[0])));
  for (const part of shown) {
    part.shapes.forEach((shape, i) => {
      if (shape.zone !== zone) return;
      drawn.push({
        what: 'part',
        key: `${part.id}-${i}`,
        depth: shape.depth[0],
        part,
        shape,
        d: [shape.outline, ...shape.openings].map(pathOf).join(' '),
        box: areaOf(shape.outline).box,
        band: Math.min(BANDS - 1, Math.floor((shape.depth[0] / deepest) * (BANDS - 0.01))),
        isLoose: state.loose.has(part.id)
      });
    });
  }
  const there = new Set(shown.map((p) => p.id));
  for (const cable of model.machine.cables) {
    if (!there.has(cable.part)) continue;
    const points = cable.path.filter((p) => p.zone === zone);
    if (points.length < 2) continue;
    const depth = points.reduce((sum, p) => sum + p.depth, 0) / points.length;
    drawn.push({ what: 'cable', key: cable.part, depth, cable, d: smooth(points.map((p) => p.at)), name: model.part(cable.part).name });
  }
  for (const joint of model.machine.joints) {
    if (joint.zone !== zone) continue;
    if (!there.has(joint.b) || (!there.has(joint.a) && !state.open.has(joint.id))) continue;
    // A seam is gone with its cover; an empty screw hole and an empty socket stay to be seen.
    const isOpen = state.open.has(joint.id);
    if (isOpen && joint.kind !== 'screws' && joint.kind !== 'connector') continue;
    drawn.push({ what: 'joint', key: joint.id, depth: Math.max(0, joint.depth - 0.05), joint, isOpen });
  }
  const rank = { part: 0, cable: 1, joint: 2 };
  return drawn.sort((a, b) => b.depth - a.depth || rank[a.what] - rank[b.what]);
}

/** SVG path of an outline, mm. */
export function pathOf(outline: Outline): string {
  switch (outline.form) {
    case 'polygon':
      return `M${outline.points.map((p) => p.join(' ')).join('L')}Z`;
    case 'circle': {
      const { x, y, radius: r } = outline;
      return `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;
    }
    case 'rect': {
      const { x, y, width, height } = outline;
      const r = Math.min(outline.radius ?? 0, width / 2, height / 2);
      return `M${x + r} ${y}h${width - 2 * r}a${r} ${r} 0 0 1 ${r} ${r}v${height - 2 * r}a${r} ${r} 0 0 1 ${-r} ${r}h${-(width - 2 * r)}a${r} ${r} 0 0 1 ${-r} ${-r}v${-(height - 2 * r)}a${r} ${r} 0 0 1 ${r} ${-r}Z`;
    }
    case 'path':
      return `M${outline.start.join(' ')}${outline.to.map((s) => ('line' in s ? `L${s.line.join(' ')}` : 'quad' in s ? `Q${s.quad.flat().join(' ')}` : `C${s.cubic.flat().join(' ')}`)).join('')}Z`;
  }
}

/** A line through the points with its corners rounded off, as a cable lies. */
function smooth(points: readonly (readonly [number, number])[]): string {
  const [first, ...rest] = points;
  let d = `M${first![0]} ${first![1]}`;
  rest.forEach(([x, y], i) => {
    const next = rest[i + 1];
    const from = i === 0 ? first! : rest[i - 1]!;
    if (!next) {
      d += `L${x} ${y}`;
      return;
    }
    const cut = (p: readonly [number, number], length: number): [number, number] => {
      const span = Math.hypot(p[0] - x, p[1] - y) || 1;
      const t = Math.min(0.5, length / span);
      return [x + (p[0] - x) * t, y + (p[1] - y) * t];
    };
    const before = cut(from, 6);
    const after = cut(next, 6);
    d += `L${before.join(' ')}Q${x} ${y} ${after.join(' ')}`;
  });
  return d;
}

/** The part of the zone to show: all of it, or around the places of interest with their surroundings. */
export function viewOf(zone: Box, places: readonly (readonly [number, number])[], near: boolean): Box {
  const margin = 8;
  const whole = { minX: zone.minX - margin, minY: zone.minY - margin, maxX: zone.maxX + margin, maxY: zone.maxY + margin };
  if (!near || places.length === 0) return whole;
  const xs = places.map((p) => p[0]);
  const ys = places.map((p) => p[1]);
  const width = Math.max(whole.maxX - whole.minX, 1);
  const height = Math.max(whole.maxY - whole.minY, 1);
  // At least half of the machine stays in view, so that one never has to ask where this is.
  const scale = Math.min(1, Math.max(0.5, (Math.max(...xs) - Math.min(...xs) + 60) / width, (Math.max(...ys) - Math.min(...ys) + 60) / height));
  const w = width * scale;
  const h = height * scale;
  const cx = clamp((Math.min(...xs) + Math.max(...xs)) / 2, whole.minX + w / 2, whole.maxX - w / 2);
  const cy = clamp((Math.min(...ys) + Math.max(...ys)) / 2, whole.minY + h / 2, whole.maxY - h / 2);
  return { minX: cx - w / 2, minY: cy - h / 2, maxX: cx + w / 2, maxY: cy + h / 2 };
}

const clamp = (value: number, low: number, high: number) => Math.max(low, Math.min(high, value));
