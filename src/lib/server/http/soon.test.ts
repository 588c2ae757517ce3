import { describe, expect, it } from 'vitest';
import { TooMuchAtOnce } from '../planning/fair-queue';
import { soon } from './soon';

const after = <T>(ms: number, value: T) => new Promise<T>((resolve) => setTimeout(resolve, ms, value));

describe('what a page waits for', () => {
  it('is there at once when it comes soon, and follows when it does not', async () => {
    expect(await soon(Promise.resolve(7), 20)).toEqual({ now: 7 });
    const slow = await soon(after(60, 'plan'), 5);
    expect('later' in slow && (await slow.later)).toBe('plan');
  });
  it('fails as itself at once, and in words later', async () => {
    await expect(soon(Promise.reject(new TooMuchAtOnce('At most 24 at once')), 20)).rejects.toMatchObject({
      status: 429,
      body: { message: 'At most 24 at once' }
    });
    const failing = await soon(
      after(30, 0).then(() => Promise.reject(new Error('later'))),
      5
    );
    await expect('later' in failing && failing.later).rejects.toThrow('later');
  });
});
