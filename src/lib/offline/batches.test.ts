import { describe, expect, it } from 'vitest';
import type { RunEvent } from '$core/run';
import { nextBatch, refusedOf } from './batches';

const note = (id: string, length = 1) =>
  ({ id, at: '2026-11-24T08:00:00.000Z', type: 'note', text: 'x'.repeat(length) }) as RunEvent;
const ids = (events: readonly RunEvent[]) => events.map((e) => e.id);

describe('a batch', () => {
  const many = Array.from({ length: 450 }, (_, i) => note(String(i)));
  it('holds the oldest, up to two hundred', () => expect(ids(nextBatch(many, false))).toEqual(ids(many.slice(0, 200))));
  it('holds no more than the server reads, but always one', () => {
    const long = [note('a', 900_000), note('b', 900_000), note('c')];
    expect(ids(nextBatch(long, false))).toEqual(['a']);
    expect(ids(nextBatch([note('d', 9_000_000), note('e')], false))).toEqual(['d']);
    expect(nextBatch([], false)).toEqual([]);
  });
  it('holds a single one when it is to be told which one is meant', () =>
    expect(ids(nextBatch(many, true))).toEqual(['0']));
});

describe('what was refused', () => {
  const batch = [note('a'), note('b'), note('c')];
  it('is known by its id, or by its place where it has none', () => {
    const found = refusedOf(batch, [
      { event: 'c', message: 'no' },
      { event: null, index: 0, message: 'unreadable' }
    ]);
    expect(found.map(({ event, why }) => [event.id, why.message])).toEqual([
      ['a', 'unreadable'],
      ['c', 'no']
    ]);
  });
  it('is nothing when the answer names what was not sent', () =>
    expect(
      refusedOf(batch, [
        { event: 'z', message: 'no' },
        { event: null, message: 'no' }
      ])
    ).toEqual([]));
});
