import { clear, createStore, set } from 'idb-keyval';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { keptOf } from './kept';
import { made, newBench, openBench, settled, step, stubServer, waiting, type Server } from './testing/bench';

const emptied = () => clear(createStore('eager-wrench', 'kept'));
let server: Server;
/** Runs that no other file's tests know: files of one process share what a browser would keep. */
let runs = 0;
beforeEach(() => {
  server = stubServer();
});
afterEach(() => vi.unstubAllGlobals());

const NO_TEXT = { say: 'offline.cannotRecord', with: { place: 'text' } };

describe('what is recorded is never lost', () => {
  it('sets aside what the server will not have, that alone, for good, until somebody deals with it', async () => {
    const run = `kept-facts-${++runs}`;
    server.answer = 'out-of-reach';
    const bench = await openBench(run);
    for (let i = 0; i < 9; i++) bench.record(step(i));
    bench.record({ type: 'note', text: 'odd' });
    for (let i = 9; i < 12; i++) bench.record(step(i));
    server.refuses = (e) => e.type === 'note' && e.text === 'odd';
    server.answer = 'take';
    await settled(bench);
    expect(server.taken).toHaveLength(12);
    expect(bench.setAside).toMatchObject([{ event: { text: 'odd' }, why: 'It names nothing of this machine.' }]);
    bench.close();
    const again = await openBench(run, server.taken);
    await settled(again);
    expect(again.setAside).toHaveLength(1);
    expect(again.state.findings).toEqual([]);
    expect(again.sendAgain(again.setAside[0]!, '')).toMatchObject(NO_TEXT);
    expect(again.sendAgain(again.setAside[0]!, 'even')).toBeUndefined();
    await settled(again);
    expect(server.taken.at(-1)).toMatchObject({ type: 'note', text: 'even' });
    expect(again.setAside).toEqual([]);
    again.close();
    expect((await keptOf(run)).every((k) => k.is === 'sent')).toBe(true);
  });
  it('finds out by itself which one is meant where the answer does not say', async () => {
    const run = `kept-facts-${++runs}`;
    server.answer = 'out-of-reach';
    const bench = await openBench(run);
    for (let i = 0; i < 5; i++) bench.record(step(i));
    bench.record({ type: 'note', text: 'odd' });
    await settled(bench, 'waiting');
    vi.stubGlobal('fetch', async (url: string, init: { method?: string; body: string }) => {
      if (init.method === 'POST' && init.body.includes('"odd"'))
        return Response.json({ message: 'No.' }, { status: 422 });
      return server.fetch(url, init);
    });
    server.answer = 'take';
    await settled(bench);
    expect(server.taken).toHaveLength(5);
    expect(bench.setAside).toMatchObject([{ event: { text: 'odd' }, why: 'No.' }]);
    bench.close();
  });
  it('what comes after somebody else\u2019s signature is offered as an addition, and lost in no case', async () => {
    const run = `kept-facts-${++runs}`;
    server.answer = 'out-of-reach';
    const bench = await openBench(run);
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
    expect((await openBench(run, server.taken)).setAside).toHaveLength(9);
  });
  it('shows after a reload without the server what it had before, and does not call it saved', async () => {
    const run = `kept-facts-${++runs}`;
    const bench = await openBench(run);
    for (let i = 0; i < 14; i++) bench.record(step(i));
    await settled(bench);
    bench.close();
    server.answer = 'out-of-reach';
    // The page as it was first seen, with nothing recorded yet.
    const again = await openBench(run);
    expect(again.state.position).toBe(14);
    await settled(again, 'waiting');
    expect(again.sync).not.toBe('saved');
    server.answer = 'take';
    await settled(again);
    expect(server.taken).toHaveLength(14);
    again.close();
  });
  it('sends again what a server set back to an earlier day has lost', async () => {
    const run = `kept-facts-${++runs}`;
    const bench = await openBench(run);
    for (let i = 0; i < 6; i++) bench.record(step(i));
    await settled(bench);
    bench.close();
    server.taken = server.taken.slice(0, 2);
    const again = await openBench(run, server.taken);
    await settled(again);
    expect(server.taken.map((e) => 'step' in e && e.step)).toEqual(made.steps.slice(0, 6).map((s) => s.id));
    again.close();
  });
  it('refuses before recording what the server would refuse, and takes marks that nobody sees out of words', async () => {
    const bench = await openBench(`kept-facts-${++runs}`);
    expect(bench.record({ type: 'note', text: '' })).toBeUndefined();
    expect(bench.problem).toMatchObject(NO_TEXT);
    expect(bench.record({ type: 'note', text: 'a\u0000b\u202ec\ud800 d\nd' })).toBeDefined();
    await settled(bench);
    expect(server.taken).toMatchObject([{ text: 'abc d\nd' }]);
    bench.close();
  });
  it('takes over what an earlier version kept', async () => {
    const run = `kept-facts-${++runs}`;
    const event = { ...step(0), id: crypto.randomUUID(), at: new Date().toISOString() };
    await set(`outbox ${run} Tam Okello`, [event]);
    const bench = await openBench(run);
    await settled(bench);
    expect(server.taken).toMatchObject([{ id: event.id }]);
    bench.close();
  });
  describe('in a browser that keeps nothing', () => {
    const real = globalThis.indexedDB;
    afterEach(() => vi.stubGlobal('indexedDB', real));
    const broken: [string, object][] = [
      [
        'throws',
        {
          open: () => {
            throw new Error('no');
          }
        }
      ],
      ['hangs', { open: () => ({}) }],
      [
        'fails',
        {
          open: () => {
            const request: { onerror?: () => void; error: Error } = { error: new Error('full') };
            setTimeout(() => request.onerror?.());
            return request;
          }
        }
      ]
    ];
    it.each(broken)('one that %s: what is recorded is sent at once, and the screen says so', async (_, database) => {
      const bench = newBench(`kept-facts-${++runs}`);
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
      const run = `kept-facts-${++runs}`;
      server.answer = 'out-of-reach';
      const bench = await openBench(run);
      for (let i = 0; i < 3; i++) bench.record(step(i));
      await vi.waitFor(async () => expect(await waiting(run)).toHaveLength(3));
      await emptied();
      bench.record(step(3));
      await vi.waitFor(async () => expect(await waiting(run)).toHaveLength(4));
      bench.close();
    });
  });
});
