import type { ConnectorFamily, Joint, JointOf } from '../machine';
import { judge, type Motion, type OpeningHarm } from './motions';

/** What hands do to close a joint. */
export const CLOSINGS = [
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
] as const;
export type Closing = (typeof CLOSINGS)[number];

/** What comes of closing something the wrong way. */
export const CLOSING_HARMS = [
  'half-seated',
  'lock-broken',
  'socket-torn',
  'contacts-bent',
  'springs-broken',
  'hook-broken',
  'held-loosely',
  'holds-no-more',
  'runs-hot',
  'compound-spread'
] as const;
export type ClosingHarm = (typeof CLOSING_HARMS)[number];

export type JudgedClosing = 'closes' | 'stuck' | ClosingHarm;

type Ways = Partial<Record<Closing, JudgedClosing>>;

const FLAT: Ways = {
  'in-square-then-lock': 'closes',
  'in-askew-then-lock': 'half-seated',
  'lock-then-in': 'half-seated'
};

/** How plugs of a family go in: one motion closes each (the instructions' `plug.close.*`); those that are not named do nothing. */
const PLUGS: Readonly<Record<ConnectorFamily, Ways>> = {
  'flip-lock-back': FLAT,
  'flip-lock-front': FLAT,
  'slide-lock': { ...FLAT, 'lock-one-side': 'lock-broken' },
  'pull-tab': { 'push-along-board': 'closes', 'press-straight-down': 'contacts-bent', 'part-way': 'half-seated' },
  'wire-along-board': { 'push-along-board': 'closes', 'press-straight-down': 'socket-torn', 'part-way': 'half-seated' },
  'lift-straight': { 'press-straight-down': 'closes', 'press-askew': 'contacts-bent', 'push-along-board': 'stuck' },
  'antenna-snap': { 'press-straight-down': 'closes', 'press-askew': 'contacts-bent', 'push-along-board': 'stuck' },
  'board-to-board': { 'one-end-then-the-other': 'closes', 'press-askew': 'contacts-bent', 'part-way': 'half-seated' },
  bail: { 'push-then-bail': 'closes', 'bail-then-push': 'stuck', 'part-way': 'half-seated' },
  'edge-card': { 'at-angle-then-down': 'closes', 'flat-down': 'contacts-bent', 'part-way': 'half-seated' },
  'memory-socket': { 'at-angle-then-down': 'closes', 'flat-down': 'springs-broken', 'at-angle-only': 'half-seated' },
  'processor-lock': { 'marked-corner-then-lock': 'closes', 'any-corner-then-lock': 'contacts-bent' },
  tray: { 'till-flush': 'closes', 'part-way': 'half-seated' },
  blade: { 'till-flush': 'closes', 'part-way': 'half-seated' }
};

function waysOf(joint: Joint): Ways {
  switch (joint.kind) {
    // Screws are put into their holes and tightened.
    case 'screws':
      return {};
    case 'connector':
      return PLUGS[joint.family];
    case 'clips':
      return joint.hooked.length > 0
        ? { 'hooks-first-then-seam': 'closes', 'along-seam': 'hook-broken', 'in-the-middle': 'hook-broken' }
        : { 'along-seam': 'closes', 'in-the-middle': 'held-loosely' };
    case 'adhesive':
    case 'tape':
      return { 'press-on': 'closes' };
    case 'dressing':
      return { 'lay-in': 'closes' };
    case 'latch':
      return { 'lock-home': 'closes' };
    case 'seal':
      return { 'leave-broken': 'closes' };
    case 'hook':
      return { 'hook-in': 'closes', 'press-over-hook': 'hook-broken' };
  }
}

/** Motions that whoever does not know better may close this joint with, the right one among them, always in the same order. */
export function closingsFor(joint: Joint): readonly Closing[] {
  const ways = waysOf(joint);
  return CLOSINGS.filter((c) => ways[c] !== undefined);
}

/** The motion that closes a joint; undefined for screws. */
export const rightClosing = (joint: Joint): Closing | undefined =>
  closingsFor(joint).find((c) => waysOf(joint)[c] === 'closes');

/** What a joint that sticks is closed with. */
export interface Material {
  fresh: boolean;
  /** Of the amount that the plan says; 1 is all of it. */
  share: number;
}

/** What a motion does as a joint is closed that is in reach, with both its ends in place. */
export function judgeClosing(joint: Joint, closing: Closing, material: Material): JudgedClosing {
  const judged = waysOf(joint)[closing] ?? 'stuck';
  if (judged !== 'closes' || (joint.kind !== 'adhesive' && joint.kind !== 'tape')) return judged;
  const isUsedUp = joint.singleUse && !material.fresh;
  if (joint.kind === 'adhesive' && conducts(joint)) return judgeHeat(joint, isUsedUp ? 0 : material.share);
  return isUsedUp ? 'holds-no-more' : 'closes';
}

const conducts = ({ adhesive }: JointOf<'adhesive'>) => adhesive === 'thermal-compound' || adhesive === 'thermal-pad';

/** Of the film's volume: below, bare spots are left; above, it is pressed out over what lies beside. Bench rule of thumb. */
const LEAST_SHARE = 0.5;
const MOST_SHARE = 2;

function judgeHeat({ adhesive }: JointOf<'adhesive'>, share: number): JudgedClosing {
  if (share < LEAST_SHARE) return 'runs-hot';
  return adhesive === 'thermal-compound' && share > MOST_SHARE ? 'compound-spread' : 'closes';
}

/** What a motion does to a joint, on either way, by itself. @returns `fine` where it opens or closes it */
export function judgedMotion(
  joint: Joint,
  motion: Motion | Closing,
  isUp: boolean
): 'fine' | 'stuck' | OpeningHarm | ClosingHarm {
  const judged = isUp
    ? judgeClosing(joint, motion as Closing, { fresh: true, share: 1 })
    : judge(joint, motion as Motion, { nearCell: false, bends: false });
  return judged === 'opens' || judged === 'closes' ? 'fine' : judged;
}
