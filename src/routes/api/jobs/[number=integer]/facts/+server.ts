import { error, json } from '@sveltejs/kit';
import { mendedFault } from '$core/faults';
import { foldJob, JobFact, strangeFact } from '$core/job';
import { modelOf } from '$core/machine';
import { parsed, textBody } from '$lib/server/http/body';
import { pool } from '$lib/server/database/pool';
import { faultSetFor, faultsFound } from '$lib/server/library/faults';
import { factsOf, sayOfJob } from '$lib/server/jobs/facts';
import { findJob, type JobRow } from '$lib/server/jobs/jobs';
import { machineDocument } from '$lib/server/library/machines';
import { onceFrom } from '$lib/server/database/once';
import type { RequestHandler } from './$types';
import { here } from '$lib/server/http/here';

/** A whole hardware listing is the longest that is said of a job. */
const MAX_BYTES = 1_000_000;

/** Takes one fact about a job, once for each `Idempotency-Key`; quotes are made by the shop's own arithmetic, not taken from outside. */
export const POST: RequestHandler = async ({ request, params, locals }) => {
  const job = await findJob(pool(), Number(params.number));
  if (!job) error(404, here().t('server.thereIsNoJob', { number: params.number }));
  const fact = JobFact.safeParse(parsed(await textBody(request, MAX_BYTES)));
  if (!fact.success) {
    const issue = fact.error.issues[0]!;
    error(422, here().t('server.thisCannotBeSaved', { place: issue.path.join('/') || 'fact', message: issue.message }));
  }
  if (fact.data.is === 'quoted') error(422, here().t('server.makeQuotesOnThePageSpares'));
  if (job.stage === 'closed' && fact.data.is !== 'note' && fact.data.is !== 'placed')
    error(409, here().t('server.theJobIsClosedItsHistory'));
  const { machine } = (await machineDocument(pool(), job.fileId))!;
  const strange = strangeFact(modelOf(machine), await faultSetFor(pool(), job.machineId), fact.data);
  if (strange) error(422, here().told(strange));
  if (
    !(await sayOfJob(job, await told(job, fact.data), locals.person!, onceFrom(request.headers.get('idempotency-key'))))
  )
    error(403, here().t('server.onlyALeadMayRecordThis'));
  return json({ waits: (await findJob(pool(), job.number))!.waits });
};

/** A repair that helped names the fault that it was: the likeliest of those that it mends. */
async function told(job: JobRow, fact: JobFact): Promise<JobFact> {
  if (fact.is !== 'mended' || !fact.helped) return fact;
  const set = await faultSetFor(pool(), job.machineId);
  const fault =
    set &&
    mendedFault(
      set,
      foldJob(await factsOf(pool(), job.id)).findings,
      await faultsFound(pool(), job.machineId),
      fact.repair
    );
  if (fault === undefined) error(422, here().t('server.theFaultSetHasNoSuch'));
  return { ...fact, fault };
}
