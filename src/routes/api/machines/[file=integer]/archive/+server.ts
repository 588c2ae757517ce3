import { error } from '@sveltejs/kit';
import { pool } from '$lib/server/database/pool';
import { writeArchive } from '$lib/server/drafts/archive';
import { attachment } from '$lib/server/http/attachment';
import { here } from '$lib/server/http/here';
import { machineDocument } from '$lib/server/library/machines';
import type { RequestHandler } from './$types';

/** A machine file with the recording and the pictures that it was made of. */
export const GET: RequestHandler = async ({ params }) => {
  const found = await machineDocument(pool(), Number(params.file));
  if (!found) error(404, here().t('server.thereIsNoMachineFile', { file: params.file }));
  const { machine } = found;
  const zip = await writeArchive(pool(), Number(params.file), machine);
  return new Response(new Uint8Array(zip), {
    headers: {
      'content-type': 'application/zip',
      'content-disposition': attachment(`${machine.id}-${machine.revision}.zip`)
    }
  });
};
