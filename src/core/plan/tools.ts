import type { Action } from '../access';
import type { Drive, Joint } from '../machine';

const DRIVER = 'driver ';
export const driverFor = (drive: Drive): string => `${DRIVER}${drive}`;

/** What the hand holds for this joint; undefined for bare fingers, which need no fetching. */
export function toolFor(joint: Joint): string | undefined {
  switch (joint.kind) {
    case 'screws':
      return driverFor(joint.screw.drive);
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

export const isDriver = (tool: string | undefined): boolean => tool?.startsWith(DRIVER) ?? false;
