import { describe, expect, it } from 'vitest';
import { FairQueue, TooMuchAtOnce } from './fair-queue';

const settled = () => new Promise((resolve) => setTimeout(resolve));

/** Work that ends when it is told to. */
function pieces(queue: FairQueue) {
  const begun: string[] = [];
  const end = new Map<string, () => void>();
  const put = (person: string, name: string, size = 1, signal?: AbortSignal) =>
    queue.run(
      person,
      size,
      () => {
        begun.push(name);
        return new Promise<string>((resolve) => end.set(name, () => resolve(name)));
      },
      signal
    );
  const finish = async (name: string) => {
    end.get(name)!();
    await settled();
  };
  return { begun, put, finish };
}

describe('a fair queue', () => {
  it('lets one person\u2019s many wait behind another\u2019s one', async () => {
    const { begun, put, finish } = pieces(new FairQueue(1, 10));
    for (let i = 0; i < 5; i++) void put('a', `a${i}`);
    await settled();
    void put('b', 'b0');
    await finish('a0');
    expect(begun).toEqual(['a0', 'b0']);
  });
  it('keeps a place free of whoever has the others', async () => {
    const { begun, put } = pieces(new FairQueue(2, 10));
    for (let i = 0; i < 5; i++) void put('a', `a${i}`);
    await settled();
    expect(begun).toEqual(['a0']);
    void put('b', 'b0');
    await settled();
    expect(begun).toEqual(['a0', 'b0']);
  });
  it('takes the shortest first, and what has waited long before a shorter one', async () => {
    let now = 0;
    const { begun, put, finish } = pieces(new FairQueue(1, 10, 1000, () => now));
    void put('a', 'first');
    await settled();
    void put('b', 'long', 100);
    void put('c', 'short', 1);
    await finish('first');
    expect(begun).toEqual(['first', 'short']);
    now = 10_000;
    void put('d', 'shorter', 0.5);
    await finish('short');
    expect(begun.at(-1)).toBe('long');
  });
  it('refuses more than its share to one person, and nothing to others', async () => {
    const { put } = pieces(new FairQueue(1, 2));
    void put('a', 'a0');
    void put('a', 'a1');
    await expect(put('a', 'a2')).rejects.toThrow(TooMuchAtOnce);
    void put('b', 'b0');
  });
  it('forgets who does not want it any more, and goes on after what fails', async () => {
    const queue = new FairQueue(1, 10);
    const { begun, put, finish } = pieces(queue);
    void put('a', 'a0');
    await settled();
    const gone = new AbortController();
    const left = put('b', 'b0', 1, gone.signal);
    void put('c', 'c0');
    gone.abort();
    await expect(left).rejects.toThrow(/abort/i);
    await finish('a0');
    expect(begun).toEqual(['a0', 'c0']);
    await finish('c0');
    await expect(queue.run('d', 1, () => Promise.reject(new Error('broken')))).rejects.toThrow('broken');
    expect(await queue.run('d', 1, async () => 'on')).toBe('on');
  });
});
