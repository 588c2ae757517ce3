import type { Joint } from '../machine';
import { toolFor } from '../plan';

/** What a hand may hold for all but screws: bare fingers, what plans ask for, by the same names, and metal, which none asks for. */
export const HAND_TOOLS = [
  'fingers',
  'plastic pick',
  'plastic card',
  'plastic spudger',
  'plastic tweezers',
  'tray pin',
  'metal blade'
] as const;
export type HandTool = (typeof HAND_TOOLS)[number];

/** What breaks by metal. */
export const METAL_HARMS = ['cell-pierced', 'board-scratched', 'bridged'] as const;
export type MetalHarm = (typeof METAL_HARMS)[number];

/** What does the work of each as well as itself: bench rule of thumb. */
const SERVES: Readonly<Record<Exclude<HandTool, 'metal blade'>, readonly HandTool[]>> = {
  fingers: ['fingers'],
  'plastic pick': ['plastic pick', 'plastic card', 'metal blade'],
  'plastic card': ['plastic card', 'plastic pick', 'metal blade'],
  'plastic spudger': ['plastic spudger', 'plastic pick', 'metal blade'],
  'plastic tweezers': ['plastic tweezers', 'fingers'],
  'tray pin': ['tray pin']
};

/** What a plan has in hand for a joint that is not screws. */
export const rightTool = (joint: Joint) => (toolFor(joint) ?? 'fingers') as keyof typeof SERVES;

/** What a joint is opened among. */
export interface Around {
  /** A lithium cell is at one of its ends, or where a blade comes to behind a seam. */
  nearCell: boolean;
  /** One of its ends is a board or a card. */
  onBoard: boolean;
  /** There is power inside. */
  isLive: boolean;
}

/** What comes of the right motion with this in hand: it opens, gets no hold, or harms. Metal is for neither cells nor boards. */
export function judgeTool(joint: Joint, tool: HandTool, around: Around): 'opens' | 'stuck' | MetalHarm {
  if (!SERVES[rightTool(joint)].includes(tool)) return 'stuck';
  if (tool !== 'metal blade') return 'opens';
  if (joint.kind === 'connector') return around.isLive ? 'bridged' : 'board-scratched';
  if (around.nearCell) return 'cell-pierced';
  return around.onBoard ? 'board-scratched' : 'opens';
}
