import { rect, type MachineBuilder, type PointIn } from '../builder';
import { broad, metal, pan } from '../screws';
import { F, T, U, W } from './common';

/** What one touches: the keyboard lies under everything, held by eighteen small screws. */
export function inputs(m: MachineBuilder) {
  m.part('touchpad', 'Touchpad', 'touchpad', 'case', {
    numbers: [{ number: 'LG13-8101' }],
    functions: ['touchpad'],
    spareIncludes: ['touchpad-cable'],
    shapes: [
      { zone: U, outline: rect(98, 132, 104, 68, 2), depth: [8.6, 10] },
      { zone: T, outline: rect(98, 132, 104, 68, 2), depth: [0.2, 1.6] }
    ],
    moves: [
      {
        id: 'lift',
        kind: 'lift',
        zone: U,
        seconds: 6,
        returnSeconds: 18,
        back: 'Even gap on all four sides before its screws are tightened.'
      }
    ]
  });
  m.screws(
    'touchpad-screws',
    'Touchpad screws',
    'touchpad',
    'case',
    U,
    8.6,
    [
      [102, 136],
      [150, 136],
      [198, 136],
      [102, 196],
      [198, 196]
    ],
    broad(1.6, 2, 3.8, metal(0.5, 1.6, 'touchpad'), 0.08)
  );
  m.part('touchpad-cable', 'Touchpad cable', 'flat-cable', 'touchpad', { care: ['fragile'] });
  m.plug('touchpad-plug', 'Touchpad plug', 'touchpad-cable', 'board', U, 4.4, [116, 94], 'flip-lock-back', 'signal', {
    functions: ['touchpad']
  });
  m.cable(
    'touchpad-cable',
    'flat',
    10,
    'white',
    [
      [U, 116, 136, 8.4],
      [U, 116, 112, 8.2],
      [U, 116, 94, 4.4]
    ],
    [{ joint: 'touchpad-plug' }]
  );

  m.part('keyboard-shield', 'Keyboard shield', 'shield', 'case', {
    care: ['sharp', 'bends'],
    at: [U, rect(20, 32, 260, 88, 1), [9, 9.4]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 8, returnSeconds: 10 }]
  });
  const rows: PointIn[] = [34, 76, 118].flatMap((y) => [24, 74, 124, 176, 226, 276].map((x): PointIn => [x, y]));
  m.screws(
    'keyboard-screws',
    'Keyboard screws',
    'keyboard-shield',
    'case',
    U,
    9,
    rows,
    broad(1.4, 2, 3.2, metal(0.6, 1.8, 'keyboard'), 0.06)
  );
  m.part('keyboard', 'Keyboard', 'keyboard', 'case', {
    numbers: [{ number: 'LG13-8001' }],
    functions: ['keyboard'],
    care: ['bends'],
    spareIncludes: ['keyboard-cable', 'backlight-cable'],
    shapes: [
      { zone: U, outline: rect(22, 34, 256, 84, 1), depth: [9.6, 12] },
      { zone: T, outline: rect(22, 34, 256, 84, 2), depth: [0.2, 2.6] }
    ],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 10, returnSeconds: 14 }]
  });
  m.joint({
    kind: 'hook',
    id: 'keyboard-hooks',
    name: 'Keyboard edge hooks',
    a: 'keyboard',
    b: 'case',
    zone: U,
    depth: 9.6,
    at: [
      [60, 116],
      [240, 116]
    ],
    seconds: 4,
    direction: 'Draw it towards the hinge edge'
  });
  for (const [id, name, x, w] of [
    ['keyboard-cable', 'Keyboard cable', 138, 16],
    ['backlight-cable', 'Keyboard light cable', 192, 5]
  ] as const) {
    m.part(id, name, 'flat-cable', 'keyboard', { care: ['fragile'] });
    m.plug(
      id.replace('-cable', '-plug'),
      `${name} plug`,
      id,
      'board',
      U,
      4.4,
      [x, 94],
      'flip-lock-front',
      id === 'keyboard-cable' ? 'signal' : 'power',
      { functions: ['keyboard'] }
    );
    m.cable(
      id,
      'flat',
      w,
      'white',
      [
        [U, x, 112, 9.2],
        [U, x, 104, 8],
        [U, x, 94, 4.4]
      ],
      [{ joint: id.replace('-cable', '-plug') }],
      6
    );
  }
  m.part('reader-board', 'Fingerprint button', 'small-board', 'case', {
    numbers: [{ number: 'LG13-8201' }],
    functions: ['fingerprint', 'power-button'],
    care: ['static'],
    spareIncludes: ['reader-cable'],
    at: [U, rect(12, 14, 30, 14, 1), [7.6, 9]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 5 }]
  });
  m.screws(
    'reader-screw',
    'Fingerprint button screw',
    'reader-board',
    'case',
    U,
    7.6,
    [[38, 17]],
    broad(1.6, 2, 3.8, metal(0.5, 1.6), 0.08)
  );
  m.part('reader-cable', 'Fingerprint cable', 'flat-cable', 'reader-board', { care: ['fragile'] });
  m.plug('reader-plug', 'Fingerprint plug', 'reader-cable', 'board', U, 4.4, [100, 30], 'flip-lock-back', 'signal', {
    functions: ['fingerprint', 'power-button']
  });
  m.cable(
    'reader-cable',
    'flat',
    6,
    'white',
    [
      [U, 40, 20, 8],
      [U, 70, 24, 8],
      [U, 90, 28, 6],
      [U, 100, 30, 4.4]
    ],
    [{ joint: 'reader-plug' }]
  );
}

