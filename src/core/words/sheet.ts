import { gapOf } from '../solve';
import { type Said, say } from '../language';
import { anyOf } from './text';

const minutes = (seconds: number) => Math.max(1, Math.round(seconds / 60));

/** A plan on paper. */
export const SHEET = {
  /** @param times of the whole, s */
  head: (machine: string, revision: string, times: { p50: number; p80: number }): Said =>
    say('sheet.head', { machine, revision, likely: minutes(times.p50), cautious: minutes(times.p80) }),
  doubted: say('sheet.doubted'),
  proof: (of: 'set' | 'order', { cost, bound, proved }: { cost: number; bound: number; proved: boolean }): Said =>
    proved
      ? say('sheet.proved', { of })
      : say('sheet.gap', { of, gap: Math.ceil(100 * gapOf({ cost, bound }) - 1e-9) }),
  inHand: say('sheet.inHand'),
  broken: say('sheet.broken'),
  live: say('sheet.live'),
  loose: say('sheet.loose'),
  tool: (tool: Said, substitutes: readonly Said[]): Said =>
    substitutes.length > 0 ? say('sheet.toolOr', { tool, substitutes }) : tool,
  numbers: (numbers: readonly string[]): Said => anyOf(numbers),
  item: (name: Said, detail: Said): Said => say('sheet.item', { name, detail }),
  caution: say('sheet.caution'),
  departs: say('sheet.departs')
};
