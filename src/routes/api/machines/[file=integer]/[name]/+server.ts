import { error } from '@sveltejs/kit';
import { cableTable, jointTable, partTable, screwTable } from '$core/formats';
import type { Machine } from '$core/machine';
import { tagged } from '$lib/server/http/tagged';
import { attachment } from '$lib/server/http/attachment';
import { pool } from '$lib/server/database/pool';
import { machineDocument } from '$lib/server/library/machines';
import { drawFace } from '$lib/server/planning/plans';
import type { RequestHandler } from './$types';
import { here } from '$lib/server/http/here';

const CSV = 'text/csv; charset=utf-8';
const FILES: Record<
  string,
  { type: string; write: (machine: Machine, query: URLSearchParams) => string | Promise<string> }
> = {
  'parts.csv': { type: CSV, write: partTable },
  'screws.csv': { type: CSV, write: screwTable },
  'joints.csv': { type: CSV, write: jointTable },
  'cables.csv': { type: CSV, write: cableTable },
  'face.svg': { type: 'image/svg+xml', write: (machine) => drawFace(machine) },
  'drawing.svg': {
    type: 'image/svg+xml',
    write: (machine, query) => {
      const zone = machine.zones.find((z) => z.id === query.get('zone')) ?? machine.zones[0]!;
      const from = Number(query.get('from') ?? 0);
      return drawFace(machine, zone.id, { from: Number.isFinite(from) ? from : 0 });
    }
  }
};

/** Tables and the drawing of a machine file, to be taken away. */
export const GET: RequestHandler = async ({ params, url, request }) => {
  const file = Object.hasOwn(FILES, params.name) ? FILES[params.name]! : undefined;
  if (!file) error(404, here().t('server.aMachineHasNoFile', { name: params.name.slice(0, 40) }));
  const found = await machineDocument(pool(), Number(params.file));
  if (!found) error(404, here().t('server.thereIsNoMachineFile', { file: params.file }));
  const { machine } = found;
  return tagged(request, await file.write(machine, url.searchParams), {
    'content-type': file.type,
    // A file never changes; its words are in the language of who reads it.
    'cache-control': 'private, max-age=3600',
    vary: 'accept-language, cookie',
    'content-disposition': attachment(`${machine.id}-${machine.revision}-${params.name}`)
  });
};
