import { here } from '$lib/server/http/here';
import { csvText } from '$core/formats';
import { audit } from '$lib/server/database/audit';
import { pool } from '$lib/server/database/pool';
import { reading } from '$lib/server/database/standby';
import { queryFrom } from '$lib/server/jobs/list-query';
import { listJobs, MOST_COUNTED } from '$lib/server/jobs/jobs';
import type { RequestHandler } from './$types';
import { WAITS } from '$core/words';

/** The list as it is narrowed on the screen, all of its screens in one file. */
export const GET: RequestHandler = async (event) => {
  const { url, locals } = event;
  const jobs = await reading(event, (db) => listJobs(db, queryFrom(url.searchParams), MOST_COUNTED));
  const rows = jobs.map((j) => [j.number, j.customer, j.maker, j.model, j.revision, j.serial, j.complaint, here().told(j.work), j.dueOn ?? '', here().told(WAITS[j.waits]), j.createdAt, j.closedAt ?? '', j.p50Seconds ?? '', j.p80Seconds ?? '']);
  await audit(pool(), locals.person!.id, 'exported', 'jobs', { rows: jobs.length });
  return new Response(csvText([['job', 'for', 'maker', 'model', 'revision', 'serial', 'complaint', 'work', 'due', 'waits for', 'opened', 'closed', 'p50 s', 'p80 s'], ...rows]), {
    headers: { 'content-type': 'text/csv; charset=utf-8', 'content-disposition': 'attachment; filename="jobs.csv"' }
  });
};
