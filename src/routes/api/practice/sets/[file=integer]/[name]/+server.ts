import { error } from '@sveltejs/kit';
import { pool } from '$lib/server/database/pool';
import { attachment } from '$lib/server/http/attachment';
import { here } from '$lib/server/http/here';
import { tagged } from '$lib/server/http/tagged';
import { print } from '$lib/server/planning/plans';
import { askedSet } from '$lib/server/practice/sets';
import type { RequestHandler } from './$types';

/** Exercises on a machine to be handed out: as open JSON, or on paper with the answers on a page of their own. */
export const GET: RequestHandler = async ({ params, url, request }) => {
  const isPaper = params.name === 'exercises.pdf';
  if (!isPaper && params.name !== 'exercises.json')
    error(404, here().t('server.aMachineHasNoFile', { name: params.name.slice(0, 40) }));
  const asked = await askedSet(pool(), Number(params.file), url.searchParams);
  const { machine, set } = asked;
  const body = isPaper
    ? await print({ what: 'exercises', language: here().language, ...asked }, machine.joints.length)
    : `${JSON.stringify(set, null, 1)}\n`;
  return tagged(request, body, {
    'content-type': isPaper ? 'application/pdf' : 'application/json',
    vary: 'accept-language, cookie',
    'content-disposition': attachment(
      `${machine.id}-${machine.revision}-${params.name}`,
      url.searchParams.has('show') ? 'inline' : 'attachment'
    )
  });
};
