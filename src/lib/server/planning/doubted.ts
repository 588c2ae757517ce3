import type { Plan } from '$core/plan';
import { log } from '../http/log';

const listeners = new Set<() => void>();
/** Hears of each plan that the check doubts. */
export const onDoubted = (listener: () => void): void => void listeners.add(listener);

/** A plan on which two readings of one file disagree is a fault of one of them: told to whoever runs the server. */
export function tellDoubted({ machine, goals, doubts }: Plan): void {
  log.warn({ machine: machine.id, revision: machine.revision, goals, doubts }, 'the check doubts a plan');
  for (const listener of listeners) listener();
}
