import type { Cookies } from '@sveltejs/kit';
import { pool } from './database';
import { endWithProcess } from './run-feed';
import { personOfSession, SESSION_COOKIE } from './sessions';

/** A comment now and then keeps the connection from being taken for dead; and whoever has signed out since hears no more. */
const HEARTBEAT_MS = 20_000;

/**
 * An answer of server-sent events that lasts as long as its reader, its session and this process do.
 * @param begin starts to send, each text one event or comment with its empty line; gives what stops it, and what to do at each heartbeat
 */
export function serverSent(cookies: Cookies, begin: (send: (text: string) => void) => { stop: () => void; beat?: () => Promise<void> }): Response {
  const token = cookies.get(SESSION_COOKIE) ?? '';
  let end = () => {};
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      const encoder = new TextEncoder();
      let isOver = false;
      const send = (text: string) => {
        if (!isOver) controller.enqueue(encoder.encode(text));
      };
      send(': here\n\n');
      const { stop, beat } = begin(send);
      const heart = setInterval(async () => {
        // A database that does not answer ends nothing: the stream is of use again when it does.
        const person = await personOfSession(pool(), token).catch(() => 'unknown');
        if (person === undefined) return end();
        send(': here\n\n');
        await beat?.();
      }, HEARTBEAT_MS);
      end = () => {
        if (isOver) return;
        isOver = true;
        stop();
        forget();
        clearInterval(heart);
        try {
          controller.close();
        } catch {
          // The other side was gone first.
        }
      };
      const forget = endWithProcess(end);
    },
    cancel: () => end()
  });
  return new Response(body, { headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' } });
}
