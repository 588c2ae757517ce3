import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { TRAINEES } from '../job';
import { readiness, traineeMay, type Outcome } from '.';

const DAY = 86_400_000;
const NOW = 100 * DAY;
const work = { machine: 'm', revision: '1', goals: ['replace:fan'] };
const done = (at: number, isClean: boolean, more: Partial<Outcome> = {}): Outcome => ({
  ...work,
  at: at * DAY,
  isClean,
  hints: 0,
  ...more
});

describe('who is ready for a piece of work', () => {
  it.each<[string, Outcome[], number | null, string]>([
    ['nobody who never rehearsed it', [], 30, 'never'],
    ['whoever did without harm, lately', [done(80, true)], 30, 'ready'],
    ['on the last day', [done(70, true)], 30, 'ready'],
    ['not a moment later', [done(70, true, { at: 70 * DAY - 1 })], 30, 'stale'],
    ['for ever where the shop says so', [done(1, true)], null, 'ready'],
    ['not with harm', [done(99, false)], 30, 'harmed'],
    ['a clean one counts, whatever came after', [done(80, true), done(99, false)], 30, 'ready'],
    ['the newest clean one counts', [done(10, true), done(95, true)], 30, 'ready'],
    ['more work holds for less', [done(99, true, { goals: ['replace:cell', 'replace:fan'] })], 30, 'ready'],
    ['less does not hold for more', [done(99, true, { goals: [] })], 30, 'never'],
    ['not on another machine', [done(99, true, { machine: 'n' })], 30, 'never'],
    ['not on another revision', [done(99, true, { revision: '2' })], 30, 'never']
  ])('%s', (_, outcomes, fresh, is) => {
    expect(readiness(outcomes, work, fresh, NOW).is).toBe(is);
  });

  it('nobody for work that asks for nothing yet', () => {
    expect(readiness([done(99, true)], { ...work, goals: [] }, null, NOW).is).toBe('never');
  });

  it('does not depend on the order in which they came in', () =>
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.integer({ min: 0, max: 100 }), fc.boolean())), (list) => {
        const outcomes = list.map(([at, isClean]) => done(at, isClean));
        expect(readiness(outcomes, work, 30, NOW)).toEqual(readiness([...outcomes].reverse(), work, 30, NOW));
      })
    ));
});

it('trainees watch, work on what they rehearsed or were let on with, or work', () => {
  const ready = { is: 'ready', at: 1, hints: 0 } as const;
  const table = TRAINEES.map((may) => [
    traineeMay(may, { is: 'never' }, false),
    traineeMay(may, { is: 'stale', at: 1, hints: 0 }, false),
    traineeMay(may, ready, false),
    traineeMay(may, { is: 'harmed', at: 1 }, true)
  ]);
  expect(table).toEqual([
    [false, false, false, false],
    [false, false, true, true],
    [true, true, true, true]
  ]);
});
