import { rect, type MachineBuilder } from '../builder';
import { metal, pan } from '../screws';
import { F, T, W } from './common';

/** The lid: one hinge arm lies over the main board until the lid is stood up. */
export function display(m: MachineBuilder) {
  m.part('display', 'Display assembly', 'display', 'base', {
    numbers: [{ number: 'LS11-9001' }],
    functions: ['display'],
    spareIncludes: ['hinge-left', 'hinge-right', 'display-cable', 'bezel', 'panel', 'camera', 'wlan-main', 'wlan-aux'],
    at: [F, rect(0, 0, W, 184, 8), [3.4, 5]],
    moves: [
      {
        id: 'lift',
        kind: 'lift',
        zone: T,
        seconds: 20,
        returnSeconds: 35,
        how: 'The lid lies flat behind the base: draw it off its posts, level.',
        back: 'Hinge arms onto their posts, wires drawn through.'
      }
    ]
  });
  const arms = [
    [
      'hinge-left',
      'Left hinge',
      8,
      [
        {
          id: 'swing',
          kind: 'swing' as const,
          lid: 'open' as const,
          zone: T,
          seconds: 8,
          returnSeconds: 8,
          leaves: ['hinge-left-lid-screws'],
          how: 'Standing the lid up takes the arm off the main board: see that it is clear of it.',
          back: 'Laying the lid back brings the arm down: see that it sits on its posts, with no wire beneath.'
        }
      ]
    ],
    ['hinge-right', 'Right hinge', 222, []]
  ] as const;
  for (const [id, name, x, swing] of arms) {
    const lid = id === 'hinge-left' ? 16 : 236;
    m.part(id, name, 'hinge', 'display', {
      at: [T, rect(x, 4, 44, 16, 2), [4, 8]],
      shapes: [{ zone: F, outline: rect(lid - 3, 173.5, 28, 6, 1), depth: [1.8, 3.2] }],
      moves: [...swing.map((s) => ({ ...s, leaves: [...s.leaves] })), { id: 'lift', kind: 'lift', zone: F, seconds: 8 }]
    });
    m.screws(
      `${id}-screws`,
      `${name} screws`,
      id,
      'base',
      T,
      4,
      [
        [x + 8, 12],
        [x + 22, 12],
        [x + 36, 12]
      ],
      pan(2.5, 4, 4.6, metal(1.4, 3), 0.35)
    );
    m.screws(
      `${id}-lid-screws`,
      `${name} lid screws`,
      id,
      'display',
      F,
      1.6,
      [
        [lid, 176],
        [lid + 22, 176]
      ],
      pan(2, 2.5, 3.6, metal(0.8, 2.2), 0.18)
    );
  }
  m.part('display-cable', 'Display cable', 'cable', 'display', {
    functions: ['display', 'camera', 'microphone'],
    care: ['fragile']
  });
  m.part('display-bracket', 'Display plug bracket', 'bracket', 'board', {
    at: [T, rect(56, 50, 24, 8, 1), [6.6, 7.2]],
    moves: [{ id: 'lift', kind: 'lift', zone: T, seconds: 4 }]
  });
  m.screws(
    'display-bracket-screw',
    'Display plug bracket screw',
    'display-bracket',
    'board',
    T,
    6.6,
    [[59, 54]],
    pan(1.6, 2.5, 3.2, metal(0.6, 2.2), 0.08)
  );
  m.plug('display-plug', 'Display plug', 'display-cable', 'board', T, 7.6, [68, 54], 'board-to-board', 'both', {
    functions: ['display', 'camera', 'microphone']
  });
  m.tape('display-cable-tape', 'Display cable tape', 'display-cable', 'base', T, 10, [10, 40], 'polyester-film');
  m.plug('panel-plug', 'Panel plug', 'display-cable', 'panel', F, 3.2, [140, 160], 'pull-tab', 'both', {
    reachedRaised: 'panel',
    functions: ['display']
  });
  m.plug('camera-plug', 'Camera plug', 'display-cable', 'camera', F, 2.4, [150, 6], 'lift-straight', 'signal', {
    functions: ['camera', 'microphone'],
    clearMm: 1.6
  });
  m.cable(
    'display-cable',
    'bundle',
    4,
    'black',
    [
      [T, 68, 54, 7.6],
      [T, 30, 48, 8],
      [T, 10, 40, 10, 'display-cable-tape'],
      [T, 14, 14, 9],
      [F, 24, 180, 3],
      [F, 60, 172, 3.2],
      [F, 140, 166, 3.2],
      [F, 140, 160, 3.2]
    ],
    [{ joint: 'display-plug' }, { joint: 'panel-plug' }, { joint: 'camera-plug' }],
    200
  );
  m.part('bezel', 'Bezel', 'bezel', 'display', {
    numbers: [{ number: 'LS11-9101' }],
    at: [F, rect(0, 0, W, 184, 8), [0, 0.8], [rect(8, 10, 264, 156, 1)]],
    moves: [{ id: 'lift', kind: 'lift', zone: F, seconds: 10, returnSeconds: 15 }]
  });
  m.adhesive(
    'bezel-tape',
    'Bezel tape',
    'bezel',
    'display',
    F,
    0,
    [
      [4, 90],
      [140, 5],
      [276, 90],
      [140, 176]
    ],
    'foam-tape',
    'Warm it, then a plastic pick from a lower corner',
    { areaMm2: 1400, thicknessMm: 0.15, seconds: 60, closeSeconds: 40, clearMm: 0.5 }
  );
  m.part('panel', 'Display panel', 'panel', 'display', {
    numbers: [{ number: 'LS11-9201' }],
    functions: ['display'],
    care: ['fragile', 'bends'],
    at: [F, rect(6, 8, 268, 160, 1), [1, 3]],
    moves: [
      {
        id: 'raise',
        kind: 'raise',
        zone: F,
        seconds: 10,
        returnSeconds: 12,
        leaves: ['panel-plug'],
        how: 'Tilt its upper edge forward onto a soft cloth over the keys.'
      },
      { id: 'lift', kind: 'lift', zone: F, seconds: 6, returnSeconds: 8 }
    ]
  });
  m.adhesive(
    'panel-strips',
    'Panel pull strips',
    'panel',
    'display',
    F,
    1,
    [
      [10, 164],
      [270, 164]
    ],
    'pull-strips',
    'Draw each strip slowly and flat out of its side, wound on a stick',
    {
      seconds: 50,
      closeSeconds: 30,
      strips: [
        [
          [10, 164],
          [10, 20]
        ],
        [
          [270, 164],
          [270, 20]
        ]
      ],
      clearMm: 0.5
    }
  );
  m.part('camera', 'Camera', 'camera', 'display', {
    numbers: [{ number: 'LS11-9301' }],
    functions: ['camera', 'microphone'],
    care: ['static', 'fragile'],
    at: [F, rect(126, 2.4, 40, 5, 1), [1, 2.4]],
    moves: [{ id: 'lift', kind: 'lift', zone: F, seconds: 5 }]
  });
  m.adhesive(
    'camera-tape',
    'Camera tape',
    'camera',
    'display',
    F,
    1,
    [[132, 5]],
    'foam-tape',
    'Ease off from one end with a plastic card',
    { areaMm2: 90, thicknessMm: 0.2, clearMm: 1.5, seconds: 15, closeSeconds: 8 }
  );
}
