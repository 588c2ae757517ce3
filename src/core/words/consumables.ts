import type { JointOf, Model } from '../machine';
import { ADHESIVE, TAPE } from './joints';
import { inSentence, type Phrase } from './text';

/** How much of something that is used once goes on again. */
export type Amount =
  | { kind: 'volume'; areaMm2: number; filmMm: number; volumeMm3: number }
  | { kind: 'sheet'; areaMm2: number; thicknessMm: number | undefined }
  | { kind: 'strips'; lengthsMm: number[] }
  | { kind: 'pieces'; count: number }
  | { kind: 'set' };

/** What is made ready before a bond is closed. */
export const consumableStep = (model: Model, joint: JointOf<'adhesive'>, amount: Amount): Phrase => ({
  text: `Clean both faces for fresh ${ADHESIVE[joint.adhesive]}: ${inSentence(model.part(joint.a).name)}`,
  detail: `${amountWords(amount)}. ${joint.adhesive === 'thermal-compound' ? 'Nothing beside the die.' : 'No old residue may stay.'}`
});

/** What is used up where a joint is closed again, as it stands in a list. */
export const consumableName = (model: Model, joint: JointOf<'adhesive'> | JointOf<'tape'>): string =>
  joint.kind === 'tape'
    ? `${TAPE[joint.material]}: ${inSentence(joint.name)}`
    : `${ADHESIVE[joint.adhesive]}: ${inSentence(model.part(joint.a).name)}`;

/** How much of it. */
export function amountWords(amount: Amount): string {
  const area = 'areaMm2' in amount ? `${amount.areaMm2} mm²` : '';
  switch (amount.kind) {
    case 'volume':
      return `${amount.volumeMm3.toFixed(0)} mm³ (${area} at ${amount.filmMm} mm)`;
    case 'sheet':
      return `${area}${amount.thicknessMm === undefined ? '' : `, ${amount.thicknessMm} mm thick`}`;
    case 'strips':
      return `${amount.lengthsMm.length} strips: ${amount.lengthsMm.join(', ')} mm`;
    case 'pieces':
      return amount.count === 1 ? 'one piece' : `${amount.count} pieces`;
    case 'set':
      return 'One set';
  }
}
