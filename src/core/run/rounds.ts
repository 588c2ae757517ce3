import type { Plan, Step } from '../plan';
import { when, type RunEvent } from './events';

/** A run's events in the order in which they happened (then of their ids), each once. */
export function inOrder(events: readonly RunEvent[]): RunEvent[] {
  return [...new Map(events.map((e) => [e.id, e])).values()].sort((a, b) =>
    when(a) !== when(b) ? (when(a) < when(b) ? -1 : 1) : a.id < b.id ? -1 : 1
  );
}

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
