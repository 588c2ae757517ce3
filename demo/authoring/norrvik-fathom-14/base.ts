import { circle, poly, rect, type MachineBuilder, type PointIn } from '../builder';
import { D, metal, pan, T, U, W } from './common';

/** What is seen first: the cover, what carries power, what carries heat away. */
export function outside(m: MachineBuilder) {
  m.part('case', 'Case', 'case', undefined, {
    functions: [],
    shapes: [
      { zone: U, outline: rect(0, 0, W, D, 9), depth: [11.6, 17.4] },
      {
        zone: T,
        outline: rect(0, 0, W, D, 9),
        depth: [0, 5.8],
        openings: [rect(22, 34, 278, 112, 3), rect(106, 152, 110, 62, 3)]
      },
      { zone: 'left-edge', outline: rect(0, 0, D, 17.4, 2), depth: [0, 2], openings: [rect(79, 8, 13, 3)] }
    ]
  });
  m.part('bottom-cover', 'Bottom cover', 'cover', 'case', {
    numbers: [{ number: 'NF14-1001' }],
    at: [U, rect(0, 0, W, D, 9), [0, 1.4]],
    moves: [
      {
        id: 'lift',
        kind: 'lift',
        zone: U,
        seconds: 12,
        returnSeconds: 25,
        how: 'Raise the hinge side first, then draw it towards you out of the front hooks.',
        back: 'Front hooks in first, then lower the hinge side.'
      }
    ]
  });
  for (const [id, name, x, y, w] of [
    ['foot-left', 'Front left foot', 252, 204, 46],
    ['foot-right', 'Front right foot', 24, 204, 46],
    ['foot-rear', 'Rear foot', 40, 6, 242]
  ] as const) {
    m.part(id, name, 'foot', 'bottom-cover', {
      at: [U, rect(x, y, w, 8, 4), [0, 0.3]],
      moves: [{ id: 'peel', kind: 'lift', zone: U, seconds: 10 }]
    });
    m.adhesive(
      `${id}-tape`,
      `${name} tape`,
      id,
      'bottom-cover',
      U,
      0,
      [[x + w / 2, y + 4]],
      'foam-tape',
      'Peel from one end with a plastic card',
      { areaMm2: w * 6, thicknessMm: 0.3 }
    );
  }
  const cover: PointIn[] = [
    [12, 20],
    [112, 18],
    [210, 18],
    [310, 20],
    [12, 124],
    [310, 124],
    [92, 213],
    [232, 213]
  ];
  m.screws('cover-screws', 'Bottom cover screws', 'bottom-cover', 'case', U, 0.2, cover, {
    ...pan(2.5, 6, 5, metal(1.4, 5), 0.3),
    head: 'flat-broad',
    captive: true,
    substitutes: ['PH1']
  });
  m.clips(
    'cover-clips',
    'Bottom cover clips',
    'bottom-cover',
    'case',
    U,
    1,
    [
      [1, 200],
      [1, 8],
      [161, 1],
      [321, 8],
      [321, 200]
    ],
    'the hinge side, left of the middle',
    { startAt: [110, 3.2], direction: 'up and towards you', hooked: ['the front edge'], clearMm: 0.5 }
  );
}

export function power(m: MachineBuilder) {
  m.part('battery', 'Battery', 'battery', 'case', {
    numbers: [{ number: 'NF14-2100' }, { number: 'NF14-2101', revisions: ['r2'] }],
    functions: ['battery', 'power'],
    care: ['cell'],
    spareIncludes: ['battery-lead'],
    at: [U, rect(58, 132, 208, 76, 2), [2.2, 8.6]],
    moves: [
      {
        id: 'lift',
        kind: 'lift',
        zone: U,
        seconds: 10,
        returnSeconds: 15,
        how: 'Flat, with both hands; do not bend it.',
        back: 'Flat into its bay, lead free.'
      }
    ]
  });
  m.part('battery-lead', 'Battery lead', 'cable', 'battery', {});
  m.screws(
    'battery-screws',
    'Battery screws',
    'battery',
    'case',
    U,
    2.2,
    [
      [63, 137],
      [162, 136],
      [261, 137],
      [63, 203],
      [261, 203]
    ],
    pan(2, 4, 3.8, metal(1.1, 3.4), 0.2)
  );
  m.plug('battery-plug', 'Battery plug', 'battery-lead', 'board', U, 5.2, [176, 119], 'wire-along-board', 'power', {
    functions: ['battery', 'power']
  });
  m.cable(
    'battery-lead',
    'bundle',
    6,
    'black',
    [
      [U, 176, 134, 5],
      [U, 176, 128, 5],
      [U, 176, 120, 5.2]
    ],
    [{ joint: 'battery-plug' }]
  );

  m.part('dc-jack', 'DC-in socket', 'jack', 'case', {
    numbers: [{ number: 'NF14-2200' }],
    functions: ['power'],
    spareIncludes: ['dc-wire'],
    at: [U, rect(294, 30, 22, 18, 1.5), [3, 8]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 8 }]
  });
  m.part('dc-wire', 'DC-in wire', 'cable', 'dc-jack', {});
  m.screws('dc-screw', 'DC-in socket screw', 'dc-jack', 'case', U, 3, [[298, 34]], pan(2, 3, 3.8, metal(1, 3), 0.2));
  m.tape('dc-tape', 'DC-in wire tape', 'dc-wire', 'board', U, 5, [274, 42], 'polyimide');
  m.plug('dc-plug', 'DC-in plug', 'dc-wire', 'board', U, 5.4, [268, 42], 'wire-along-board', 'power', {
    functions: ['power']
  });
  m.cable(
    'dc-wire',
    'bundle',
    4,
    'black',
    [
      [U, 296, 40, 5],
      [U, 282, 42, 5],
      [U, 274, 42, 5.2, 'dc-tape'],
      [U, 268, 42, 5.4]
    ],
    [{ joint: 'dc-plug' }]
  );

  m.part('coin-cell', 'Clock cell', 'coin-cell', 'board', {
    functions: ['clock'],
    at: [U, circle(174, 105, 8), [3.2, 5.6]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 6 }]
  });
  m.adhesive(
    'coin-tape',
    'Clock cell tape',
    'coin-cell',
    'board',
    U,
    3.2,
    [[174, 105]],
    'foam-tape',
    'Turn it off its tape with a plastic card',
    { areaMm2: 150, thicknessMm: 0.5 }
  );
  m.plug('coin-plug', 'Clock cell plug', 'coin-cell', 'board', U, 5.4, [172, 93], 'wire-along-board', 'power', {
    functions: ['clock']
  });
}

