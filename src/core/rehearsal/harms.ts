import { z } from 'zod';
import { Id, type Joint } from '../machine';
import { CLOSING_HARMS } from './closings';
import { OPENING_HARMS } from './motions';
import { METAL_HARMS } from './tools';

/** What can break, and what can be wrong when all is closed. */
export const HARMS = [
  ...new Set([
    ...OPENING_HARMS,
    ...METAL_HARMS,
    ...CLOSING_HARMS,
    'short',
    'cable-pinched',
    'leads-swapped',
    'tip-through',
    'thread-stripped',
    'sink-uneven',
    'left-open',
    'left-out'
  ] as const)
] as const;
export type HarmKind = (typeof HARMS)[number];

/** Something that broke by one try. */
export const Harm = z.strictObject({
  kind: z.enum(HARMS),
  /** Whether it was taken apart or put together. */
  leg: z.enum(['down', 'up']),
  /** What was tried. */
  at: z.union([z.strictObject({ joint: Id }), z.strictObject({ part: Id })]),
  /** What gave way or was in the way, where it is not what was tried: a joint, a cable, the part behind a hole. */
  by: Id.optional(),
  /** For a screw in a hole that is not its own: the group that it came out of. */
  from: Id.optional()
});
export type Harm = z.infer<typeof Harm>;

/** A harm in a line of text, and read again. */
export const harmKey = ({ kind, leg, at, by, from }: Harm): string => JSON.stringify({ kind, leg, at, by, from });
/** @throws where it is none */
export const readHarm = (key: string): Harm => Harm.parse(JSON.parse(key));

/**
 * What a joint does to a part that is drawn away while it is closed: it holds, so that the part does not come, or it is what gives
 * way. Screws, clips, latches, hooks and locks are stronger than a hand; conductors are not.
 * @param bends whether what is drawn bends; @param isCell whether it is a lithium cell
 */
export function drawnAgainst(joint: Joint, { bends, isCell }: { bends: boolean; isCell: boolean }): 'holds' | HarmKind {
  switch (joint.kind) {
    case 'connector':
      return PULLED_OFF[joint.family];
    case 'adhesive':
      if (joint.adhesive === 'thermal-compound' || joint.adhesive === 'thermal-pad') return 'holds';
      return isCell ? 'cell-bent' : bends ? 'part-bent' : 'holds';
    default:
      return 'holds';
  }
}

/** What gives way first when a plug is pulled by what hangs on it. */
const PULLED_OFF: Readonly<Record<Extract<Joint, { kind: 'connector' }>['family'], 'holds' | HarmKind>> = {
  'flip-lock-back': 'cable-torn',
  'flip-lock-front': 'cable-torn',
  'slide-lock': 'cable-torn',
  'pull-tab': 'cable-torn',
  'wire-along-board': 'wire-torn',
  'lift-straight': 'wire-torn',
  'antenna-snap': 'wire-torn',
  'board-to-board': 'contacts-bent',
  bail: 'wire-torn',
  'edge-card': 'contacts-bent',
  'memory-socket': 'holds',
  'processor-lock': 'contacts-bent',
  tray: 'holds',
  blade: 'holds'
};
