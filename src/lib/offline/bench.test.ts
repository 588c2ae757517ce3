import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { plan } from '$core/plan';
import type { RunEvent } from '$core/run';
import { demoAccess } from '$core/testing/machines';
import { Bench } from './bench.svelte';
import { waiting } from './outbox';

const access = demoAccess();
const made = plan(access, [{ do: 'replace', part: 'fan' }]);

/** A server as far as the bench sees it: it keeps what it takes, and can be out of reach. */
class Server {
  taken: RunEvent[] = [];
  answer: 'take' | 'out-of-reach' | 'signed-out' | 'refuse' = 'take';
  calls = 0;

  fetch = async (_: unknown, init: { body: string }): Promise<Response> => {
    this.calls++;
    const { events } = JSON.parse(init.body) as { events: RunEvent[] };
    if (this.answer === 'out-of-reach') throw new TypeError('failed to fetch');
    if (this.answer === 'signed-out') return Response.json({ message: 'Sign in first.' }, { status: 401 });
    if (this.answer === 'refuse') return Response.json({ message: 'The run cannot be signed yet.', event: events.at(-1)!.id, obstacles: [{ kind: 'screws', at: 'fan-screws', text: 'one in hand' }] }, { status: 409 });
    for (const event of events) if (!this.taken.some((e) => e.id === event.id)) this.taken.push(event);
    return Response.json({ seq: this.taken.length });
  };
}

let server: Server;
let runs = 0;
const open = async (run: string, recorded: RunEvent[] = [], who = 'Tam Okello') => {
  const bench = new Bench(run, access.model, made, recorded, who);
  await bench.open();
  return bench;
};
const settled = (bench: Bench, sync: Bench['sync'] = 'saved') => vi.waitFor(() => expect(bench.sync).toBe(sync), { timeout: 5000 });
const step = (i: number) => ({ type: 'done', step: made.steps[i]!.id }) as const;

beforeEach(() => {
  server = new Server();
  vi.stubGlobal('fetch', server.fetch);
});
afterEach(() => vi.unstubAllGlobals());

