import { type Said, say, wordsOf } from '../language';
import type { Joint, Model } from '../machine';
import { jointName, partName, zoneName } from './text';

/** What hands may try at a joint, as choices. */
export const MOTION_WORDS = wordsOf('motion', [
  'turn-out',
  'lift-lock-back',
  'lift-lock-front',
  'slide-lock-evenly',
  'slide-lock-one-side',
  'pull-tab',
  'pull-cable',
  'push-along-board',
  'lift-up',
  'lever-evenly',
  'lever-one-side',
  'fold-bail',
  'slide-out',
  'spread-springs',
  'turn-lock',
  'press-pin',
  'pry-from-start',
  'pry-elsewhere',
  'pry-hooked-edge',
  'by-method',
  'pull-strips-up',
  'pry-off',
  'peel',
  'ease-out',
  'unlatch',
  'break-seal',
  'draw-out-of-hook'
]);

/** The same for closing it. */
export const CLOSING_WORDS = wordsOf('closing', [
  'in-square-then-lock',
  'in-askew-then-lock',
  'lock-then-in',
  'lock-one-side',
  'push-along-board',
  'press-straight-down',
  'press-askew',
  'one-end-then-the-other',
  'push-then-bail',
  'bail-then-push',
  'at-angle-then-down',
  'at-angle-only',
  'flat-down',
  'marked-corner-then-lock',
  'any-corner-then-lock',
  'till-flush',
  'part-way',
  'along-seam',
  'hooks-first-then-seam',
  'in-the-middle',
  'press-on',
  'lay-in',
  'lock-home',
  'leave-broken',
  'hook-in',
  'press-over-hook'
]);

/** How a harm shows later. */
export const HARM_SHOWS = wordsOf('harmShows', [
  'lock-broken',
  'cable-torn',
  'wire-torn',
  'socket-torn',
  'contacts-bent',
  'springs-broken',
  'head-stripped',
  'clip-broken',
  'hook-broken',
  'strip-torn',
  'part-bent',
  'cell-bent',
  'short',
  'half-seated',
  'held-loosely',
  'holds-no-more',
  'runs-hot',
  'compound-spread',
  'sink-uneven',
  'tip-through',
  'thread-stripped',
  'cable-pinched',
  'leads-swapped',
  'left-open',
  'left-out'
]);

/** What took part in a harm: what it happened to; the part behind a hole, a cable, another socket; the group of a screw. */
interface HarmParts {
  what: Said;
  by?: Said;
  from?: Said;
}

/** What broke. */
export function harmText(kind: keyof typeof HARM_SHOWS, { what, by, from }: HarmParts): Said {
  switch (kind) {
    case 'cable-pinched':
    case 'leads-swapped':
      return say(`harm.${kind}`, { what, by: by ?? what });
    case 'tip-through':
      return by === undefined
        ? say('harm.tip-out', { what, from: from ?? what })
        : say('harm.tip-through', { what, by, from: from ?? what });
    case 'thread-stripped':
      return say('harm.thread-stripped', { what, from: from ?? what });
    case 'held-loosely':
      return from === undefined ? say('harm.held-loosely', { what }) : say('harm.screw-loose', { what, from });
    default:
      return say(`harm.${kind}`, { what });
  }
}

/** How a thing is rightly done, under what went wrong. */
export const rightWay = (how: Said): Said => say('rightWay', { how });

/** Why something does not move, where no cause of the plan says it. */
export const STICKS = {
  ...wordsOf('sticks', ['done', 'motion', 'direction', 'unmeasured', 'captive']),
  face: (model: Model, zone: string): Said => say('sticks.face', { zone: zoneName(model, zone) }),
  away: (model: Model, part: string): Said => say('sticks.away', { part: partName(model, part) }),
  awayOpen: (model: Model, joint: Joint): Said => say('sticks.awayOpen', { joint: jointName(model, joint) }),
  holeTaken: (hole: number): Said => say('sticks.holeTaken', { hole: hole + 1 }),
  holeEmpty: (hole: number): Said => say('sticks.holeEmpty', { hole: hole + 1 }),
  noneLeft: (model: Model, group: Joint): Said => say('sticks.noneLeft', { group: jointName(model, group) }),
  tooThick: (model: Model, group: Joint): Said => say('sticks.tooThick', { group: jointName(model, group) }),
  socketTaken: (model: Model, by: Joint): Said => say('sticks.socketTaken', { by: jointName(model, by) })
};
