import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Joint, type JointOf } from '../machine';
import { screw } from '../testing/machines';
import {
  emptyFates,
  fit,
  fitMatrix,
  grossMixUps,
  guidelineTorqueNm,
  interchangeable,
  isClosed,
  ledgerLine,
  mixUps,
  tightening,
  worstMixUps,
  type ScrewGroup
} from '.';

const group = (id: string, over: Record<string, unknown> = {}, hole: Record<string, unknown> = {}): ScrewGroup => {
  const base = screw(id, 'x', 'y', [1, 1], 0) as { screw: Record<string, unknown> & { hole: object } };
  return Joint.parse({
    ...base,
    screw: { ...base.screw, ...over, hole: { ...base.screw.hole!, ...hole } }
  }) as JointOf<'screws'>;
};
const verdict = (length: number, hole: Record<string, unknown> = {}, over: Record<string, unknown> = {}) => {
  const made = group('made', { lengthMm: 4 }, hole);
  return fit(group('g', { lengthMm: length, ...over }).screw, made.screw.hole!, made.screw);
};

describe('a hole that nobody has measured', () => {
  const unmeasured = { ...group('unknown'), screw: { ...group('unknown').screw, hole: undefined } } as ScrewGroup;
  const short = group('short', { lengthMm: 4 });
  const long = group('long', { lengthMm: 9 });
  it('takes part in no judgement: no mix-up, no like hole, no fit', () => {
    expect(mixUps([unmeasured, long]).map((m) => m.hole)).toEqual([]);
    expect(mixUps([unmeasured, long, short]).map((m) => [m.screw, m.hole])).toEqual(
      mixUps([long, short]).map((m) => [m.screw, m.hole])
    );
    expect(interchangeable([unmeasured, short])).toEqual([]);
    expect(fitMatrix([unmeasured, short]).fits[1]![0]).toBeUndefined();
  });
  it('is tightened by the guideline for the softer thread', () =>
    expect(tightening(unmeasured).torqueNm).toBe(guidelineTorqueNm(2, 'plastic')));
});

describe('fit of a screw in a hole', () => {
  it('is right when it grips enough and does not reach the bottom', () =>
    expect(verdict(4)).toMatchObject({ verdict: 'right', engagementMm: 3, beyondMm: 0 }));
  it('goes into what lies behind by all that it is too long, and meets the end of a blind hole', () => {
    const through = verdict(6, { behind: 'x' });
    expect([through.verdict, through.into]).toEqual(['punches-through', 'x']);
    expect(through.beyondMm).toBeCloseTo(1.5);
    const blind = verdict(6);
    expect([blind.verdict, blind.into]).toEqual(['bottoms', undefined]);
    expect(blind.beyondMm).toBeCloseTo(1.5);
  });
  it('strips when it barely grips, and is loose in between', () => {
    expect(verdict(1.9).verdict).toBe('strips');
    expect(verdict(2.5).verdict).toBe('loose');
  });
  it('wants twice as much thread in plastic, and no more than the hole was made for', () => {
    // Made for 3 mm of thread where the handbook asks for 4: its own screw is right, and one that is 0.5 mm shorter holds badly.
    expect(verdict(4, { material: 'plastic', depthMm: 6 })).toMatchObject({ verdict: 'right', wantedMm: 3 });
    expect(verdict(3.5, { material: 'plastic', depthMm: 6 }).verdict).toBe('loose');
    expect(verdict(3.5).verdict).toBe('works');
  });
  it.each([
    ['steel', 2],
    ['brass-insert', 2],
    ['aluminium', 2],
    ['magnesium', 2],
    ['plastic', 4]
  ])('in %s an M2 wants %s mm of thread', (material, wantedMm) => {
    const made = group('made', { lengthMm: 9 }, { material, depthMm: 8.5 });
    expect(fit(made.screw, made.screw.hole!, made.screw).wantedMm).toBe(wantedMm);
  });
  it('its own screw is right unless it is impossible', () => {
    const hundredth = fc.integer({ min: 20, max: 400 });
    fc.assert(
      fc.property(
        hundredth,
        hundredth,
        hundredth,
        fc.constantFrom('plastic', 'steel'),
        (length, clamped, depth, material) => {
          const own = group(
            'own',
            { lengthMm: Math.max(1, length / 50) },
            { clampedMm: clamped / 100, depthMm: depth / 100, material }
          );
          expect(['right', 'strips', 'bottoms']).toContain(fit(own.screw, own.screw.hole!, own.screw).verdict);
        }
      )
    );
  });
  it('goes through an open hole without harm, unless something lies behind it', () => {
    expect(verdict(6, { through: true }).verdict).toBe('works');
    expect(verdict(6, { through: true, behind: 'x' })).toMatchObject({ verdict: 'punches-through', into: 'x' });
  });
  it('works when another length grips as well, and is right only as the hole was made for', () => {
    expect(verdict(3.5).verdict).toBe('works');
    expect(verdict(4, {}, { head: 'cheese' }).verdict).toBe('works');
  });
  it('looks at the head on its seat', () => {
    expect(verdict(4, {}, { headDiameterMm: 5 })).toMatchObject({ verdict: 'loose', head: 'proud' });
    expect(verdict(4, {}, { headDiameterMm: 2.4 })).toMatchObject({ verdict: 'loose', head: 'pulls-through' });
    expect(verdict(4, {}, { head: 'countersunk' })).toMatchObject({ verdict: 'loose', head: 'wrong-seat' });
  });
  it('another pitch does not hold', () => expect(verdict(4, {}, { pitchMm: 0.25 }).verdict).toBe('loose'));
  it('does not go in when its thread is thicker', () =>
    expect(verdict(4, {}, { threadMm: 2.5 }).verdict).toBe('does-not-fit'));
});

