import { createHash, timingSafeEqual } from 'node:crypto';
import { error } from '@sveltejs/kit';
import { registry } from '$lib/server/metrics/metrics';
import { settings } from '$lib/server/settings/environment';
import { here } from '$lib/server/http/here';
import type { RequestHandler } from './$types';

/** What this process tells of itself, for who shows the token of the settings; for all others there is no such page. */
export const GET: RequestHandler = async ({ request }) => {
  const token = settings.metricsToken;
  const shown = /^Bearer (.+)$/.exec(request.headers.get('authorization') ?? '')?.[1];
  if (!token || !shown || !timingSafeEqual(digest(token), digest(shown)))
    error(404, here().t('server.thereIsNoSuchPage'));
  return new Response(await registry.metrics(), { headers: { 'content-type': registry.contentType } });
};

/** Of equal length whatever was shown. */
const digest = (text: string) => createHash('sha256').update(text).digest();
