import { describe, expect, it } from 'vitest';
import { seeded } from '../solve';
import {
  after,
  EXERCISE_SECONDS,
  isDue,
  Memory,
  practised,
  retention,
  today,
  type Asked,
  type Offer,
  type Practised
} from '.';

const DAY = 86_400_000;
const START = Date.UTC(2026, 0, 5, 8);

describe('what is remembered', () => {
  it('holds longer each time it was right when it was due, and is read again as it was written', () => {
    let memory: Memory | undefined;
    let at = START;
    const spans: number[] = [];
    for (let i = 0; i < 6; i++) {
      memory = practised(memory, true, at);
      expect(Memory.parse(JSON.parse(JSON.stringify(memory)))).toEqual(memory);
      spans.push((Date.parse(memory.due) - at) / DAY);
      at = Date.parse(memory.due);
    }
    expect(spans).toEqual([...spans].sort((a, b) => a - b));
    expect(spans.at(-1)).toBeGreaterThan(30);
    expect(memory).toMatchObject({ state: 'kept', reps: 6, lapses: 0 });
  });

  it('is less with every day, and after a wrong answer comes back within two', () => {
    let memory = practised(practised(undefined, true, START), true, START + 3 * DAY);
    const held = [0, 1, 5, 20, 100].map((days) => retention(memory, START + (3 + days) * DAY));
    expect(held).toEqual([...held].sort((a, b) => b - a));
    expect(held[0]).toBeCloseTo(1, 5);
    expect(isDue(memory, Date.parse(memory.due) - 1)).toBe(false);
    expect(isDue(memory, Date.parse(memory.due))).toBe(true);
    memory = practised(memory, false, START + 10 * DAY);
    expect(memory.lapses).toBe(1);
    expect(Date.parse(memory.due) - (START + 10 * DAY)).toBeLessThanOrEqual(2 * DAY);
  });

  it('is nothing of what was never practised', () => {
    expect(retention(undefined, START)).toBe(0);
  });
});

const OFFERS: Offer[] = ['a', 'b', 'c'].flatMap((machine) => [
  { skill: 'plug:slide-lock', machine, kinds: ['motion'] },
  { skill: 'fit', machine, kinds: ['screw'] },
  { skill: 'tests', machine, kinds: ['tests'] },
  { skill: 'stop', machine, kinds: ['stop'] },
  { skill: `chain:${machine}`, machine, kinds: ['order', 'comes-off'] }
]);
const skills = [...new Set(OFFERS.map((o) => o.skill))];

const done = (isRight: boolean, at: number): Practised => ({
  memory: practised(undefined, isRight, at),
  machine: 'a',
  kind: 'motion',
  isRight
});

describe('a day', () => {
  it('is as long as one has, asks each skill once, and what is due before what is new', () => {
    for (let seed = 0; seed < 50; seed++) {
      const random = seeded(seed);
      const known = new Map(
        skills.filter(() => random() < 0.5).map((s) => [s, done(random() < 0.7, START - DAY * random() * 20)])
      );
      const seconds = 60 + 600 * random();
      const list = today(OFFERS, known, START, seconds, random);
      expect(list.reduce((sum, { kind }) => sum + EXERCISE_SECONDS[kind], 0)).toBeLessThanOrEqual(seconds);
      expect(new Set(list.map((l) => l.skill)).size).toBe(list.length);
      const isNew = list.map(({ skill }) => !known.has(skill));
      expect(isNew).toEqual([...isNew].sort((x, y) => Number(x) - Number(y)));
      for (const { skill } of list) if (known.has(skill)) expect(isDue(known.get(skill)!.memory, START)).toBe(true);
    }
  });

  it('begins with what is least remembered', () => {
    const known = new Map([
      ['fit', done(true, START - 20 * DAY)],
      ['stop', done(true, START - 60 * DAY)]
    ]);
    expect(
      today(OFFERS, known, START, 600, seeded(1))
        .map((l) => l.skill)
        .slice(0, 2)
    ).toEqual(['stop', 'fit']);
    // What is remembered as well as another stands by its name, however the library is sorted.
    const alike = new Map(['tests', 'fit', 'stop'].map((skill) => [skill, done(true, START - 20 * DAY)]));
    for (const offers of [OFFERS, OFFERS.toReversed()])
      expect(
        today(offers, alike, START, 160, seeded(1))
          .map((l) => l.skill)
          .slice(0, 3)
      ).toEqual(['fit', 'stop', 'tests']);
  });

  it('with everything new it is filled with that', () => {
    const list = today(OFFERS, new Map(), START, 10_000, seeded(3));
    expect(new Set(list.map((l) => l.skill))).toEqual(new Set(skills));
  });

  it('is filled to the last second; beside what is due no more than 60 % of it is new', () => {
    const offer = (skill: string, kind: Offer['kinds'][number]): Offer => ({ skill, machine: 'a', kinds: [kind] });
    const plugs = Array.from({ length: 10 }, (_, i) => offer(`plug:${i}`, 'motion'));
    const offers = [offer('stop', 'stop'), ...plugs];
    const { motion, stop } = EXERCISE_SECONDS;
    const asked = (seconds: number, known: ReadonlyMap<string, Practised> = new Map()) =>
      today(offers, known, START, seconds, seeded(1)).map((a) => a.skill);
    const isDueNow = new Map([['stop', done(true, START - 60 * DAY)]]);
    expect(asked(10 * motion + stop)).toHaveLength(11);
    expect(asked(10 * motion + stop - 1)).toHaveLength(10);
    expect(asked(stop, isDueNow)).toEqual(['stop']);
    expect(asked(stop - 1, isDueNow)).not.toContain('stop');
    expect(asked(10 * motion, isDueNow)).toHaveLength(1 + 6);
    expect(asked(10 * motion - 1, isDueNow)).toHaveLength(1 + 5);
  });

  it('what went wrong comes back on another machine, not at once; what has one machine only as another kind', () => {
    const rest: Asked[] = today(OFFERS, new Map(), START, 400, seeded(4));
    for (let seed = 0; seed < 30; seed++) {
      const random = seeded(seed);
      const plug: Asked = { skill: 'plug:slide-lock', machine: 'b', kind: 'motion', seed: 1 };
      const list = after(plug, false, rest, OFFERS, 0, random);
      expect(list.length).toBe(rest.length + 1);
      expect(list[2]).toMatchObject({ skill: 'plug:slide-lock', kind: 'motion' });
      expect(list[2]!.machine).not.toBe('b');
      const chain: Asked = { skill: 'chain:b', machine: 'b', kind: 'order', seed: 1 };
      expect(after(chain, false, rest, OFFERS, 0, random)[2]).toMatchObject({ machine: 'b', kind: 'comes-off' });
      expect(after(chain, true, rest, OFFERS, 0, random)).toEqual(rest);
      // A day ends, whoever gets everything wrong.
      expect(after(chain, false, rest, OFFERS, 5, random)).toEqual(rest);
    }
  });
});