export function cooling(m: MachineBuilder) {
  m.part('fan', 'Fan', 'fan', 'case', {
    numbers: [{ number: 'NF14-3100' }],
    functions: ['cooling'],
    spareIncludes: ['fan-wire'],
    at: [
      U,
      {
        form: 'path',
        start: [36, 28],
        to: [
          { line: [88, 28] },
          { line: [88, 56] },
          {
            cubic: [
              [88, 90],
              [36, 90],
              [36, 56]
            ]
          }
        ],
        tolerance: 0.2
      },
      [2, 8.5]
    ],
    moves: [
      {
        id: 'lift',
        kind: 'lift',
        zone: U,
        seconds: 8,
        returnSeconds: 12,
        back: 'Blades free to turn; wire in its notch.'
      }
    ]
  });
  m.part('fan-wire', 'Fan wire', 'cable', 'fan', {});
  m.screws(
    'fan-screws',
    'Fan screws',
    'fan',
    'case',
    U,
    2,
    [
      [40, 33],
      [48, 78]
    ],
    pan(2, 3, 3.8, metal(0.8, 3), 0.2)
  );
  m.plug('fan-plug', 'Fan plug', 'fan-wire', 'board', U, 5.4, [99, 84], 'wire-along-board', 'both', {
    functions: ['cooling']
  });
  m.cable(
    'fan-wire',
    'bundle',
    3,
    'black',
    [
      [U, 84, 72, 5],
      [U, 92, 80, 5.2],
      [U, 99, 84, 5.4]
    ],
    [{ joint: 'fan-plug' }]
  );
  m.tape('fan-tape', 'Foil between fan and heat sink', 'fan', 'heat-sink', U, 1.9, [66, 27.5], 'foil', {
    singleUse: false
  });

  m.part('heat-sink', 'Heat sink', 'heat-sink', 'board', {
    numbers: [{ number: 'NF14-3200' }],
    functions: ['cooling'],
    care: ['hot', 'bends'],
    at: [
      U,
      poly(
        [36, 17],
        [92, 17],
        [97, 24],
        [130, 38],
        [134, 34],
        [174, 34],
        [174, 78],
        [132, 78],
        [132, 52],
        [128, 50],
        [92, 34],
        [88.5, 27],
        [36, 27]
      ),
      [2.6, 5]
    ],
    moves: [
      {
        id: 'lift',
        kind: 'lift',
        zone: U,
        seconds: 15,
        returnSeconds: 25,
        how: 'A small twist first if it sticks; never lever it.',
        back: 'Straight down on the die, screw holes over their posts.'
      }
    ]
  });
  m.screws(
    'heat-sink-screws',
    'Heat sink screws',
    'heat-sink',
    'board',
    U,
    2.8,
    [
      [138.5, 39],
      [168.5, 73],
      [168.5, 39],
      [138.5, 73]
    ],
    { ...pan(2, 4.5, 4.2, metal(1.4, 3.4), 0.15), captive: true, underHead: 'spring', printedOrder: [0, 1, 2, 3] }
  );
  m.adhesive(
    'heat-sink-compound',
    'Heat sink compound',
    'heat-sink',
    'board',
    U,
    2.6,
    [[153, 56]],
    'thermal-compound',
    'Twist a little until the film lets go',
    { areaMm2: 432, thicknessMm: 0.1, seconds: 20, closeSeconds: 10 }
  );
}
