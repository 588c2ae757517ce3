import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoAccess } from '../testing/machines';
import { emptyFates, emptyHoles, ledgerLine, lengthOf, measureNext, tellNext, whichScrew, type ScrewGroup } from '.';
import { headHeightMm } from './side';

const { machine } = demoAccess().model;
const group = (id: string) => machine.joints.find((j): j is ScrewGroup => j.kind === 'screws' && j.id === id)!;
const missing = (...ids: string[]) => ids.map((id) => ({ group: group(id), count: group(id).count }));

describe('which screw is this?', () => {
  const open = missing('battery-screws', 'fan-screws', 'keyboard-screws', 'hinge-left-screws', 'touchpad-screws');
  it('a calliper tells 4.0 from 3.0 and 5.0', () => {
    const ranked = whichScrew({ length: { mm: 4.05, plusMinus: 0.05 }, thread: { mm: 2, plusMinus: 0.05 } }, open);
    expect(ranked[0]).toEqual({ joint: 'battery-screws', probability: expect.closeTo(1, 3) });
  });
  it('by eye the more numerous are likelier, and what to measure next is said', () => {
    const byEye = { length: { mm: 3.5, plusMinus: 1 }, thread: { mm: 2, plusMinus: 0.3 } };
    const ranked = whichScrew(byEye, open);
    expect(ranked.length).toBeGreaterThan(2);
    expect(ranked[0]!.joint).toBe('battery-screws');
    expect(measureNext(byEye, open)).toBe('length');
  });
  it('asks for what differs: same length and thread are told apart by the head', () => {
    const alike = missing('bezel-screws', 'speaker-left-screws');
    const known = { length: { mm: 3.5, plusMinus: 0.05 }, thread: { mm: 2, plusMinus: 0.05 } };
    expect(measureNext(known, alike)).toBe('head');
    expect(whichScrew({ ...known, head: 'shoulder' }, alike)[0]).toMatchObject({
      joint: 'speaker-left-screws',
      probability: expect.closeTo(0.97, 2)
    });
    expect(
      measureNext({ ...known, head: 'shoulder', headDiameter: { mm: 4.2, plusMinus: 0.05 } }, alike)
    ).toBeUndefined();
  });
  it('never names a group that misses nothing', () => {
    expect(
      whichScrew({ length: { mm: 3, plusMinus: 0.05 } }, [
        { group: group('battery-screws'), count: 0 },
        ...missing('fan-screws')
      ]).map((c) => c.joint)
    ).toEqual(['fan-screws', undefined]);
    expect(whichScrew({}, [])).toEqual([]);
  });
  it('a measurement that no group can have is of none of these, whatever is out', () => {
    const all = machine.joints
      .filter((j): j is ScrewGroup => j.kind === 'screws' && !j.screw.captive)
      .map((g) => ({ group: g, count: g.count }));
    for (const mm of [9, 0.5, 20, 60])
      expect(whichScrew({ length: { mm, plusMinus: 0.05 } }, all)[0]!, `${mm} mm`).toMatchObject({
        joint: undefined,
        probability: expect.closeTo(1, 3)
      });
    for (const plusMinus of [0.05, 0.5])
      expect(
        whichScrew({ length: { mm: 4, plusMinus } }, all).find((c) => c.joint === undefined)!.probability
      ).toBeLessThan(0.05);
    expect(whichScrew({}, all).find((c) => c.joint === undefined)!.probability).toBeCloseTo(0.02, 9);
    // Every size that is out is told by a calliper, and none is taken for a stranger.
    for (const { group: g } of all)
      expect(
        whichScrew(
          { length: { mm: g.screw.lengthMm, plusMinus: 0.05 }, thread: { mm: g.screw.threadMm, plusMinus: 0.05 } },
          all
        )[0]!.joint
      ).toBeDefined();
  });
  it('a length is turned into the other way of measuring by the head, either way', () => {
    const { screw } = group('battery-screws');
    const head = headHeightMm(screw);
    expect(screw.measured).toBe('under-head');
    expect(lengthOf(screw)).toBe(screw.lengthMm);
    expect(lengthOf(screw, 'over-all')).toBeCloseTo(screw.lengthMm + head, 9);
    expect(lengthOf({ ...screw, measured: 'over-all' }, 'under-head')).toBeCloseTo(screw.lengthMm - head, 9);
  });
  it('knows that countersunk heads are measured over all', () => {
    const flat = {
      group: {
        ...group('battery-screws'),
        id: 'flat',
        screw: { ...group('battery-screws').screw, measured: 'over-all' as const, lengthMm: 4 }
      },
      count: 1
    };
    const under = whichScrew({ length: { mm: 4, plusMinus: 0.05 }, measured: 'under-head' }, [
      flat,
      ...missing('battery-screws')
    ]);
    expect(under[0]!.joint).toBe('battery-screws');
    expect(
      whichScrew({ length: { mm: 4, plusMinus: 0.05 }, measured: 'over-all' }, [flat, ...missing('battery-screws')])[0]!
        .joint
    ).toBe('flat');
  });
  it('probabilities sum to one, a sharper look at the right screw never makes it less likely', () => {
    const groups = machine.joints.filter((j): j is ScrewGroup => j.kind === 'screws' && !j.screw.captive);
    fc.assert(
      fc.property(fc.constantFrom(...groups), fc.double({ min: 0.05, max: 1.5, noNaN: true }), (truth, plusMinus) => {
        const all = groups.map((g) => ({ group: g, count: g.count }));
        const look = (pm: number) => whichScrew({ length: { mm: truth.screw.lengthMm, plusMinus: pm } }, all);
        const p = (list: ReturnType<typeof look>) => list.find((c) => c.joint === truth.id)!.probability;
        expect(look(plusMinus).reduce((sum, c) => sum + c.probability, 0)).toBeCloseTo(1, 2);
        expect(p(look(plusMinus / 2))).toBeGreaterThanOrEqual(p(look(plusMinus)) - 1e-9);
      })
    );
  });
});

describe('one left over at the end', () => {
  const line = (id: string, out: number, back: number) => ({
    group: group(id),
    line: ledgerLine(group(id), out, back, emptyFates())
  });
  it('the group whose account is short comes first', () => {
    const ranked = emptyHoles([line('battery-screws', 5, 5), line('fan-screws', 2, 1), line('board-screws', 6, 6)]);
    expect(ranked[0]).toMatchObject({ joint: 'fan-screws', probability: expect.closeTo(0.809, 3) });
  });
  it('says what to measure of it, and nothing more once it is told', () => {
    const accounts = [line('battery-screws', 5, 4), line('fan-screws', 2, 1)];
    const first = tellNext(accounts, {});
    expect(first).toBe('length');
    expect(tellNext(accounts, { length: { mm: 3, plusMinus: 0.05 } })).toBeUndefined();
    expect(emptyHoles(accounts, { length: { mm: 3, plusMinus: 0.05 } })[0]!.joint).toBe('fan-screws');
  });
  it('when all accounts close, likeness and number decide', () => {
    const all = [
      line('battery-screws', 5, 5),
      line('fan-screws', 2, 2),
      line('board-screws', 6, 6),
      line('keyboard-screws', 2, 2)
    ];
    expect(emptyHoles(all)[0]!.joint).toBe('board-screws');
    expect(emptyHoles(all, { length: { mm: 5, plusMinus: 0.5 } })[0]!.joint).toBe('keyboard-screws');
  });
});
