import { expect, it } from 'vitest';
import { Cable } from '../machine';
import { accessTo, demoAccess, machine, part, plug, screw } from '../testing/machines';
import { crossings, pathLength } from '.';

const cable = (path: unknown[], lengthMm = 100) =>
  Cable.parse({
    part: 'wire',
    path,
    lengthMm,
    widthMm: 2,
    minBendRadiusMm: 3,
    form: 'round',
    colour: 'black',
    ends: [{ joint: 'wire-p' }]
  });

it('a path is as long as its spans, depth included', () => {
  expect(
    pathLength(
      cable([
        { zone: 'face', at: [0, 0], depth: 0 },
        { zone: 'face', at: [30, 40], depth: 0 },
        { zone: 'face', at: [30, 40], depth: 12 }
      ])
    )
  ).toEqual({ lengthMm: 62, complete: true });
  expect(
    pathLength(
      cable([
        { zone: 'face', at: [0, 0], depth: 0 },
        { zone: 'lid', at: [3, 0], depth: 0 }
      ])
    ).complete
  ).toBe(false);
});

it('a cable deeper than the middle of a part runs under it, a nearer one over it, and the edges are named', () => {
  const at = (depth: number) => {
    const access = accessTo(
      machine(
        [part('box', [20, 0, 20], [3, 5]), part('wire', [80, 80, 5], [5, 6])],
        [screw('box-s', 'box', 'base', [22, 2], 3), plug('wire-p', 'wire', 'base', [60, 10], 5)],
        {
          cables: [
            cable([
              { zone: 'face', at: [0, 10], depth },
              { zone: 'face', at: [60, 10], depth }
            ])
          ]
        }
      )
    );
    return crossings(access.model, access.model.part('box'));
  };
  expect(at(6)).toEqual([
    {
      cable: 'wire',
      part: 'box',
      where: 'under',
      zone: 'face',
      crosses: [
        [20, 10],
        [40, 10]
      ],
      posts: []
    }
  ]);
  expect(at(2)[0]!.where).toBe('over');
});

it('on the demo machine the antenna wires run under the heat pipe', () => {
  const { model } = demoAccess();
  expect(
    crossings(model, model.part('heat-sink'))
      .filter((c) => c.cable.startsWith('wlan'))
      .map((c) => c.where)
  ).toEqual(['under', 'under']);
});