/** The lid is one glued assembly; its hinges and plug are what there is to open. */
export function display(m: MachineBuilder) {
  m.part('display', 'Display assembly', 'display', 'case', {
    numbers: [{ number: 'LG13-9001' }, { number: 'LG13-9002', variants: ['touch'] }],
    functions: ['display', 'camera', 'microphone', 'lid-switch'],
    spareIncludes: ['hinge-left', 'hinge-right', 'display-cable', 'display-trim', 'wlan-main', 'wlan-aux'],
    at: [F, rect(0, 0, W, 200, 10), [0.8, 4]],
    moves: [
      {
        id: 'lift',
        kind: 'lift',
        zone: U,
        seconds: 20,
        returnSeconds: 35,
        how: 'It lies on the mat under the machine: lift the base off it and off the hinges, level.',
        back: 'Base onto the hinges over their posts, cables and wires drawn through; the lid stays closed.'
      }
    ]
  });
  m.part('display-trim', 'Trim along the hinge', 'bezel', 'display', {
    at: [F, rect(40, 192, 220, 8, 1), [0, 0.8]],
    moves: [{ id: 'lift', kind: 'lift', zone: F, seconds: 6 }]
  });
  m.clips(
    'display-trim-clips',
    'Trim clips',
    'display-trim',
    'display',
    F,
    0.4,
    [
      [50, 196],
      [250, 196]
    ],
    'its left end',
    { startAt: [50, 196], seconds: 12, closeSeconds: 6, clearMm: 0.5 }
  );
  for (const [id, name, x] of [
    ['hinge-right', 'Right hinge', 14],
    ['hinge-left', 'Left hinge', 246]
  ] as const) {
    m.part(id, name, 'hinge', 'display', { at: [U, rect(x, 3, 40, 9, 1), [1.6, 6]] });
    m.screws(
      `${id}-screws`,
      `${name} screws`,
      id,
      'case',
      U,
      1.6,
      [
        [x + 8, 7],
        [x + 20, 7],
        [x + 32, 7]
      ],
      pan(2.5, 4.5, 4.4, metal(1.6, 3.2), 0.4)
    );
    m.screws(
      `${id}-lid-screws`,
      `${name} lid screws`,
      id,
      'display',
      F,
      1,
      [
        [W - x - 30, 188],
        [W - x - 10, 188]
      ],
      pan(2, 2.5, 3.6, metal(0.8, 2.2), 0.2)
    );
  }
  m.part('display-cable', 'Display cable', 'flat-cable', 'display', {
    functions: ['display', 'camera', 'microphone'],
    care: ['fragile']
  });
  m.part('display-bracket', 'Display plug bracket', 'bracket', 'board', {
    at: [U, rect(206, 54, 28, 8, 1), [3.4, 3.9]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 4 }]
  });
  m.screws(
    'display-bracket-screws',
    'Display plug bracket screws',
    'display-bracket',
    'board',
    U,
    3.4,
    [
      [209, 58],
      [231, 58]
    ],
    pan(1.6, 2, 3, metal(0.5, 1.7), 0.07)
  );
  m.plug('display-plug', 'Display plug', 'display-cable', 'board', U, 4.2, [220, 58], 'board-to-board', 'both', {
    functions: ['display', 'camera', 'microphone']
  });
  m.tape('display-cable-tape', 'Display cable tape', 'display-cable', 'case', U, 6.4, [244, 36], 'polyester-film');
  m.cable(
    'display-cable',
    'flat',
    16,
    'black',
    [
      [U, 220, 58, 4.2],
      [U, 238, 50, 5],
      [U, 244, 36, 6.4, 'display-cable-tape'],
      [U, 244, 18, 6.4],
      [U, 230, 6, 4],
      [F, 80, 196, 2],
      [F, 150, 180, 2.4]
    ],
    [{ joint: 'display-plug' }],
    30
  );
}
