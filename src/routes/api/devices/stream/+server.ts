import { error } from '@sveltejs/kit';
import { pool } from '$lib/server/database';
import { hearDevices } from '$lib/server/devices';
import { endWithProcess } from '$lib/server/run-feed';
import { personOfSession, SESSION_COOKIE } from '$lib/server/sessions';
import { settings } from '$lib/server/settings';
import type { RequestHandler } from './$types';

const HEARTBEAT_MS = 20_000;

/** Readings of the shop's measuring devices as they come, server-sent, for as long as the session lasts. */
export const GET: RequestHandler = ({ cookies }) => {
  const url = settings.devicesUrl;
  if (!url) error(404, 'No measuring devices are set up here.');
  const token = cookies.get(SESSION_COOKIE) ?? '';
  let end = () => {};
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      const encoder = new TextEncoder();
      let isOver = false;
      const send = (text: string) => void (isOver || controller.enqueue(encoder.encode(text)));
      const silence = hearDevices(url, (line) => send(`data: ${line}\n\n`));
      const heart = setInterval(async () => {
        if ((await personOfSession(pool(), token).catch(() => 'unknown')) === undefined) return end();
        send(': here\n\n');
      }, HEARTBEAT_MS);
      end = () => {
        if (isOver) return;
        isOver = true;
        silence();
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
    },
    cancel: () => end()
  });
  return new Response(body, { headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' } });
};
