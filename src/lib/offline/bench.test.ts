import 'fake-indexeddb/auto';
import { clear, createStore, set } from 'idb-keyval';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { plan } from '$core/plan';
import type { RunEvent } from '$core/run';
import { demoAccess } from '$core/testing/machines';
import { Bench } from './bench.svelte';
import { keptOf } from './kept';

const access = demoAccess();
const made = plan(access, [{ do: 'replace', part: 'fan' }]);

/** A server as far as the bench sees it: it keeps what it takes, and can be out of reach. */
class Server {
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
    const refused = events.filter((e) => this.refuses(e)).map((e) => ({ event: e.id, message: 'It names nothing of this machine.' }));
    if (refused.length > 0) return Response.json({ refused }, { status: 409 });
    if (this.answer === 'out-of-reach') throw new TypeError('failed to fetch');
    if (this.answer === 'signed-out') return Response.json({ message: 'Sign in first.' }, { status: 401 });
    if (this.answer === 'refuse') return Response.json({ refused: [{ event: events.at(-1)!.id, message: 'The run cannot be signed yet.', obstacles: [{ kind: 'screws', at: 'fan-screws', text: 'one in hand' }] }] }, { status: 409 });
    for (const event of events) if (!this.taken.some((e) => e.id === event.id)) this.taken.push(event);
    return Response.json({ seq: this.taken.length });
  };
}

