import { poly, rect, type MachineBuilder, type PointIn } from '../builder';
import { F, metal, pan, U } from './common';

/** The main board with what sits in its slots, and the antennas that come from the lid. */
export function board(m: MachineBuilder) {
  m.part('board', 'Main board', 'board', 'case', {
    numbers: [
      { number: 'NF14-4100', variants: ['plain'] },
      { number: 'NF14-4110', variants: ['wwan'] }
    ],
    functions: ['power', 'identity', 'clock', 'video', 'usb-left', 'audio'],
    care: ['static', 'bends'],
    at: [
      U,
      poly(
        [96, 29],
        [120, 29],
        [124, 25],
        [276, 25],
        [276, 54],
        [318, 54],
        [318, 92],
        [276, 92],
        [276, 122],
        [96, 122]
      ),
      [5.8, 7.2]
    ],
    moves: [
      {
        id: 'tilt',
        kind: 'tilt',
        zone: U,
        seconds: 40,
        returnSeconds: 70,
        directionDeg: 180,
        travelMm: 9,
        angleDeg: 12,
        how: 'Lift the edge beside the fan about 12 degrees and slide the sockets out of their cut-outs.',
        back: 'Sockets into their cut-outs first, then lower the edge onto its pins.'
      }
    ]
  });
  m.screws(
    'board-screws',
    'Main board screws',
    'board',
    'case',
    U,
    5.8,
    [
      [100, 62],
      [179, 90],
      [272, 62],
      [272, 84],
      [168, 119],
      [256, 119]
    ],
    pan(2, 3, 3.8, { ...metal(1.2, 2.2, 'keyboard') }, 0.2)
  );
  m.part('socket-bracket', 'Socket bracket', 'bracket', 'case', {
    care: ['sharp'],
    at: [U, rect(290, 56, 26, 34, 1.5), [3.8, 5.4]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 6 }]
  });
  m.screws(
    'bracket-screws',
    'Socket bracket screws',
    'socket-bracket',
    'case',
    U,
    3.8,
    [
      [294, 60],
      [294, 86]
    ],
    pan(2, 5, 3.8, metal(2, 3.6), 0.2)
  );
  m.part('sim-tray', 'SIM tray', 'tray', 'board', {
    functions: ['sim'],
    at: ['left-edge', rect(80, 8.4, 11, 2.2, 0.6), [0, 18]],
    shapes: [{ zone: U, outline: rect(302, 80, 20, 11, 1), depth: [7.4, 8.6] }],
    moves: [{ id: 'draw', kind: 'slide', zone: 'left-edge', seconds: 4 }]
  });
  m.plug('sim-catch', 'SIM tray catch', 'sim-tray', 'board', 'left-edge', 0, [94, 9.5], 'tray', 'signal', {
    faces: 'side',
    functions: ['sim']
  });
}

export function slots(m: MachineBuilder) {
  const slot = pan(2, 2.5, 4.2, metal(0.8, 2.2), 0.12);
  m.part('memory-shield', 'Memory shield', 'shield', 'board', {
    care: ['sharp'],
    at: [U, rect(183, 24, 74, 66, 1.5), [2.2, 2.8]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 6, returnSeconds: 8 }]
  });
  m.clips(
    'memory-shield-clips',
    'Memory shield catches',
    'memory-shield',
    'board',
    U,
    2.5,
    [
      [183.5, 40],
      [183.5, 76]
    ],
    'the near left corner',
    { startAt: [183.5, 76], seconds: 10, closeSeconds: 8 }
  );
  for (const [id, name, y, socket] of [
    ['memory-a', 'Memory module A', 26, 52],
    ['memory-b', 'Memory module B', 59, 63]
  ] as const) {
    m.part(id, name, 'memory', 'board', {
      numbers: [{ number: id === 'memory-a' ? 'NF14-5108' : 'NF14-5116' }],
      functions: ['memory'],
      care: ['static'],
      at: [U, rect(186, y, 68, 30, 0.8), [3, 5]],
      moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 5, returnSeconds: 8 }]
    });
    m.plug(`${id}-socket`, `${name} socket`, id, 'board', U, 5.2, [220, socket], 'memory-socket', 'signal', {
      angleDeg: 30,
      functions: ['memory']
    });
  }
  m.part('ssd-shield', 'SSD shield', 'shield', 'board', {
    care: ['sharp'],
    at: [U, rect(183, 91, 85, 24, 1.5), [2.4, 3.2]],
    moves: [
      {
        id: 'lift',
        kind: 'lift',
        zone: U,
        seconds: 6,
        returnSeconds: 8,
        how: 'Raise the screw end, then out of its hook.',
        back: 'Hook end in first.'
      }
    ]
  });
  m.screws('ssd-shield-screw', 'SSD shield screw', 'ssd-shield', 'board', U, 2.4, [[262, 94]], {
    ...pan(2, 4, 3.8, metal(1.6, 3), 0.15),
    captive: true
  });
  m.joint({
    kind: 'hook',
    id: 'ssd-shield-hook',
    name: 'SSD shield hook',
    a: 'ssd-shield',
    b: 'board',
    zone: U,
    depth: 2.8,
    at: [[184, 103]],
    seconds: 3,
    direction: 'Draw it to the right'
  });
  m.part('ssd', 'SSD', 'storage', 'board', {
    numbers: [{ number: 'NF14-5210' }, { number: 'NF14-5220' }],
    functions: ['storage'],
    care: ['static'],
    at: [U, rect(187, 92, 80, 22, 0.5), [3.8, 5.4]],
    moves: [{ id: 'slide', kind: 'slide', zone: U, seconds: 5, returnSeconds: 8, directionDeg: 0, travelMm: 5 }]
  });
  m.screws('ssd-screw', 'SSD screw', 'ssd', 'board', U, 3.6, [[265.5, 103]], slot);
  m.plug('ssd-slot', 'SSD slot', 'ssd', 'board', U, 5, [188, 103], 'edge-card', 'signal', {
    angleDeg: 20,
    functions: ['storage']
  });
}

