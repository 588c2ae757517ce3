import type { Drive, Joint, JointOf } from '../machine';

/** What hands do to open a joint. */
export const MOTIONS = [
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
] as const;
export type Motion = (typeof MOTIONS)[number];

/** What breaks as something is opened the wrong way. */
export const OPENING_HARMS = [
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
  'cell-bent'
] as const;
export type OpeningHarm = (typeof OPENING_HARMS)[number];

/** What a motion does to a joint that nothing else keeps closed. */
export type Judged = 'opens' | 'stuck' | OpeningHarm;

type Family = JointOf<'connector'>['family'];
type Ways = Partial<Record<Motion, Judged>>;

/**
 * What each motion does to a plug of a family: how such plugs are made. One motion opens each; those that are not named do not
 * move it. The names of the motions are those of the instructions (`plug.open.*`).
 */
const PLUGS: Readonly<Record<Family, Ways>> = {
  'flip-lock-back': { 'lift-lock-back': 'opens', 'lift-lock-front': 'lock-broken', 'pull-cable': 'cable-torn' },
  'flip-lock-front': { 'lift-lock-front': 'opens', 'lift-lock-back': 'lock-broken', 'pull-cable': 'cable-torn' },
  'slide-lock': {
    'slide-lock-evenly': 'opens',
    'slide-lock-one-side': 'lock-broken',
    'lift-lock-front': 'lock-broken',
    'pull-cable': 'cable-torn'
  },
  'pull-tab': { 'pull-tab': 'opens', 'pull-cable': 'cable-torn', 'lift-up': 'contacts-bent' },
  'wire-along-board': { 'push-along-board': 'opens', 'pull-cable': 'wire-torn', 'lift-up': 'socket-torn' },
  'lift-straight': { 'lift-up': 'opens', 'pull-cable': 'wire-torn', 'push-along-board': 'socket-torn' },
  'antenna-snap': { 'lift-up': 'opens', 'pull-cable': 'wire-torn', 'push-along-board': 'contacts-bent' },
  'board-to-board': { 'lever-evenly': 'opens', 'lever-one-side': 'contacts-bent', 'pull-cable': 'cable-torn' },
  bail: { 'fold-bail': 'opens', 'pull-cable': 'wire-torn', 'lift-up': 'socket-torn' },
  'edge-card': { 'slide-out': 'opens', 'lift-up': 'contacts-bent' },
  'memory-socket': { 'spread-springs': 'opens', 'lift-up': 'springs-broken', 'slide-out': 'stuck' },
  'processor-lock': { 'turn-lock': 'opens', 'lift-up': 'contacts-bent' },
  tray: { 'press-pin': 'opens', 'slide-out': 'stuck' },
  blade: { 'slide-out': 'opens', 'lift-up': 'stuck' }
};

/** Motions that whoever does not know better may try at this joint, the right one among them, always in the same order. */
export function motionsFor(joint: Joint): readonly Motion[] {
  const ways = waysOf(joint);
  return MOTIONS.filter((m) => ways[m] !== undefined);
}

/**
 * What a motion does to a joint that is in reach and that nothing else keeps closed.
 * @param bit for screws: what is in the driver
 * @param nearCell whether a lithium cell is at one of its ends, or where a blade comes to behind a seam
 */
export function judge(
  joint: Joint,
  motion: Motion,
  { bit, nearCell, bends }: { bit?: Drive | undefined; nearCell: boolean; bends: boolean }
): Judged {
  if (joint.kind === 'screws') return motion === 'turn-out' && bit ? judgeBit(joint.screw, bit) : 'stuck';
  const judged = waysOf(joint)[motion] ?? 'stuck';
  // What is torn off what holds it gives way where it is weakest.
  if (joint.kind === 'clips' && motion === 'pry-elsewhere' && nearCell) return 'cell-bent';
  if (joint.kind === 'adhesive' && motion === 'pry-off') return nearCell ? 'cell-bent' : bends ? 'part-bent' : judged;
  return judged;
}

function waysOf(joint: Joint): Ways {
  switch (joint.kind) {
    case 'screws':
      return { 'turn-out': 'opens' };
    case 'connector':
      return PLUGS[joint.family];
    case 'clips':
      return {
        'pry-from-start': 'opens',
        'pry-elsewhere': 'clip-broken',
        ...(joint.hooked.length > 0 ? { 'pry-hooked-edge': 'hook-broken' as const } : {})
      };
    case 'adhesive':
      return {
        'by-method': 'opens',
        'pry-off': 'stuck',
        ...(joint.adhesive === 'pull-strips' ? { 'pull-strips-up': 'strip-torn' as const } : {})
      };
    case 'tape':
      return { peel: 'opens' };
    case 'dressing':
      return { 'ease-out': 'opens', 'pull-cable': 'stuck' };
    case 'latch':
      return { unlatch: 'opens', 'lift-up': 'stuck' };
    case 'seal':
      return { 'break-seal': 'opens' };
    case 'hook':
      return { 'draw-out-of-hook': 'opens', 'lift-up': 'hook-broken' };
  }
}

/** Drives of one shape, from the smallest. */
const SHAPES: readonly (readonly Drive[])[] = [
  ['PH00', 'PH0', 'PH1'],
  ['T3', 'T4', 'T5', 'T6'],
  ['P2', 'P5'],
  ['H1.5', 'H2'],
  ['slot']
];

/** A bit that is too small turns in the head and takes its edges with it; one that is too large, or of another shape, does not enter. */
export function judgeBit(
  { drive, substitutes }: JointOf<'screws'>['screw'],
  bit: Drive
): 'opens' | 'stuck' | 'head-stripped' {
  if (bit === drive || substitutes.includes(bit)) return 'opens';
  const shape = SHAPES.find((s) => s.includes(drive))!;
  const isSmaller = shape.includes(bit) && shape.indexOf(bit) < shape.indexOf(drive);
  return isSmaller ? 'head-stripped' : 'stuck';
}

/** Bits that enter a head and turn in it. */
export function smallerBits({ drive, substitutes }: JointOf<'screws'>['screw']): Drive[] {
  const shape = SHAPES.find((s) => s.includes(drive))!;
  return shape.slice(0, shape.indexOf(drive)).filter((bit) => !substitutes.includes(bit));
}

/** The motion that opens a joint. */
export const rightMotion = (joint: Joint): Motion =>
  motionsFor(joint).find((m) => judge(joint, m, { nearCell: false, bends: false, ...bitOf(joint) }) === 'opens')!;

const bitOf = (joint: Joint): { bit?: Drive } => (joint.kind === 'screws' ? { bit: joint.screw.drive } : {});
