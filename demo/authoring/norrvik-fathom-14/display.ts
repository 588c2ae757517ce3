import { circle, rect, type MachineBuilder } from '../builder';
import { F, metal, pan, U, W } from './common';

/** The lid: hinges, bezel, panel, camera and their cable. */
export function display(m: MachineBuilder) {
  m.part('display', 'Display assembly', 'display', 'case', {
    numbers: [{ number: 'NF14-9000' }],
    functions: ['display', 'lid-switch'],
    spareIncludes: [
      'hinge-left',
      'hinge-right',
      'display-cable',
      'bezel',
      'bezel-cap-left',
      'bezel-cap-right',
      'panel',
      'camera',
      'wlan-main',
      'wlan-aux',
      'wwan-main',
      'wwan-aux'
    ],
    at: [F, rect(0, 0, W, 208, 8), [4.2, 6]],
    moves: [
      {
        id: 'lift',
        kind: 'lift',
        zone: U,
        seconds: 25,
        returnSeconds: 45,
        how: 'It lies on the mat under the machine: lift the base off it and off the hinges, level.',
        back: 'Base onto the hinges over their posts, cables and wires drawn through; the lid stays closed.'
      }
    ]
  });
  for (const [id, name, x] of [
    ['hinge-right', 'Right hinge', 16],
    ['hinge-left', 'Left hinge', 266]
  ] as const) {
    const lidX = id === 'hinge-left' ? 22 : 280;
    m.part(id, name, 'hinge', 'display', {
      at: [U, rect(x, 3, 40, 12, 2), [1.8, 6]],
      shapes: [{ zone: F, outline: rect(lidX - 3, 194, 24, 5, 1), depth: [2.2, 4] }],
      moves: [{ id: 'lift', kind: 'lift', zone: F, seconds: 10 }]
    });
    m.screws(
      `${id}-screws`,
      `${name} screws`,
      id,
      'case',
      U,
      1.8,
      [
        [x + 7, 9],
        [x + 20, 9],
        [x + 33, 9]
      ],
      pan(2.5, 5, 4.6, metal(1.6, 4), 0.4)
    );
    m.screws(
      `${id}-lid-screws`,
      `${name} lid screws`,
      id,
      'display',
      F,
      2,
      [
        [lidX, 196],
        [lidX + 20, 196]
      ],
      pan(2, 3, 3.8, metal(1, 3), 0.2)
    );
  }
  m.part('display-cable', 'Display cable', 'cable', 'display', {
    functions: ['display', 'camera', 'microphone'],
    care: ['fragile']
  });
  m.part('display-bracket', 'Display plug bracket', 'bracket', 'board', {
    at: [U, rect(258, 26.5, 17, 7, 1), [4.2, 4.8]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 4 }]
  });
  m.screws(
    'display-bracket-screw',
    'Display plug bracket screw',
    'display-bracket',
    'board',
    U,
    4.2,
    [[261, 30]],
    pan(2, 2.5, 3.8, metal(0.7, 2.2), 0.12)
  );
  m.plug('display-plug', 'Display plug', 'display-cable', 'board', U, 5.2, [268, 30], 'bail', 'both', {
    functions: ['display', 'camera', 'microphone']
  });
  m.dressing(
    'display-cable-channel',
    'Display cable in its channel',
    'display-cable',
    'case',
    U,
    4.5,
    [[276, 20]],
    'channel'
  );
  m.plug('panel-plug', 'Panel plug', 'display-cable', 'panel', F, 4, [161, 182], 'bail', 'both', {
    reachedRaised: 'panel',
    functions: ['display']
  });
  m.plug('camera-plug', 'Camera plug', 'display-cable', 'camera', F, 3, [168, 5.5], 'lift-straight', 'signal', {
    functions: ['camera', 'microphone'],
    clearMm: 2
  });
  m.cable(
    'display-cable',
    'bundle',
    5,
    'black',
    [
      [U, 268, 30, 5],
      [U, 276, 20, 4.5, 'display-cable-channel'],
      [U, 282, 6, 4.5],
      [F, 40, 204, 3.6],
      [F, 48, 194, 3.6],
      [F, 161, 186, 3.8],
      [F, 161, 182, 4]
    ],
    [{ joint: 'display-plug' }, { joint: 'panel-plug' }, { joint: 'camera-plug' }],
    240
  );

  m.part('bezel', 'Bezel', 'bezel', 'display', {
    numbers: [{ number: 'NF14-9100' }],
    at: [F, rect(0, 0, W, 208, 8), [0, 1.2], [rect(11, 11, 300, 180, 1)]],
    moves: [
      {
        id: 'lift',
        kind: 'lift',
        zone: F,
        seconds: 12,
        returnSeconds: 20,
        how: 'Inner edge first, a little at a time all round.'
      }
    ]
  });
  for (const [side, x] of [
    ['left', 10],
    ['right', 312]
  ] as const) {
    m.part(`bezel-cap-${side}`, `${side === 'left' ? 'Left' : 'Right'} bezel cap`, 'film', 'bezel', {
      at: [F, circle(x, 200, 4), [0, 0.4]],
      moves: [{ id: 'peel', kind: 'lift', zone: F, seconds: 5 }]
    });
    m.adhesive(
      `bezel-cap-${side}-film`,
      `${side === 'left' ? 'Left' : 'Right'} bezel cap film`,
      `bezel-cap-${side}`,
      'bezel',
      F,
      0,
      [[x, 200]],
      'film',
      'Lift with a plastic pick at the edge',
      { singleUse: false, seconds: 8 }
    );
  }
  m.screws(
    'bezel-screws',
    'Bezel screws',
    'bezel',
    'display',
    F,
    0.6,
    [
      [10, 200],
      [312, 200]
    ],
    pan(2, 3.5, 4, metal(1, 3), 0.15)
  );
  m.clips(
    'bezel-clips',
    'Bezel clips',
    'bezel',
    'display',
    F,
    0.8,
    [
      [5, 190],
      [5, 5],
      [317, 5],
      [317, 190]
    ],
    'the upper edge, beside the camera',
    { startAt: [140, 5], clearMm: 0.5 }
  );
  m.part('panel', 'Display panel', 'panel', 'display', {
    numbers: [{ number: 'NF14-9200' }],
    functions: ['display'],
    care: ['fragile', 'bends'],
    at: [F, rect(8, 9, 306, 184, 1), [1.4, 4]],
    moves: [
      {
        id: 'raise',
        kind: 'raise',
        zone: F,
        seconds: 12,
        returnSeconds: 15,
        leaves: ['panel-plug'],
        how: 'Tilt its upper edge forward onto a soft cloth over the keys.'
      },
      { id: 'lift', kind: 'lift', zone: F, seconds: 8, returnSeconds: 10 }
    ]
  });
  m.screws(
    'panel-screws',
    'Panel screws',
    'panel',
    'display',
    F,
    1.4,
    [
      [9.5, 20],
      [312.5, 20],
      [9.5, 180],
      [312.5, 180]
    ],
    pan(1.6, 2.5, 3, metal(0.6, 2.2), 0.08),
    { clearMm: 1.5 }
  );
  m.part('camera', 'Camera', 'camera', 'display', {
    numbers: [{ number: 'NF14-9300' }],
    functions: ['camera', 'microphone'],
    care: ['static', 'fragile'],
    at: [F, rect(140, 3, 42, 5.5, 1), [1.4, 3]],
    moves: [{ id: 'lift', kind: 'lift', zone: F, seconds: 6 }]
  });
  m.adhesive(
    'camera-tape',
    'Camera tape',
    'camera',
    'display',
    F,
    1.4,
    [[150, 5.5]],
    'foam-tape',
    'Ease off from one end with a plastic card',
    { areaMm2: 120, thicknessMm: 0.2, clearMm: 2 }
  );
}
