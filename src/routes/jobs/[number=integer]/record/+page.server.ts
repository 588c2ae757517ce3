import { redirect } from '@sveltejs/kit';
import { isStopped } from '$core/job';
import { pool } from '$lib/server/database/pool';
import { jobOfPage } from '$lib/server/jobs/of-page';
import { eventsOfRecording } from '$lib/server/recordings/recordings';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals }) => {
  const { job, state } = await jobOfPage(params);
  if (!job.recordingId) redirect(303, `/jobs/${job.number}`);
  const { events, seq } = await eventsOfRecording(pool(), job.recordingId);
  return {
    job,
    recording: job.recordingId,
    events,
    seq,
    stops: isStopped(state) ? state.triage.stops : [],
    /** Nobody opens a machine before the safety questions are answered. */
    isReady: job.waits !== 'triage' && job.waits !== 'stopped',
    mayWork: locals.person!.role !== 'trainee'
  };
};
