import type { Said } from '../language';
import { areaOf, overlap } from '../access';
import { distance, type JointOf, type Model } from '../machine';
import { amountWords, consumableName, type Amount } from '../words';

/** A pad is bought a little thicker than its gap and pressed down to it: bench rule of thumb. */
const PRESSED = 1.15;
/** Pads come in steps of so many mm. */
const PAD_STEP_MM = 0.5;

/**
 * Compound: area times film thickness. A pad: its area, as thick as the gap between the two parts as drawn, and pressed.
 * Strips: the length of each as drawn. Anything else by its area and thickness, as far as the file says.
 */
export function amountOf(model: Model, joint: JointOf<'adhesive'>): Amount {
  const { areaMm2, thicknessMm, strips } = joint;
  if (strips) return { kind: 'strips', lengthsMm: strips.map(([from, to]) => Math.ceil(distance(from, to))) };
  if (areaMm2 === undefined) return { kind: 'set' };
  if (joint.adhesive === 'thermal-compound' && thicknessMm !== undefined) {
    return { kind: 'volume', areaMm2, filmMm: thicknessMm, volumeMm3: areaMm2 * thicknessMm };
  }
  const gap = joint.adhesive === 'thermal-pad' ? gapMm(model, joint) : undefined;
  return {
    kind: 'sheet',
    areaMm2,
    thicknessMm: thicknessMm ?? (gap === undefined ? undefined : Math.ceil((gap * PRESSED) / PAD_STEP_MM) * PAD_STEP_MM)
  };
}

/** What is used up where a joint is closed again, as it stands in the list of what must be in hand. */
export function consumableOf(
  model: Model,
  joint: JointOf<'adhesive'> | JointOf<'tape'>
): { name: Said; material: string; amount: Said } {
  const amount: Amount = joint.kind === 'tape' ? { kind: 'pieces', count: joint.at.length } : amountOf(model, joint);
  const material = joint.kind === 'tape' ? `${joint.material}-tape` : joint.adhesive;
  return { name: consumableName(model, joint), material, amount: amountWords(amount) };
}

/** Distance between the facing sides of the two parts where they lie over each other in the joint's zone, mm. */
export function gapMm(model: Model, joint: JointOf<'adhesive'>): number | undefined {
  const shapes = (id: string) => model.part(id).shapes.filter((s) => s.zone === joint.zone);
  for (const upper of shapes(joint.a)) {
    for (const lower of shapes(joint.b)) {
      if (!overlap(areaOf(upper.outline), areaOf(lower.outline))) continue;
      const gap = Math.max(lower.depth[0] - upper.depth[1], upper.depth[0] - lower.depth[1]);
      if (gap > 0) return Math.round(gap * 100) / 100;
    }
  }
  return undefined;
}