let server: Server;
let runs = 0;
const TAM = { id: 'tam', name: 'Tam Okello' };
const waiting = async (run: string, who = TAM.id) => (await keptOf(run)).filter((k) => k.is === 'waiting' && k.person === who).map((k) => k.event);
const open = async (run: string, recorded: RunEvent[] = [], who = TAM) => {
  const bench = new Bench(run, access.model, made, { events: recorded, seq: recorded.length }, who);
  await bench.open();
  return bench;
};
const emptied = () => clear(createStore('eager-wrench', 'kept'));
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
    expect((await waiting(run)).length).toBe(2);

    server.answer = 'take';
    const again = await open(run);
    expect(again.events.length).toBe(2);
    await settled(again);
    expect(server.taken.length).toBe(2);
    expect(await waiting(run)).toEqual([]);
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
    const other = await open(run, [], { id: 'ines', name: 'Ines Havgaard' });
    await settled(other);
    expect(server.taken).toEqual([]);
    expect((await waiting(run)).length).toBe(1);
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

  it('a clock set back does not undo the order of what was done, and one that ran ahead is not followed', async () => {
    const soon = new Date(Date.now() + 60_000).toISOString();
    const bench = await open(`run-${++runs}`, [{ ...step(0), id: crypto.randomUUID(), at: soon }, { ...step(2), id: crypto.randomUUID(), at: '2099-01-01T00:00:00.000Z' }]);
    bench.record(step(1));
    expect(Date.parse(bench.events[2]!.at)).toBe(Date.parse(soon) + 1);
    bench.close();
  });
  it('goes by the server\u2019s clock where its own is wrong', async () => {
    const bench = await open(`run-${++runs}`);
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
  it('sets aside what the server will not have, that alone, for good, until somebody deals with it', async () => {
    const run = `run-${++runs}`;
    server.answer = 'out-of-reach';
    const bench = await open(run);
    for (let i = 0; i < 9; i++) bench.record(step(i));
    bench.record({ type: 'note', text: 'odd' });
    for (let i = 9; i < 12; i++) bench.record(step(i));
    server.refuses = (e) => e.type === 'note' && e.text === 'odd';
    server.answer = 'take';
    await settled(bench);
    expect(server.taken).toHaveLength(12);
    expect(bench.setAside).toMatchObject([{ event: { text: 'odd' }, why: 'It names nothing of this machine.' }]);
    bench.close();
    const again = await open(run, server.taken);
    await settled(again);
    expect(again.setAside).toHaveLength(1);
    expect(again.state.findings).toEqual([]);
    expect(again.sendAgain(again.setAside[0]!, '')).toMatch(/text/);
    expect(again.sendAgain(again.setAside[0]!, 'even')).toBeUndefined();
    await settled(again);
    expect(server.taken.at(-1)).toMatchObject({ type: 'note', text: 'even' });
    expect(again.setAside).toEqual([]);
    again.close();
    expect((await keptOf(run)).every((k) => k.is === 'sent')).toBe(true);
  });
  it('finds out by itself which one is meant where the answer does not say', async () => {
    const run = `run-${++runs}`;
    server.answer = 'out-of-reach';
    const bench = await open(run);
    for (let i = 0; i < 5; i++) bench.record(step(i));
    bench.record({ type: 'note', text: 'odd' });
    await settled(bench, 'waiting');
    vi.stubGlobal('fetch', async (url: string, init: { method?: string; body: string }) => {
      if (init.method === 'POST' && init.body.includes('"odd"')) return Response.json({ message: 'No.' }, { status: 422 });
      return server.fetch(url, init);
    });
    server.answer = 'take';
    await settled(bench);
    expect(server.taken).toHaveLength(5);
    expect(bench.setAside).toMatchObject([{ event: { text: 'odd' }, why: 'No.' }]);
    bench.close();
  });
  it('what comes after somebody else\u2019s signature is offered as an addition, and lost in no case', async () => {
    const run = `run-${++runs}`;
    server.answer = 'out-of-reach';
    const bench = await open(run);
    for (let i = 0; i < 10; i++) bench.record(step(i));
    server.refuses = (e) => e.type === 'done';
    server.answer = 'take';
    await settled(bench);
    expect(bench.setAside).toHaveLength(10);
    const [first] = bench.setAside;
    bench.addToRecord(first!);
    await settled(bench);
    expect(server.taken).toMatchObject([{ type: 'added', event: { id: first!.event.id } }]);
    expect(bench.setAside).toHaveLength(9);
    bench.close();
    expect((await open(run, server.taken)).setAside).toHaveLength(9);
  });
  it('shows after a reload without the server what it had before, and does not call it saved', async () => {
    const run = `run-${++runs}`;
    const bench = await open(run);
    for (let i = 0; i < 14; i++) bench.record(step(i));
    await settled(bench);
    bench.close();
    server.answer = 'out-of-reach';
    // The page as it was first seen, with nothing recorded yet.
    const again = await open(run);
    expect(again.state.position).toBe(14);
    await settled(again, 'waiting');
    expect(again.sync).not.toBe('saved');
    server.answer = 'take';
    await settled(again);
    expect(server.taken).toHaveLength(14);
    again.close();
  });
  it('sends again what a server set back to an earlier day has lost', async () => {
    const run = `run-${++runs}`;
    const bench = await open(run);
    for (let i = 0; i < 6; i++) bench.record(step(i));
    await settled(bench);
    bench.close();
    server.taken = server.taken.slice(0, 2);
    const again = await open(run, server.taken);
    await settled(again);
    expect(server.taken.map((e) => 'step' in e && e.step)).toEqual(made.steps.slice(0, 6).map((s) => s.id));
    again.close();
  });
  it('refuses before recording what the server would refuse, and takes marks that nobody sees out of words', async () => {
    const bench = await open(`run-${++runs}`);
    expect(bench.record({ type: 'note', text: '' })).toBe(false);
    expect(bench.problem).toMatch(/text/);
    expect(bench.record({ type: 'note', text: 'a\u0000b\u202ec\ud800 d\nd' })).toBe(true);
    await settled(bench);
    expect(server.taken).toMatchObject([{ text: 'abc d\nd' }]);
    bench.close();
  });
  it('takes over what an earlier version kept', async () => {
    const run = `run-${++runs}`;
    const event = { ...step(0), id: crypto.randomUUID(), at: new Date().toISOString() };
    await set(`outbox ${run} Tam Okello`, [event]);
    const bench = await open(run);
    await settled(bench);
    expect(server.taken).toMatchObject([{ id: event.id }]);
    bench.close();
  });
  describe('in a browser that keeps nothing', () => {
    const real = globalThis.indexedDB;
    afterEach(() => vi.stubGlobal('indexedDB', real));
    const broken: [string, object][] = [
      ['throws', { open: () => { throw new Error('no'); } }],
      ['hangs', { open: () => ({}) }],
      ['fails', { open: () => { const request: { onerror?: () => void; error: Error } = { error: new Error('full') }; setTimeout(() => request.onerror?.()); return request; } }]
    ];
    it.each(broken)('one that %s: what is recorded is sent at once, and the screen says so', async (_, database) => {
      const bench = new Bench(`run-${++runs}`, access.model, made, { events: [], seq: 0 }, TAM);
      vi.stubGlobal('indexedDB', database);
      const { dropConnection } = await import('./kept');
      dropConnection();
      const opening = bench.open();
      bench.record(step(0));
      await opening;
      await settled(bench);
      expect(server.taken).toHaveLength(1);
      expect(bench.keeps).toBe(false);
      server.answer = 'out-of-reach';
      bench.record(step(1));
      await settled(bench, 'waiting');
      expect(bench.unsent).toBe(1);
      server.answer = 'take';
      await settled(bench);
      bench.close();
      dropConnection();
    });
    it('one that is emptied while one works keeps anew what waits', async () => {
      const run = `run-${++runs}`;
      server.answer = 'out-of-reach';
      const bench = await open(run);
      for (let i = 0; i < 3; i++) bench.record(step(i));
      await vi.waitFor(async () => expect(await waiting(run)).toHaveLength(3));
      await emptied();
      bench.record(step(3));
      await vi.waitFor(async () => expect(await waiting(run)).toHaveLength(4));
      bench.close();
    });
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
      bench.follow();
      const [first] = Stream.opened;
      first!.onmessage!({ data: JSON.stringify({ events: [{ id: '00000000-0000-4000-8000-00000000000b', at: new Date().toISOString(), by: 'Ines', ...step(0) }] }), lastEventId: '5' });
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
