import type { Plan, Step } from '../plan';
import { inOrder } from '../happened';
import type { RunEvent } from './events';

/** The plans of a run, the one it was started with first, the one in force last; without those that were taken back. */
export function plansOf(first: Plan, events: readonly RunEvent[]): Plan[] {
  const undone = new Set(events.flatMap((e) => (e.type === 'undo' ? [e.event] : [])));
  const changed = events.filter((e) => e.type === 'replanned' && !undone.has(e.id));
  if (changed.length === 0) return [first];
  return [first, ...inOrder(changed).flatMap((e) => (e.type === 'replanned' ? [e.plan] : []))];
}

/** The plan in force. */
export const planInForce = (first: Plan, events: readonly RunEvent[]): Plan => plansOf(first, events).at(-1)!;

/** Every step that any of the plans has, by id. */
export function allSteps(plans: readonly Plan[]): Map<string, Step> {
  return new Map(plans.flatMap((p) => p.steps.map((s) => [s.id, s] as const)));
}
