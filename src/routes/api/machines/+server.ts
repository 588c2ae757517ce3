import { json } from '@sveltejs/kit';
import { MACHINE_FILE_MAX_BYTES } from '$core/machine';
import { textBody } from '$lib/server/body';
import { pool } from '$lib/server/database';
import { importMachine } from '$lib/server/machines';
import type { RequestHandler } from './$types';

/** Imports a machine file sent as the body: 201 when new, 200 when known, 422 with every fault named. */
export const POST: RequestHandler = async ({ request, locals }) => {
  const text = await textBody(request, MACHINE_FILE_MAX_BYTES);
  const answer = await importMachine(pool(), text, locals.person!.id);
  if (!answer.ok) return json({ message: `The file has ${answer.faults.length === 1 ? 'a fault' : `${answer.faults.length} faults`}; nothing was stored.`, faults: answer.faults }, { status: 422 });
  return json({ machine: answer.row, warnings: answer.warnings }, { status: answer.isNew ? 201 : 200 });
};
