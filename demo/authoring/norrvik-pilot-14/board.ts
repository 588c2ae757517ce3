import { circle, poly, rect, type MachineBuilder, type PointIn } from '../builder';
import { metal, pan } from '../screws';
import { F, U } from './common';

/** The main board under its frame, two fans, two drives, two radio cards. */
export function board(m: MachineBuilder) {
  m.part('board', 'Main board', 'board', 'top-case', {
    numbers: [{ number: 'NP14-4001' }],
    functions: ['power', 'identity', 'video'],
    care: ['static', 'bends'],
    at: [U, poly([84, 24], [258, 24], [258, 116], [84, 116]), [5.6, 7]],
    moves: [
      {
        id: 'tilt',
        kind: 'tilt',
        zone: U,
        seconds: 35,
        returnSeconds: 55,
        directionDeg: 90,
        travelMm: 5,
        angleDeg: 8,
        how: 'Raise the hinge edge and draw it towards the front off its pins.',
        back: 'Front pins first, then down.'
      }
    ]
  });
  m.screws(
    'board-screws',
    'Main board screws',
    'board',
    'top-case',
    U,
    5.6,
    [
      [90, 30],
      [170, 28],
      [252, 30],
      [90, 92],
      [252, 84]
    ],
    pan(2, 3, 3.8, metal(1.2, 2.2, 'keyboard'), 0.2)
  );
  for (const [id, name, x, plug, path] of [
    [
      'fan-right',
      'Right fan',
      50,
      [91, 76],
      [
        [72, 78],
        [80, 78]
      ]
    ],
    [
      'fan-left',
      'Left fan',
      286,
      [254, 77],
      [
        [266, 80],
        [260, 79]
      ]
    ]
  ] as const) {
    m.part(id, name, 'fan', 'top-case', {
      numbers: [{ number: id === 'fan-left' ? 'NP14-3001' : 'NP14-3002' }],
      functions: ['cooling'],
      spareIncludes: [`${id}-wire`],
      at: [U, circle(x, 62, 25), [2.6, 8.4]],
      moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 6, returnSeconds: 10 }]
    });
    m.part(`${id}-wire`, `${name} wire`, 'cable', id, {});
    m.screws(
      `${id}-screws`,
      `${name} screws`,
      id,
      'top-case',
      U,
      2.6,
      [
        [x - 17, 45],
        [x + 17, 79]
      ],
      pan(2, 3.5, 3.8, metal(1, 3), 0.2)
    );
    m.plug(`${id}-plug`, `${name} plug`, `${id}-wire`, 'board', U, 5.2, [...plug], 'wire-along-board', 'both', {
      functions: ['cooling']
    });
    m.cable(
      `${id}-wire`,
      'bundle',
      3,
      'black',
      [
        [U, path[0][0], path[0][1], 5],
        [U, path[1][0], path[1][1], 5],
        [U, ...plug, 5.2]
      ],
      [{ joint: `${id}-plug` }]
    );
  }
  m.part('heat-sink', 'Heat sink', 'heat-sink', 'board', {
    numbers: [{ number: 'NP14-3101' }],
    functions: ['cooling'],
    care: ['hot', 'bends'],
    at: [
      U,
      poly(
        [40, 26],
        [78, 26],
        [84, 34],
        [120, 40],
        [180, 40],
        [200, 36.2],
        [250, 36.2],
        [258, 26],
        [300, 26],
        [300, 34],
        [262, 34],
        [254, 38.9],
        [202, 38.9],
        [184, 50],
        [184, 74],
        [128, 74],
        [128, 50],
        [84, 40],
        [40, 34]
      ),
      [3.6, 5.2]
    ],
    moves: [
      {
        id: 'lift',
        kind: 'lift',
        zone: U,
        seconds: 18,
        returnSeconds: 30,
        how: 'Both ends together; a small twist if it sticks, never a lever.',
        back: 'Straight down on both dies.'
      }
    ]
  });
  m.screws(
    'heat-sink-screws',
    'Heat sink screws',
    'heat-sink',
    'board',
    U,
    3.8,
    [
      [132, 44],
      [180, 70],
      [180, 44],
      [132, 70],
      [156, 44],
      [156, 70]
    ],
    {
      ...pan(2, 4, 4, metal(1.2, 3), 0.15),
      captive: true,
      underHead: 'spring' as const,
      printedOrder: [4, 5, 0, 1, 2, 3]
    }
  );
  m.adhesive(
    'heat-sink-compound',
    'Heat sink compound',
    'heat-sink',
    'board',
    U,
    3.8,
    [[156, 57]],
    'thermal-compound',
    'Twist a little until the film lets go',
    { areaMm2: 640, thicknessMm: 0.1, seconds: 25, closeSeconds: 10 }
  );
  m.adhesive(
    'heat-sink-pad',
    'Memory pads',
    'heat-sink',
    'board',
    U,
    3.8,
    [[138, 66]],
    'thermal-pad',
    'Peel them off both faces',
    { areaMm2: 800, seconds: 15, closeSeconds: 10 }
  );
  for (const [id, name] of [
    ['fan-right-foil', 'Right fan foil'],
    ['fan-left-foil', 'Left fan foil']
  ] as const) {
    m.tape(id, name, id.replace('-foil', ''), 'heat-sink', U, 2.6, [id === 'fan-right-foil' ? 52 : 284, 37.5], 'foil');
  }

  const slot = pan(2, 2.5, 4, metal(0.8, 2.2), 0.12);
  m.part('ssd-a', 'SSD A', 'storage', 'board', {
    numbers: [{ number: 'NP14-5001' }, { number: 'NP14-5002' }],
    functions: ['storage'],
    care: ['static'],
    at: [U, rect(94, 82, 80, 22, 0.5), [3.8, 5.2]],
    moves: [{ id: 'slide', kind: 'slide', zone: U, seconds: 5, returnSeconds: 8, directionDeg: 180, travelMm: 2 }]
  });
  m.screws('ssd-a-screw', 'SSD A screw', 'ssd-a', 'board', U, 3.6, [[96, 93]], slot);
  m.plug('ssd-a-slot', 'SSD A slot', 'ssd-a', 'board', U, 5.2, [173, 93], 'edge-card', 'signal', {
    angleDeg: 20,
    functions: ['storage']
  });
  m.part('ssd-b', 'SSD B', 'storage', 'board', {
    numbers: [{ number: 'NP14-5003' }],
    functions: ['storage-b'],
    care: ['static'],
    at: [U, rect(200, 84, 42, 22, 0.5), [3.8, 5.2]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 5, returnSeconds: 8 }]
  });
  m.screws('ssd-b-screw', 'SSD B screw', 'ssd-b', 'board', U, 3.6, [[202, 95]], slot);
  m.plug('ssd-b-slot', 'SSD B slot', 'ssd-b', 'board', U, 5.2, [243, 95], 'edge-card', 'signal', {
    angleDeg: 20,
    functions: ['storage-b']
  });
  const cards = [
    ['wlan-card', 'Wireless card', 'NP14-6001', 196, 52, ['wifi', 'bluetooth'], undefined],
    ['wwan-card', 'Mobile network card', 'NP14-6101', 226, 44, ['wwan'], ['reader']]
  ] as const;
  for (const [id, name, number, x, y, functions, variants] of cards) {
    m.part(id, name, 'card', 'board', {
      numbers: [{ number, ...(variants ? { variants: [...variants] } : {}) }],
      functions: [...functions],
      care: ['static'],
      at: [U, rect(x, y, 22, 30, 0.5), [3.8, 5.2]],
      moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 5, returnSeconds: 8 }]
    });
    m.screws(`${id}-screw`, `${name} screw`, id, 'board', U, 3.6, [[x + 11, y + 28]], slot);
    m.plug(`${id}-slot`, `${name} slot`, id, 'board', U, 5.2, [x + 11, y - 1], 'edge-card', 'signal', {
      angleDeg: 25,
      functions: [...functions]
    });
  }
  m.part('coin-cell', 'Clock cell', 'coin-cell', 'board', {
    functions: ['clock'],
    at: [U, circle(104, 56, 9), [3.8, 5.4]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 5 }]
  });
  m.adhesive(
    'coin-tape',
    'Clock cell tape',
    'coin-cell',
    'board',
    U,
    3.8,
    [[104, 56]],
    'foam-tape',
    'Turn it off its tape with a plastic card',
    { areaMm2: 180, thicknessMm: 0.5 }
  );
  m.plug('coin-plug', 'Clock cell plug', 'coin-cell', 'board', U, 5.2, [104, 72], 'wire-along-board', 'power', {
    functions: ['clock']
  });

  const sides = [
    ['io-board', 'Right ports board', 'NP14-4101', 6, ['usb-right', 'audio'], [44, 108], [92, 100], [70, 106]],
    ['power-board', 'Power socket board', 'NP14-4201', 284, ['power', 'usb-left'], [290, 108], [250, 100], [268, 106]]
  ] as const;
  for (const [id, name, number, x, functions, far, near, way] of sides) {
    m.part(id, name, 'small-board', 'top-case', {
      numbers: [{ number }],
      functions: [...functions],
      care: ['static'],
      at: [U, rect(x, 96, 40, 36, 1), [5.6, 7]],
      moves: [
        {
          id: 'tilt',
          kind: 'tilt',
          zone: U,
          seconds: 8,
          returnSeconds: 12,
          directionDeg: x < 100 ? 0 : 180,
          travelMm: 3,
          how: 'Inner edge up, sockets out of the wall.',
          back: 'Sockets into the wall first.'
        }
      ]
    });
    m.screws(
      `${id}-screws`,
      `${name} screws`,
      id,
      'top-case',
      U,
      5.6,
      [
        [x + 6, 128],
        [x + 34, 128]
      ],
      pan(2, 3, 3.8, metal(1, 2.6), 0.2)
    );
    m.part(`${id}-cable`, `${name} cable`, 'flat-cable', undefined, {
      care: ['fragile'],
      numbers: [{ number: `${number.slice(0, -1)}9` }],
      moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 4 }]
    });
    m.plug(
      `${id}-plug`,
      `${name} cable plug at the main board`,
      `${id}-cable`,
      'board',
      U,
      5.2,
      [...near],
      'flip-lock-front',
      'both',
      { functions: [...functions] }
    );
    m.plug(
      `${id}-far-plug`,
      `${name} cable plug at the ${name.toLowerCase()}`,
      `${id}-cable`,
      id,
      U,
      5.2,
      [far[0], far[1]],
      'pull-tab',
      'both',
      { functions: [...functions] }
    );
    m.cable(
      `${id}-cable`,
      'flat',
      12,
      'white',
      [
        [U, far[0], far[1], 5.2],
        [U, way[0], way[1], 6.4],
        [U, near[0], near[1], 5.2]
      ],
      [{ joint: `${id}-far-plug` }, { joint: `${id}-plug` }]
    );
  }
}

