import { english, inEnglish } from '../testing/english';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoAccess } from '../testing/machines';
import {
  crossPattern,
  guidelineTorqueNm,
  inRows,
  interchangeable,
  mixUps,
  tightening,
  tray,
  worstMixUps,
  type Bin,
  type ScrewGroup
} from '.';
import { mixUpWords } from '../words';

const { model } = demoAccess();
const groups = model.machine.joints.filter((j): j is ScrewGroup => j.kind === 'screws');
const styles = ['bin-per-step', 'map', 'in-the-part'] as const;
/** Next to each other, across corners as well: nothing but the gap between two bins lies between them. */
const side = (a: Bin, b: Bin) => Math.abs(a.x - b.x) <= a.width + 4.5 && Math.abs(a.y - b.y) <= a.height + 4.5;

describe.each(styles)('the tray, %s', (style) => {
  it('gives every loose group of any job one bin, none over another, none off its sheet, mix-ups never side by side', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(groups), (some) => {
        const made = tray(model, some, style);
        expect(made.bins.map((b) => b.joint).sort()).toEqual(
          some
            .filter((g) => !g.screw.captive)
            .map((g) => g.id)
            .sort()
        );
        made.bins.forEach((a, i) => {
          const onSheet = a.y % made.sheet.heightMm;
          expect(
            a.x >= 0 &&
              a.x + a.width <= made.sheet.widthMm &&
              onSheet + a.height <= made.sheet.heightMm - 22 &&
              a.y < made.sheets * made.sheet.heightMm
          ).toBe(true);
          for (const b of made.bins.slice(i + 1)) {
            expect(
              a.x + a.width <= b.x || b.x + b.width <= a.x || a.y + a.height <= b.y || b.y + b.height <= a.y,
              `${a.joint} over ${b.joint}`
            ).toBe(true);
            if (made.apart.some((m) => [m.screw, m.hole].includes(a.joint) && [m.screw, m.hole].includes(b.joint)))
              expect(side(a, b), `${a.joint} beside ${b.joint}`).toBe(false);
          }
        });
      }),
      { numRuns: 40 }
    );
  });
});

it.each(styles)('fills its sheet, %s: few bins are large, and none is too small for two fingers', (style) => {
  // Where each part begins a row, more parts than rows need another sheet.
  for (const n of style === 'in-the-part' ? [1, 4, 8] : [1, 4, 8, 12]) {
    const made = tray(model, groups.filter((g) => !g.screw.captive).slice(0, n), style);
    expect(made.sheets).toBe(1);
    const used = made.bins.reduce((sum, b) => sum + b.width * b.height, 0);
    // Of what margins, title and ruler leave; bins that must lie apart leave some empty.
    expect(used / (186 * 242), `${n} bins`).toBeGreaterThan(style === 'map' ? 0.15 : 0.28);
    for (const b of made.bins) expect(Math.min(b.width, b.height)).toBeGreaterThan(26);
  }
});

it('the bins of a job stand in the order of its steps', () => {
  const some = groups.filter((g) => !g.screw.captive).slice(0, 9);
  const made = tray(model, some, 'bin-per-step');
  expect(made.bins.map((b) => b.number)).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9]);
  const reading = [...made.bins].sort((a, b) => a.y - b.y || a.x - b.x).map((b) => b.joint);
  expect(reading).toEqual(some.map((g) => g.id));
});

describe('tightening', () => {
  const group = (id: string) => groups.find((g) => g.id === id)!;
  it('follows the printed order, else a cross, in two passes', () => {
    expect(tightening(group('heat-sink-screws'))).toMatchObject({
      by: 'printed',
      order: [0, 1, 2, 3],
      passes: 2,
      torqueNm: 0.15,
      guideline: false
    });
    expect(tightening(group('touchpad-screws'))).toMatchObject({ by: 'crosswise', order: [0, 3, 2, 1], passes: 2 });
    expect(tightening(group('fan-screws'))).toMatchObject({ by: 'as-they-lie', order: [0, 1], passes: 1 });
  });
  it('says when a torque is only a guideline, and gives plastic half', () => {
    const { torqueNm: _, ...screw } = group('fan-screws').screw;
    expect(tightening({ ...group('fan-screws'), screw })).toMatchObject({ torqueNm: 0.18, guideline: true });
    expect(guidelineTorqueNm(2.5, 'plastic')).toBe(0.17);
  });
  it('crosses: names each hole once, and the second lies opposite the first', () => {
    const point = fc.tuple(fc.integer({ min: 0, max: 300 }), fc.integer({ min: 0, max: 200 }));
    fc.assert(
      fc.property(fc.array(point, { minLength: 1, maxLength: 12 }), (places) => {
        const order = crossPattern(places as [number, number][]);
        expect([...order].sort((a, b) => a - b)).toEqual(places.map((_, i) => i));
        if (order.length > 1) {
          const far = places.map((p) => Math.hypot(p[0] - places[order[0]!]![0], p[1] - places[order[0]!]![1]));
          expect(far[order[1]!]!).toBeGreaterThanOrEqual(Math.max(...far) - 0.1);
        }
      })
    );
    expect(
      crossPattern([
        [0, 0],
        [10, 0],
        [10, 10],
        [0, 10],
        [5, 5]
      ])
    ).toEqual([4, 0, 2, 1, 3]);
  });
});

it('mix-ups of the same screws in the same holes are one row, which names all of them', () => {
  const { told } = worstMixUps(groups);
  const rows = inRows(groups, told);
  expect(rows.length).toBeLessThan(told.length);
  for (const m of told)
    expect(rows.filter((r) => r.screws.includes(m.screw) && r.holes.includes(m.hole))).toHaveLength(1);
  const same = interchangeable(groups).map((like) => like.map((g) => g.id));
  for (const { screws, holes } of rows)
    for (const list of [screws, holes])
      expect(list.length === 1 || same.some((like) => list.every((id) => like.includes(id)))).toBe(true);
});

describe('mix-ups in words', () => {
  it('say which screw, in which hole, and what becomes of it, with its figures', () => {
    const all = mixUps(groups);
    const worst = all.find((m) => m.fit.verdict === 'punches-through')!;
    expect(inEnglish(mixUpWords(model, worst))).toMatch(
      new RegExp(
        `^(One of the|The) .* \\(M[\\d.]+ x [\\d.]+.*\\) in (a|the) hole of the .* goes ${worst.fit.beyondMm.toFixed(1)} mm too deep`
      )
    );
    for (const m of all) expect(english(mixUpWords(model, m))).toMatch(/^(One of the|The) .{5,}\.$/);
  });
  it('have words for every verdict and every wrong head', () => {
    const [first] = mixUps(groups);
    const said = (['punches-through', 'strips', 'bottoms', 'loose', 'works', 'right', 'does-not-fit'] as const).map(
      (verdict) =>
        english(
          mixUpWords(model, {
            ...first!,
            fit: { verdict, engagementMm: -0.4, wantedMm: 2, beyondMm: 1, into: model.root.id }
          })
        )
    );
    expect(new Set(said).size).toBe(said.length);
    expect(inEnglish(said[1])).toContain('grips 0.0 mm where 2.0 mm are needed');
    const heads = (['proud', 'pulls-through', 'wrong-seat'] as const).map((head) =>
      english(
        mixUpWords(model, { ...first!, fit: { verdict: 'loose', engagementMm: 2, wantedMm: 2, beyondMm: 0, head } })
      )
    );
    expect(new Set(heads).size).toBe(3);
  });
});
