import { error, type Cookies } from '@sveltejs/kit';
import { pool } from '../database/pool';
import { endWithProcess } from '../bench/run-feed';
import { personOfSession, SESSION_COOKIE } from '../sign-in/sessions';
import { here } from '$lib/server/http/here';

/** Streams of one person, and of one process, at the same time. */
const MOST = { person: 24, process: 600 };
/** A reader that leaves so much unread is dropped; its browser comes back and goes on from where it was. Bytes. */
const UNREAD_MAX = 4_000_000;
const open = new Map<string, number>();

/** A comment now and then keeps the connection from being taken for dead; and whoever has signed out since hears no more. */
const HEARTBEAT_MS = 20_000;

/**
 * An answer of server-sent events that lasts as long as its reader, its session and this process do.
 * @param person whose it is: nobody has more than some at once
 * @param begin starts to send, each text one event or comment with its empty line; gives what stops it, and what to do at each heartbeat
 * @throws 429 when there are too many
 */
export function serverSent(
  cookies: Cookies,
  person: string,
  begin: (send: (text: string) => void) => { stop: () => void; beat?: () => Promise<void> }
): Response {
  const token = cookies.get(SESSION_COOKIE) ?? '';
  enter(person);
  let end = () => {};
  const body = new ReadableStream<Uint8Array>(
    {
      start(controller) {
        const encoder = new TextEncoder();
        let isOver = false;
        const send = (text: string) => {
          if (isOver) return;
          controller.enqueue(encoder.encode(text));
          // Closed it would still keep what was not read.
          if ((controller.desiredSize ?? 0) < -UNREAD_MAX) {
            controller.error(new Error('the reader is too slow'));
            end();
          }
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
          leave(person);
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
    },
    new ByteLengthQueuingStrategy({ highWaterMark: 0 })
  );
  return new Response(body, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' }
  });
}

/**
 * What a stream needs to know before it begins, asked of the database only while there is a place for one more: who asks for a
 * thousand at once is refused before.
 * @throws 429 when there are too many; what `find` throws
 */
export async function whilePlaced<T>(person: string, find: () => Promise<T>): Promise<T> {
  enter(person);
  try {
    return await find();
  } finally {
    leave(person);
  }
}

/** Of this process. */
export const openStreams = (): number => [...open.values()].reduce((sum, n) => sum + n, 0);

/** Refused before anything is asked of the database. */
function enter(person: string): void {
  const mine = open.get(person) ?? 0;
  if (mine >= MOST.person || openStreams() >= MOST.process)
    error(
      429,
      mine >= MOST.person
        ? here().t('server.onePersonCanFollowARun', { n: MOST.person })
        : here().t('server.tooManyWindowsAreFollowingRuns')
    );
  open.set(person, mine + 1);
}

function leave(person: string): void {
  const left = open.get(person)! - 1;
  if (left > 0) open.set(person, left);
  else open.delete(person);
}
