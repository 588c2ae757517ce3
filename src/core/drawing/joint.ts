import { shankMm } from '../fasteners';
import type { Cable, ConnectorFamily, Joint, JointOf, Point } from '../machine';
import { circle, line, mm, Pen, rectangle, turned, type Ink } from './ink';

/** Shanks up to here are short, up to the next middling, mm: the eye takes them for three kinds. */
const SHORT_MM = 4.5;
const MIDDLE_MM = 8;

/** How the hand opens a plug: towards the eye, along the board, or by turning its lock. */
export type Motion = 'up' | 'along' | 'flip';
const MOTIONS: Record<ConnectorFamily, Motion> = {
  'flip-lock-back': 'flip',
  'flip-lock-front': 'flip',
  'slide-lock': 'along',
  'pull-tab': 'along',
  'wire-along-board': 'along',
  'lift-straight': 'up',
  'antenna-snap': 'up',
  'board-to-board': 'up',
  bail: 'flip',
  'edge-card': 'along',
  'memory-socket': 'along',
  'processor-lock': 'flip',
  tray: 'along',
  blade: 'along'
};
export const motionOf = (family: ConnectorFamily): Motion => MOTIONS[family];

/**
 * One joint at its places: screw heads at their true width, each with its shank laid beside it at its true length,
 * so that a long screw and a short one differ in form; plugs with the motion that opens them; seams from their start on.
 * @param cable what ends in it: it is drawn out along this
 */
export function jointInks(joint: Joint, isOpen: boolean, cable?: Cable): Ink[] {
  const pen = new Pen();
  if (joint.kind === 'clips') {
    seam(pen, joint.seam, joint.startAt);
    return pen.inks();
  }
  for (const at of joint.at) {
    const [x, y] = at;
    switch (joint.kind) {
      case 'screws':
        screw(pen, joint.screw, x, y, isOpen);
        break;
      case 'connector':
        plug(pen, joint, at, isOpen, cable);
        break;
      case 'tape':
        pen.draw(
          'tape',
          `${line(
            [
              [-4, -2.4],
              [4, -2.4],
              [4, 2.4],
              [-4, 2.4]
            ].map(([dx, dy]) => turned([x + dx!, y + dy!], at, -8))
          )}Z`
        );
        break;
      case 'dressing':
        pen.draw('guide', `M${mm(x - 2.2)} ${mm(y + 1.8)}v-3.6h4.4v3.6`);
        break;
      case 'latch':
        pen.draw('guide', `${rectangle(x - 3, y - 1.2, 6, 2.4, 1.2)}M${mm(x + 0.6)} ${mm(y - 1.2)}v2.4`);
        break;
      case 'seal':
        pen.draw('bond', `${circle(x, y, 3)}M${mm(x - 2)} ${mm(y + 2)}l4 -4`);
        break;
      case 'hook':
        pen.draw('guide', `M${mm(x - 2.4)} ${mm(y + 1.6)}v-3.2h3a1.6 1.6 0 0 1 0 3.2`);
        break;
      case 'adhesive':
        pen.draw('bond', `M${mm(x - 3)} ${mm(y)}q1.5 -2 3 0t3 0`);
    }
  }
  return pen.inks();
}

/** Where all of a joint is marked when it is in hand. */
export function haloInks(joint: Joint): Ink[] {
  const pen = new Pen();
  if (joint.kind === 'clips') return pen.draw('halo', line(joint.seam)).inks();
  const r = joint.kind === 'screws' ? joint.screw.headDiameterMm / 2 + 2.2 : 6.5;
  for (const [x, y] of joint.at) pen.draw('halo', circle(x, y, r));
  return pen.inks();
}

function screw(
  pen: Pen,
  { headDiameterMm, threadMm, drive, captive, ...rest }: JointOf<'screws'>['screw'],
  x: number,
  y: number,
  isOpen: boolean
): void {
  const r = headDiameterMm / 2;
  if (isOpen) return void pen.draw('hole', circle(x, y, threadMm / 2 + 0.2));
  const length = shankMm({ headDiameterMm, threadMm, drive, captive, ...rest });
  const lean = Math.SQRT1_2;
  const cast = length <= SHORT_MM ? 'cast-short' : length <= MIDDLE_MM ? 'cast-middle' : 'cast-long';
  pen.draw(
    cast,
    line([
      [x + r * lean, y + r * lean],
      [x + (r + length) * lean, y + (r + length) * lean]
    ]),
    threadMm
  );
  if (captive) pen.draw('collar', circle(x, y, r + 0.7));
  pen.draw('head', circle(x, y, r));
  if (drive.startsWith('PH'))
    pen.draw('drive', `M${mm(x - r * 0.55)} ${mm(y)}h${mm(r * 1.1)}M${mm(x)} ${mm(y - r * 0.55)}v${mm(r * 1.1)}`);
  else if (drive === 'slot') pen.draw('drive', `M${mm(x - r * 0.7)} ${mm(y)}h${mm(r * 1.4)}`);
  else pen.draw('drive', star(x, y, r * 0.5, drive.startsWith('P') ? 5 : 6));
}

function star(x: number, y: number, r: number, points: number): string {
  const tips = Array.from({ length: 2 * points }, (_, i) =>
    turned([x, y - (i % 2 === 0 ? r : r * 0.55)], [x, y], (i * 180) / points)
  );
  return `${line(tips)}Z`;
}

