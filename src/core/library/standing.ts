import type { PowerGap } from '../machine';
import type { RunState } from '../run';

/**
 * How far a machine file can be relied on. `begun`: it is being recorded, and holds no more than the body; `draft`: somebody drew it;
 * `checked`: a second person, or a run that followed it without a finding, stands by it; `in-force`: a lead has put it in force.
 */
export const STANDINGS = ['begun', 'draft', 'checked', 'in-force'] as const;
export type Standing = (typeof STANDINGS)[number];

/**
 * What may be said of a file next: a second person has looked at it, a lead puts it in force. Nothing is said of one whose power
 * nobody can take away.
 * @param drawnBy who made the draft; null where nobody is known
 */
export function mayBecome(
  { standing, drawnBy, gap }: { standing: Standing; drawnBy: string | null; gap?: PowerGap | undefined },
  person: { id: string; role: string }
): 'checked' | 'in-force' | undefined {
  if (gap) return undefined;
  if (standing === 'draft' && person.role !== 'trainee' && person.id !== drawnBy) return 'checked';
  if (standing === 'checked' && person.role === 'lead') return 'in-force';
  return undefined;
}

/** Whether a run found everything as its file says: nothing differed, nothing was left out, nobody disagreed. */
export function isClean(state: Pick<RunState, 'findings' | 'conflicts' | 'steps' | 'replans'>): boolean {
  return (
    state.findings.every((f) => f.what === 'note') &&
    Object.keys(state.conflicts).length === 0 &&
    state.replans.length === 0 &&
    Object.values(state.steps).every((s) => s.outcome !== 'skipped' && s.outcome !== 'fail')
  );
}
