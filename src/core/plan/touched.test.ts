import { expect, it } from 'vitest';
import { accessTo, cable, machine, part, plug, screw } from '../testing/machines';
import { touchedFunctions } from '.';

it('a plug that is opened owes the tests of what its cable leads to, and not those of all that a board serves', () => {
  const { model } = accessTo(
    machine(
      [
        part('board', [0, 0, 40], [4, 5], 'base', { kind: 'board', functions: ['power', 'identity'] }),
        part('panel', [50, 50, 40], [1, 2], 'base', { kind: 'panel', functions: ['display'] }),
        { ...part('lead', [8, 8, 4], [2, 3]), on: undefined, shapes: [], moves: [] }
      ],
      [
        screw('board-s', 'board', 'base', [35, 35], 4),
        screw('panel-s', 'panel', 'base', [80, 80], 1),
        plug('at-board', 'lead', 'board', [10, 10], 3),
        plug('at-panel', 'lead', 'panel', [60, 60], 1)
      ],
      {
        cables: [
          cable(
            'lead',
            ['at-board', 'at-panel'],
            [
              [10, 10],
              [60, 60]
            ],
            3
          )
        ]
      }
    )
  );
  const opened = (id: string) => touchedFunctions(model, [{ kind: 'open', joint: model.joint(id) }]);
  expect([opened('at-board'), opened('at-panel')]).toEqual([['display'], ['display']]);
});