describe('the bench', () => {
  it('counts a fact at once and sends it in order', async () => {
    const bench = await open(`run-${++runs}`);
    for (let i = 0; i < 4; i++) bench.record(step(i));
    expect(bench.events.map((e) => 'step' in e && e.step)).toEqual(made.steps.slice(0, 4).map((s) => s.id));
    await settled(bench);
    expect(server.taken.map((e) => e.id)).toEqual(bench.events.map((e) => e.id));
    expect(server.taken.every((e) => e.by === undefined)).toBe(true);
    const times = server.taken.map((e) => e.at);
    expect(new Set(times).size).toBe(4);
    expect([...times].sort()).toEqual(times);
    bench.close();
  });

  it('keeps facts while the server is out of reach, over a closed tab, and sends them later', async () => {
    const run = `run-${++runs}`;
    server.answer = 'out-of-reach';
    const bench = await open(run);
    bench.record(step(0));
    bench.record(step(1));
    await settled(bench, 'waiting');
    bench.close();
    expect((await waiting(run, 'Tam Okello')).length).toBe(2);

    server.answer = 'take';
    const again = await open(run);
    expect(again.events.length).toBe(2);
    await settled(again);
    expect(server.taken.length).toBe(2);
    expect(await waiting(run, 'Tam Okello')).toEqual([]);
    again.close();
  });

  it('tries again by itself', async () => {
    server.answer = 'out-of-reach';
    const bench = await open(`run-${++runs}`);
    bench.record(step(0));
    await settled(bench, 'waiting');
    server.answer = 'take';
    await settled(bench);
    expect(server.taken.length).toBe(1);
    bench.close();
  });

  it('says that one is signed out, and loses nothing', async () => {
    server.answer = 'signed-out';
    const run = `run-${++runs}`;
    const bench = await open(run);
    bench.record(step(0));
    await settled(bench, 'signed-out');
    bench.close();
    // Somebody else at the same bench does not send it under another name.
    server.answer = 'take';
    const other = await open(run, [], 'Ines Havgaard');
    await settled(other);
    expect(server.taken).toEqual([]);
    expect((await waiting(run, 'Tam Okello')).length).toBe(1);
    other.close();
  });

  it('takes a refused signature back, with what stands in its way', async () => {
    const bench = await open(`run-${++runs}`);
    server.answer = 'refuse';
    bench.record({ type: 'signed' });
    await settled(bench, 'refused');
    expect(bench.events).toEqual([]);
    expect(bench.refusal).toMatchObject({ message: 'The run cannot be signed yet.', obstacles: [{ at: 'fan-screws' }] });
    server.answer = 'take';
    bench.record(step(0));
    await settled(bench);
    expect(bench.refusal).toBeUndefined();
    bench.close();
  });

  it('does not send again what the server has already', async () => {
    const run = `run-${++runs}`;
    const first = await open(run);
    first.record(step(0));
    await settled(first);
    first.close();
    const calls = server.calls;
    const second = await open(run, server.taken);
    await settled(second);
    expect(second.events.length).toBe(1);
    expect(server.calls).toBe(calls);
    second.close();
  });

  it('a clock set back does not undo the order of what was done', async () => {
    const bench = await open(`run-${++runs}`, [{ ...step(0), id: crypto.randomUUID(), at: '2099-01-01T00:00:00.000Z' }]);
    bench.record(step(1));
    expect(bench.events[1]!.at).toBe('2099-01-01T00:00:00.001Z');
    bench.close();
  });
  it('adds what others record, and nothing twice', async () => {
    const bench = await open(`run-${++runs}`);
    bench.record(step(0));
    await settled(bench);
    const other = { id: '00000000-0000-4000-8000-00000000000a', at: new Date().toISOString(), by: 'Ines', ...step(1) } as RunEvent;
    bench.hear([...bench.events, other]);
    bench.hear([other]);
    expect(bench.events).toHaveLength(2);
    expect(bench.state.position).toBe(2);
    expect(server.taken.some((e) => e.id === other.id)).toBe(false);
  });
  it('listens again from where it was when the server refused the stream, and not once it is closed', async () => {
    class Stream {
      static readonly CLOSED = 2;
      static opened: Stream[] = [];
      readyState = 1;
      onmessage: ((e: { data: string; lastEventId: string }) => void) | undefined;
      onopen: (() => void) | undefined;
      onerror: (() => void) | undefined;
      constructor(readonly url: string) {
        Stream.opened.push(this);
      }
      close() {
        this.readyState = 2;
      }
      fail(readyState: number) {
        this.readyState = readyState;
        this.onerror!();
      }
    }
    vi.stubGlobal('EventSource', Stream);
    vi.stubGlobal('addEventListener', () => {});
    vi.stubGlobal('removeEventListener', () => {});
    const bench = await open(`run-${++runs}`);
    vi.useFakeTimers();
    try {
      bench.follow(4);
      const [first] = Stream.opened;
      first!.onmessage!({ data: JSON.stringify({ events: [{ id: '00000000-0000-4000-8000-00000000000b', at: new Date().toISOString(), by: 'Ines', ...step(0) }] }), lastEventId: '5' });
      expect(bench.events).toHaveLength(1);
      // Broken: the browser itself tries again.
      first!.fail(0);
      vi.advanceTimersByTime(10_000);
      expect(Stream.opened).toHaveLength(1);
      first!.fail(2);
      vi.advanceTimersByTime(10_000);
      expect(Stream.opened.map((s) => s.url.split('?')[1])).toEqual(['after=4', 'after=5']);
      bench.close();
      Stream.opened[1]!.fail(2);
      vi.advanceTimersByTime(10_000);
      expect(Stream.opened).toHaveLength(2);
    } finally {
      vi.useRealTimers();
    }
  });
});
