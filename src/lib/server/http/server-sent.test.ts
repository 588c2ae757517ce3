import type { Cookies } from '@sveltejs/kit';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { serverSent } from './server-sent';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

const cookies = { get: () => 'a token' } as unknown as Cookies;

it('a stream that its reader leaves stops what sends to it, its heartbeat too, and makes room for another', async () => {
  for (let i = 0; i < 40; i++) {
    const stop = vi.fn();
    const reader = serverSent(cookies, 'tam', (send) => (send('data: 1\n\n'), { stop })).body!.getReader();
    const first = await reader.read();
    expect(new TextDecoder().decode(first.value)).toContain(': here');
    expect(vi.getTimerCount()).toBe(1);
    await reader.cancel();
    expect(stop).toHaveBeenCalledOnce();
    expect(vi.getTimerCount()).toBe(0);
  }
});

it('one person has no more than some at once, and others still have theirs', () => {
  const begin = () => ({ stop: () => {} });
  const open = Array.from({ length: 24 }, () => serverSent(cookies, 'ines', begin));
  expect(() => serverSent(cookies, 'ines', begin)).toThrow(expect.objectContaining({ status: 429 }));
  const another = serverSent(cookies, 'juno', begin);
  expect(another.status).toBe(200);
  for (const one of [...open, another]) void one.body!.cancel();
});
