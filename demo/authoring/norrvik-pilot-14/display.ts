import { rect, type MachineBuilder } from '../builder';
import { metal, pan } from '../screws';
import { F, U, W } from './common';

/** The lid: bezel, panel, camera, hinges, one cable for all of them. */
export function display(m: MachineBuilder) {
  m.part('display', 'Display assembly', 'display', 'top-case', {
    numbers: [{ number: 'NP14-9001' }],
    functions: ['display', 'lid-switch'],
    spareIncludes: [
      'hinge-left',
      'hinge-right',
      'display-cable',
      'bezel',
      'bezel-strip',
      'panel',
      'camera',
      'camera-cable',
      'wlan-main',
      'wlan-aux',
      'wwan-main',
      'wwan-aux'
    ],
    at: [F, rect(0, 0, W, 214, 9), [4.4, 6.2]],
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
  for (const [id, name, x, lid] of [
    ['hinge-right', 'Right hinge', 14, 290],
    ['hinge-left', 'Left hinge', 276, 26]
  ] as const) {
    m.part(id, name, 'hinge', 'display', {
      numbers: [{ number: id === 'hinge-left' ? 'NP14-9401' : 'NP14-9402' }],
      at: [U, rect(x, 3, 40, 13, 2), [1.9, 6]],
      shapes: [{ zone: F, outline: rect(lid - 12, 197.5, 24, 7, 1), depth: [2.4, 4] }],
      moves: [{ id: 'lift', kind: 'lift', zone: F, seconds: 8, returnSeconds: 12 }]
    });
    m.screws(
      `${id}-screws`,
      `${name} screws`,
      id,
      'top-case',
      U,
      1.9,
      [
        [x + 7, 9],
        [x + 20, 9],
        [x + 33, 9]
      ],
      pan(2.5, 5.5, 4.8, metal(1.6, 4.4), 0.45)
    );
    m.screws(
      `${id}-lid-screws`,
      `${name} lid screws`,
      id,
      'display',
      F,
      2.2,
      [
        [lid - 8, 200],
        [lid, 200],
        [lid + 8, 200]
      ],
      pan(2, 3, 3.6, metal(0.8, 2.8), 0.2),
      { clearMm: 1.8 }
    );
  }
  m.part('display-cable', 'Display cable', 'cable', 'display', {
    functions: ['display', 'camera', 'microphone'],
    care: ['fragile']
  });
  m.part('display-bracket', 'Display plug bracket', 'bracket', 'board', {
    at: [U, rect(206, 27, 26, 9, 1), [3.9, 4.5]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 4 }]
  });
  m.screws(
    'display-bracket-screw',
    'Display plug bracket screw',
    'display-bracket',
    'board',
    U,
    3.9,
    [[210, 33]],
    pan(2, 2.5, 3.8, metal(0.7, 2.2), 0.12)
  );
  m.plug('display-plug', 'Display plug', 'display-cable', 'board', U, 5, [222, 33], 'bail', 'both', {
    functions: ['display', 'camera', 'microphone']
  });
  m.dressing(
    'display-cable-guide',
    'Display cable in the frame\u2019s guide',
    'display-cable',
    'frame',
    U,
    2.2,
    [[262, 28]],
    'tab'
  );
  m.plug('panel-plug', 'Panel plug', 'display-cable', 'panel', F, 4.2, [165, 188], 'bail', 'both', {
    reachedRaised: 'panel',
    functions: ['display']
  });
  m.part('camera-cable', 'Camera cable', 'flat-cable', undefined, {
    numbers: [{ number: 'NP14-9302' }],
    functions: ['camera', 'microphone'],
    care: ['fragile'],
    moves: [{ id: 'lift', kind: 'lift', zone: F, seconds: 6, returnSeconds: 10 }]
  });
  m.plug(
    'camera-plug',
    'Camera cable plug at the camera',
    'camera-cable',
    'camera',
    F,
    3,
    [172, 8],
    'flip-lock-front',
    'signal',
    { functions: ['camera', 'microphone'], clearMm: 2 }
  );
  m.plug(
    'camera-far-plug',
    'Camera cable plug at the display cable',
    'camera-cable',
    'display-cable',
    F,
    4.2,
    [60, 190],
    'lift-straight',
    'signal',
    { reachedRaised: 'panel', functions: ['camera', 'microphone'] }
  );
  m.tape('camera-cable-tape', 'Camera cable tape', 'camera-cable', 'display', F, 4.3, [17, 100], 'polyester-film', {
    reachedRaised: 'panel'
  });
  m.cable(
    'camera-cable',
    'flat',
    4,
    'white',
    [
      [F, 172, 8, 3],
      [F, 120, 7, 3.4],
      // Along the panel's left edge, where it lies behind it and is pressed by nothing.
      [F, 17, 14, 4.3],
      [F, 17, 100, 4.3, 'camera-cable-tape'],
      [F, 17, 186, 4.3],
      [F, 60, 190, 4.2]
    ],
    [{ joint: 'camera-plug' }, { joint: 'camera-far-plug' }]
  );
  m.cable(
    'display-cable',
    'bundle',
    5,
    'black',
    [
      [U, 222, 33, 5],
      [U, 244, 34, 4],
      [U, 262, 28, 2.2, 'display-cable-guide'],
      [U, 282, 10, 4],
      [F, 40, 208, 4],
      [F, 60, 196, 4.2],
      [F, 165, 194, 4.2],
      [F, 165, 188, 4.2]
    ],
    [{ joint: 'display-plug' }, { joint: 'panel-plug' }],
    60
  );

  m.part('bezel', 'Bezel', 'bezel', 'display', {
    numbers: [{ number: 'NP14-9101' }],
    at: [F, rect(0, 0, W, 214, 9), [0, 1.4], [rect(12, 13, 306, 184, 1)]],
    moves: [
      {
        id: 'lift',
        kind: 'lift',
        zone: F,
        seconds: 12,
        returnSeconds: 18,
        how: 'Lower edge first, then along both sides, the camera last.'
      }
    ]
  });
  m.part('bezel-strip', 'Strip along the hinge', 'film', 'bezel', {
    at: [F, rect(60, 202, 210, 8, 1), [0, 0.4]],
    moves: [{ id: 'peel', kind: 'lift', zone: F, seconds: 8 }]
  });
  m.adhesive(
    'bezel-strip-tape',
    'Strip tape',
    'bezel-strip',
    'bezel',
    F,
    0,
    [
      [64, 206],
      [266, 206]
    ],
    'foam-tape',
    'Ease up one end with a plastic pick',
    { singleUse: false, seconds: 12 }
  );
  m.screws(
    'bezel-screws',
    'Bezel screws under the strip',
    'bezel',
    'display',
    F,
    0.8,
    [
      [80, 206],
      [250, 206]
    ],
    pan(2, 3.5, 3.8, metal(1, 2.8), 0.15),
    { clearMm: 1.8 }
  );
  m.clips(
    'bezel-clips',
    'Bezel clips',
    'bezel',
    'display',
    F,
    1,
    [
      [6, 196],
      [6, 8],
      [165, 6],
      [324, 8],
      [324, 196]
    ],
    'the lower edge, beside the left hinge',
    { startAt: [6, 196], clearMm: 0.5 }
  );
  m.part('panel', 'Display panel', 'panel', 'display', {
    numbers: [{ number: 'NP14-9201' }],
    functions: ['display'],
    care: ['fragile', 'bends'],
    at: [F, rect(10, 11, 310, 186, 1), [1.6, 4.2]],
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
    1.6,
    [
      [8, 30],
      [322, 30],
      [8, 180],
      [322, 180]
    ],
    pan(1.6, 2.5, 3, metal(0.6, 2.2), 0.08),
    { clearMm: 1.5 }
  );
  m.part('camera', 'Camera', 'camera', 'display', {
    numbers: [{ number: 'NP14-9301' }],
    functions: ['camera', 'microphone'],
    care: ['static', 'fragile'],
    at: [F, rect(138, 4, 54, 6, 1), [1.6, 3]],
    moves: [{ id: 'lift', kind: 'lift', zone: F, seconds: 6 }]
  });
  m.adhesive(
    'camera-tape',
    'Camera tape',
    'camera',
    'display',
    F,
    1.6,
    [[146, 7]],
    'foam-tape',
    'Ease off from one end with a plastic card',
    { areaMm2: 140, thicknessMm: 0.2, clearMm: 2, seconds: 15, closeSeconds: 8 }
  );
}
