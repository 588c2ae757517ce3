import { circle, poly, rect, type MachineBuilder, type PointIn } from '../builder';
import { metal, pan } from '../screws';
import { F, T, U } from './common';

/** Board, cooling, processor, cards and sound. */
export function inside(m: MachineBuilder) {
  m.part('board', 'Main board', 'board', 'base', {
    numbers: [{ number: 'NB15-4001', revisions: ['a', 'b'] }, { number: 'NB15-4002' }],
    functions: ['power', 'identity', 'video', 'usb-left', 'audio'],
    care: ['static', 'bends'],
    at: [T, poly([20, 40], [340, 40], [340, 96], [300, 96], [300, 150], [120, 150], [120, 120], [20, 120]), [15, 17]],
    moves: [
      {
        id: 'tilt',
        kind: 'tilt',
        zone: T,
        seconds: 40,
        returnSeconds: 60,
        directionDeg: 0,
        travelMm: 8,
        angleDeg: 10,
        how: 'Raise the edge at the fan and draw the sockets out of the left wall.',
        back: 'Sockets into the wall first, then down onto its pins.'
      }
    ]
  });
  m.screws(
    'board-screws',
    'Main board screws',
    'board',
    'base',
    T,
    15,
    [
      [40, 50],
      [160, 60],
      [240, 44],
      [280, 140],
      [130, 140]
    ],
    pan(2.5, 4, 4.6, metal(1.4, 3), 0.25)
  );
  m.screws(
    'socket-posts',
    'Screen socket posts',
    'board',
    'base',
    U,
    6,
    [
      [346, 70],
      [346, 92]
    ],
    { ...pan(3, 6, 5, metal(1, 5.2), 0.4), head: 'standoff' as const, drive: 'H2' as const }
  );

  m.part('fan', 'Fan', 'fan', 'base', {
    numbers: [{ number: 'NB15-3001' }],
    functions: ['cooling'],
    spareIncludes: ['fan-wire'],
    at: [T, circle(66, 76, 26), [10, 14.5]],
    moves: [{ id: 'lift', kind: 'lift', zone: T, seconds: 6, returnSeconds: 8 }]
  });
  m.part('fan-wire', 'Fan wire', 'cable', 'fan', {});
  m.screws(
    'fan-screws',
    'Fan screws',
    'fan',
    'base',
    T,
    10,
    [
      [46, 96],
      [86, 98]
    ],
    pan(2, 6, 3.8, metal(3, 3.6), 0.2)
  );
  m.plug('fan-plug', 'Fan plug', 'fan-wire', 'board', T, 14.6, [104, 102], 'wire-along-board', 'both', {
    functions: ['cooling']
  });
  m.cable(
    'fan-wire',
    'bundle',
    3,
    'black',
    [
      [T, 88, 88, 13],
      [T, 96, 96, 14],
      [T, 104, 102, 14.6]
    ],
    [{ joint: 'fan-plug' }]
  );
  m.tape('fan-foil', 'Foil between fan and fins', 'fan', 'heat-sink', T, 10, [66, 49], 'foil');
  m.part('heat-sink', 'Heat sink', 'heat-sink', 'board', {
    numbers: [{ number: 'NB15-3101' }],
    functions: ['cooling'],
    care: ['hot', 'bends'],
    at: [
      T,
      poly(
        [40, 40],
        [92, 40],
        [92, 48],
        [140, 60],
        [150, 56],
        [194, 56],
        [194, 100],
        [150, 100],
        [150, 72],
        [92, 49],
        [40, 49]
      ),
      [10, 14]
    ],
    moves: [
      {
        id: 'lift',
        kind: 'lift',
        zone: T,
        seconds: 15,
        returnSeconds: 25,
        how: 'A small twist first if it sticks; never lever it.',
        back: 'Straight down, screws over their posts.'
      }
    ]
  });
  m.screws(
    'heat-sink-screws',
    'Heat sink screws',
    'heat-sink',
    'board',
    T,
    11,
    [
      [154, 60],
      [190, 96],
      [190, 60],
      [154, 96]
    ],
    { ...pan(2.5, 7, 4.6, metal(3, 4.6), 0.3), captive: true, underHead: 'spring' as const, printedOrder: [0, 1, 2, 3] }
  );
  m.adhesive(
    'processor-compound',
    'Processor compound',
    'heat-sink',
    'processor',
    T,
    14,
    [[172, 78]],
    'thermal-compound',
    'Twist a little until the film lets go',
    { areaMm2: 900, thicknessMm: 0.08, seconds: 20, closeSeconds: 10 }
  );
  m.adhesive(
    'bridge-pad',
    'Chipset pad',
    'heat-sink',
    'board',
    T,
    14,
    [[146, 66]],
    'thermal-pad',
    'Peel it off both faces',
    { areaMm2: 196, seconds: 10, closeSeconds: 8 }
  );
  m.part('processor', 'Processor', 'processor', 'board', {
    numbers: [{ number: 'NB15-4101' }],
    functions: ['power'],
    care: ['static', 'fragile'],
    at: [T, rect(155, 61, 34, 34, 1), [14.1, 14.9]],
    moves: [
      {
        id: 'lift',
        kind: 'lift',
        zone: T,
        seconds: 6,
        returnSeconds: 15,
        how: 'Straight up by its edges, never by its pins.',
        back: 'The marked corner on the marked corner: it drops in without force.'
      }
    ]
  });
  m.plug(
    'processor-lock',
    'Processor socket lock',
    'processor',
    'board',
    T,
    14.5,
    [172, 104],
    'processor-lock',
    'both',
    { functions: ['power'], clearMm: 2 }
  );

  m.part('wlan-card', 'Wireless card', 'card', 'board', {
    numbers: [{ number: 'NB15-6001' }],
    functions: ['wifi'],
    care: ['static'],
    at: [T, rect(236, 84, 30, 50, 0.5), [12, 14]],
    moves: [{ id: 'lift', kind: 'lift', zone: T, seconds: 5, returnSeconds: 8 }]
  });
  m.screws(
    'wlan-card-screws',
    'Wireless card screws',
    'wlan-card',
    'board',
    T,
    12,
    [
      [239, 87],
      [263, 87]
    ],
    pan(2, 2.5, 4, metal(0.8, 2.2), 0.12)
  );
  m.plug('wlan-card-slot', 'Wireless card slot', 'wlan-card', 'board', T, 13.5, [251, 134], 'edge-card', 'signal', {
    angleDeg: 25,
    functions: ['wifi']
  });
  const antenna = (id: string, name: string, colour: string, mark: string, x: number) => {
    m.part(id, name, 'antenna', 'display', { functions: ['wifi'] });
    m.plug(`${id}-snap`, `${name} snap`, id, 'wlan-card', T, 12, [x, 92], 'antenna-snap', 'radio', {
      marks: [mark, mark],
      functions: ['wifi'],
      clearMm: 2
    });
    m.dressing(
      `${id}-clips`,
      `${name} in its clips`,
      id,
      'base',
      T,
      13,
      [
        [320, 40],
        [290, 76]
      ],
      'clip'
    );
    m.cable(
      id,
      'coax',
      1.2,
      colour,
      [
        [T, 330, 20, 10],
        [T, 320, 40, 13, `${id}-clips`],
        [T, 290, 76, 13, `${id}-clips`],
        [T, x + 10, 84, 13],
        [T, x, 92, 12]
      ],
      [{ joint: `${id}-snap`, mark }],
      260
    );
    m.machine.cables!.at(-1)!.path.unshift({ zone: F, at: [x, 6], depth: 4 });
  };
  antenna('wlan-main', 'Wireless antenna 1', 'black', 'M', 242);
  antenna('wlan-aux', 'Wireless antenna 2', 'white', 'A', 258);

  m.part('usb-board', 'Ports board', 'small-board', 'base', {
    numbers: [{ number: 'NB15-4401' }],
    functions: ['usb-right', 'card-reader'],
    care: ['static'],
    at: [T, rect(20, 150, 60, 50, 1), [15, 17]],
    moves: [{ id: 'tilt', kind: 'tilt', zone: T, seconds: 8, returnSeconds: 12, directionDeg: 0, travelMm: 4 }]
  });
  m.screws(
    'usb-screws',
    'Ports board screws',
    'usb-board',
    'base',
    T,
    15,
    [
      [70, 158],
      [70, 192]
    ],
    pan(2, 4, 3.8, metal(1.4, 3), 0.2)
  );
  m.part('usb-cable', 'Ports cable', 'flat-cable', undefined, {
    care: ['fragile'],
    moves: [{ id: 'lift', kind: 'lift', zone: T, seconds: 4 }]
  });
  m.plug(
    'usb-plug',
    'Ports cable plug at the main board',
    'usb-cable',
    'board',
    T,
    15,
    [112, 114],
    'flip-lock-back',
    'both',
    { functions: ['usb-right', 'card-reader'] }
  );
  m.plug(
    'usb-far-plug',
    'Ports cable plug at the ports board',
    'usb-cable',
    'usb-board',
    T,
    15,
    [48, 156],
    'flip-lock-front',
    'both',
    { functions: ['usb-right', 'card-reader'] }
  );
  m.cable(
    'usb-cable',
    'flat',
    12,
    'white',
    [
      [T, 112, 114, 15],
      [T, 96, 128, 16],
      [T, 60, 140, 16],
      [T, 48, 156, 15]
    ],
    [{ joint: 'usb-plug' }, { joint: 'usb-far-plug' }]
  );

  m.part('dc-jack', 'DC-in socket', 'jack', 'base', {
    numbers: [{ number: 'NB15-2201' }],
    functions: ['power'],
    spareIncludes: ['dc-wire'],
    at: [T, rect(340, 100, 16, 18, 1), [12, 20]],
    moves: [{ id: 'lift', kind: 'lift', zone: T, seconds: 6 }]
  });
  m.part('dc-wire', 'DC-in wire', 'cable', 'dc-jack', {});
  m.screws(
    'dc-screw',
    'DC-in socket screw',
    'dc-jack',
    'base',
    T,
    12,
    [[348, 122]],
    pan(2.5, 5, 4.6, metal(1.4, 4), 0.3),
    { clearMm: 2 }
  );
  m.dressing('dc-channel', 'DC-in wire in its channel', 'dc-wire', 'base', T, 18, [[320, 104]], 'channel');
  m.plug('dc-plug', 'DC-in plug', 'dc-wire', 'board', T, 15, [296, 104], 'wire-along-board', 'power', {
    functions: ['power']
  });
  m.cable(
    'dc-wire',
    'bundle',
    4,
    'black',
    [
      [T, 342, 108, 18],
      [T, 320, 104, 18, 'dc-channel'],
      [T, 308, 104, 17],
      [T, 296, 104, 15]
    ],
    [{ joint: 'dc-plug' }]
  );

  const speaker = (id: string, name: string, x: number, plug: PointIn, by: PointIn) => {
    m.part(id, name, 'speaker', 'base', {
      numbers: [{ number: 'NB15-7001' }],
      functions: [id === 'speaker-left' ? 'left-speaker' : 'right-speaker'],
      spareIncludes: [`${id}-wire`],
      at: [T, rect(x, 212, 54, 26, 3), [12, 20]],
      moves: [{ id: 'lift', kind: 'lift', zone: T, seconds: 5 }]
    });
    m.part(`${id}-wire`, `${name} wire`, 'cable', id, {});
    m.screws(
      `${id}-screws`,
      `${name} screws`,
      id,
      'base',
      T,
      12,
      [
        [x + 5, 225],
        [x + 49, 225]
      ],
      pan(2, 4, 3.8, metal(1.4, 3), 0.15)
    );
    m.dressing(`${id}-channel`, `${name} wire in its channel`, `${id}-wire`, 'base', T, 18, [by], 'channel');
    m.plug(`${id}-plug`, `${name} plug`, `${id}-wire`, 'board', T, 15, plug, 'wire-along-board', 'signal', {
      functions: [id === 'speaker-left' ? 'left-speaker' : 'right-speaker']
    });
    m.cable(
      `${id}-wire`,
      'bundle',
      2,
      'red and black',
      [
        [T, x + 27, 212, 16],
        [T, ...by, 18, `${id}-channel`],
        [T, ...plug, 15]
      ],
      [{ joint: `${id}-plug` }]
    );
  };
  speaker('speaker-left', 'Left speaker', 40, [136, 146], [110, 180]);
  speaker('speaker-right', 'Right speaker', 266, [272, 146], [284, 180]);
}
