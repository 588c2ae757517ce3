import { error } from '@sveltejs/kit';
import { pool } from '$lib/server/database';
import { log } from '$lib/server/log';
import { endWithProcess, runFeed } from '$lib/server/run-feed';
import { eventsOf, findRun } from '$lib/server/runs';
import { personOfSession, SESSION_COOKIE } from '$lib/server/sessions';
import type { RequestHandler } from './$types';

/** A comment now and then keeps the connection from being taken for dead; and whoever has signed out since hears no more. */
const HEARTBEAT_MS = 20_000;

/**
 * Events of a run as they come, server-sent: each message holds those after the last one, its id the position reached.
 * Begins after `after`, or where a broken stream left off.
 */
export const GET: RequestHandler = async ({ params, url, request, cookies }) => {
  let seq = Number(request.headers.get('last-event-id') ?? url.searchParams.get('after') ?? 0);
  if (!Number.isSafeInteger(seq) || seq < 0) error(400, 'after must be a whole number.');
  const { run } = params;
  const token = cookies.get(SESSION_COOKIE) ?? '';
  if (!(await findRun(pool(), run))) error(404, 'There is no such run.');

  let end = () => {};
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      const encoder = new TextEncoder();
      let isOver = false;
      const send = (text: string) => {
        if (!isOver) controller.enqueue(encoder.encode(text));
      };
      // One look at a time; told again while looking, it looks again.
      let looking = false;
      let again = false;
      const look = async () => {
        if (looking) return void (again = true);
        looking = true;
        do {
          again = false;
          try {
            const { events, seq: reached } = await eventsOf(pool(), run, seq);
            if (events.length > 0) {
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
      const unwatch = runFeed().watch(run, () => void look());
      const beat = async () => {
        // A database that does not answer ends nothing: the stream is of use again when it does.
        const person = await personOfSession(pool(), token).catch(() => 'unknown');
        if (person === undefined) return end();
        send(': here\n\n');
        // What a broken look missed.
        await look();
      };
      const heart = setInterval(() => void beat(), HEARTBEAT_MS);
      end = () => {
        if (isOver) return;
        isOver = true;
        unwatch();
        forget();
        clearInterval(heart);
        try {
          controller.close();
        } catch {
          // The other side was gone first.
        }
      };
      const forget = endWithProcess(end);
      send(': here\n\n');
      void look();
    },
    cancel: () => end()
  });
  return new Response(body, { headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' } });
};
