import { poly, rect, type MachineBuilder, type PointIn } from '../builder';
import { metal, pan } from '../screws';
import { F, T } from './common';

/** A small board at the hinge side, a daughterboard beside it, the battery before both. */
export function inside(m: MachineBuilder) {
  m.part('battery', 'Battery', 'battery', 'base', {
    numbers: [{ number: 'LS11-2001' }],
    functions: ['battery', 'power'],
    care: ['cell'],
    spareIncludes: ['battery-lead'],
    at: [T, rect(52, 104, 176, 78, 2), [4.5, 10.5]],
    moves: [{ id: 'lift', kind: 'lift', zone: T, seconds: 8, returnSeconds: 12 }]
  });
  m.part('battery-lead', 'Battery lead', 'cable', 'battery', {});
  m.screws(
    'battery-screws',
    'Battery screws',
    'battery',
    'base',
    T,
    4.5,
    [
      [57, 109],
      [223, 109],
      [57, 177],
      [223, 177]
    ],
    pan(2, 3.5, 3.8, metal(1.2, 2.8), 0.18)
  );
  m.plug('battery-plug', 'Battery plug', 'battery-lead', 'board', T, 8, [116, 88], 'lift-straight', 'power', {
    functions: ['battery', 'power']
  });
  m.cable(
    'battery-lead',
    'bundle',
    6,
    'black',
    [
      [T, 116, 106, 7],
      [T, 116, 97, 7],
      [T, 116, 88, 8]
    ],
    [{ joint: 'battery-plug' }]
  );

  m.part('board', 'Main board', 'board', 'base', {
    numbers: [{ number: 'LS11-4001' }, { number: 'LS11-4002', revisions: ['2'] }],
    functions: ['power', 'identity', 'clock', 'video'],
    care: ['static', 'bends'],
    at: [T, poly([14, 10], [206, 10], [206, 60], [196, 60], [196, 94], [90, 94], [90, 60], [14, 60]), [8.5, 9.6]],
    moves: [
      {
        id: 'tilt',
        kind: 'tilt',
        zone: T,
        seconds: 25,
        returnSeconds: 40,
        directionDeg: 0,
        travelMm: 6,
        angleDeg: 10,
        how: 'Raise the edge at the battery and draw the sockets out of the left wall.',
        back: 'Sockets into the wall first.'
      }
    ]
  });
  m.screws(
    'board-screws',
    'Main board screws',
    'board',
    'base',
    T,
    8.5,
    [
      [20, 16],
      [100, 54],
      [200, 16],
      [190, 88]
    ],
    pan(2, 3, 3.8, metal(1.1, 2.2), 0.18)
  );
  m.part('spreader', 'Heat spreader', 'heat-sink', 'board', {
    numbers: [{ number: 'LS11-3001' }],
    functions: ['cooling'],
    care: ['hot', 'bends'],
    at: [T, rect(98, 18, 60, 32, 1), [5, 6.6]],
    moves: [{ id: 'lift', kind: 'lift', zone: T, seconds: 8, returnSeconds: 12 }]
  });
  m.screws(
    'spreader-screws',
    'Heat spreader screws',
    'spreader',
    'board',
    T,
    5,
    [
      [102, 22],
      [154, 46],
      [154, 22],
      [102, 46]
    ],
    { ...pan(1.6, 3, 3.2, metal(0.8, 2.4), 0.1), captive: true, printedOrder: [0, 1, 2, 3] }
  );
  m.adhesive(
    'spreader-pad',
    'Heat spreader pad',
    'spreader',
    'board',
    T,
    6,
    [[128, 34]],
    'thermal-pad',
    'Peel it off both faces',
    { areaMm2: 400, seconds: 10, closeSeconds: 10 }
  );
  m.part('ssd', 'SSD', 'storage', 'board', {
    numbers: [{ number: 'LS11-5001' }],
    functions: ['storage'],
    care: ['static'],
    at: [T, rect(36, 22, 42, 22, 0.5), [6.4, 7.6]],
    moves: [{ id: 'lift', kind: 'lift', zone: T, seconds: 5, returnSeconds: 8 }]
  });
  m.screws('ssd-screw', 'SSD screw', 'ssd', 'board', T, 6.4, [[38, 33]], pan(2, 2.5, 4, metal(0.8, 2.2), 0.12));
  m.plug('ssd-slot', 'SSD slot', 'ssd', 'board', T, 7.6, [80, 33], 'edge-card', 'signal', {
    angleDeg: 20,
    functions: ['storage']
  });
  m.part('wlan-card', 'Wireless card', 'card', 'board', {
    numbers: [{ number: 'LS11-6001' }],
    functions: ['wifi', 'bluetooth'],
    care: ['static'],
    at: [T, rect(162, 22, 22, 30, 0.5), [6.4, 7.6]],
    moves: [{ id: 'lift', kind: 'lift', zone: T, seconds: 5, returnSeconds: 8 }]
  });
  m.screws(
    'wlan-card-screw',
    'Wireless card screw',
    'wlan-card',
    'board',
    T,
    6.4,
    [[173, 24]],
    pan(2, 2.5, 4, metal(0.8, 2.2), 0.12)
  );
  m.plug('wlan-card-slot', 'Wireless card slot', 'wlan-card', 'board', T, 7.6, [173, 53], 'edge-card', 'signal', {
    angleDeg: 25,
    functions: ['wifi', 'bluetooth']
  });
  const antenna = (id: string, name: string, colour: string, mark: string, at: PointIn, turn: PointIn) => {
    m.part(id, name, 'antenna', 'display', { functions: ['wifi'] });
    m.plug(`${id}-snap`, `${name} snap`, id, 'wlan-card', T, 6.4, at, 'antenna-snap', 'radio', {
      marks: [mark, mark],
      functions: ['wifi'],
      clearMm: 1.6
    });
    m.tape(`${id}-tape`, `${name} tape`, id, 'base', T, 10, turn, 'polyimide');
    m.cable(
      id,
      'coax',
      1.1,
      colour,
      [
        [T, 250, 14, 9],
        [T, ...turn, 10, `${id}-tape`],
        [T, at[0] + 6, at[1] + 8, 8],
        [T, ...at, 6.4]
      ],
      [{ joint: `${id}-snap`, mark }],
      220
    );
    m.machine.cables!.at(-1)!.path.unshift({ zone: F, at: [at[0], 6], depth: 3 });
  };
  antenna('wlan-main', 'Wireless antenna 1', 'black', '1', [167, 32], [216, 40]);
  antenna('wlan-aux', 'Wireless antenna 2', 'grey', '2', [179, 32], [216, 52]);

  m.part('io-board', 'Daughterboard', 'small-board', 'base', {
    numbers: [{ number: 'LS11-4101' }],
    functions: ['usb-right', 'audio', 'card-reader'],
    care: ['static'],
    at: [T, rect(232, 60, 42, 74, 1), [8, 9.4]],
    moves: [
      {
        id: 'tilt',
        kind: 'tilt',
        zone: T,
        seconds: 8,
        returnSeconds: 12,
        directionDeg: 180,
        travelMm: 3,
        how: 'Inner edge up, sockets out of the wall.',
        back: 'Sockets into the wall first.'
      }
    ]
  });
  m.screws(
    'io-screws',
    'Daughterboard screws',
    'io-board',
    'base',
    T,
    8,
    [
      [238, 66],
      [238, 128]
    ],
    pan(2, 3, 3.8, metal(1, 2.4), 0.18)
  );
  m.part('io-cable', 'Daughterboard cable', 'flat-cable', undefined, {
    care: ['fragile'],
    moves: [{ id: 'lift', kind: 'lift', zone: T, seconds: 4 }]
  });
  m.plug(
    'io-plug',
    'Daughterboard cable plug at the main board',
    'io-cable',
    'board',
    T,
    8,
    [190, 74],
    'flip-lock-back',
    'both',
    { functions: ['usb-right', 'audio', 'card-reader'] }
  );
  m.plug(
    'io-far-plug',
    'Daughterboard cable plug at the daughterboard',
    'io-cable',
    'io-board',
    T,
    7.6,
    [240, 92],
    'flip-lock-front',
    'both',
    { functions: ['usb-right', 'audio', 'card-reader'] }
  );
  m.cable(
    'io-cable',
    'flat',
    14,
    'white',
    [
      [T, 190, 74, 8],
      [T, 206, 82, 8],
      [T, 226, 92, 8],
      [T, 240, 92, 7.6]
    ],
    [{ joint: 'io-plug' }, { joint: 'io-far-plug' }]
  );
  m.part('power-board', 'Power socket board', 'small-board', 'base', {
    spareIncludes: ['power-cable'],
    numbers: [{ number: 'LS11-4201' }],
    functions: ['power', 'leds'],
    care: ['static'],
    at: [T, rect(6, 66, 34, 30, 1), [8, 9.4]],
    moves: [{ id: 'lift', kind: 'lift', zone: T, seconds: 6 }]
  });
  m.screws(
    'power-screw',
    'Power socket board screw',
    'power-board',
    'base',
    T,
    8,
    [[34, 70]],
    pan(2, 3.5, 3.8, metal(1.2, 2.8), 0.18)
  );
  m.part('power-cable', 'Power cable', 'flat-cable', 'power-board', { care: ['fragile'] });
  m.plug('power-plug', 'Power plug', 'power-cable', 'board', T, 8, [96, 74], 'slide-lock', 'power', {
    functions: ['power', 'leds']
  });
  m.cable(
    'power-cable',
    'flat',
    10,
    'white',
    [
      [T, 36, 82, 8.6],
      [T, 64, 76, 10],
      [T, 96, 74, 8]
    ],
    [{ joint: 'power-plug' }]
  );

  const speaker = (id: string, name: string, x: number, plug: PointIn, by: PointIn, fn: string) => {
    m.part(id, name, 'speaker', 'base', {
      numbers: [{ number: 'LS11-7001' }],
      functions: [fn],
      spareIncludes: [`${id}-wire`],
      at: [T, rect(x, 142, 30, 46, 3), [5, 10]],
      moves: [{ id: 'lift', kind: 'lift', zone: T, seconds: 5 }]
    });
    m.part(`${id}-wire`, `${name} wire`, 'cable', id, {});
    m.screws(`${id}-screw`, `${name} screw`, id, 'base', T, 5, [[x + 15, 184]], pan(2, 3, 3.8, metal(0.9, 2.6), 0.12));
    m.dressing(`${id}-channel`, `${name} wire in its channel`, `${id}-wire`, 'base', T, 10, [by], 'channel');
    m.plug(`${id}-plug`, `${name} plug`, `${id}-wire`, 'board', T, 8, plug, 'wire-along-board', 'signal', {
      functions: [fn]
    });
    m.cable(
      `${id}-wire`,
      'bundle',
      1.6,
      'red and black',
      [
        [T, x + 15, 144, 9],
        [T, ...by, 10, `${id}-channel`],
        [T, ...plug, 8]
      ],
      [{ joint: `${id}-plug` }]
    );
  };
  speaker('speaker-left', 'Left speaker', 14, [96, 84], [46, 112], 'left-speaker');
  speaker('speaker-right', 'Right speaker', 236, [180, 92], [230, 140], 'right-speaker');
}
