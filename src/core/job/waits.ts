import { drainSeconds } from '../cells';
import type { WAITS } from '../words';
import { isStopped, type JobState } from './fold';

/** What keeps a job from going on. */
export type Waits = keyof typeof WAITS;

export type JobPage = 'intake' | 'record' | 'fault' | 'cell' | 'spares' | 'plan' | 'bench' | 'report';
const SETTLED_AT: Record<Waits, JobPage> = {
  stopped: 'intake',
  triage: 'intake',
  recording: 'record',
  finding: 'fault',
  declined: 'spares',
  approval: 'spares',
  part: 'spares',
  draining: 'cell',
  bench: 'plan',
  working: 'bench',
  signature: 'report',
  nothing: 'report'
};
/** The page of a job on which what it waits for is settled. */
export const settledAt = (waits: Waits): JobPage => SETTLED_AT[waits];

export interface JobFacts {
  state: JobState;
  stage: 'planned' | 'on-bench' | 'signed' | 'closed';
  hasGoals: boolean;
  /** Its machine is being recorded, and nothing can be planned yet. */
  isRecording: boolean;
  /** Everything that its plan needs is on the shelf or set aside. */
  inHand: boolean;
  /** The work is at the cell, or the cell is doubtful: it has to be at a safe charge. */
  atCell: boolean;
  /** Charge at or below which a cell may be worked at, share of full. */
  safeCharge: number;
  /** ISO time. */
  now: string;
}

/** @returns what it waits for, and until when where that is known */
export function waitsFor({ state, stage, hasGoals, isRecording, inHand, atCell, safeCharge, now }: JobFacts): {
  waits: Waits;
  until?: string;
} {
  if (stage === 'closed') return { waits: 'nothing' };
  if (stage === 'signed') return { waits: 'signature' };
  if (stage === 'on-bench') return { waits: 'working' };
  if (isStopped(state)) return { waits: 'stopped' };
  if (state.triage.open.length > 0) return { waits: 'triage' };
  if (isRecording) return { waits: 'recording' };
  if (!hasGoals) return { waits: 'finding' };
  if (state.answer && !state.answer.approved) return { waits: 'declined' };
  if (state.quote && !state.answer) return { waits: 'approval' };
  if (!inHand && !state.openedWithout) return { waits: 'part' };
  const until = atCell ? drainedAt(state, safeCharge) : undefined;
  if (until !== undefined && until > now) return { waits: 'draining', until };
  return { waits: 'bench' };
}

/** When the cell is down to a safe charge: from its last reading, or from when the load was put on, if that was later; undefined without a load. */
export function drainedAt({ readings, load }: JobState, safeCharge: number): string | undefined {
  const last = readings.at(-1);
  const seconds = last && load && drainSeconds(last.reading, load.loadW, safeCharge);
  if (seconds === undefined) return undefined;
  const from = last!.at > load!.at ? last!.at : load!.at;
  return new Date(Date.parse(from) + seconds * 1000).toISOString();
}
