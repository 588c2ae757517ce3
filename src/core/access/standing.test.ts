import { describe, expect, it } from 'vitest';
import { accessTo, machine, part, plug, screw } from '../testing/machines';
import { drawingProblems } from './drawn';
import { unheld } from './standing';

const said = (input: Parameters<typeof accessTo>[0]) =>
  drawingProblems(accessTo(input)).map((f) => `${f.place}: ${f.message}`);

describe('what is not held', () => {
  const access = accessTo(
    machine(
      [
        part('lid', [0, 0, 90], [0, 1]),
        part('board', [10, 10, 40], [4, 5], 'base', {
          moves: [
            { id: 'lift', kind: 'lift', zone: 'face', seconds: 5 },
            { id: 'raise', kind: 'raise', zone: 'face', seconds: 5, leaves: ['tail'] }
          ]
        }),
        part('module', [20, 20, 10], [3, 4], 'board'),
        part('keyboard', [60, 60, 20], [4, 5]),
        part('loose-pad', [60, 10, 10], [4, 5])
      ],
      [
        screw('lid-s', 'lid', 'base', [85, 85], 0),
        screw('board-s', 'board', 'base', [12, 12], 4),
        screw('board-t', 'board', 'base', [45, 45], 4),
        plug('tail', 'board', 'base', [40, 12], 4),
        plug('socket', 'module', 'board', [25, 31], 3, { family: 'memory-socket' } as never),
        screw('keyboard-s', 'keyboard', 'base', [62, 62], 4)
      ]
    )
  );
  const now = (...open: string[]) => Object.fromEntries(unheld(access.holdings, new Set(open)));
  it('is held by its last screw, and by what lies over it', () => {
    expect(now()).toEqual({});
    expect(now('joint:lid-s', 'move:lid/lift', 'joint:board-s')).toEqual({ 'loose-pad': 'free' });
    expect(now('joint:lid-s', 'joint:board-s', 'joint:board-t')).toMatchObject({ lid: 'free' });
    expect(now('joint:board-s', 'joint:board-t')).toEqual({});
    expect(now('joint:lid-s', 'move:lid/lift', 'joint:board-s', 'joint:board-t')).toMatchObject({ board: 'free' });
  });
  it('a plug holds nothing; raised it hangs on its leash; out it is nowhere, nor is what rides on it', () => {
    expect(now('joint:lid-s', 'move:lid/lift', 'joint:board-s', 'joint:board-t', 'move:board/raise')).toMatchObject({
      board: 'leash'
    });
    expect(now('move:lid/lift', 'joint:board-s', 'joint:board-t', 'joint:socket', 'move:board/lift')).toEqual({
      'loose-pad': 'free'
    });
  });
  it('a module that its springs have let go stands up', () =>
    expect(now('move:lid/lift', 'joint:socket')).toMatchObject({ module: 'popped' }));
});

describe('what lies over a rider', () => {
  const parts = [
    part('board', [0, 0, 40], [5, 6]),
    part('sink', [30, 10, 30], [3, 4], 'board'),
    part('fan', [50, 5, 30], [1, 2])
  ];
  const joints = [
    screw('board-s', 'board', 'base', [2, 2], 5),
    screw('sink-s', 'sink', 'board', [32, 12], 3),
    screw('fan-s', 'fan', 'base', [78, 30], 1)
  ];
  it('is in the way of what it rides on, unless it goes first', () => {
    const { requirements } = accessTo(machine(parts, joints));
    const over = requirements.get('move:board/lift')!.find((r) => r.cause.kind === 'covers')!;
    expect(over.cause).toMatchObject({ part: 'fan', what: 'sink', with: 'board' });
    expect(over.alternatives).toEqual([['move:fan/lift'], ['move:sink/lift']]);
  });
});

describe('a drawing that cannot be', () => {
  it('volumes that run through each other are told by their depths and a place; a carrier is drawn around what it carries', () => {
    expect(said(machine([part('fan', [0, 0, 30], [2, 7]), part('sink', [20, 20, 30], [2.2, 4])], []))).toEqual([
      expect.stringMatching(
        /^parts\[1\]\.shapes: "fan" and "sink" run through each other in "face", as drawn 2 to 7 mm and 2.2 to 4 mm deep at 2\d \/ 2\d$/
      )
    ]);
    expect(
      said(
        machine(
          [
            part('fan', [0, 0, 30], [2, 4]),
            part('sink', [20, 20, 30], [4, 6]),
            part('tray', [60, 60, 30], [2, 6]),
            part('card', [62, 62, 10], [3, 4], 'tray')
          ],
          []
        )
      )
    ).toEqual([]);
  });
  it('a joint off its face, a move where nothing of the part is drawn, a part that is turned while it is loose', () => {
    const zones = [
      {
        id: 'face',
        name: 'Face',
        pose: { up: 'underside' as const, lid: 'closed' as const },
        outline: { form: 'rect' as const, x: 0, y: 0, width: 100, height: 100 }
      },
      {
        id: 'top',
        name: 'Top',
        pose: { up: 'topside' as const, lid: 'open' as const },
        outline: { form: 'rect' as const, x: 0, y: 0, width: 100, height: 100 }
      }
    ];
    const told = said(
      machine(
        [part('lid', [0, 0, 30], [0, 1], 'base', { moves: [{ id: 'lift', kind: 'lift', zone: 'top', seconds: 5 }] })],
        [screw('lid-s', 'lid', 'base', [130, 5], 0)],
        { zones }
      )
    );
    expect(told).toEqual([
      'joints[0].at[0]: "lid-s" lies outside "face" at 130 / 5',
      expect.stringMatching(
        /^parts\[1\]\.moves\[0\]\.zone: "lid" is moved in "top", where neither it nor what rides on it has a shape/
      ),
      expect.stringMatching(
        /^parts\[1\]\.moves: "lid" is taken out in "top", and all that holds it is undone in another position: it lies loose/
      )
    ]);
  });
});
