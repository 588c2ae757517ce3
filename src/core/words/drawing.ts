import type { Joint, Model } from '../machine';
import { type Said, say } from '../language';
import { sizeWords } from './screws';
import { fileText, jointName, listed, partName } from './text';

/**
 * Where a part is and what holds it.
 * @param holding joints that are still closed between it, with what rides on it, and the rest
 */
export function aboutPart(model: Model, id: string, isLeashed: boolean, holding: readonly Joint[]): Said {
  if (id === model.root.id) return say('about.root');
  const { on } = model.part(id);
  return say('about.part', {
    where: isLeashed ? 'leash' : on ? 'on' : 'nowhere',
    on: on ? partName(model, on) : '',
    held: holding.length > 0 ? 'yes' : 'no',
    holders: listed(holding.map((joint) => holder(model, joint)))
  });
}

function holder(model: Model, joint: Joint): Said {
  return joint.kind === 'screws'
    ? say('about.screws', { count: joint.count, size: sizeWords(joint.screw) })
    : jointName(model, joint);
}

/** What a drawing shows. */
export const drawingTitle = (machine: string, face: Said): Said => say('drawing.title', { machine, face });

/** How a plug gives, by the way it is pulled. */
export type Motion = 'up' | 'along' | 'flip';

/** What a joint holds, and how it opens. @param motion of a plug */
export function aboutJoint(model: Model, joint: Joint, isOpen: boolean, motion: Motion | undefined): Said {
  const ends = say('about.ends', { a: partName(model, joint.a), b: partName(model, joint.b) });
  if (isOpen) return say('about.open', { ends });
  switch (joint.kind) {
    case 'screws':
      return say('about.screwJoint', {
        ends,
        count: joint.count,
        size: sizeWords(joint.screw),
        drive: joint.screw.drive,
        captive: joint.screw.captive ? 'yes' : 'no'
      });
    case 'connector':
      return say('about.plug', { ends, motion: motion! });
    case 'clips': {
      const start = fileText(model.machine, joint.start);
      return joint.hooked.length > 0
        ? say('about.clipsHooked', { ends, start, edges: joint.hooked.map((edge) => fileText(model.machine, edge)) })
        : say('about.clips', { ends, start });
    }
    default:
      return say('about.joint', { ends });
  }
}
