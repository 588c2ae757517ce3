import { circle, rect, type MachineBuilder } from '../builder';
import { metal, pan, plastic } from '../screws';
import { D, T, U, W } from './common';

/** Three shells: the base enclosure, the inner frame, and the top case that carries all the rest. */
export function shells(m: MachineBuilder) {
  m.part('top-case', 'Top case', 'case', undefined, {
    numbers: [
      { number: 'NP14-1001', variants: ['plain'] },
      { number: 'NP14-1002', variants: ['reader'] }
    ],
    spareIncludes: ['keyboard', 'keyboard-cable', 'backlight-cable'],
    shapes: [
      { zone: U, outline: rect(0, 0, W, D, 10), depth: [12.4, 18] },
      {
        zone: T,
        outline: rect(0, 0, W, D, 10),
        depth: [0, 4],
        openings: [rect(20, 32, 290, 104, 3), rect(110, 148, 110, 66, 3)]
      }
    ]
  });
  m.part('base-enclosure', 'Base enclosure', 'cover', 'top-case', {
    numbers: [{ number: 'NP14-1101' }],
    at: [U, rect(0, 0, W, D, 10), [0, 1.6]],
    moves: [
      {
        id: 'lift',
        kind: 'lift',
        zone: U,
        seconds: 12,
        returnSeconds: 22,
        how: 'From the front corners, then up and off the hinge edge.',
        back: 'Hinge edge first, then press the clips home all round.'
      }
    ]
  });
  m.screws(
    'enclosure-screws',
    'Base enclosure screws',
    'base-enclosure',
    'top-case',
    U,
    0.3,
    [
      [12, 14],
      [118, 12],
      [212, 12],
      [318, 14],
      [12, 130],
      [318, 130],
      [12, 218],
      [165, 220],
      [318, 218]
    ],
    { ...pan(2.5, 6.5, 5, metal(1.6, 5.2), 0.3), captive: true }
  );
  m.clips(
    'enclosure-clips',
    'Base enclosure clips',
    'base-enclosure',
    'top-case',
    U,
    1,
    [
      [2, 20],
      [2, 220],
      [165, 227],
      [328, 220],
      [328, 20]
    ],
    'the front right corner',
    { startAt: [328, 220], hooked: ['the hinge edge'], clearMm: 0.5, direction: 'up and towards the hinge edge' }
  );
  for (const [id, name, x] of [
    ['foot-left', 'Left foot rail', 296],
    ['foot-right', 'Right foot rail', 26]
  ] as const) {
    m.part(id, name, 'foot', 'base-enclosure', {
      at: [U, rect(x, 40, 8, 150, 4), [0, 0.3]],
      moves: [{ id: 'peel', kind: 'lift', zone: U, seconds: 8 }]
    });
    m.adhesive(
      `${id}-tape`,
      `Tape of the ${name[0]!.toLowerCase()}${name.slice(1)}`,
      id,
      'base-enclosure',
      U,
      0,
      [[x + 4, 115]],
      'foam-tape',
      'Peel from one end with a plastic card',
      { singleUse: false, seconds: 10, closeSeconds: 8 }
    );
  }
  m.part('frame', 'Inner frame', 'frame', 'top-case', {
    numbers: [{ number: 'NP14-1201' }],
    care: ['sharp', 'bends'],
    at: [
      U,
      rect(10, 18, 310, 100, 3),
      [2.4, 3.4],
      [
        circle(50, 62, 29),
        circle(286, 62, 29),
        rect(92, 80, 86, 26, 1),
        rect(88, 106, 60, 12),
        rect(84, 69, 14, 14),
        rect(247, 70, 14, 14)
      ]
    ],
    moves: [
      {
        id: 'lift',
        kind: 'lift',
        zone: U,
        seconds: 15,
        returnSeconds: 25,
        how: 'Level, all wires out of its guides first.',
        back: 'Level onto its pins; no wire beneath.'
      }
    ]
  });
  m.screws(
    'frame-screws',
    'Inner frame screws',
    'frame',
    'top-case',
    U,
    2.4,
    [
      [16, 26],
      [16, 110],
      [314, 26],
      [314, 110],
      [165, 22]
    ],
    pan(2, 6, 3.8, metal(2.8, 3.6), 0.2)
  );
  m.screws(
    'frame-board-screws',
    'Inner frame screws on the main board',
    'frame',
    'board',
    U,
    2.4,
    [
      [88, 62],
      [200, 60],
      [252, 100]
    ],
    pan(2, 4, 3.8, metal(1.4, 3), 0.2)
  );
  m.part('frame-film', 'Film over the inner frame', 'film', 'frame', {
    at: [U, rect(180, 78, 76, 34, 1), [2.1, 2.3]],
    moves: [{ id: 'peel', kind: 'lift', zone: U, seconds: 8, returnSeconds: 10 }]
  });
  m.adhesive(
    'frame-film-glue',
    'Film edge',
    'frame-film',
    'frame',
    U,
    2.1,
    [
      [184, 82],
      [252, 82]
    ],
    'film',
    'Fold it back from one corner',
    { singleUse: false, seconds: 10 }
  );

  m.part('keyboard', 'Keyboard', 'keyboard', 'top-case', {
    numbers: [{ number: 'NP14-8001' }],
    functions: ['keyboard', 'pointing-stick'],
    care: ['bends'],
    spareIncludes: ['keyboard-cable', 'backlight-cable'],
    shapes: [
      { zone: U, outline: rect(22, 34, 286, 100, 1), depth: [9.8, 12.4] },
      { zone: T, outline: rect(22, 34, 286, 100, 2), depth: [0.2, 3] }
    ],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 10, returnSeconds: 14 }]
  });
  m.screws(
    'keyboard-screws',
    'Keyboard screws',
    'keyboard',
    'top-case',
    U,
    9.8,
    [
      [30, 40],
      [110, 40],
      [220, 40],
      [300, 40],
      [30, 84],
      [165, 84],
      [300, 84],
      [30, 128],
      [110, 128],
      [220, 128],
      [300, 128]
    ],
    pan(1.6, 2, 3.4, plastic(0.4, 2.2, 'keyboard'), 0.06)
  );
  for (const [id, name, x] of [
    ['keyboard-cable', 'Keyboard cable', 140],
    ['backlight-cable', 'Keyboard light cable', 172]
  ] as const) {
    m.part(id, name, 'flat-cable', 'keyboard', { care: ['fragile'] });
    m.plug(
      id.replace('-cable', '-plug'),
      `${name} plug`,
      id,
      'board',
      U,
      5.2,
      [x, 112],
      'flip-lock-back',
      id === 'keyboard-cable' ? 'signal' : 'power',
      { functions: ['keyboard'] }
    );
    m.cable(
      id,
      'flat',
      id === 'keyboard-cable' ? 16 : 5,
      'white',
      [
        [U, x, 130, 9.6],
        [U, x, 122, 8],
        [U, x, 112, 5.2]
      ],
      [{ joint: id.replace('-cable', '-plug') }],
      6
    );
  }
}

