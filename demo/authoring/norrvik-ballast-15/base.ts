import { poly, rect, type MachineBuilder } from '../builder';
import { metal, pan, plastic } from '../screws';
import { D, P, T, U, W } from './common';

/** What is reached from below: battery, doors, drives. */
export function below(m: MachineBuilder) {
  m.part('base', 'Base', 'case', undefined, {
    shapes: [
      {
        zone: U,
        outline: rect(0, 0, W, D, 8),
        depth: [2, 4],
        openings: [rect(64, 0, 232, 56), rect(136, 108, 98, 78, 2), rect(236, 144, 116, 88, 2), rect(0, 116, 132, 130)]
      },
      { zone: T, outline: rect(0, 0, W, D, 8), depth: [24, 30] }
    ]
  });
  m.part('battery', 'Battery', 'battery', 'base', {
    numbers: [{ number: 'NB15-2001' }, { number: 'NB15-2002', revisions: ['b', 'c'] }],
    functions: ['battery'],
    care: ['cell'],
    at: [U, rect(68, 1, 224, 52, 3), [0, 18]],
    moves: [
      {
        id: 'slide',
        kind: 'slide',
        zone: U,
        seconds: 4,
        returnSeconds: 5,
        directionDeg: 270,
        travelMm: 60,
        how: 'Hold the sprung latch and draw the battery out over the hinge edge.',
        back: 'Level into its bay until both latches click.'
      }
    ]
  });
  m.joint({
    kind: 'latch',
    id: 'battery-latches',
    name: 'Battery latches',
    a: 'battery',
    b: 'base',
    zone: U,
    depth: 0,
    at: [
      [110, 60],
      [250, 60]
    ],
    seconds: 4,
    held: true
  });
  m.plug('battery-blade', 'Battery contacts', 'battery', 'board', U, 10, [180, 52], 'blade', 'power', {
    faces: 'side',
    functions: ['battery', 'power'],
    seconds: 2,
    closeSeconds: 2
  });

  m.part('memory-door', 'Memory door', 'cover', 'base', {
    numbers: [{ number: 'NB15-1010' }],
    at: [U, rect(134, 106, 99.5, 82, 2), [0, 1.6]],
    moves: [
      {
        id: 'lift',
        kind: 'lift',
        zone: U,
        seconds: 5,
        returnSeconds: 8,
        how: 'Raise the screw edge and draw it out of its two tabs.',
        back: 'Tabs in first.'
      }
    ]
  });
  m.screws(
    'memory-door-screws',
    'Memory door screws',
    'memory-door',
    'base',
    U,
    0.2,
    [
      [144, 112],
      [226, 112]
    ],
    { ...pan(2.5, 5, 4.6, metal(1.2, 4.2), 0.3), captive: true }
  );
  for (const [id, name, y, socket] of [
    ['memory-a', 'Memory module A', 112, 141],
    ['memory-b', 'Memory module B', 150, 180]
  ] as const) {
    m.part(id, name, 'memory', 'board', {
      numbers: [{ number: 'NB15-5102' }],
      functions: ['memory'],
      care: ['static'],
      at: [U, rect(150, y, 68, 30, 0.8), [5, 7]],
      moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 5, returnSeconds: 8 }]
    });
    m.plug(`${id}-socket`, `${name} socket`, id, 'board', U, 7.2, [184, socket], 'memory-socket', 'signal', {
      angleDeg: 45,
      functions: ['memory']
    });
  }
  m.part('coin-cell', 'Clock cell', 'coin-cell', 'board', {
    functions: ['clock'],
    at: [U, rect(222, 116, 10, 24, 3), [5, 8]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 5 }]
  });
  m.adhesive(
    'coin-tape',
    'Clock cell tape',
    'coin-cell',
    'board',
    U,
    5,
    [[227, 122]],
    'foam-tape',
    'Turn it off its tape with a plastic card',
    { areaMm2: 120, thicknessMm: 0.5 }
  );
  m.plug('coin-plug', 'Clock cell plug', 'coin-cell', 'board', U, 8, [227, 150], 'wire-along-board', 'power', {
    functions: ['clock']
  });

  m.part('drive-door', 'Drive door', 'cover', 'base', {
    numbers: [{ number: 'NB15-1011' }],
    at: [U, rect(234, 142, 120, 92, 2), [0, 1.6]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 5, returnSeconds: 8 }]
  });
  m.part('drive-label', 'Seal over a drive door screw', 'film', 'drive-door', {
    at: [U, rect(336, 190, 12, 12, 1), [0, 0.15]],
    moves: [{ id: 'peel', kind: 'lift', zone: U, seconds: 6 }],
    note: 'The maker’s seal: say so before it is broken.'
  });
  m.joint({
    kind: 'seal',
    id: 'drive-label-film',
    name: 'Seal over a drive door screw',
    a: 'drive-label',
    b: 'drive-door',
    zone: U,
    depth: 0,
    at: [[342, 196]],
    of: 'maker',
    seconds: 10,
    closeSeconds: 5,
    note: 'Lift one corner with a plastic card.'
  });
  m.screws(
    'drive-door-screws',
    'Drive door screws',
    'drive-door',
    'base',
    U,
    0.2,
    [
      [246, 150],
      [342, 150]
    ],
    { ...pan(2.5, 5, 4.6, metal(1.2, 4.2), 0.3), captive: true }
  );
  m.screws(
    'drive-door-hidden',
    'Drive door screw under the seal',
    'drive-door',
    'base',
    U,
    0.2,
    [[342, 196]],
    pan(2.5, 5, 4.6, metal(1.2, 4.2), 0.3)
  );
  m.part('caddy', 'Drive carrier', 'bracket', 'base', {
    functions: [],
    at: [U, rect(244, 152, 102, 78, 1), [3, 13]],
    moves: [
      {
        id: 'slide',
        kind: 'slide',
        zone: U,
        seconds: 6,
        returnSeconds: 8,
        directionDeg: 90,
        travelMm: 8,
        how: 'By its tab towards the front edge, then up.',
        back: 'Flat into the bay, then to its contacts.'
      }
    ]
  });
  m.screws(
    'caddy-screws',
    'Drive carrier screws',
    'caddy',
    'base',
    U,
    3,
    [
      [250, 222],
      [340, 222]
    ],
    pan(2.5, 4, 4.6, metal(1, 3.4), 0.25)
  );
  m.part('disk', 'Disk drive', 'storage', 'caddy', {
    numbers: [{ number: 'NB15-5201' }, { number: 'NB15-5202' }],
    functions: ['storage'],
    care: ['static', 'fragile'],
    at: [U, rect(245, 153, 100, 70), [3.4, 12.9]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 4 }]
  });
  m.screws(
    'disk-screws',
    'Disk drive screws',
    'disk',
    'caddy',
    U,
    4,
    [
      [252, 158],
      [338, 158],
      [252, 214],
      [338, 214]
    ],
    pan(3, 3, 5, metal(0.8, 3), 0.3)
  );
  m.plug('disk-blade', 'Disk drive contacts', 'caddy', 'board', U, 8, [295, 152], 'blade', 'both', {
    faces: 'side',
    functions: ['storage'],
    seconds: 2,
    closeSeconds: 3
  });

  m.part('optical', 'Optical drive', 'storage', 'base', {
    numbers: [{ number: 'NB15-5301' }],
    functions: ['optical'],
    care: ['fragile'],
    spareIncludes: [],
    at: [U, rect(0, 118, 130, 126, 2), [3, 16]],
    moves: [
      {
        id: 'slide',
        kind: 'slide',
        zone: U,
        seconds: 6,
        returnSeconds: 8,
        directionDeg: 180,
        travelMm: 130,
        how: 'Push it out from inside the screw hole, never by its tray.',
        back: 'Level, until its bezel lies flush.'
      }
    ],
    note: 'Holds a laser: never opened.'
  });
  m.screws(
    'optical-screw',
    'Optical drive screw',
    'optical',
    'base',
    U,
    0.3,
    [[126, 112]],
    pan(2.5, 6, 4.6, metal(2, 4.4), 0.3)
  );
  m.plug('optical-blade', 'Optical drive contacts', 'optical', 'board', U, 9, [133, 180], 'blade', 'both', {
    faces: 'side',
    functions: ['optical'],
    seconds: 2,
    closeSeconds: 3
  });
  m.part('optical-bracket', 'Optical drive bracket', 'bracket', 'optical', {
    at: [U, rect(112, 222, 18, 20, 1), [3, 5]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 4 }]
  });
  m.screws(
    'optical-bracket-screws',
    'Optical drive bracket screws',
    'optical-bracket',
    'optical',
    U,
    3,
    [
      [116, 228],
      [116, 238]
    ],
    pan(2, 2.5, 3.8, metal(0.7, 2.4), 0.15)
  );
  m.part('optical-bezel', 'Optical drive bezel', 'bezel', 'optical', {
    at: [U, rect(0, 118, 6, 126), [2.4, 15]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 6 }]
  });
  m.clips(
    'optical-bezel-clips',
    'Optical drive bezel clips',
    'optical-bezel',
    'optical',
    U,
    4,
    [
      [3, 124],
      [3, 238]
    ],
    'the end with the button',
    { startAt: [3, 124], seconds: 15, closeSeconds: 6, clearMm: 0.5 }
  );

  for (const [id, name, x] of [
    ['foot-left', 'Front left foot', 322],
    ['foot-right', 'Front right foot', 22]
  ] as const) {
    m.part(id, name, 'foot', 'base', {
      at: [U, poly([x - 9, 236], [x + 9, 236], [x + 9, 246], [x - 9, 246]), [0, 0.4]],
      moves: [{ id: 'peel', kind: 'lift', zone: U, seconds: 6 }]
    });
    m.adhesive(
      `${id}-tape`,
      `${name} tape`,
      id,
      'base',
      U,
      0,
      [[x, 241]],
      'foam-tape',
      'Peel from one end with a plastic card',
      { singleUse: false, seconds: 12, closeSeconds: 8 }
    );
  }
}

