import { gapOf } from '../solve';

const minutes = (seconds: number) => `${Math.max(1, Math.round(seconds / 60))} min`;

/** A plan on paper. */
export const SHEET = {
  /** @param times of the whole, s */
  head: (machine: string, revision: string, times: { p50: number; p80: number }) =>
    `${machine}, revision ${revision}. About ${minutes(times.p50)}, cautiously ${minutes(times.p80)}.`,
  proof: (of: 'set' | 'order', { cost, bound, proved }: { cost: number; bound: number; proved: boolean }) => {
    const name = of === 'set' ? 'Removal set' : 'Order';
    return proved
      ? `${name}: proved best.`
      : `${name}: at most ${Math.ceil(100 * gapOf({ cost, bound }) - 1e-9)} % above the bound.`;
  },
  inHand: 'In hand before the first screw',
  broken: 'Broken for good: the owner has to know',
  live: 'Done with the power on',
  loose: 'Turned with something not held',
  tool: (tool: string, substitutes: readonly string[]) =>
    substitutes.length > 0 ? `${tool} (or ${substitutes.join(', ')})` : tool,
  numbers: (numbers: readonly string[]) => numbers.join(' or '),
  caution: 'Caution',
  departs: 'Not the mirror'
};
