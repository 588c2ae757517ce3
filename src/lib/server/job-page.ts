import { error } from '@sveltejs/kit';
import { pool } from './database';
import { findJob, type JobRow } from './jobs';
import { machineDocument } from './machines';
import type { Machine } from '$core/machine';

/** What every page of a job starts from. */
export async function jobOfPage(params: { number: string }): Promise<{ job: JobRow; machine: Machine; hash: string }> {
  const job = await findJob(pool(), Number(params.number));
  if (!job) error(404, `There is no job ${params.number}.`);
  const file = await machineDocument(pool(), job.fileId);
  if (!file) error(500, 'The machine file of this job is missing.');
  return { job, ...file };
}
