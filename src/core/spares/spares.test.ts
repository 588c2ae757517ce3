import { inEnglish } from '../testing/english';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { plan } from '../plan';
import { demoAccess, DEMO_MACHINES } from '../testing/machines';
import {
  checkFit,
  currentNumber,
  isInHand,
  needsOf,
  needStates as needStatesSaid,
  numbersNow,
  patternOffMm,
  Spare,
  spareOf
} from '.';

const needStates = (...asked: Parameters<typeof needStatesSaid>) => inEnglish(needStatesSaid(...asked));

const fathom = demoAccess();
const { model } = fathom;
const fan = model.part('fan');
const number = fan.numbers[0]!.number;
const right = spareOf(model, fan, number);
const verdict = (spare: Partial<Spare>, all: Spare[] = [], variant?: string) =>
  checkFit(model, fan, { ...right, ...spare }, all, variant);

describe('whether a spare fits', () => {
  it('the part of the file itself always does', () => {
    for (const id of DEMO_MACHINES) {
      const of = demoAccess(id).model;
      for (const part of of.machine.parts) {
        for (const n of part.numbers.filter((p) => !p.revisions || p.revisions.includes(of.machine.revision))) {
          expect(checkFit(of, part, spareOf(of, part, n.number)).verdict, `${id} ${part.id}`).toBe('fits');
        }
      }
    }
  });
  it('goes by number, holes and plugs, and says which is wrong', () => {
    expect(verdict({}).checks.map((c) => [c.what, c.is])).toEqual([
      ['number', 'right'],
      ['holes', 'right'],
      ['plugs', 'right']
    ]);
    expect(verdict({ holes: right.holes!.map(([x, y], i) => [i === 0 ? x + 3 : x, y]) })).toMatchObject({
      verdict: 'does-not-fit',
      checks: expect.arrayContaining([expect.objectContaining({ what: 'holes', is: 'wrong' })])
    });
    expect(inEnglish(verdict({ holes: right.holes!.slice(1) }).checks[1]!.text)).toMatch(/has \d+ screw holes/);
    expect(verdict({ plugs: ['flip-lock-front'] })).toMatchObject({ verdict: 'does-not-fit' });
    expect(inEnglish(verdict({ number: model.part('battery').numbers[0]!.number }).checks[0]!.text)).toMatch(
      /number of another part \(battery\)/
    );
    expect(verdict({ number: 'ZZ-1' }).verdict).toBe('look');
  });
  it('a number that has taken the place of the right one fits; the old one is known by it', () => {
    const all: Spare[] = [
      { ...right, supersededBy: 'NEW-2' },
      { ...right, number: 'NEW-2', supersededBy: 'NEW-3' },
      { ...right, number: 'NEW-3' }
    ];
    expect(currentNumber(number, all)).toBe('NEW-3');
    expect(verdict({ number: 'NEW-3' }, all)).toMatchObject({ verdict: 'fits' });
    expect(numbersNow(model, fan, all)[0]).toBe('NEW-3');
    expect(
      currentNumber('A', [
        { ...right, number: 'A', supersededBy: 'B' },
        { ...right, number: 'B', supersededBy: 'A' }
      ])
    ).toBe('A');
  });
  it('patterns are the same however they are moved or turned half round, and never closer than a hole is off', () => {
    const points = fc.array(fc.tuple(fc.integer({ min: 0, max: 300 }), fc.integer({ min: 0, max: 200 })), {
      minLength: 1,
      maxLength: 8
    });
    fc.assert(
      fc.property(points, fc.integer({ min: -50, max: 50 }), fc.boolean(), (pattern, by, turned) => {
        const moved = pattern
          .map(([x, y]) => [(turned ? -x : x) + by, (turned ? -y : y) - by] as [number, number])
          .reverse();
        expect(patternOffMm(pattern, moved)).toBeLessThan(1e-6);
      })
    );
    expect(
      patternOffMm(
        [
          [0, 0],
          [10, 0]
        ],
        [
          [0, 0],
          [14, 0]
        ]
      )
    ).toBeCloseTo(2, 9);
  });
});

describe('what has to be in hand', () => {
  const made = plan(fathom, [
    { do: 'replace', part: 'fan' },
    { do: 'remove', part: 'heat-sink' }
  ]);
  const paste = Spare.parse({ number: 'C-1', name: 'Thermal compound, 4 g', kind: 'consumable' });
  const needs = needsOf(model, made, [right, paste]);

  it('is each spare by any of its numbers, and each consumable by its material', () => {
    expect(needs.find((n) => n.part === 'fan')!.numbers).toContain(number);
    expect(inEnglish(needs.find((n) => n.what === 'consumable'))).toMatchObject({ numbers: ['C-1'] });
  });
  it('what is set aside for this job counts before what is free; what is neither is missing', () => {
    const of = (stock: Parameters<typeof needStates>[1]) =>
      Object.fromEntries(needStates(needs, stock).map((s) => [s.name.split(':')[0], s.is]));
    expect(of([])).toEqual({ Fan: 'unlisted', 'Thermal compound': 'unlisted' });
    const stock = [
      { number, free: 0, held: 1 },
      { number: 'C-1', free: 3, held: 0 }
    ];
    expect(of(stock)).toEqual({ Fan: 'held', 'Thermal compound': 'free' });
    expect(isInHand(needStates(needs, stock))).toBe(true);
    // What the shop keeps no such thing of is not in hand either.
    expect(isInHand(needStates(needs, []))).toBe(false);
    expect(isInHand(needStates(needs, [stock[0]!]))).toBe(false);
    expect(isInHand(needStates(needs, [{ number, free: 0, held: 0 }, stock[1]!]))).toBe(false);
  });
});
