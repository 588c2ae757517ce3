import type { JointOf, Model } from '../machine';
import { adhesiveName, tapeName } from './joints';
import { passage, type Said, say } from '../language';
import { jointName, partName, type Phrase } from './text';

/** How much of something that is used once goes on again. */
export type Amount =
  | { kind: 'volume'; areaMm2: number; filmMm: number; volumeMm3: number }
  | { kind: 'sheet'; areaMm2: number; thicknessMm: number | undefined }
  | { kind: 'strips'; lengthsMm: number[] }
  | { kind: 'pieces'; count: number }
  | { kind: 'set' };

/** What is made ready before a bond is closed. */
export const consumableStep = (model: Model, joint: JointOf<'adhesive'>, amount: Amount): Phrase => ({
  text: say('consumable.lay', {
    adhesive: adhesiveName(joint),
    part: partName(model, joint.a),
    on: partName(model, joint.b)
  }),
  detail: passage(
    say('consumable.amount', { amount: amountWords(amount) }),
    say('consumable.clean'),
    say(`consumable.how.${joint.adhesive}`)
  )
});

/** What is used up where a joint is closed again, as it stands in a list. */
export const consumableName = (model: Model, joint: JointOf<'adhesive'> | JointOf<'tape'>): Said =>
  joint.kind === 'tape'
    ? say('consumable.name', { material: tapeName(joint), name: jointName(model, joint) })
    : say('consumable.name', { material: adhesiveName(joint), name: partName(model, joint.a) });

/** How much of it. */
export function amountWords(amount: Amount): Said {
  switch (amount.kind) {
    case 'volume':
      return say('amount.volume', { mm3: amount.volumeMm3, area: amount.areaMm2, film: amount.filmMm });
    case 'sheet':
      return amount.thicknessMm === undefined
        ? say('amount.sheet', { area: amount.areaMm2 })
        : say('amount.sheetThick', { area: amount.areaMm2, mm: amount.thicknessMm });
    case 'strips':
      return say('amount.strips', {
        n: amount.lengthsMm.length,
        lengths: allSame(amount.lengthsMm) ? String(amount.lengthsMm[0]) : amount.lengthsMm.join(', ')
      });
    case 'pieces':
      return say('amount.pieces', { count: amount.count });
    case 'set':
      return say('amount.set');
  }
}

const allSame = (list: readonly number[]): boolean => new Set(list).size === 1;
