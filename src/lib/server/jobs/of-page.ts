import { error } from '@sveltejs/kit';
import { foldJob, type JobEvent, type JobState } from '$core/job';
import { pool } from '../database/pool';
import { factsOf } from './facts';
import { findJob, type JobRow } from './jobs';
import { machineDocument } from '../library/machines';
import type { Machine } from '$core/machine';
import { here } from '$lib/server/http/here';

/** What every page of a job starts from. */
export async function jobOfPage(params: {
  number: string;
}): Promise<{ job: JobRow; machine: Machine; hash: string; facts: JobEvent[]; state: JobState }> {
  const job = await findJob(pool(), Number(params.number));
  if (!job) error(404, here().t('server.thereIsNoJob', { number: params.number }));
  const file = await machineDocument(pool(), job.fileId);
  if (!file) error(500, here().t('server.theMachineFileOfThisJob'));
  const facts = await factsOf(pool(), job.id);
  return { job, ...file, facts, state: foldJob(facts) };
}
