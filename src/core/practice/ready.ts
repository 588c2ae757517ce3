import { z } from 'zod';
import type { TraineesMay } from '../job';
import { RehearsalRecord } from '../rehearsal';

/** A rehearsal that somebody ended, under an id that their device made. */
export const RehearsedWork = z.strictObject({ id: z.uuid(), at: z.iso.datetime(), record: RehearsalRecord });
export type RehearsedWork = z.infer<typeof RehearsedWork>;

/** A piece of work on a machine. */
export interface Work {
  machine: string;
  revision: string;
  /** Its goals, by their ids. */
  goals: readonly string[];
}

/** What counts of a rehearsal. */
export interface Outcome extends Work {
  /** ms since 1970. */
  at: number;
  isClean: boolean;
  hints: number;
}

/** Who is ready for a piece of work: rehearsed without harm and lately, too long ago, only with harm, or never. */
export type Readiness =
  { is: 'ready' | 'stale'; at: number; hints: number } | { is: 'harmed'; at: number } | { is: 'never' };

const DAY_MS = 86_400_000;

/**
 * How ready somebody is for a piece of work, by what they rehearsed. A rehearsal counts for all work whose goals are among its own, on
 * the same machine of the same revision; the newest that was clean, else the newest.
 * @param freshDays for so long a clean one counts; null for ever
 */
export function readiness(done: readonly Outcome[], work: Work, freshDays: number | null, now: number): Readiness {
  // Work that asks for nothing yet cannot have been rehearsed.
  const same = (work.goals.length === 0 ? [] : done)
    .filter((d) => d.machine === work.machine && d.revision === work.revision)
    .filter((d) => work.goals.every((goal) => d.goals.includes(goal)))
    .sort((a, b) => b.at - a.at);
  const clean = same.find((d) => d.isClean);
  if (clean) {
    const isFresh = freshDays === null || now - clean.at <= freshDays * DAY_MS;
    return { is: isFresh ? 'ready' : 'stale', at: clean.at, hints: clean.hints };
  }
  return same[0] ? { is: 'harmed', at: same[0].at } : { is: 'never' };
}

/**
 * Whether a trainee may work on a job.
 * @param isLetOn a lead let it go on, in writing
 */
export function traineeMay(may: TraineesMay, ready: Readiness, isLetOn: boolean): boolean {
  return may === 'work' || (may === 'rehearsed' && (isLetOn || ready.is === 'ready'));
}
