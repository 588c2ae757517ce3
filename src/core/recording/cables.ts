import { distance, type Cable, type Joint, type Origin } from '../machine';
import type { Speak } from '../language';
import { RECORDED } from '../words';
import type { SeenPart } from './state';
import { USUAL_CABLES, usualForm, usualLengthMm } from '../usual';
import { CABLES } from './habits';

/** Taps are a millimetre off: a cable that was measured is at least so much longer than its own way. */
const TAPPED = 1.1;

/** Whether a part is a cable that is plugged somewhere, and so has a run of its own. */
export const isPlugged = (part: SeenPart, joints: readonly Pick<Joint, 'kind' | 'a' | 'b'>[]): boolean =>
  CABLES.has(part.kind) && joints.some((j) => j.kind === 'connector' && (j.a === part.id || j.b === part.id));

/** The run of a cable: as it was tapped, else from plug to guide to plug, always to the nearest. */
export function cableOf(
  part: SeenPart,
  joints: readonly Joint[],
  speak: Speak,
  mark: (field: string, origin: Origin) => void
): Cable {
  const own = joints.filter((j) => j.a === part.id || j.b === part.id);
  const plugs = own.filter((j) => j.kind === 'connector');
  const path = part.run ? tapped(part.run, own) : fromPlugs(plugs[0]!, own);
  const length = path.slice(1).reduce((sum, p, i) => sum + between(path[i]!, p), 0);
  const form = part.run?.form ?? usualForm(part.kind);
  mark('path', part.run ? { how: 'recorded' } : { how: 'guessed', sure: 0.3 });
  mark('lengthMm', part.run?.lengthMm === undefined ? { how: 'guessed', sure: 0.3 } : { how: 'measured' });
  return {
    part: part.id,
    path,
    lengthMm: part.run?.lengthMm ? Math.max(part.run.lengthMm, Math.ceil(length * TAPPED)) : usualLengthMm(length),
    ...USUAL_CABLES[form],
    ...(part.run?.widthMm === undefined ? {} : { widthMm: part.run.widthMm }),
    form,
    colour: part.run?.colour ?? speak(RECORDED.colour),
    ends: plugs.map((j) => ({ joint: j.id }))
  };
}

type CablePoint = Cable['path'][number];

/** From one face to the next the length is not counted. */
const between = (a: CablePoint, b: CablePoint): number => (a.zone === b.zone ? distance(a.at, b.at) : 0);

function tapped(run: NonNullable<SeenPart['run']>, own: readonly Joint[]): CablePoint[] {
  const depth = Math.max(...own.map((j) => j.depth), 0);
  const guides = new Map(own.filter(isGuide).map((j) => [j.id, j]));
  return run.path.map(({ face, at, guide }) => ({
    zone: face,
    at,
    depth: (guide === undefined ? undefined : guides.get(guide)?.depth) ?? depth,
    ...(guide !== undefined && guides.has(guide) ? { guide } : {})
  }));
}

function fromPlugs(first: Joint, own: readonly Joint[]): CablePoint[] {
  const left = own.filter((j) => j !== first);
  const points = [pointOf(first)];
  while (left.length > 0) {
    const here = points.at(-1)!;
    const next = left.reduce((best, j) => (far(here, j) < far(here, best) ? j : best));
    left.splice(left.indexOf(next), 1);
    points.push(pointOf(next));
  }
  // One plug and nothing else says where it ends, and not where it comes from.
  if (points.length === 1) points.push({ ...points[0]!, at: [points[0]!.at[0] + 1, points[0]!.at[1]] });
  return points;
}

const far = (here: CablePoint, joint: Joint): number =>
  distance(here.at, joint.at[0]!) + (here.zone === joint.zone ? 0 : 1000);
const isGuide = (j: Joint): boolean => j.kind === 'dressing' || j.kind === 'tape';
const pointOf = (j: Joint): CablePoint => ({
  zone: j.zone,
  at: j.at[0]!,
  depth: j.depth,
  ...(isGuide(j) ? { guide: j.id } : {})
});
