import { english } from '../testing/english';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Machine } from '../machine';
import { demoAccess } from '../testing/machines';
import { diffMachines } from '.';

const { machine } = demoAccess().model;
const changed = (change: (m: Machine) => void) => {
  const next = structuredClone(machine);
  change(next);
  return diffMachines(machine, next).map((c) => english(c.text));
};
const joint = (m: Machine, id: string) => m.joints.find((j) => j.id === id)!;
const part = (m: Machine, id: string) => m.parts.find((p) => p.id === id)!;

describe('what differs between two revisions, in the trade\u2019s words', () => {
  it('nothing between a file and itself', () => expect(diffMachines(machine, machine)).toEqual([]));
  it.each<[string, (m: Machine) => void, string[]]>([
    ['a revision', (m) => (m.revision = 'r3'), ['Revision r2 became r3']],
    [
      'a longer screw',
      (m) => {
        const j = joint(m, 'fan-screws');
        if (j.kind === 'screws') j.screw.lengthMm = 3.5;
      },
      ['Fan screws: M2 x 3 became M2 x 3.5']
    ],
    [
      'a screw more',
      (m) => {
        const j = joint(m, 'fan-screws');
        if (j.kind === 'screws') {
          j.count = 3;
          j.at.push([50, 50]);
        }
      },
      ['Fan screws: 2 screws became 3']
    ],
    ['a plug that moved', (m) => (joint(m, 'fan-plug').at = [[99, 90]]), ['Fan plug: moved by 6.0 mm']],
    [
      'another kind of plug',
      (m) => {
        const j = joint(m, 'fan-plug');
        if (j.kind === 'connector') j.family = 'lift-straight';
      },
      ['Fan plug: kind of plug was wire-along-board, is lift-straight']
    ],
    [
      'a tape less',
      (m) => (m.joints = m.joints.filter((j) => j.id !== 'fan-tape')),
      ['Removed: foil between fan and heat sink']
    ],
    [
      'a new number',
      (m) => part(m, 'fan').numbers.push({ number: 'NF14-3101' }),
      ['Fan: numbers were NF14-3100, are NF14-3100, NF14-3101']
    ],
    [
      'a spare that brings more',
      (m) => part(m, 'board').spareIncludes.push('coin-cell'),
      ['Main board: what a spare brings was none, is coin-cell']
    ],
    ['another outline', (m) => (part(m, 'fan').shapes[0]!.depth = [2, 8]), ['Fan: drawn differently']],
    [
      'a new way to move',
      (m) =>
        part(m, 'fan').moves.push({
          id: 'swing',
          kind: 'swing',
          zone: 'underside',
          seconds: 5,
          leaves: [],
          clears: true
        }),
      ['Fan: New: move “swing”']
    ],
    ['a cable\u2019s path', (m) => (m.cables[0]!.path[0]!.depth = 4), ['Run of the battery lead: takes another path']],
    ['a relation', (m) => m.relations.pop(), ['Removed: relation, always: The tape lies over the DC-in plug']]
  ])('%s', (_, change, texts) => expect(changed(change)).toEqual(texts));

  it('a captive screw, a torque, a hole: each by its name', () => {
    const texts = changed((m) => {
      const j = joint(m, 'fan-screws');
      if (j.kind === 'screws')
        Object.assign(j.screw, { captive: true, torqueNm: 0.3, hole: { ...j.screw.hole, depthMm: 4 } });
    });
    expect(texts).toEqual([
      'Fan screws: captive was false, is true',
      'Fan screws: torque was 0.2, is 0.3',
      'Fan screws: usable depth was 3, is 4'
    ]);
  });

  it('what is new one way is gone the other way', () => {
    fc.assert(
      fc.property(
        fc.subarray(machine.joints, { minLength: 60 }),
        fc.subarray(machine.relations),
        (joints, relations) => {
          const less = { ...machine, joints, relations };
          const gone = diffMachines(machine, less);
          const back = diffMachines(less, machine);
          expect(gone.every((c) => c.kind === 'removed')).toBe(true);
          expect(back.map((c) => english(c.text).replace('New:', 'Removed:')).sort()).toEqual(
            gone.map((c) => english(c.text)).sort()
          );
          expect(gone.length).toBe(machine.joints.length - joints.length + machine.relations.length - relations.length);
        }
      )
    );
  });
});
