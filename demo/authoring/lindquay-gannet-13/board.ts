import { circle, poly, rect, type MachineBuilder, type PointIn } from '../builder';
import { metal, pan } from '../screws';
import { F, U } from './common';

/** The main board with a flat cable beneath it, its cooling, and the small boards at both walls. */
export function board(m: MachineBuilder) {
  m.part('board', 'Main board', 'board', 'case', {
    numbers: [{ number: 'LG13-4001' }],
    functions: ['power', 'identity', 'clock', 'video'],
    care: ['static', 'bends'],
    at: [U, poly([62, 26], [110, 26], [118, 20], [238, 20], [238, 100], [62, 100]), [4.6, 5.8]],
    moves: [
      {
        id: 'raise',
        kind: 'raise',
        zone: U,
        seconds: 15,
        returnSeconds: 20,
        leaves: ['io-plug'],
        clears: false,
        how: 'Raise the edge at the battery; a flat cable beneath holds it.',
        back: 'Cable flat beneath it, then down onto its pins.'
      },
      { id: 'lift', kind: 'lift', zone: U, seconds: 8, returnSeconds: 12 }
    ]
  });
  m.screws(
    'board-screws',
    'Main board screws',
    'board',
    'case',
    U,
    4.6,
    [
      [68, 32],
      [146, 26],
      [232, 26],
      [68, 94],
      [232, 84]
    ],
    pan(2, 3, 3.8, metal(1.2, 2.4, 'keyboard'), 0.2)
  );
  m.part('fan', 'Fan', 'fan', 'case', {
    numbers: [{ number: 'LG13-3001' }],
    functions: ['cooling'],
    spareIncludes: ['fan-wire'],
    at: [U, circle(34, 58, 22), [2, 7]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 6, returnSeconds: 8 }]
  });
  m.part('fan-wire', 'Fan wire', 'flat-cable', 'fan', { care: ['fragile'] });
  m.screws(
    'fan-screws',
    'Fan screws',
    'fan',
    'case',
    U,
    2,
    [
      [18, 42],
      [50, 74]
    ],
    pan(2, 3.5, 3.8, metal(1.2, 2.8), 0.18)
  );
  m.plug('fan-plug', 'Fan plug', 'fan-wire', 'board', U, 4.4, [70, 74], 'flip-lock-front', 'both', {
    functions: ['cooling']
  });
  m.cable(
    'fan-wire',
    'flat',
    5,
    'black',
    [
      [U, 52, 66, 5],
      [U, 60, 70, 5],
      [U, 70, 74, 4.4]
    ],
    [{ joint: 'fan-plug' }]
  );
  m.part('heat-sink', 'Heat sink', 'heat-sink', 'board', {
    numbers: [{ number: 'LG13-3101' }],
    functions: ['cooling'],
    care: ['hot', 'bends'],
    at: [
      U,
      poly(
        [24, 29],
        [58, 29],
        [64, 39],
        [92, 44],
        [92, 40],
        [134, 40],
        [134, 76],
        [92, 76],
        [92, 52],
        [62, 46],
        [56, 35.5],
        [24, 35.5]
      ),
      [2.2, 4]
    ],
    moves: [
      {
        id: 'lift',
        kind: 'lift',
        zone: U,
        seconds: 12,
        returnSeconds: 20,
        how: 'A small twist first if it sticks; never lever it.',
        back: 'Straight down on the die.'
      },
      {
        id: 'lift-with-fan',
        kind: 'lift',
        with: ['fan'],
        zone: U,
        seconds: 18,
        returnSeconds: 32,
        how: 'One hand each: a small twist at the sink, then both up level; the foil between them stays.',
        back: 'Fan into its place while the sink comes straight down on the die.'
      }
    ]
  });
  m.screws(
    'heat-sink-screws',
    'Heat sink screws',
    'heat-sink',
    'board',
    U,
    2.4,
    [
      [97, 45],
      [129, 71],
      [129, 45],
      [97, 71]
    ],
    { ...pan(2, 4, 3.8, metal(1.2, 3), 0.15), captive: true, underHead: 'spring' as const, printedOrder: [0, 1, 2, 3] }
  );
  m.adhesive(
    'heat-sink-compound',
    'Heat sink compound',
    'heat-sink',
    'board',
    U,
    2.4,
    [[113, 58]],
    'thermal-compound',
    'Twist a little until the film lets go',
    { areaMm2: 210, thicknessMm: 0.1, seconds: 20, closeSeconds: 10 }
  );
  m.tape('fan-foil', 'Foil between fan and fins', 'fan', 'heat-sink', U, 2, [40, 36.5], 'foil');
  m.part('ssd', 'SSD', 'storage', 'board', {
    numbers: [{ number: 'LG13-5001' }, { number: 'LG13-5002' }],
    functions: ['storage'],
    care: ['static'],
    at: [U, rect(142, 30, 80, 22, 0.5), [2.8, 4.2]],
    moves: [{ id: 'slide', kind: 'slide', zone: U, seconds: 5, returnSeconds: 8, directionDeg: 180, travelMm: 4 }]
  });
  m.screws('ssd-screw', 'SSD screw', 'ssd', 'board', U, 2.6, [[143, 41]], pan(2, 2.5, 4, metal(0.8, 2.2), 0.12));
  m.plug('ssd-slot', 'SSD slot', 'ssd', 'board', U, 4.2, [223, 41], 'edge-card', 'signal', {
    angleDeg: 20,
    functions: ['storage']
  });
  m.part('wlan-card', 'Wireless card', 'card', 'board', {
    numbers: [{ number: 'LG13-6001' }],
    functions: ['wifi', 'bluetooth'],
    care: ['static'],
    at: [U, rect(150, 58, 30, 22, 0.5), [2.8, 4.2]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 5, returnSeconds: 8 }]
  });
  m.screws(
    'wlan-card-screw',
    'Wireless card screw',
    'wlan-card',
    'board',
    U,
    2.6,
    [[152, 69]],
    pan(2, 2.5, 4, metal(0.8, 2.2), 0.12)
  );
  m.plug('wlan-card-slot', 'Wireless card slot', 'wlan-card', 'board', U, 4.2, [181, 69], 'edge-card', 'signal', {
    angleDeg: 25,
    functions: ['wifi', 'bluetooth']
  });
  const antenna = (id: string, name: string, colour: string, mark: string, snap: PointIn, clip: PointIn) => {
    m.part(id, name, 'antenna', 'display', { functions: ['wifi'] });
    m.plug(`${id}-snap`, `${name} snap`, id, 'wlan-card', U, 2.6, snap, 'antenna-snap', 'radio', {
      marks: [mark, mark],
      functions: ['wifi'],
      clearMm: 1.8
    });
    m.dressing(`${id}-clip`, `${name} in its clip`, id, 'case', U, 3, [clip], 'clip');
    m.cable(
      id,
      'coax',
      1.1,
      colour,
      [
        [U, 252, 8, 4],
        [U, ...clip, 3.4, `${id}-clip`],
        [U, 240, 60, 3.6],
        [U, 190, snap[1] + 8, 3.6],
        [U, ...snap, 2.6]
      ],
      [{ joint: `${id}-snap`, mark }],
      240
    );
    m.machine.cables!.at(-1)!.path.unshift({ zone: F, at: [snap[0], 5], depth: 3 });
  };
  antenna('wlan-main', 'Wireless antenna 1', 'black', 'X', [162, 63], [246, 16]);
  antenna('wlan-aux', 'Wireless antenna 2', 'blue', 'Y', [170, 75], [250, 22]);

  m.part('io-board', 'Right ports board', 'small-board', 'case', {
    numbers: [{ number: 'LG13-4101' }],
    functions: ['usb-right', 'audio'],
    care: ['static'],
    at: [U, rect(6, 82, 46, 26, 1), [4.6, 5.8]],
    moves: [
      {
        id: 'tilt',
        kind: 'tilt',
        zone: U,
        seconds: 8,
        returnSeconds: 12,
        directionDeg: 0,
        travelMm: 3,
        how: 'Inner edge up, sockets out of the wall.',
        back: 'Sockets into the wall first.'
      }
    ]
  });
  m.screws(
    'io-screws',
    'Right ports board screws',
    'io-board',
    'case',
    U,
    4.6,
    [
      [12, 86],
      [46, 104]
    ],
    pan(2, 3, 3.8, metal(1, 2.6), 0.18)
  );
  m.part('io-cable', 'Right ports cable', 'flat-cable', undefined, {
    numbers: [{ number: 'LG13-4102' }],
    functions: ['usb-right', 'audio'],
    care: ['fragile'],
    moves: [
      {
        id: 'lift',
        kind: 'lift',
        zone: U,
        seconds: 5,
        returnSeconds: 10,
        back: 'Flat against the case, folds where the old one had them.'
      }
    ]
  });
  m.plug(
    'io-plug',
    'Right ports cable plug under the main board',
    'io-cable',
    'board',
    U,
    7,
    [200, 80],
    'slide-lock',
    'both',
    { faces: 'down', reachedRaised: 'board', functions: ['usb-right', 'audio'] }
  );
  m.plug(
    'io-far-plug',
    'Right ports cable plug at the ports board',
    'io-cable',
    'io-board',
    U,
    4.4,
    [44, 96],
    'flip-lock-front',
    'both',
    { functions: ['usb-right', 'audio'] }
  );
  m.tape('io-cable-tape', 'Right ports cable tape', 'io-cable', 'case', U, 7.4, [110, 90], 'polyester-film', {
    reachedRaised: 'board'
  });
  m.cable(
    'io-cable',
    'flat',
    12,
    'white',
    [
      [U, 200, 80, 7],
      [U, 176, 80, 7.4],
      [U, 150, 90, 7.4],
      [U, 110, 90, 7.4, 'io-cable-tape'],
      [U, 66, 96, 7],
      [U, 44, 96, 4.4]
    ],
    [{ joint: 'io-plug' }, { joint: 'io-far-plug' }]
  );
  m.part('power-board', 'Power socket board', 'small-board', 'case', {
    numbers: [{ number: 'LG13-4201' }],
    functions: ['power', 'usb-left', 'leds'],
    care: ['static'],
    spareIncludes: ['power-cable'],
    at: [U, rect(252, 50, 42, 30, 1), [4.6, 5.8]],
    moves: [{ id: 'tilt', kind: 'tilt', zone: U, seconds: 8, returnSeconds: 12, directionDeg: 180, travelMm: 3 }]
  });
  m.screws(
    'power-screws',
    'Power socket board screws',
    'power-board',
    'case',
    U,
    4.6,
    [
      [258, 54],
      [258, 76]
    ],
    pan(2, 3, 3.8, metal(1, 2.6), 0.18)
  );
  m.part('power-cable', 'Power socket cable', 'flat-cable', 'power-board', { care: ['fragile'] });
  m.plug('power-plug', 'Power socket plug', 'power-cable', 'board', U, 4.4, [230, 68], 'pull-tab', 'power', {
    functions: ['power', 'usb-left']
  });
  m.cable(
    'power-cable',
    'flat',
    14,
    'black',
    [
      [U, 254, 66, 5],
      [U, 244, 67, 5],
      [U, 230, 68, 4.4]
    ],
    [{ joint: 'power-plug' }]
  );
}
