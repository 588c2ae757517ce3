import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { keepPhoto, photoHere, sendPhotos } from './photos';

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

const take = async (...photos: string[]) => {
  for (const photo of photos) await keepPhoto(run, 'Tam Okello', photo, new Blob([photo]));
};
const send = (refused: (photo: string, why: string) => void = () => {}) => sendPhotos(run, 'Tam Okello', refused);

describe('photos that wait', () => {
  it('are sent oldest first, each once, and then no longer kept', async () => {
    await take('a', 'b');
    expect(await photoHere('a')).toBeDefined();
    expect(await send()).toBe(0);
    expect(sent).toEqual(['a', 'b']);
    expect(await photoHere('a')).toBeUndefined();
    expect(await send()).toBe(0);
    expect(sent).toEqual(['a', 'b']);
  });
  it('stay while the server is away or has to be signed in to again, and those before are not sent twice', async () => {
    await take('c', 'd', 'e');
    answers = [() => Response.json({}), () => Promise.reject(new TypeError('away'))];
    expect(await send()).toBe(2);
    answers = [() => Response.json({ message: 'Sign in first.' }, { status: 401 })];
    expect(await send()).toBe(2);
    expect(await send()).toBe(0);
    expect(sent).toEqual(['c', 'd', 'd', 'd', 'e']);
  });
  it('that the server will not have are given up with its reason, and hold up no other', async () => {
    await take('f', 'g');
    const refused: string[] = [];
    answers = [() => Response.json({ message: 'This is no photo.' }, { status: 422 })];
    expect(await send((photo, why) => refused.push(`${photo}: ${why}`))).toBe(0);
    expect(refused).toEqual(['f: This is no photo.']);
    expect(sent).toEqual(['f', 'g']);
  });
  it('are nobody else\u2019s', async () => {
    await take('h');
    expect(await sendPhotos(run, 'Ines Havgaard', () => {})).toBe(0);
    expect(sent).toEqual([]);
  });
});
