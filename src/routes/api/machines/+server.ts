import { here } from '$lib/server/http/here';
import { json } from '@sveltejs/kit';
import { MACHINE_FILE_MAX_BYTES } from '$core/machine';
import { textBody } from '$lib/server/http/body';
import { pool } from '$lib/server/database/pool';
import { FAULTS_FORMAT } from '$core/faults';
import { importFaultSet } from '$lib/server/library/faults';
import { importMachine } from '$lib/server/library/machines';
import type { RequestHandler } from './$types';
import { whyNot } from '$core/result';

/** Imports a machine file sent as the body: 201 when new, 200 when known, 422 with every problem named. A fault set is known by its format, and kept beside its machine. */
export const POST: RequestHandler = async ({ request, locals }) => {
  const text = await textBody(request, MACHINE_FILE_MAX_BYTES);
  if (new RegExp(`"format"\\s*:\\s*"${FAULTS_FORMAT}"`).test(text.slice(0, 2000))) {
    const faults = await importFaultSet(pool(), text, locals.person!.id);
    return faults.ok
      ? json({ faultSet: faults }, { status: 201 })
      : json(
          { message: here().t('server.faultSetNotSaved', { why: whyNot(faults) }), problems: faults.problems },
          { status: 422 }
        );
  }
  const answer = await importMachine(pool(), text, locals.person!.id);
  if (!answer.ok)
    return json(
      { message: here().t('server.fileHasErrors', { n: answer.problems.length }), problems: answer.problems },
      { status: 422 }
    );
  return json({ machine: answer.row, warnings: answer.warnings }, { status: answer.isNew ? 201 : 200 });
};
