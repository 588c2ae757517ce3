import { error, json } from '@sveltejs/kit';
import { pool } from '$lib/server/database/pool';
import { machineDocument } from '$lib/server/library/machines';
import type { RequestHandler } from './$types';
import { here } from '$lib/server/http/here';

/** The machine file as it was imported: JSON, `eager-wrench/machine@1`. */
export const GET: RequestHandler = async ({ params }) => {
  const file = await machineDocument(pool(), Number(params.file));
  if (!file) error(404, here().t('server.thereIsNoMachineFile', { file: params.file }));
  return json(file.machine, {
    headers: { 'content-disposition': `attachment; filename="${file.machine.id}-${file.hash.slice(0, 8)}.json"` }
  });
};
