import type { Action } from '../access';
import type { Joint } from '../machine';

/** What the hand holds for this joint; undefined for bare fingers, which need no fetching. */
export function toolFor(joint: Joint): string | undefined {
  switch (joint.kind) {
    case 'screws':
      return `driver ${joint.screw.drive}`;
    case 'clips':
      return 'plastic pick';
    case 'tape':
    case 'dressing':
      return 'plastic tweezers';
    case 'adhesive':
      return joint.adhesive === 'glue' ? 'plastic card' : undefined;
    case 'connector':
      return [
        'flip-lock-back',
        'flip-lock-front',
        'slide-lock',
        'antenna-snap',
        'board-to-board',
        'wire-along-board',
        'lift-straight'
      ].includes(joint.family)
        ? 'plastic spudger'
        : joint.family === 'tray'
          ? 'tray pin'
          : undefined;
    default:
      return undefined;
  }
}

export function toolOf(action: Action): string | undefined {
  return action.kind === 'open' ? toolFor(action.joint) : undefined;
}
