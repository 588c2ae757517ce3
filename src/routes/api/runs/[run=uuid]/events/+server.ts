import { error, json } from '@sveltejs/kit';
import { z } from 'zod';
import { parseDocument } from '$core/machine';
import { RunEvent } from '$core/run';
import { textBody } from '$lib/server/body';
import { pool } from '$lib/server/database';
import { machineDocument } from '$lib/server/machines';
import { appendEvents, eventsOf, findRun } from '$lib/server/runs';
import type { RequestHandler } from './$types';

/** A plan made at the bench is an event of some 150 kB. */
const MAX_BYTES = 3_000_000;
const Batch = z.strictObject({ events: z.array(RunEvent).min(1).max(500) });

/** Events after a position, and the position reached. */
export const GET: RequestHandler = async ({ params, url }) => {
  const after = Number(url.searchParams.get('after') ?? 0);
  if (!Number.isSafeInteger(after) || after < 0) error(400, 'after must be a whole number.');
  if (!(await findRun(pool(), params.run))) error(404, 'There is no such run.');
  return json(await eventsOf(pool(), params.run, after));
};

/** Takes events, each once; 409 says why not, and then none of the batch was taken. */
export const POST: RequestHandler = async ({ params, request, locals }) => {
  const batch = parseDocument(await textBody(request, MAX_BYTES), Batch, MAX_BYTES);
  if (!batch.ok) return json({ message: `${batch.faults[0]!.place} ${batch.faults[0]!.message}`, faults: batch.faults }, { status: 422 });
  const run = await findRun(pool(), params.run);
  if (!run) error(404, 'There is no such run.');
  const file = await machineDocument(pool(), run.fileId);
  const answer = await appendEvents(run.id, file!.machine, file!.hash, batch.value.events, locals.person!.id);
  if (answer.ok) return json({ seq: answer.seq });
  const message = {
    signed: 'The run is signed: nothing can be added to it but corrections.',
    'not-signed': 'The run is not signed yet.',
    'same-person': 'A second signature is another person\u2019s.',
    'other-machine': 'The new plan is not one of this machine.',
    changed: 'An event of this id was recorded with other contents.',
    'not-closed': 'The run cannot be signed yet.'
  }[answer.why];
  return json({ message, ...answer }, { status: 409 });
};
