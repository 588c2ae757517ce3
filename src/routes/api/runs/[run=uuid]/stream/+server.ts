import { error } from '@sveltejs/kit';
import { pool } from '$lib/server/database/pool';
import { log } from '$lib/server/http/log';
import { runFeed } from '$lib/server/bench/run-feed';
import { eventsOf, findRun } from '$lib/server/bench/runs';
import { serverSent } from '$lib/server/http/server-sent';
import type { RequestHandler } from './$types';
import { here } from '$lib/server/http/here';

/** Events in one message. */
const PAGE = 300;

/**
 * Events of a run as they come, server-sent: each message holds those after the last one, its id the position reached.
 * Begins after `after`, or where a broken stream left off.
 */
export const GET: RequestHandler = async ({ params, url, request, cookies, locals }) => {
  let seq = Number(request.headers.get('last-event-id') ?? url.searchParams.get('after') ?? 0);
  if (!Number.isSafeInteger(seq) || seq < 0) error(400, here().t('server.afterMustBeAWholeNumber'));
  const { run } = params;
  if (!(await findRun(pool(), run))) error(404, here().t('server.thereIsNoSuchRun'));

  return serverSent(cookies, locals.person!.id, (send) => {
    // One look at a time; told again while looking, it looks again.
    let looking = false;
    let again = false;
    const look = async () => {
      if (looking) return void (again = true);
      looking = true;
      do {
        again = false;
        try {
          const { events, seq: reached } = await eventsOf(pool(), run, seq, PAGE);
          if (events.length > 0) {
            // A long record comes in pages.
            again ||= events.length === PAGE;
            seq = reached;
            send(`id: ${seq}\ndata: ${JSON.stringify({ events })}\n\n`);
          }
        } catch (err) {
          // The feed tells everybody to look once the database is back.
          log.warn({ err }, 'a stream could not read its run');
        }
      } while (again);
      looking = false;
    };
    const stop = runFeed().watch(run, () => void look());
    void look();
    // What a broken look missed.
    return { stop, beat: look };
  });
};
