import { rect, type MachineBuilder, type PointIn } from '../builder';
import { metal, pan } from '../screws';
import { D, T, U, W } from './common';

/** The bottom cover with its two lengths of screw, and the glued cell with the speakers that guide it. */
export function cover(m: MachineBuilder) {
  m.part('case', 'Top case', 'case', undefined, {
    shapes: [
      { zone: U, outline: rect(0, 0, W, D, 12), depth: [12, 15] },
      {
        zone: T,
        outline: rect(0, 0, W, D, 12),
        depth: [0, 3],
        openings: [rect(18, 30, 264, 92, 3), rect(96, 130, 108, 72, 3)]
      }
    ]
  });
  m.part('bottom-cover', 'Bottom cover', 'cover', 'case', {
    numbers: [{ number: 'LG13-1001' }],
    at: [U, rect(0, 0, W, D, 12), [0, 1.2]],
    moves: [
      {
        id: 'lift',
        kind: 'lift',
        zone: U,
        seconds: 10,
        returnSeconds: 20,
        how: 'Raise the hinge edge, then draw it off the two middle posts.',
        back: 'Front edge in first, then press over the middle posts.'
      }
    ]
  });
  const five = (length: number, hole: ReturnType<typeof metal>) => ({
    ...pan(2, length, 4, hole, 0.2),
    drive: 'P5' as const,
    head: 'flat-broad' as const,
    headHeightMm: 0.7
  });
  m.screws(
    'cover-corner-screws',
    'Bottom cover corner screws',
    'bottom-cover',
    'case',
    U,
    0.3,
    [
      [12, 12],
      [288, 12],
      [12, 200],
      [288, 200]
    ],
    five(5.5, metal(1.2, 4.6))
  );
  m.screws(
    'cover-edge-screws',
    'Bottom cover edge screws',
    'bottom-cover',
    'case',
    U,
    0.3,
    [
      [100, 10],
      [200, 10],
      [12, 106],
      [288, 106],
      [100, 204],
      [200, 204]
    ],
    five(3.5, metal(1.2, 2.4, 'battery'))
  );
  m.clips(
    'cover-posts',
    'Bottom cover middle posts',
    'bottom-cover',
    'case',
    U,
    1,
    [
      [110, 100],
      [190, 100]
    ],
    'the hinge edge',
    { seconds: 12, closeSeconds: 6, clearMm: 0.5, hooked: ['the front edge'] }
  );
  for (const [id, name, y] of [
    ['foot-rear', 'Foot at the hinge edge', 20],
    ['foot-front', 'Foot at the front edge', 190]
  ] as const) {
    m.part(id, name, 'foot', 'bottom-cover', {
      at: [U, rect(40, y, 220, 5, 2), [0, 0.2]],
      moves: [{ id: 'peel', kind: 'lift', zone: U, seconds: 8 }]
    });
    m.adhesive(
      `${id}-tape`,
      `Tape of the ${name[0]!.toLowerCase()}${name.slice(1)}`,
      id,
      'bottom-cover',
      U,
      0,
      [[150, y + 2.5]],
      'foam-tape',
      'Peel from one end with a plastic card',
      { singleUse: false, seconds: 10, closeSeconds: 8 }
    );
  }

  m.part('battery', 'Battery', 'battery', 'case', {
    numbers: [{ number: 'LG13-2001', revisions: ['1'] }, { number: 'LG13-2002' }],
    functions: ['battery', 'power'],
    care: ['cell', 'bends'],
    spareIncludes: ['battery-lead'],
    at: [U, rect(58, 114, 184, 80, 2), [2, 7]],
    moves: [
      {
        id: 'lift',
        kind: 'lift',
        zone: U,
        seconds: 12,
        returnSeconds: 25,
        how: 'Flat, with both hands, once all strips are out.',
        back: 'Against the guides of both speakers, then down.'
      }
    ],
    note: 'Only film that is marked as shipping film comes off a new cell, never its wrap.'
  });
  m.part('battery-lead', 'Battery lead', 'flat-cable', 'battery', { care: ['fragile'] });
  const strips: [PointIn, PointIn][] = [
    [
      [76, 198],
      [76, 122]
    ],
    [
      [120, 198],
      [120, 122]
    ],
    [
      [180, 198],
      [180, 122]
    ],
    [
      [224, 198],
      [224, 122]
    ]
  ];
  m.adhesive(
    'battery-strips',
    'Battery pull strips',
    'battery',
    'case',
    U,
    2,
    strips.map(([from]) => from),
    'pull-strips',
    'Draw each strip slowly and flat out of the front edge, wound on a stick; a torn one is freed with a plastic card',
    { strips, seconds: 120, closeSeconds: 60, settingSeconds: 300, clearMm: 2 }
  );
  m.plug('battery-plug', 'Battery plug', 'battery-lead', 'board', U, 4.2, [150, 96], 'board-to-board', 'power', {
    functions: ['battery', 'power']
  });
  m.cable(
    'battery-lead',
    'flat',
    22,
    'black',
    [
      [U, 150, 116, 4.6],
      [U, 150, 106, 5],
      [U, 150, 96, 4.2]
    ],
    [{ joint: 'battery-plug' }]
  );

  const speaker = (id: string, name: string, x: number, plug: PointIn, by: PointIn, fn: string) => {
    m.part(id, name, 'speaker', 'case', {
      numbers: [{ number: id === 'speaker-left' ? 'LG13-7001' : 'LG13-7002' }],
      functions: [fn],
      spareIncludes: [`${id}-wire`],
      at: [U, rect(x, 112, 40, 84, 4), [2, 7]],
      moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 6 }]
    });
    m.part(`${id}-wire`, `${name} wire`, 'cable', id, {});
    m.screws(
      `${id}-screws`,
      `${name} screws`,
      id,
      'case',
      U,
      2,
      [
        [x + 20, 117],
        [x + 20, 190]
      ],
      { ...pan(1.6, 3, 3.6, metal(0.8, 2.4), 0.1), head: 'shoulder' as const }
    );
    m.dressing(`${id}-channel`, `${name} wire in its channel`, `${id}-wire`, 'case', U, 7, [by], 'channel');
    m.plug(`${id}-plug`, `${name} plug`, `${id}-wire`, 'board', U, 4.4, plug, 'wire-along-board', 'signal', {
      functions: [fn]
    });
    m.cable(
      `${id}-wire`,
      'bundle',
      1.6,
      'red and black',
      [
        [U, x + 20, 113, 6],
        [U, ...by, 7, `${id}-channel`],
        [U, ...plug, 4.4]
      ],
      [{ joint: `${id}-plug` }]
    );
    m.relation({
      kind: 'order',
      before: { part: id, move: 'lift' },
      after: { part: 'battery', move: 'lift' },
      leg: 'up',
      reason: `The ${name.toLowerCase()} guides the battery: it goes in before it`
    });
  };
  speaker('speaker-left', 'Left speaker', 246, [232, 92], [262, 106], 'left-speaker');
  speaker('speaker-right', 'Right speaker', 14, [72, 92], [40, 106], 'right-speaker');
}
