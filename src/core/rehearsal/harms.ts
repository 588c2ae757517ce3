import type { Joint } from '../machine';
import type { OpeningHarm } from './motions';

/** What can break. */
export type HarmKind = OpeningHarm | 'short';

/** Something that broke by one try. */
export interface Harm {
  kind: HarmKind;
  /** What was tried. */
  at: { joint: string } | { part: string };
  /** The joint that gave way, where it is not what was tried. */
  by?: string;
}

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
