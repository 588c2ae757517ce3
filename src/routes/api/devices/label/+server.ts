import { error, json } from '@sveltejs/kit';
import { LABEL_FORMAT } from '$core/instruments';
import { idFrom } from '$lib/server/http/body';
import { pool } from '$lib/server/database/pool';
import { printLabel } from '$lib/server/bench/instruments';
import { findJob } from '$lib/server/jobs/jobs';
import type { RequestHandler } from './$types';
import { here } from '$lib/server/http/here';

/** Prints a job's label on the shop's printer. */
export const POST: RequestHandler = async ({ url }) => {
  const number = idFrom(url.searchParams.get('job'));
  const job = number === undefined ? undefined : await findJob(pool(), number);
  if (!job) error(404, here().t('server.thereIsNoSuchJob'));
  const lines = [
    here().t('server.labelJob', { number: String(job.number) }),
    job.customer,
    `${job.maker} ${job.model}`,
    job.serial
  ]
    .filter(Boolean)
    .map((l) => l.slice(0, 60));
  const printed = await printLabel({ format: LABEL_FORMAT, lines, code: `EW-${job.number}` });
  return json(
    { message: here().t(printed ? 'server.printed' : 'server.printerSilent') },
    { status: printed ? 200 : 502 }
  );
};
