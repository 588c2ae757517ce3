import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Photos } from './photos.svelte';

let runs = 0;
let run: string;
let answers: (() => Response | Promise<Response>)[];
let sent: string[];
beforeEach(() => {
  run = `run-${++runs}`;
  sent = [];
  answers = [];
  vi.stubGlobal('fetch', (url: string) => {
    sent.push(url.split('/').at(-1)!);
    const next = answers.shift() ?? (() => Response.json({}));
    return Promise.resolve().then(next);
  });
});
afterEach(() => vi.unstubAllGlobals());

const opened: Photos[] = [];
afterEach(() => opened.splice(0).forEach((p) => p.close()));
const open = async (person = 'tam') => {
  const photos = new Photos({ record: run, url: `/api/runs/${run}` }, person);
  opened.push(photos);
  await photos.open();
  return photos;
};
const take = async (photos: Photos, ...ids: string[]) => {
  for (const id of ids) await photos.take(id, new Blob([id]));
};

describe('photos that wait', () => {
  it('are sent, each once, and then no longer kept', async () => {
    const photos = await open();
    await take(photos, 'a', 'b');
    expect(photos.waiting).toBe(2);
    expect(await photos.here('a')).toBeDefined();
    await photos.send();
    expect([photos.waiting, sent]).toEqual([0, ['a', 'b']]);
    expect(await photos.here('a')).toBeUndefined();
    await photos.send();
    expect(sent).toEqual(['a', 'b']);
  });
  it('stay while the server is away, has to be signed in to again, or lacks their event, over a closed page', async () => {
    const photos = await open();
    await take(photos, 'c', 'd', 'e');
    answers = [() => Response.json({}), () => Promise.reject(new TypeError('away'))];
    await photos.send();
    expect(photos.waiting).toBe(2);
    for (const status of [401, 409, 500]) {
      answers = [() => Response.json({ message: 'Not now.' }, { status })];
      await photos.send();
      expect(photos.waiting).toBe(2);
    }
    const again = await open();
    expect(again.waiting).toBe(2);
    await again.send();
    expect(again.waiting).toBe(0);
    expect(sent).toEqual(['c', 'd', 'd', 'd', 'd', 'd', 'e']);
  });
  it('say so while the server has no room, and stay', async () => {
    const photos = await open();
    await take(photos, 'i');
    answers = [() => Response.json({ message: 'The disk is full.' }, { status: 507 })];
    await photos.send();
    expect([photos.problem, photos.waiting]).toEqual(['The disk is full.', 1]);
    await photos.send();
    expect([photos.problem, photos.waiting]).toEqual(['', 0]);
  });
  it('that the server will not have stay here with its reason, are not sent again, and hold up no other', async () => {
    const photos = await open();
    await take(photos, 'f', 'g');
    answers = [() => Response.json({ message: 'This is no photo.' }, { status: 422 })];
    await photos.send();
    expect(photos.refused).toEqual({ f: 'This is no photo.' });
    expect(sent).toEqual(['f', 'g']);
    const again = await open();
    expect([again.refused, again.waiting]).toEqual([{ f: 'This is no photo.' }, 0]);
    expect(await again.here('f')).toBeDefined();
    await again.send();
    expect(sent).toEqual(['f', 'g']);
  });
  it('are nobody else\u2019s', async () => {
    await take(await open(), 'h');
    const other = await open('ines');
    await other.send();
    expect([sent, other.waiting]).toEqual([[], 0]);
  });
});
