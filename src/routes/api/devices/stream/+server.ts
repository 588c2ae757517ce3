import { error } from '@sveltejs/kit';
import { hearInstruments } from '$lib/server/bench/instruments';
import { serverSent } from '$lib/server/http/server-sent';
import { settings } from '$lib/server/settings/environment';
import type { RequestHandler } from './$types';
import { here } from '$lib/server/http/here';

/** Readings of the shop's measuring devices as they come, server-sent, for as long as the session lasts. */
export const GET: RequestHandler = ({ cookies, locals }) => {
  const url = settings.instrumentsUrl;
  if (!url) error(404, here().t('server.noMeasuringDevicesAreSetUp'));
  return serverSent(cookies, locals.person!.id, (send) => ({
    stop: hearInstruments(url, (line) => send(`data: ${line}\n\n`))
  }));
};