/** Four wires from the lid, each with its own way through the frame and its own mark. */
export function antennas(m: MachineBuilder) {
  const wire = (
    id: string,
    name: string,
    colour: string,
    mark: string,
    card: string,
    snap: PointIn,
    guides: PointIn[],
    from: PointIn,
    fn: string,
    lidX: number
  ) => {
    m.part(id, name, 'antenna', 'display', { functions: [fn] });
    m.plug(`${id}-snap`, `${name} snap`, id, card, U, 3.6, snap, 'antenna-snap', 'radio', {
      marks: [mark, mark],
      functions: [fn],
      clearMm: 1.8
    });
    m.dressing(`${id}-guides`, `${name} in the frame\u2019s guides`, id, 'frame', U, 2.2, guides, 'tab');
    m.tape(`${id}-tape`, `${name} tape`, id, 'top-case', U, 4, from, 'polyimide');
    m.cable(
      id,
      'coax',
      1.2,
      colour,
      [
        [U, from[0], 6, 4],
        [U, ...from, 4, `${id}-tape`],
        ...guides.map(([x, y]): [string, number, number, number, string] => [U, x, y, 2.2, `${id}-guides`]),
        [U, snap[0] + 3, snap[1] - 8, 3.4],
        [U, ...snap, 3.6]
      ],
      [{ joint: `${id}-snap`, mark }],
      250
    );
    m.machine.cables!.at(-1)!.path.unshift({ zone: F, at: [lidX, 6], depth: 4 });
  };
  wire(
    'wlan-main',
    'Wireless antenna 1',
    'black',
    '1',
    'wlan-card',
    [201, 76],
    [
      [188, 30],
      [188, 56]
    ],
    [176, 13],
    'wifi',
    70
  );
  wire(
    'wlan-aux',
    'Wireless antenna 2',
    'grey',
    '2',
    'wlan-card',
    [213, 76],
    [
      [192, 30],
      [192, 56]
    ],
    [180, 13],
    'wifi',
    130
  );
  wire(
    'wwan-main',
    'Mobile antenna 1',
    'orange',
    'A',
    'wwan-card',
    [231, 68],
    [
      [244, 30],
      [240, 38]
    ],
    [246, 13],
    'wwan',
    200
  );
  wire(
    'wwan-aux',
    'Mobile antenna 2',
    'blue',
    'B',
    'wwan-card',
    [243, 68],
    [
      [250, 30],
      [248, 38]
    ],
    [250, 13],
    'wwan',
    260
  );
}
