import { exceeds } from '../tolerance';
import type { Cable } from '../machine';
import { pathLength } from './crossings';

/** A corner of a cable's path. */
export interface Bend {
  /** Index of the path's point. */
  point: number;
  /** Turn, degrees: 0 is straight on. */
  turnDeg: number;
  /** Largest radius that the corner leaves room for, mm. */
  radiusMm: number;
  /** Tighter than the cable allows. */
  tight: boolean;
  /** A flat cable that turns in its own plane is folded over, not bent. */
  folded: boolean;
}

export interface Route {
  pathMm: number;
  /** What the cable is longer than its path, mm; undefined where the drawing does not show all of the path. */
  slackMm: number | undefined;
  bends: Bend[];
}

/** Turns of less than this are a line drawn by hand, degrees. */
const STRAIGHT_DEG = 10;

/**
 * How a cable lies: length of its path, slack, and every corner. The largest arc in a corner touches both stretches; as two
 * corners may share a stretch each has half of it, an end has all. Its radius is t / tan(turn / 2), t the length at hand
 * (plane geometry).
 */
export function routeOf(cable: Cable): Route {
  const { lengthMm, complete } = pathLength(cable);
  const bends: Bend[] = [];
  const { path } = cable;
  for (let i = 1; i < path.length - 1; i++) {
    const [a, b, c] = [path[i - 1]!, path[i]!, path[i + 1]!];
    if (a.zone !== b.zone || b.zone !== c.zone) continue;
    const into = vector(a, b);
    const out = vector(b, c);
    const before = Math.hypot(...into);
    const after = Math.hypot(...out);
    if (before === 0 || after === 0) continue;
    const cosine = into.reduce((sum, x, k) => sum + x * out[k]!, 0) / (before * after);
    const turn = Math.acos(Math.max(-1, Math.min(1, cosine)));
    const turnDeg = (turn * 180) / Math.PI;
    if (turnDeg < STRAIGHT_DEG) continue;
    const room = Math.min(i === 1 ? before : before / 2, i === path.length - 2 ? after : after / 2);
    const radiusMm = turn >= Math.PI - 1e-6 ? 0 : room / Math.tan(turn / 2);
    const folded = cable.form === 'flat' && isLevel(into) && isLevel(out);
    bends.push({
      point: i,
      turnDeg: Math.round(turnDeg),
      radiusMm: Math.round(radiusMm * 10) / 10,
      tight: !folded && exceeds(cable.minBendRadiusMm, radiusMm),
      folded
    });
  }
  return { pathMm: lengthMm, slackMm: complete ? cable.lengthMm - lengthMm : undefined, bends };
}

type Place = Cable['path'][number];
const vector = (a: Place, b: Place): [number, number, number] => [
  b.at[0] - a.at[0],
  b.at[1] - a.at[1],
  b.depth - a.depth
];
/** A stretch that hardly sinks or rises. */
const isLevel = ([x, y, z]: [number, number, number]) => Math.abs(z) < Math.hypot(x, y) * 0.2;