/** The cell, what touches one's hands, and sound. */
export function around(m: MachineBuilder) {
  m.part('battery', 'Battery', 'battery', 'top-case', {
    numbers: [{ number: 'NP14-2001' }, { number: 'NP14-2011', revisions: ['r1'] }],
    functions: ['battery', 'power'],
    care: ['cell'],
    spareIncludes: ['battery-lead'],
    at: [U, rect(62, 128, 206, 84, 2), [2.4, 8.4]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 8, returnSeconds: 12 }]
  });
  m.part('battery-lead', 'Battery lead', 'cable', 'battery', {});
  m.screws(
    'battery-screws',
    'Battery screws',
    'battery',
    'top-case',
    U,
    2.4,
    [
      [67, 133],
      [165, 132],
      [263, 133],
      [67, 207],
      [263, 207]
    ],
    { ...pan(2, 4.5, 3.8, metal(1.2, 3.8), 0.2), captive: true }
  );
  m.plug('battery-plug', 'Battery plug', 'battery-lead', 'board', U, 5, [108, 112], 'lift-straight', 'power', {
    functions: ['battery', 'power']
  });
  m.cable(
    'battery-lead',
    'bundle',
    6,
    'black',
    [
      [U, 108, 130, 5],
      [U, 108, 121, 5],
      [U, 108, 112, 5]
    ],
    [{ joint: 'battery-plug' }]
  );

  m.part('touchpad', 'Touchpad', 'touchpad', 'top-case', {
    numbers: [{ number: 'NP14-8101' }],
    functions: ['touchpad'],
    spareIncludes: ['touchpad-cable'],
    shapes: [
      { zone: U, outline: rect(112, 150, 106, 62, 2), depth: [9.4, 11] },
      { zone: T, outline: rect(112, 150, 106, 62, 2), depth: [0.2, 1.8] }
    ],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 6, returnSeconds: 18 }]
  });
  m.screws(
    'touchpad-screws',
    'Touchpad screws',
    'touchpad',
    'top-case',
    U,
    9.4,
    [
      [116, 154],
      [165, 154],
      [214, 154],
      [116, 208],
      [214, 208]
    ],
    pan(2, 2, 4.2, metal(0.5, 1.7, 'touchpad'), 0.1)
  );
  m.part('touchpad-cable', 'Touchpad cable', 'flat-cable', 'touchpad', { care: ['fragile'] });
  m.plug('touchpad-plug', 'Touchpad plug', 'touchpad-cable', 'board', U, 5.2, [196, 112], 'flip-lock-front', 'signal', {
    functions: ['touchpad']
  });
  m.cable(
    'touchpad-cable',
    'flat',
    8,
    'white',
    [
      [U, 196, 152, 9.2],
      [U, 196, 130, 9],
      [U, 196, 112, 5.2]
    ],
    [{ joint: 'touchpad-plug' }]
  );
  m.part('reader', 'Chip card reader', 'reader', 'top-case', {
    numbers: [{ number: 'NP14-4501', variants: ['reader'] }],
    functions: ['card-reader'],
    care: ['static'],
    spareIncludes: ['reader-cable'],
    at: [U, rect(270, 150, 6, 60, 1), [4, 8]],
    moves: [{ id: 'slide', kind: 'slide', zone: U, seconds: 6, returnSeconds: 8, directionDeg: 270, travelMm: 4 }]
  });
  m.screws(
    'reader-screws',
    'Chip card reader screws',
    'reader',
    'top-case',
    U,
    4,
    [
      [273, 154],
      [273, 206]
    ],
    pan(1.6, 3, 3.2, metal(0.8, 2.4), 0.1),
    { clearMm: 1.6 }
  );
  m.part('reader-cable', 'Chip card reader cable', 'flat-cable', 'reader', { care: ['fragile'] });
  m.plug('reader-plug', 'Chip card reader plug', 'reader-cable', 'board', U, 5.2, [240, 112], 'slide-lock', 'signal', {
    functions: ['card-reader']
  });
  m.cable(
    'reader-cable',
    'flat',
    6,
    'white',
    [
      [U, 272, 152, 8.6],
      [U, 262, 124, 8.6],
      [U, 250, 120, 8],
      [U, 240, 112, 5.2]
    ],
    [{ joint: 'reader-plug' }]
  );

  const speakers = [
    ['speaker-left', 'Left speaker', 280, [256, 112], [284, 130], 'left-speaker'],
    ['speaker-right', 'Right speaker', 12, [94, 112], [50, 130], 'right-speaker']
  ] as const;
  for (const [id, name, x, plug, by, fn] of speakers) {
    m.part(id, name, 'speaker', 'top-case', {
      numbers: [{ number: 'NP14-7001' }],
      functions: [fn],
      spareIncludes: [`${id}-wire`],
      at: [U, rect(x, 138, 40, 74, 4), [2.4, 8]],
      moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 5 }]
    });
    m.part(`${id}-wire`, `${name} wire`, 'cable', id, {});
    m.screws(
      `${id}-screws`,
      `${name} screws`,
      id,
      'top-case',
      U,
      2.4,
      [
        [x + 20, 143],
        [x + 20, 206]
      ],
      { ...pan(2, 4, 4.2, metal(1.2, 3.2), 0.15), head: 'shoulder' as const }
    );
    m.dressing(`${id}-channel`, `${name} wire in its channel`, `${id}-wire`, 'top-case', U, 8, [[...by]], 'channel');
    m.plug(`${id}-plug`, `${name} plug`, `${id}-wire`, 'board', U, 5.2, [...plug], 'wire-along-board', 'signal', {
      functions: [fn]
    });
    m.cable(
      `${id}-wire`,
      'bundle',
      1.8,
      'red and black',
      [
        [U, x + 20, 140, 7],
        [U, by[0], by[1], 8, `${id}-channel`],
        [U, plug[0], plug[1] + 9, 8],
        [U, plug[0], plug[1], 5.2]
      ],
      [{ joint: `${id}-plug` }]
    );
  }
}