/** Keyboard, hinge cover and palm rest: what comes off upwards, though much of it is held from below. */
export function above(m: MachineBuilder) {
  m.part('hinge-cover', 'Hinge cover', 'cover', 'palm-rest', {
    numbers: [{ number: 'NB15-1020' }],
    at: [T, rect(0, 2, W, 31.6, 3), [0, 0.5]],
    moves: [
      {
        id: 'lift',
        kind: 'lift',
        zone: T,
        seconds: 8,
        returnSeconds: 12,
        how: 'Lid laid back as far as it goes; raise the right end first.',
        back: 'Left end in first, then press along it.'
      }
    ]
  });
  m.clips(
    'hinge-cover-clips',
    'Hinge cover catches',
    'hinge-cover',
    'palm-rest',
    T,
    0.4,
    [
      [16, 30],
      [60, 30],
      [180, 30],
      [300, 30],
      [344, 30]
    ],
    'the notch at the right end',
    { startAt: [344, 30], seconds: 25, closeSeconds: 12, clearMm: 0.5 }
  );
  m.part('keyboard', 'Keyboard', 'keyboard', 'palm-rest', {
    numbers: [{ number: 'NB15-8001' }],
    functions: ['keyboard', 'pointing-stick'],
    care: ['bends'],
    spareIncludes: ['keyboard-cable'],
    at: [T, rect(32, 34, 296, 108, 3), [0.6, 6]],
    moves: [
      {
        id: 'fold',
        kind: 'fold',
        zone: T,
        seconds: 12,
        returnSeconds: 15,
        leaves: ['keyboard-plug'],
        how: 'Raise the far edge and lay it over onto the palm rest.',
        back: 'Near edge under its tabs, then down.'
      },
      { id: 'lift', kind: 'lift', zone: T, seconds: 4, returnSeconds: 5 }
    ]
  });
  m.part('keyboard-cable', 'Keyboard cable', 'flat-cable', 'keyboard', { care: ['fragile'] });
  m.screws(
    'keyboard-top-screws',
    'Keyboard screws at the far edge',
    'keyboard',
    'palm-rest',
    T,
    1,
    [
      [104, 31],
      [256, 31]
    ],
    pan(2.5, 4, 4.6, plastic(0.8, 5), 0.25),
    { clearMm: 2 }
  );
  m.screws(
    'keyboard-screws',
    'Keyboard screws from below',
    'keyboard',
    'base',
    U,
    0.3,
    [
      [110, 84],
      [250, 84],
      [180, 96]
    ],
    pan(2.5, 12, 4.6, metal(9, 3.6, 'keyboard'), 0.25),
    { note: 'Marked with a key beside the hole.' }
  );
  m.joint({
    kind: 'hook',
    id: 'keyboard-tabs',
    name: 'Keyboard tabs',
    a: 'keyboard',
    b: 'palm-rest',
    zone: T,
    depth: 2,
    at: [
      [90, 142],
      [270, 142]
    ],
    seconds: 2,
    direction: 'Draw it away from the near edge'
  });
  m.plug('keyboard-plug', 'Keyboard plug', 'keyboard-cable', 'board', T, 14, [180, 120], 'slide-lock', 'signal', {
    reachedRaised: 'keyboard',
    functions: ['keyboard', 'pointing-stick']
  });
  m.cable(
    'keyboard-cable',
    'flat',
    18,
    'white',
    [
      [T, 180, 90, 6.2],
      [T, 180, 108, 10],
      [T, 180, 120, 14]
    ],
    [{ joint: 'keyboard-plug' }],
    20
  );

  m.part('palm-rest', 'Palm rest', 'cover', 'base', {
    numbers: [{ number: 'NB15-1030' }],
    functions: ['lid-switch'],
    spareIncludes: ['touchpad', 'touchpad-cable'],
    shapes: [
      {
        zone: T,
        outline: rect(0, 0, W, D, 8),
        depth: [3.2, 9],
        openings: [rect(34, 34, 292, 106, 3), rect(22, 4, 32, 18, 1), rect(306, 4, 32, 18, 1)]
      }
    ],
    moves: [
      {
        id: 'lift',
        kind: 'lift',
        zone: T,
        seconds: 20,
        returnSeconds: 30,
        how: 'Clips at the front edge last; the touchpad cable is short.',
        back: 'Front edge first, cables clear of the edges.'
      }
    ]
  });
  m.screws(
    'palm-screws',
    'Palm rest screws',
    'palm-rest',
    'base',
    U,
    0.3,
    [
      [14, 14],
      [346, 14],
      [346, 100],
      [140, 236],
      [220, 236]
    ],
    pan(2.5, 8, 4.6, metal(4, 4.6), 0.3)
  );
  m.screws(
    'palm-bay-screws',
    'Palm rest screws in the battery bay',
    'palm-rest',
    'base',
    U,
    14,
    [
      [84, 40],
      [276, 40]
    ],
    pan(2.5, 4, 4.6, metal(1.4, 3), 0.25)
  );
  m.screws(
    'palm-optical-screws',
    'Palm rest screws under the optical drive',
    'palm-rest',
    'base',
    U,
    17,
    [
      [40, 230],
      [60, 130]
    ],
    pan(2, 3, 3.8, metal(1, 2.4, 'palm-rest'), 0.2)
  );
  m.screws(
    'palm-foot-screws',
    'Palm rest screws under the feet',
    'palm-rest',
    'base',
    U,
    0.6,
    [
      [322, 241],
      [22, 241]
    ],
    pan(2.5, 8, 4.6, metal(4, 4.6), 0.3)
  );
  m.screws(
    'palm-top-screws',
    'Palm rest screws under the keyboard',
    'palm-rest',
    'base',
    T,
    7,
    [
      [60, 60],
      [180, 134],
      [300, 60]
    ],
    pan(2.5, 5, 4.6, metal(1.4, 4), 0.3)
  );
  m.clips(
    'palm-clips',
    'Palm rest clips',
    'palm-rest',
    'base',
    T,
    4,
    [
      [4, 150],
      [4, 246],
      [180, 248],
      [356, 246],
      [356, 150]
    ],
    'the far right corner, beside the hinge',
    { startAt: [356, 150], clearMm: 0.5, direction: 'up all round, the front edge last' }
  );

  m.part('touchpad', 'Touchpad', 'touchpad', 'palm-rest', {
    spareIncludes: ['touchpad-cable'],
    numbers: [{ number: 'NB15-8101' }],
    functions: ['touchpad'],
    shapes: [{ zone: P, outline: rect(140, 150, 80, 50, 1), depth: [1, 3] }],
    moves: [{ id: 'lift', kind: 'lift', zone: P, seconds: 5 }]
  });
  m.screws(
    'touchpad-screws',
    'Touchpad screws',
    'touchpad',
    'palm-rest',
    P,
    1,
    [
      [144, 154],
      [216, 154],
      [144, 196],
      [216, 196]
    ],
    pan(2, 2.5, 4, plastic(0.5, 2.6, 'touchpad'), 0.1)
  );
  m.part('touchpad-cable', 'Touchpad cable', 'flat-cable', 'touchpad', { care: ['fragile'] });
  m.plug('touchpad-plug', 'Touchpad plug', 'touchpad-cable', 'board', T, 14, [220, 128], 'flip-lock-front', 'signal', {
    functions: ['touchpad']
  });
  m.cable(
    'touchpad-cable',
    'flat',
    8,
    'white',
    [
      [T, 220, 150, 9.4],
      [T, 220, 138, 10],
      [T, 220, 128, 14]
    ],
    [{ joint: 'touchpad-plug' }],
    16
  );
  m.part('button-board', 'Power button board', 'small-board', 'palm-rest', {
    spareIncludes: ['button-cable'],
    numbers: [{ number: 'NB15-4301' }],
    functions: ['power-button'],
    care: ['static'],
    shapes: [{ zone: P, outline: rect(30, 8, 60, 16, 1), depth: [1, 3] }],
    moves: [{ id: 'lift', kind: 'lift', zone: P, seconds: 5 }]
  });
  m.screws(
    'button-screw',
    'Power button board screw',
    'button-board',
    'palm-rest',
    P,
    1,
    [[36, 16]],
    pan(2, 2.5, 4, plastic(0.5, 3), 0.1)
  );
  m.part('button-cable', 'Power button cable', 'flat-cable', 'button-board', { care: ['fragile'] });
  m.plug('button-plug', 'Power button plug', 'button-cable', 'board', T, 14, [290, 50], 'pull-tab', 'signal', {
    functions: ['power-button']
  });
  m.cable(
    'button-cable',
    'flat',
    6,
    'white',
    [
      [T, 316, 24, 9.2],
      [T, 306, 38, 9.4],
      [T, 290, 50, 14]
    ],
    [{ joint: 'button-plug' }],
    14
  );
  for (const joint of ['touchpad-screws', 'button-screw'] as const) {
    m.relation({
      kind: 'order',
      before: { part: 'palm-rest', move: 'lift' },
      after: { joint },
      leg: 'both',
      reason: 'These screws sit on the back of the palm rest'
    });
  }
}
