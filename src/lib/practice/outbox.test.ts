import { expect, it, vi } from 'vitest';
import type { Answered } from '$core/practice';
import { PracticeOutbox } from './outbox.svelte';

function store() {
  const kept = new Map<string, string>();
  return {
    kept,
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
    removeItem: (key: string) => void kept.delete(key)
  };
}
const answer = (id: string) => ({ id }) as Answered;

it('keeps answers until the server has taken them, over a new page, each person’s own', async () => {
  const here = store();
  let isReached = false;
  const sent: string[][] = [];
  const send = (answers: readonly Answered[]) => {
    if (!isReached) return Promise.resolve(undefined);
    sent.push(answers.map((a) => a.id));
    return Promise.resolve(true);
  };
  const outbox = new PracticeOutbox('tam', here, send);
  outbox.add(answer('1'));
  outbox.add(answer('2'));
  await outbox.flush();
  expect(outbox.count).toBe(2);
  expect(new PracticeOutbox('ines', here, send).count).toBe(0);
  const later = new PracticeOutbox('tam', here, send);
  expect(later.count).toBe(2);
  isReached = true;
  await later.flush();
  expect(sent).toEqual([['1', '2']]);
  expect([later.count, here.kept.size]).toEqual([0, 0]);
});

it('two pages of one person do not put out each other’s answers; what both send counts once', async () => {
  const here = store();
  const sent: string[] = [];
  let isReached = false;
  const send = (answers: readonly Answered[]) => {
    if (isReached) sent.push(...answers.map((a) => a.id));
    return Promise.resolve(isReached || undefined);
  };
  const [one, other] = [new PracticeOutbox('tam', here, send), new PracticeOutbox('tam', here, send)];
  one.add(answer('1'));
  other.add(answer('2'));
  await Promise.all([one.flush(), other.flush()]);
  expect(new PracticeOutbox('tam', here, send).count).toBe(2);
  isReached = true;
  await other.flush();
  await one.flush();
  expect(new Set(sent)).toEqual(new Set(['1', '2']));
  expect([one.count, other.count, here.kept.size]).toEqual([0, 0, 0]);
});

it('what the server refuses is not sent for ever, and is told; a store that is full or torn loses nothing of the page', async () => {
  const refusing = new PracticeOutbox('tam', store(), () => Promise.resolve(false));
  refusing.add(answer('1'));
  await refusing.flush();
  expect([refusing.count, refusing.refused]).toEqual([0, 1]);
  const full = {
    ...store(),
    setItem: () => {
      throw new Error('full');
    }
  };
  const kept = new PracticeOutbox('tam', full, () => Promise.resolve(undefined));
  kept.add(answer('1'));
  await kept.flush();
  expect(kept.count).toBe(1);
  expect(
    new PracticeOutbox('tam', { ...store(), getItem: () => '{torn' }, () => Promise.resolve(undefined)).count
  ).toBe(0);
});

it('what fails while the network comes back is tried again by itself, as long as its page is there', async () => {
  vi.useFakeTimers();
  const heard = new EventTarget();
  vi.stubGlobal('addEventListener', heard.addEventListener.bind(heard));
  vi.stubGlobal('removeEventListener', heard.removeEventListener.bind(heard));
  try {
    const tries: ((isTaken: boolean | undefined) => void)[] = [];
    const outbox = new PracticeOutbox('tam', store(), () => new Promise((r) => tries.push(r)));
    const end = outbox.follow();
    outbox.add(answer('1'));
    // The network is back, and the first try has not failed yet.
    heard.dispatchEvent(new Event('online'));
    tries[0]!(undefined);
    await vi.advanceTimersByTimeAsync(1000);
    expect(tries).toHaveLength(2);
    tries[1]!(true);
    await vi.advanceTimersByTimeAsync(0);
    expect(outbox.count).toBe(0);
    outbox.add(answer('2'));
    tries[2]!(undefined);
    await vi.advanceTimersByTimeAsync(0);
    end();
    await vi.advanceTimersByTimeAsync(60_000);
    heard.dispatchEvent(new Event('online'));
    expect([tries.length, outbox.count]).toEqual([3, 1]);
  } finally {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  }
});
