import { sizeText, type Fit, type MixUp } from '../fasteners';
import type { Model } from '../machine';
import { inSentence } from './text';

const mm = (x: number) => `${x.toFixed(1)} mm`;

/** What becomes of a screw in a hole that is not its own, as a verb. */
function outcome(model: Model, { verdict, engagementMm, wantedMm, beyondMm, into, head }: Fit): string {
  switch (verdict) {
    case 'punches-through':
      return `goes ${mm(beyondMm)} too deep${into ? `, into the ${inSentence(model.part(into).name)}` : ''}`;
    case 'strips':
      return `grips ${mm(Math.max(0, engagementMm))} where ${mm(wantedMm)} are wanted, and strips the thread`;
    case 'loose':
      return head === 'proud'
        ? 'stands proud of its seat'
        : head === 'pulls-through'
          ? 'draws through what it should hold'
          : head === 'wrong-seat'
            ? 'does not sit on its seat'
            : 'holds badly';
    case 'works':
      return 'would do';
    case 'right':
      return 'is as good as its own';
    case 'does-not-fit':
      return 'does not go in';
  }
}

/** "One of the fan screws (M2 x 3) in a hole of the cover screws goes 0.5 mm too deep, into the main board." */
export function mixUpWords(model: Model, { screw, hole, fit }: MixUp): string {
  const [from, to] = [model.joint(screw), model.joint(hole)];
  const one = from.kind === 'screws' && from.count === 1;
  const into = to.kind === 'screws' && to.count === 1;
  const size = from.kind === 'screws' ? ` (${sizeText(from.screw)})` : '';
  return `${one ? 'The' : 'One of the'} ${inSentence(from.name)}${size} in ${into ? 'the' : 'a'} hole of the ${inSentence(to.name)} ${outcome(model, fit)}.`;
}
