import { type Fit, type MixUp, type ScrewSize } from '../fasteners';
import type { Model } from '../machine';
import { type Said, say, word } from '../language';
import { jointName, partName } from './text';

/** The size as it is told on bins and in steps. */
export function sizeWords({ threadMm, lengthMm, head }: ScrewSize): Said {
  const size = say('screw.dims', { thread: threadMm, length: lengthMm });
  return head && head !== 'pan' ? say('screw.size', { size, head: word(head) }) : size;
}

/** What becomes of a screw in a hole that is not its own, as a verb. */
function outcome(model: Model, { verdict, engagementMm, wantedMm, beyondMm, into, head }: Fit): Said {
  switch (verdict) {
    case 'punches-through':
      return say('mixUp.throughInto', { mm: beyondMm, part: partName(model, into!) });
    case 'bottoms':
      return say('mixUp.bottoms', { mm: beyondMm });
    case 'strips':
      return say('mixUp.strips', { mm: Math.max(0, engagementMm), wanted: wantedMm });
    case 'loose':
      return say('mixUp.loose', { head: word(head ?? 'none') });
    case 'works':
      return say('mixUp.works');
    case 'right':
      return say('mixUp.right');
    case 'does-not-fit':
      return say('mixUp.no');
  }
}

/** "One of the fan screws (M2 x 3) in a hole of the cover screws goes 0.5 mm too deep, into the main board." */
export function mixUpWords(model: Model, { screw, hole, fit }: Pick<MixUp, 'screw' | 'hole' | 'fit'>): Said {
  const [from, to] = [model.joint(screw), model.joint(hole)];
  return say('mixUp', {
    one: from.kind === 'screws' && from.count === 1 ? 'yes' : 'no',
    screws: jointName(model, from),
    sized: from.kind === 'screws' ? 'yes' : 'no',
    size: from.kind === 'screws' ? sizeWords(from.screw) : '',
    hole: to.kind === 'screws' && to.count === 1 ? 'one' : 'some',
    into: jointName(model, to),
    outcome: outcome(model, fit)
  });
}
