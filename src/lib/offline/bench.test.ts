import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { RunEvent } from '$core/run';
import { made, openBench, settled, step, stubServer, waiting, type Server } from './testing/bench';

let server: Server;
let runs = 0;
beforeEach(() => {
  server = stubServer();
});
afterEach(() => vi.unstubAllGlobals());

describe('the bench', () => {
  it('counts a fact at once and sends it in order', async () => {
    const bench = await openBench(`run-${++runs}`);
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
    const bench = await openBench(run);
    bench.record(step(0));
    bench.record(step(1));
    await settled(bench, 'waiting');
    bench.close();
    expect((await waiting(run)).length).toBe(2);

    server.answer = 'take';
    const again = await openBench(run);
    expect(again.events.length).toBe(2);
    await settled(again);
    expect(server.taken.length).toBe(2);
    expect(await waiting(run)).toEqual([]);
    again.close();
  });

  it('tries again by itself', async () => {
    server.answer = 'out-of-reach';
    const bench = await openBench(`run-${++runs}`);
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
    const bench = await openBench(run);
    bench.record(step(0));
    await settled(bench, 'signed-out');
    bench.close();
    // Somebody else at the same bench does not send it under another name.
    server.answer = 'take';
    const other = await openBench(run, [], { id: 'ines', name: 'Ines Havgaard' });
    await settled(other);
    expect(server.taken).toEqual([]);
    expect((await waiting(run)).length).toBe(1);
    other.close();
  });

  it('takes a refused signature back, with what stands in its way', async () => {
    const bench = await openBench(`run-${++runs}`);
    server.answer = 'refuse';
    bench.record({ type: 'signed' });
    await settled(bench, 'refused');
    expect(bench.events).toEqual([]);
    expect(bench.refusal).toMatchObject({
      message: 'The run cannot be signed yet.',
      obstacles: [{ at: 'fan-screws' }]
    });
    server.answer = 'take';
    bench.record(step(0));
    await settled(bench);
    expect(bench.refusal).toBeUndefined();
    bench.close();
  });

  it('does not send again what the server has already', async () => {
    const run = `run-${++runs}`;
    const first = await openBench(run);
    first.record(step(0));
    await settled(first);
    first.close();
    const calls = server.calls;
    const second = await openBench(run, server.taken);
    await settled(second);
    expect(second.events.length).toBe(1);
    expect(server.calls).toBe(calls);
    second.close();
  });

  it('a clock set back does not undo the order of what was done, and one that ran ahead is not followed', async () => {
    const soon = new Date(Date.now() + 60_000).toISOString();
    const bench = await openBench(`run-${++runs}`, [
      { ...step(0), id: crypto.randomUUID(), at: soon },
      { ...step(2), id: crypto.randomUUID(), at: '2099-01-01T00:00:00.000Z' }
    ]);
    bench.record(step(1));
    expect(Date.parse(bench.events[2]!.at)).toBe(Date.parse(soon) + 1);
    bench.close();
  });
  it('goes by the server\u2019s clock where its own is wrong', async () => {
    const bench = await openBench(`run-${++runs}`);
    vi.stubGlobal('fetch', async (url: string, init: { method?: string; body: string }) => {
      const answer = await server.fetch(url, init);
      return new Response(answer.body, { status: answer.status, headers: { date: 'Thu, 01 Jan 2032 10:00:00 GMT' } });
    });
    bench.record(step(0));
    await settled(bench);
    bench.record(step(1));
    expect(bench.events[1]!.at.slice(0, 13)).toBe('2032-01-01T10');
    bench.close();
  });
  it('adds what others record, and nothing twice', async () => {
    const bench = await openBench(`run-${++runs}`);
    bench.record(step(0));
    await settled(bench);
    const other = {
      id: '00000000-0000-4000-8000-00000000000a',
      at: new Date().toISOString(),
      by: 'Ines',
      ...step(1)
    } as RunEvent;
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
    const bench = await openBench(`run-${++runs}`);
    vi.useFakeTimers();
    try {
      bench.follow();
      const [first] = Stream.opened;
      first!.onmessage!({
        data: JSON.stringify({
          events: [{ id: '00000000-0000-4000-8000-00000000000b', at: new Date().toISOString(), by: 'Ines', ...step(0) }]
        }),
        lastEventId: '5'
      });
      expect(bench.events).toHaveLength(1);
      // Broken: the browser itself tries again.
      first!.fail(0);
      vi.advanceTimersByTime(10_000);
      expect(Stream.opened).toHaveLength(1);
      first!.fail(2);
      vi.advanceTimersByTime(10_000);
      expect(Stream.opened.map((s) => s.url.split('?')[1])).toEqual(['after=0', 'after=5']);
      bench.close();
      Stream.opened[1]!.fail(2);
      vi.advanceTimersByTime(10_000);
      expect(Stream.opened).toHaveLength(2);
    } finally {
      vi.useRealTimers();
    }
  });
});
