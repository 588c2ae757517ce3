import type { Cookies } from '@sveltejs/kit';
import { afterAll, afterEach, beforeAll, beforeEach, expect, it, vi } from 'vitest';
import { closeFeed, RUN_CHANNEL } from '../bench/run-feed';
import { pool } from '../database/pool';
import { addPerson } from '../sign-in/people';
import { closeSession, openSession } from '../sign-in/sessions';
import { freshDatabase } from '../testing/database';
import { eventStream } from './events';
import { serverSent } from './server-sent';

let database: Awaited<ReturnType<typeof freshDatabase>>;
let tam: string;
beforeAll(async () => {
  database = await freshDatabase();
  tam = await addPerson(pool(), { signIn: 'tam', name: 'Tam Okello', role: 'technician' }, 'harbour lamp');
});
afterAll(async () => {
  await closeFeed();
  await database.drop();
});
// Heartbeats alone are moved; the database keeps its own time.
beforeEach(() => void vi.useFakeTimers({ toFake: ['setInterval', 'clearInterval'] }));
afterEach(() => void vi.useRealTimers());

const cookies = (token: string) => ({ get: () => token }) as unknown as Cookies;
const HEARTBEAT_MS = 20_000;

function reading(stream: Response) {
  const reader = stream.body!.getReader();
  return {
    /** What comes next; undefined when it is over. */
    next: async () => {
      const { done, value } = await reader.read();
      return done ? undefined : new TextDecoder().decode(value);
    },
    leave: () => reader.cancel()
  };
}

it('a stream goes on with its session, and whoever has signed out hears no more', async () => {
  const token = await openSession(pool(), tam);
  const stop = vi.fn();
  const stream = reading(serverSent(cookies(token), tam, () => ({ stop })));
  expect(await stream.next()).toContain(': here');
  vi.advanceTimersByTime(HEARTBEAT_MS);
  expect(await stream.next()).toContain(': here');
  expect(stop).not.toHaveBeenCalled();
  await closeSession(pool(), token);
  vi.advanceTimersByTime(HEARTBEAT_MS);
  expect(await stream.next()).toBeUndefined();
  expect(stop).toHaveBeenCalledOnce();
});

it('events that are there come at once, later ones as they are told, each once', async () => {
  const events = [{ n: 1 }];
  const read = (after: number) => Promise.resolve({ events: events.slice(after), seq: events.length });
  const token = await openSession(pool(), tam);
  const stream = reading(eventStream(cookies(token), tam, 'a record', 0, read));
  expect(await stream.next()).toContain(': here');
  expect(await stream.next()).toBe('id: 1\ndata: {"events":[{"n":1}]}\n\n');
  for (const n of [2, 3]) {
    events.push({ n });
    await pool().query('select pg_notify($1, $2)', [RUN_CHANNEL, 'a record']);
    expect(await stream.next()).toBe(`id: ${n}\ndata: {"events":[{"n":${n}}]}\n\n`);
  }
  await stream.leave();
}, 60_000);