function plug(pen: Pen, { family }: JointOf<'connector'>, at: Point, isOpen: boolean, cable?: Cable): void {
  const [x, y] = at;
  const body = isOpen ? 'hole' : 'plug';
  if (family === 'antenna-snap') {
    pen.draw(isOpen ? 'hole' : 'snap', circle(x, y, 1.5)).draw('contact', circle(x, y, 0.5));
  } else if (family.startsWith('flip-lock') || family === 'slide-lock') {
    pen
      .draw(body, rectangle(x - 5, y - 1.6, 10, 3.2, 0.5))
      .draw('contact', `M${mm(x - 4.4)} ${mm(family === 'flip-lock-back' ? y - 1 : y + 1)}h8.8`);
  } else if (family === 'edge-card' || family === 'memory-socket' || family === 'blade') {
    pen.draw(body, rectangle(x - 6, y - 1, 12, 2, 0.4));
  } else if (family === 'processor-lock') {
    pen.draw('guide', `${circle(x, y, 1.4)}M${mm(x - 1.4)} ${mm(y)}h2.8`);
  } else {
    pen
      .draw(body, rectangle(x - 3.2, y - 2, 6.4, 4, 0.7))
      .draw('contact', `M${mm(x - 1.6)} ${mm(y - 2)}v1.4M${mm(x)} ${mm(y - 2)}v1.4M${mm(x + 1.6)} ${mm(y - 2)}v1.4`);
  }
  if (isOpen) return;
  const motion = motionOf(family);
  if (motion === 'flip') pen.draw('motion', `M${mm(x + 6)} ${mm(y + 1.6)}a3 3 0 0 0 0 -3.6m-1.3 1.2l1.3 -1.2l1.5 0.9`);
  else if (motion === 'along') {
    const [dx, dy] = outward(at, cable);
    const from: [number, number] = [x + dx * 3.4, y + dy * 3.4];
    const tip: [number, number] = [x + dx * 8, y + dy * 8];
    pen.draw(
      'motion',
      line([from, tip]) +
        line([
          turned([tip[0] - dx * 2, tip[1] - dy * 2], tip, 35),
          tip,
          turned([tip[0] - dx * 2, tip[1] - dy * 2], tip, -35)
        ])
    );
  } else if (family !== 'antenna-snap') pen.draw('motion', circle(x + 5.6, y, 1.5) + circle(x + 5.6, y, 0.25));
}

/** Unit vector from a plug along its cable; towards the near edge where nothing is known. */
function outward(at: Point, cable: Cable | undefined): [number, number] {
  const points = cable?.path ?? [];
  const near = points
    .map((p, i) => ({ i, far: Math.hypot(p.at[0] - at[0], p.at[1] - at[1]) }))
    .sort((a, b) => a.far - b.far)[0];
  if (!near) return [0, 1];
  const next =
    points.slice(near.i + 1).find((p) => Math.hypot(p.at[0] - at[0], p.at[1] - at[1]) > 2) ??
    points
      .slice(0, near.i)
      .reverse()
      .find((p) => Math.hypot(p.at[0] - at[0], p.at[1] - at[1]) > 2);
  if (!next) return [0, 1];
  const [dx, dy] = [next.at[0] - at[0], next.at[1] - at[1]];
  const span = Math.hypot(dx, dy);
  return [dx / span, dy / span];
}

/** Millimetres between two chevrons along a seam. */
const CHEVRON_MM = 26;

/** The seam, and from where prying begins the way it goes on, both ways round. */
function seam(pen: Pen, points: readonly Point[], startAt?: Point): void {
  pen.draw('seam', line(points));
  if (!startAt) return;
  const after = nearestSpan(points, startAt);
  for (const way of [
    [startAt, ...points.slice(after)],
    [startAt, ...points.slice(0, after).reverse()]
  ]) {
    let due = CHEVRON_MM / 2;
    for (let i = 1; i < way.length; i++) {
      const [a, b] = [way[i - 1]!, way[i]!];
      const span = Math.hypot(b[0] - a[0], b[1] - a[1]);
      for (; due < span; due += CHEVRON_MM) {
        const [dx, dy] = [(b[0] - a[0]) / span, (b[1] - a[1]) / span];
        const tip: [number, number] = [a[0] + dx * due, a[1] + dy * due];
        const back: [number, number] = [tip[0] - dx * 2.2, tip[1] - dy * 2.2];
        pen.draw('chevron', line([turned(back, tip, 40), tip, turned(back, tip, -40)]));
      }
      due -= span;
    }
  }
  pen.draw('start', circle(startAt[0], startAt[1], 2.2));
}

/** Index of the point that ends the seam's span nearest to a place. */
function nearestSpan(points: readonly Point[], [x, y]: Point): number {
  let best = 1;
  let least = Infinity;
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!];
    const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
    const t = Math.max(0, Math.min(1, ((x - a[0]) * dx + (y - a[1]) * dy) / (dx * dx + dy * dy || 1)));
    const far = Math.hypot(a[0] + dx * t - x, a[1] + dy * t - y);
    if (far < least - 1e-9) {
      least = far;
      best = i;
    }
  }
  return best;
}