it('the same screw in like holes is no mix-up, and said to be interchangeable', () => {
  const [a, b, c] = [
    group('a', { lengthMm: 2.5 }, { clampedMm: 0.8 }),
    group('b', { lengthMm: 2.5 }, { clampedMm: 0.8 }),
    group('c', { lengthMm: 2.5 }, { clampedMm: 0.8, depthMm: 1 })
  ];
  expect(mixUps([a, b])).toEqual([]);
  expect(interchangeable([a, b, c]).map((list) => list.map((g) => g.id))).toEqual([['a', 'b']]);
});

it('what matters less is counted, and what is told apart at a glance is listed where it is ruinous', () => {
  const groups = [
    group('short', { lengthMm: 3 }, { clampedMm: 1, depthMm: 2.2 }),
    group('long', { lengthMm: 4 }),
    group('bolt', { lengthMm: 9 }, { depthMm: 9 })
  ];
  const { told, leftOut } = worstMixUps(groups);
  expect(told.map((m) => `${m.screw} > ${m.hole}`)).toEqual(['long > short']);
  expect(told.length + leftOut).toBe(mixUps(groups).length);
  expect(grossMixUps(groups).map((m) => `${m.screw} > ${m.hole}`)).toEqual(
    expect.arrayContaining(['bolt > short', 'bolt > long'])
  );
});

it('mix-ups name the long screw in the short hole first, and never captive screws', () => {
  const short = group('short', { lengthMm: 3 }, { clampedMm: 1, depthMm: 2.2, behind: 'x' });
  const long = group('long', { lengthMm: 4 });
  const found = mixUps([short, long, group('held', { lengthMm: 5, captive: true })]);
  expect(found[0]).toMatchObject({ screw: 'long', hole: 'short', fit: { verdict: 'punches-through' } });
  expect(found.some((m) => m.screw === 'held' || m.hole === 'held')).toBe(false);
  const gross = grossMixUps([short, long, group('bolt', { lengthMm: 9, captive: true }, { depthMm: 9 })]);
  expect(gross.some((m) => m.screw === 'bolt' || m.hole === 'bolt')).toBe(false);
});

describe('the ledger', () => {
  it('closes exactly when nothing is in hand and nothing is unexplained', () => {
    const n = fc.integer({ min: 0, max: 6 });
    fc.assert(
      fc.property(n, n, n, n, n, n, n, (out, missing, still, lost, thrown, stock, extra) => {
        const g = { ...group('g'), count: 6 };
        const fates = {
          ...emptyFates(),
          'missing-as-received': missing,
          'still-in': still,
          lost,
          discarded: thrown,
          'from-stock': stock,
          extra
        };
        const back = out + stock - lost - thrown;
        const line = ledgerLine(g, out, back, fates);
        // Every screw of the file, and every one found besides, has come out, stayed in or was never there.
        expect(isClosed(line)).toBe(6 + extra === out + missing + still);
        expect(isClosed(ledgerLine(g, out, back - 1, fates))).toBe(false);
      })
    );
  });
  it('counts the holes that stay empty', () => {
    expect(
      ledgerLine({ ...group('g'), count: 8 }, 7, 7, { ...emptyFates(), 'missing-as-received': 1 }).emptyHoles
    ).toBe(1);
  });
});

describe('what remains of adding and subtracting', () => {
  it('judges no screw: whatever tenths or hundredths stand in the file, the verdict is that of whole hundredths', () => {
    const hundredth = fc.integer({ min: 20, max: 900 });
    const whole = fc.integer({ min: 100, max: 900 });
    fc.assert(
      fc.property(whole, hundredth, hundredth, fc.boolean(), (length, clamped, depth, plastic) => {
        const made = group(
          'made',
          { lengthMm: 4 },
          { clampedMm: clamped / 100, depthMm: depth / 100, material: plastic ? 'plastic' : 'steel' }
        );
        const is = fit(group('g', { lengthMm: length / 100 }).screw, made.screw.hole!, made.screw);
        // In whole hundredths of a millimetre nothing is rounded.
        const engagement = length - clamped;
        const handbook = Math.min((plastic ? 2 : 1) * 200, depth);
        const designed = 400 - clamped;
        const wanted = 2 * designed < handbook ? handbook : Math.min(handbook, designed);
        const right =
          engagement - depth > 10
            ? 'bottoms'
            : 2 * engagement < handbook
              ? 'strips'
              : engagement < wanted - 10
                ? 'loose'
                : Math.abs(length - 400) <= 10
                  ? 'right'
                  : 'works';
        expect(is.verdict).toBe(right);
        expect(is.beyondMm === 0 || is.beyondMm > 0.005).toBe(true);
      }),
      {
        numRuns: 2000,
        examples: [
          [400, 120, 270, false],
          [350, 90, 250, false],
          [300, 70, 220, true]
        ]
      }
    );
  });
  it('is what made a right file refused: 0.0 mm too long', () => {
    for (let depth = 100; depth < 400; depth++)
      for (const clamped of [50, 70, 90, 110, 130]) {
        const length = (depth + clamped + 10) / 100;
        expect(
          fit(
            group('g', { lengthMm: length }).screw,
            group('m', { lengthMm: length }, { clampedMm: clamped / 100, depthMm: depth / 100 }).screw.hole!,
            group('m', { lengthMm: length }).screw
          ).verdict,
          `${length}`
        ).not.toBe('bottoms');
      }
  });
});
