import { describe, expect, it } from 'vitest';
import { checkPlan } from '../check';
import { accessTo, cable, demoAccess, machine, part, plug, screw } from '../testing/machines';
import { inEnglish } from '../testing/english';
import { cableUnder, DEPARTS } from '../words';
import { departsBesideCables, pinchWords, plan } from '.';

/** A cover over a board; a wire from plug to plug on the way that is given, 5 mm below the cover. */
const covered = (path: readonly [number, number][]) => {
  const access = accessTo(
    machine(
      [
        part('board', [10, 10, 70], [7, 8], 'base', { numbers: [{ number: 'B1' }] }),
        part('cover', [10, 10, 60], [0, 1], 'base', { kind: 'cover' }),
        part('wire', [40, 40, 4], [6, 7])
      ],
      [
        screw('cover-s', 'cover', 'base', [20, 20], 0),
        screw('board-s', 'board', 'base', [40, 60], 7),
        plug('wire-a', 'wire', 'board', path[0]!, 6),
        plug('wire-b', 'wire', 'board', path.at(-1)!, 6)
      ],
      { cables: [cable('wire', ['wire-a', 'wire-b'], path, 6)] }
    )
  );
  const made = plan(access, [{ do: 'expose', part: 'board' }]);
  const back = made.steps.find((s) => s.id === 'up/move:cover/lift')!;
  return { access, made, back, told: inEnglish(pinchWords(access.model, back)).map(({ at }) => at) };
};

const MIDDLE: [number, number][] = [
  [30, 40],
  [60, 40]
];

describe('a cable under a cover', () => {
  it('is not minded where nothing of the cover comes near it', () => expect(covered(MIDDLE).told).toEqual([]));

  it('is minded where it crosses the edge, with the side where it does', () =>
    expect(
      covered([
        [50, 40],
        [78, 40]
      ]).told
    ).toEqual(['Edge: right.']));

  it('is minded beside a screw that comes down on it, with the side where that is', () =>
    expect(
      covered([
        [22.5, 20],
        [60, 20]
      ]).told
    ).toEqual(['Screws or clips: top left.']));
});

it('why it stands where it does is told once: beside its cables, not of them again', () => {
  const access = demoAccess();
  const back = plan(access, [{ do: 'replace', part: 'board' }]).steps.find((s) => s.id === 'up/move:heat-sink/lift')!;
  expect(inEnglish(back.departs)).toMatch(/antenna 1 runs under the heat sink/);
  expect(back.pinch.map((p) => p.cable)).toContain('wlan-main');
  expect(departsBesideCables(access.model, back)).toBeUndefined();
  expect(departsBesideCables(access.model, { ...back, pinch: [] })).toEqual(back.departs);
  // Of a cable that no edge catches, and that is not listed therefore, it still says why.
  const one = back.pinch.filter((p) => p.cable !== 'wlan-main');
  expect(inEnglish(departsBesideCables(access.model, { ...back, pinch: one }))).toBe(
    'The wireless antenna 1 runs under the heat sink: route it first.'
  );
  const both = { all: [DEPARTS.triedFirst, cableUnder(access.model, 'wlan-main', 'heat-sink')] };
  expect(departsBesideCables(access.model, { ...back, departs: both })).toEqual(DEPARTS.triedFirst);
});

it('the check reads by itself which cables are caught', () => {
  const { access, made, back } = covered([
    [50, 40],
    [78, 40]
  ]);
  const { machine: of } = access.model;
  const withPinch = (pinch: typeof back.pinch) => ({
    ...made,
    steps: made.steps.map((s) => (s.id === back.id ? { ...s, pinch } : s))
  });
  expect(checkPlan(of, made)).toEqual([]);
  expect(checkPlan(of, withPinch([]))).toEqual(['up/move:cover/lift: passes under wire and does not name it']);
  const idle = covered(MIDDLE);
  const all = { ...idle.made, steps: idle.made.steps.map((s) => (s.id === back.id ? { ...s, pinch: back.pinch } : s)) };
  expect(checkPlan(idle.access.model.machine, all)).toEqual(['up/move:cover/lift: says that wire passes under it']);
});
