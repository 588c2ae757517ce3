import 'fake-indexeddb/auto';
import { expect, vi } from 'vitest';
import { plan } from '$core/plan';
import type { RunEvent } from '$core/run';
import { demoAccess } from '$core/testing/machines';
import { Bench } from '../bench.svelte';
import { keptOf } from '../kept';

const access = demoAccess();
export const made = plan(access, [{ do: 'replace', part: 'fan' }]);

/** A server as far as the bench sees it: it keeps what it takes, and can be out of reach. */
export class Server {
  taken: RunEvent[] = [];
  answer: 'take' | 'out-of-reach' | 'signed-out' | 'refuse' = 'take';
  calls = 0;
  refuses: (e: RunEvent) => boolean = () => false;

  fetch = async (url: string, init: { method?: string; body: string }): Promise<Response> => {
    if (init.method !== 'POST') {
      if (this.answer === 'out-of-reach') throw new TypeError('failed to fetch');
      if (this.answer === 'signed-out') return Response.json({ message: 'Sign in first.' }, { status: 401 });
      const after = Number(new URL(url, 'http://bench').searchParams.get('after'));
      return Response.json({ events: this.taken.slice(after), seq: Math.max(after, this.taken.length), more: false });
    }
    this.calls++;
    const { events } = JSON.parse(init.body) as { events: RunEvent[] };
    const refused = events
      .filter((e) => this.refuses(e))
      .map((e) => ({ event: e.id, message: 'It names nothing of this machine.' }));
    if (refused.length > 0) return Response.json({ refused }, { status: 409 });
    if (this.answer === 'out-of-reach') throw new TypeError('failed to fetch');
    if (this.answer === 'signed-out') return Response.json({ message: 'Sign in first.' }, { status: 401 });
    if (this.answer === 'refuse')
      return Response.json(
        {
          refused: [
            {
              event: events.at(-1)!.id,
              message: 'The run cannot be signed yet.',
              obstacles: [{ kind: 'screws', at: 'fan-screws', text: 'one in hand' }]
            }
          ]
        },
        { status: 409 }
      );
    for (const event of events) if (!this.taken.some((e) => e.id === event.id)) this.taken.push(event);
    return Response.json({ seq: this.taken.length });
  };
}

/** For tests only: what `fetch` reaches from now on. */
export function stubServer(): Server {
  const server = new Server();
  vi.stubGlobal('fetch', server.fetch);
  return server;
}

export const TAM = { id: 'tam', name: 'Tam Okello' };
export const newBench = (run: string, recorded: RunEvent[] = [], who = TAM) =>
  new Bench(run, access.model, made, { events: recorded, seq: recorded.length }, who);
export async function openBench(run: string, recorded: RunEvent[] = [], who = TAM): Promise<Bench> {
  const bench = newBench(run, recorded, who);
  await bench.open();
  return bench;
}

/** What this browser keeps that the server has not got. */
export const waiting = async (run: string, who = TAM.id) =>
  (await keptOf(run)).filter((k) => k.is === 'waiting' && k.person === who).map((k) => k.event);
export const settled = (bench: Bench, sync: Bench['sync'] = 'saved') =>
  vi.waitFor(() => expect(bench.sync).toBe(sync), { timeout: 5000 });
export const step = (i: number) => ({ type: 'done', step: made.steps[i]!.id }) as const;
