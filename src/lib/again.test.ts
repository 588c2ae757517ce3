import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { Again } from './again';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

it('waits longer each time, and the longest over and over, until it worked', () => {
  const again = new Again([100, 500]);
  const tried = vi.fn();
  const after = (ms: number) => {
    again.later(tried);
    vi.advanceTimersByTime(ms - 1);
    const before = tried.mock.calls.length;
    vi.advanceTimersByTime(1);
    return tried.mock.calls.length - before;
  };
  expect([after(100), after(500), after(500)]).toEqual([1, 1, 1]);
  again.afresh();
  expect(after(100)).toBe(1);
});

it('what is stopped, or asked for anew, does not come twice', () => {
  const again = new Again([100]);
  const tried = vi.fn();
  again.later(tried);
  again.later(tried);
  expect(again.isDue).toBe(true);
  vi.advanceTimersByTime(1000);
  expect(tried).toHaveBeenCalledTimes(1);
  expect(again.isDue).toBe(false);
  again.later(tried);
  again.stop();
  expect(again.isDue).toBe(false);
  vi.advanceTimersByTime(1000);
  expect(tried).toHaveBeenCalledTimes(1);
});
