import { expect, it } from 'vitest';
import type { Cable } from '../machine';
import { demoAccess } from '../testing/machines';
import { routeOf, undressing } from '.';

const cable = (path: [number, number, number][], over: Partial<Cable> = {}): Cable => ({
  part: 'c',
  path: path.map(([x, y, depth]) => ({ zone: 'face', at: [x, y], depth })),
  lengthMm: 120,
  widthMm: 2,
  minBendRadiusMm: 3,
  form: 'round',
  colour: 'black',
  ends: [{ joint: 'p' }],
  ...over
});

it('a square corner between long stretches leaves half of the shorter one', () => {
  const run = routeOf(
    cable([
      [0, 0, 1],
      [40, 0, 1],
      [40, 30, 1],
      [90, 30, 1]
    ])
  );
  expect(run.bends).toEqual([
    { point: 1, turnDeg: 90, radiusMm: 15, tight: false, folded: false },
    { point: 2, turnDeg: 90, radiusMm: 15, tight: false, folded: false }
  ]);
  expect(run.pathMm).toBe(120);
  expect(run.slackMm).toBe(0);
});

it('a corner tighter than the cable allows is named; at an end the whole stretch counts', () => {
  expect(
    routeOf(
      cable([
        [0, 0, 1],
        [2, 0, 1],
        [2, 40, 1]
      ])
    ).bends[0]
  ).toMatchObject({ radiusMm: 2, tight: true });
  expect(
    routeOf(
      cable([
        [0, 0, 1],
        [4, 0, 1],
        [4, 40, 1]
      ])
    ).bends[0]
  ).toMatchObject({ radiusMm: 4, tight: false });
  // Straight back upon itself leaves no radius at all.
  expect(
    routeOf(
      cable([
        [0, 0, 1],
        [20, 0, 1],
        [5, 0, 1]
      ])
    ).bends[0]
  ).toMatchObject({ turnDeg: 180, radiusMm: 0, tight: true });
});

it('a flat cable turned in its plane is folded; one that dives is bent', () => {
  const flat = (path: [number, number, number][]) => routeOf(cable(path, { form: 'flat' })).bends[0];
  expect(
    flat([
      [0, 0, 1],
      [1, 0, 1],
      [1, 40, 1]
    ])
  ).toMatchObject({ folded: true, tight: false });
  expect(
    flat([
      [0, 0, 1],
      [20, 0, 1],
      [20.3, 0, 2]
    ])
  ).toMatchObject({ folded: false, tight: true });
});

it('nothing is said of the slack of a path that the drawing does not show whole', () => {
  const path = [
    { zone: 'a', at: [0, 0] as [number, number], depth: 0 },
    { zone: 'b', at: [9, 9] as [number, number], depth: 0 }
  ];
  expect(routeOf(cable([], { path })).slackMm).toBeUndefined();
});

it('a cable is drawn out from its opened plug on, guide by guide, and only where a plug is opened', () => {
  const { model } = demoAccess();
  const antenna = model.cable('wlan-main')!;
  expect(undressing(model, antenna, new Set(['wlan-main-snap', 'wlan-main-clip', 'wlan-main-tape']))).toEqual([
    'wlan-main-snap',
    'wlan-main-tape',
    'wlan-main-clip'
  ]);
  expect(undressing(model, antenna, new Set(['wlan-main-clip', 'wlan-main-tape']))).toEqual([]);
  const touchpad = model.cable('touchpad-cable')!;
  expect(undressing(model, touchpad, new Set(['touchpad-far-plug', 'touchpad-cable-tape']))).toEqual([
    'touchpad-far-plug',
    'touchpad-cable-tape'
  ]);
});

it('a bend that nearly turns back has its radius, one that turns back whole has none', () => {
  const bent = (to: [number, number, number]) => routeOf(cable([[0, 0, 1], [40, 0, 1], to])).bends[0];
  // By 150°: 40 mm over the tangent of 75°.
  expect(bent([40 + 40 * Math.cos((150 * Math.PI) / 180), 20, 1])).toMatchObject({ turnDeg: 150, radiusMm: 10.7 });
  expect(bent([10, 0, 1])).toMatchObject({ turnDeg: 180, radiusMm: 0, tight: true });
});
