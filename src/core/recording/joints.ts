import type { Joint, Origin, Screw } from '../machine';
import type { Speak } from '../language';
import { RECORDED } from '../words';
import type { Ends } from './ends';
import type { SeenJoint } from './state';
import { USUAL_SCREW, usualHeadMm, usualPitchMm, usualSeconds } from '../usual';

/** How each joint of the record stands in a file; what was not told is as it usually is, and marked so. */
export function jointOf(
  seen: SeenJoint,
  { a, b }: Ends,
  depth: number,
  reachedRaised: string | undefined,
  speak: Speak,
  mark: (field: string, origin: Origin) => void
): Joint {
  const { fixing } = seen;
  const { seconds, closeSeconds } = usualSeconds(fixing.kind, seen.places.length);
  mark('seconds', { how: 'guessed', sure: 0.7 });
  const common = {
    id: seen.id,
    name: seen.name ?? nameOf(seen),
    a,
    b,
    zone: seen.face,
    at: seen.places.map((p) => p.at),
    depth,
    seconds,
    ...(closeSeconds === seconds ? {} : { closeSeconds }),
    ...(reachedRaised === undefined ? {} : { reachedRaised }),
    functions: []
  };
  switch (fixing.kind) {
    case 'screws':
      return { kind: 'screws', ...common, count: seen.places.length, screw: screwOf(fixing, mark) };
    case 'connector':
      if (fixing.carries === undefined) mark('carries', { how: 'guessed', sure: 0.7 });
      return {
        kind: 'connector',
        ...common,
        family: fixing.family,
        carries: fixing.carries ?? (fixing.family === 'antenna-snap' ? 'radio' : 'signal'),
        faces: fixing.faces ?? 'up',
        ...(fixing.marks ? { marks: fixing.marks } : {})
      };
    case 'clips': {
      const at = common.at;
      mark('start', { how: 'guessed', sure: 0.3 });
      return {
        kind: 'clips',
        ...common,
        seam: at.length > 1 ? at : [at[0]!, [at[0]![0] + 1, at[0]![1]]],
        start: speak(RECORDED.start),
        hooked: fixing.hooked ?? []
      };
    }
    case 'adhesive': {
      mark('method', { how: 'guessed', sure: 0.3 });
      const isPaste = fixing.adhesive === 'thermal-compound';
      return {
        kind: 'adhesive',
        ...common,
        adhesive: fixing.adhesive,
        singleUse: fixing.adhesive !== 'thermal-pad',
        method: speak(isPaste ? RECORDED.twist : RECORDED.peel),
        settingSeconds: 0
      };
    }
    case 'tape':
      if (fixing.material === undefined) mark('material', { how: 'guessed', sure: 0.5 });
      return { kind: 'tape', ...common, material: fixing.material ?? 'polyimide', singleUse: false };
    case 'dressing':
      if (fixing.guide === undefined) mark('guide', { how: 'guessed', sure: 0.5 });
      return { kind: 'dressing', ...common, guide: fixing.guide ?? 'channel' };
    case 'seal':
      return { kind: 'seal', ...common, of: fixing.of ?? 'maker' };
    case 'latch':
      if (seen.isUnseen) mark('kind', { how: 'guessed', sure: 0 });
      return { kind: 'latch', ...common, held: false, ...(seen.isUnseen ? { unseen: true } : {}) };
    case 'hook':
      if (fixing.direction === undefined) mark('direction', { how: 'guessed', sure: 0.3 });
      return { kind: 'hook', ...common, direction: fixing.direction ?? speak(RECORDED.hookDirection) };
  }
}

function screwOf(
  fixing: Extract<SeenJoint['fixing'], { kind: 'screws' }>,
  mark: (field: string, origin: Origin) => void
): Screw {
  for (const field of ['threadMm', 'lengthMm', 'drive', 'head'] as const)
    mark(`screw/${field}`, fixing[field] === undefined ? { how: 'guessed', sure: 0.3 } : { how: 'measured' });
  const threadMm = fixing.threadMm ?? USUAL_SCREW.threadMm;
  const head = fixing.head ?? USUAL_SCREW.head;
  return {
    threadMm,
    pitchMm: usualPitchMm(threadMm),
    lengthMm: fixing.lengthMm ?? USUAL_SCREW.lengthMm,
    measured: head === 'countersunk' ? 'over-all' : 'under-head',
    head,
    headDiameterMm: fixing.headDiameterMm ?? usualHeadMm(threadMm),
    drive: fixing.drive ?? USUAL_SCREW.drive,
    substitutes: [],
    captive: fixing.captive ?? false,
    threadLocker: fixing.threadLocker ?? false
  };
}

/** What nobody named is called by its kind and number. */
const nameOf = (seen: SeenJoint): string => seen.id.replaceAll('-', ' ');
