import type { Machine } from '../machine';
import type { Fixing } from './events';

type PartKind = Machine['parts'][number]['kind'];

/** What sits on the main board, and so is held to it. */
export const ON_BOARD: ReadonlySet<PartKind> = new Set([
  'card',
  'memory',
  'storage',
  'processor',
  'heat-sink',
  'shield',
  'coin-cell'
]);
/** What carries others: a frame of the body or of the lid. */
export const FRAMES: ReadonlySet<PartKind> = new Set(['case', 'cover', 'frame', 'display', 'bezel']);
export const BOARDS: ReadonlySet<PartKind> = new Set(['board', 'small-board']);
export const CABLES: ReadonlySet<PartKind> = new Set(['cable', 'flat-cable', 'antenna']);
/** Whether a part is run, and so has a way instead of an outline. */
export const isRun = ({ kind }: { kind: PartKind }): boolean => CABLES.has(kind);
/** Joints that carry a part, rather than wire it. */
export function carries(fixing: Pick<Fixing, 'kind'> & { family?: string }): boolean {
  switch (fixing.kind) {
    case 'screws':
    case 'clips':
    case 'adhesive':
    case 'latch':
    case 'hook':
    case 'seal':
      return true;
    case 'connector':
      return ['edge-card', 'memory-socket', 'processor-lock', 'tray', 'blade'].includes(fixing.family ?? '');
    case 'tape':
    case 'dressing':
      return false;
  }
}