export function radios(m: MachineBuilder) {
  const slot = pan(2, 2.5, 4.2, metal(0.8, 2.2), 0.12);
  const card = (id: string, name: string, x: number, y: number, w: number, h: number, functions: string[]) => {
    m.part(id, name, 'card', 'board', {
      numbers: [
        {
          number: id === 'wlan-card' ? 'NF14-6100' : 'NF14-6200',
          ...(id === 'wwan-card' ? { variants: ['wwan'] } : {})
        }
      ],
      functions,
      care: ['static'],
      at: [U, rect(x, y, w, h, 0.5), [3.8, 5.4]],
      moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 5, returnSeconds: 8 }]
    });
    m.screws(`${id}-screw`, `${name} screw`, id, 'board', U, 3.6, [[x + w / 2, y + 2]], slot);
    m.plug(`${id}-slot`, `${name} slot`, id, 'board', U, 5, [x + w / 2, y + h + 1], 'edge-card', 'signal', {
      angleDeg: 25,
      functions
    });
  };
  card('wlan-card', 'Wireless card', 104, 84, 22, 30, ['wifi', 'bluetooth']);
  card('wwan-card', 'Mobile network card', 132, 80, 30, 41, ['wwan']);

  const antenna = (
    id: string,
    name: string,
    colour: string,
    mark: string,
    to: string,
    snap: PointIn,
    from: PointIn,
    turn: PointIn,
    drop: PointIn,
    last: PointIn,
    fn: string,
    lid: PointIn
  ) => {
    m.part(id, name, 'antenna', 'display', { functions: [fn] });
    m.plug(`${id}-snap`, `${name} snap`, id, to, U, 3.6, snap, 'antenna-snap', 'radio', {
      marks: [mark, mark],
      functions: [fn],
      clearMm: 2
    });
    m.dressing(`${id}-clip`, `${name} in its clips`, id, 'case', U, 4, [turn], 'clip');
    m.tape(`${id}-tape`, `${name} tape`, id, 'board', U, 5.4, last, 'polyimide');
    m.cable(
      id,
      'coax',
      1.2,
      colour,
      [
        [U, ...from, 5],
        [U, ...turn, 4.5, `${id}-clip`],
        [U, ...drop, 5.5],
        [U, ...last, 5.5, `${id}-tape`],
        [U, ...snap, 3.6]
      ],
      [{ joint: `${id}-snap`, mark }],
      260
    );
    const cable = m.machine.cables!.at(-1)!;
    cable.path.unshift({ zone: F, at: lid, depth: 4 });
  };
  antenna(
    'wlan-main',
    'Wireless antenna 1',
    'black',
    'W1',
    'wlan-card',
    [109, 89],
    [58, 9],
    [96, 9],
    [106, 26],
    [107, 66],
    'wifi',
    [60, 6]
  );
  antenna(
    'wlan-aux',
    'Wireless antenna 2',
    'grey',
    'W2',
    'wlan-card',
    [121, 89],
    [58, 12],
    [98, 12],
    [109, 26],
    [111, 66],
    'wifi',
    [110, 6]
  );
  antenna(
    'wwan-main',
    'Mobile antenna 1',
    'white',
    'C1',
    'wwan-card',
    [137, 85],
    [264, 9],
    [180, 9],
    [179, 40],
    [178, 72],
    'wwan',
    [212, 6]
  );
  antenna(
    'wwan-aux',
    'Mobile antenna 2',
    'orange',
    'C2',
    'wwan-card',
    [157, 85],
    [264, 12],
    [182, 12],
    [181, 40],
    [180, 76],
    'wwan',
    [262, 6]
  );
}
