import { poly, rect, type MachineBuilder, type PointIn } from '../builder';
import { above, metal, pan, T, U } from './common';

/** What lies around the board and above it: small boards, speakers, keyboard, touchpad, fingerprint reader. */
export function smallBoards(m: MachineBuilder) {
  m.part('io-board', 'Ports board', 'small-board', 'case', {
    numbers: [{ number: 'NF14-4300' }],
    functions: ['usb-right', 'audio'],
    care: ['static'],
    at: [U, poly([6, 92], [50, 92], [50, 126], [40, 140], [6, 140]), [5.4, 7]],
    moves: [
      {
        id: 'tilt',
        kind: 'tilt',
        zone: U,
        seconds: 10,
        returnSeconds: 15,
        directionDeg: 0,
        travelMm: 4,
        how: 'Lift the inner edge and draw the sockets out of the wall.',
        back: 'Sockets into the wall first.'
      }
    ]
  });
  m.screws(
    'io-screws',
    'Ports board screws',
    'io-board',
    'case',
    U,
    5.4,
    [
      [12, 96],
      [34, 136]
    ],
    pan(2, 3, 3.8, metal(1, 3), 0.2)
  );
  m.part('io-cable', 'Ports cable', 'flat-cable', undefined, {
    care: ['fragile'],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 4 }]
  });
  m.plug(
    'io-plug',
    'Ports cable plug at the main board',
    'io-cable',
    'board',
    U,
    5.5,
    [99, 100],
    'flip-lock-front',
    'both',
    { functions: ['usb-right', 'audio'] }
  );
  m.plug(
    'io-far-plug',
    'Ports cable plug at the ports board',
    'io-cable',
    'io-board',
    U,
    5.2,
    [46, 112],
    'flip-lock-front',
    'both',
    { functions: ['usb-right', 'audio'] }
  );
  m.cable(
    'io-cable',
    'flat',
    12,
    'white',
    [
      [U, 46, 112, 5.2],
      [U, 60, 112, 6],
      [U, 84, 102, 6],
      [U, 99, 100, 5.5]
    ],
    [{ joint: 'io-far-plug' }, { joint: 'io-plug' }]
  );

  m.part('card-reader', 'Card reader', 'reader', 'case', {
    numbers: [{ number: 'NF14-4400' }],
    functions: ['card-reader'],
    spareIncludes: ['reader-cable'],
    at: [U, rect(280, 98, 38, 48, 1), [4.5, 7.5]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 8 }]
  });
  m.screws(
    'reader-screws',
    'Card reader screws',
    'card-reader',
    'case',
    U,
    4.5,
    [
      [284, 102],
      [284, 142]
    ],
    pan(2, 3, 3.8, metal(0.8, 3), 0.2)
  );
  m.part('reader-cable', 'Card reader cable', 'flat-cable', 'card-reader', { care: ['fragile'] });
  m.plug(
    'reader-plug',
    'Card reader plug',
    'reader-cable',
    'board',
    U,
    5.5,
    [272.5, 108],
    'flip-lock-front',
    'signal',
    { functions: ['card-reader'] }
  );
  m.cable(
    'reader-cable',
    'flat',
    6,
    'white',
    [
      [U, 284, 112, 5.4],
      [U, 278, 109, 5.6],
      [U, 272.5, 108, 5.5]
    ],
    [{ joint: 'reader-plug' }]
  );

  const speaker = (id: string, name: string, x: number, plug: PointIn, path: PointIn[], fn: string) => {
    m.part(id, name, 'speaker', 'case', {
      numbers: [{ number: 'NF14-7100' }],
      functions: [fn],
      spareIncludes: [`${id}-wire`],
      at: [U, rect(x, 152, 32, 54, 4), [2, 8]],
      moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 6 }]
    });
    m.part(`${id}-wire`, `${name} wire`, 'cable', id, {});
    m.screws(
      `${id}-screws`,
      `${name} screws`,
      id,
      'case',
      U,
      2,
      [
        [x + 16, 155],
        [x + 16, 203]
      ],
      { ...pan(2, 3.5, 4.2, metal(1.2, 3), 0.15), head: 'shoulder' }
    );
    m.dressing(`${id}-channel`, `${name} wire in its channel`, `${id}-wire`, 'case', U, 5.5, [path[1]!], 'channel');
    m.plug(`${id}-plug`, `${name} plug`, `${id}-wire`, 'board', U, 5.4, plug, 'wire-along-board', 'signal', {
      functions: [fn]
    });
    m.cable(
      `${id}-wire`,
      'bundle',
      2,
      'red and black',
      [...path, plug].map(([px, py], i): [string, number, number, number, string?] =>
        i === 1 ? [U, px, py, 5.5, `${id}-channel`] : [U, px, py, 5.5]
      ),
      [{ joint: `${id}-plug` }]
    );
  };
  speaker(
    'speaker-left',
    'Left speaker',
    276,
    [269, 119],
    [
      [284, 154],
      [272, 148],
      [271, 130]
    ],
    'left-speaker'
  );
  speaker(
    'speaker-right',
    'Right speaker',
    14,
    [100, 119],
    [
      [40, 154],
      [53, 144],
      [57, 128],
      [92, 127]
    ],
    'right-speaker'
  );
}

export function inputs(m: MachineBuilder) {
  m.part('keyboard', 'Keyboard', 'keyboard', 'case', {
    numbers: [{ number: 'NF14-8100' }],
    functions: ['keyboard'],
    care: ['bends'],
    spareIncludes: ['keyboard-cable', 'backlight-cable'],
    at: [T, rect(24, 36, 274, 108, 3), [0.6, 4]],
    moves: [
      {
        id: 'fold',
        kind: 'fold',
        zone: T,
        seconds: 20,
        returnSeconds: 20,
        leaves: ['keyboard-plug', 'backlight-plug'],
        directionDeg: 270,
        travelMm: 3,
        how: 'Slide it 3 mm towards the screen, raise its far edge and lay it over onto the palm rest.',
        back: 'Near edge under its lip first, then slide it towards you.'
      },
      {
        id: 'lift',
        kind: 'lift',
        zone: T,
        seconds: 5,
        returnSeconds: 5,
        back: 'Laid upside down on the palm rest, cables towards the case.'
      }
    ]
  });
  m.part('keyboard-cable', 'Keyboard cable', 'flat-cable', 'keyboard', { care: ['fragile'] });
  m.part('backlight-cable', 'Keyboard light cable', 'flat-cable', 'keyboard', { care: ['fragile'] });
  m.screws(
    'keyboard-screws',
    'Keyboard screws',
    'keyboard',
    'case',
    U,
    8.8,
    [
      [110, 127],
      [212, 127]
    ],
    pan(2, 5, 3.8, metal(2, 3.4), 0.2),
    { note: 'Marked with a key beside the hole.' }
  );
  m.clips(
    'keyboard-clips',
    'Keyboard edge catches',
    'keyboard',
    'case',
    T,
    1,
    [
      [30, 144],
      [161, 144],
      [292, 144]
    ],
    'the far left corner',
    { startAt: [30, 144], seconds: 15, closeSeconds: 12, hooked: ['the near edge'] }
  );
  const main = above([150, 100]);
  const light = above([124, 102]);
  m.plug('keyboard-plug', 'Keyboard plug', 'keyboard-cable', 'board', T, 6, main, 'flip-lock-back', 'signal', {
    reachedRaised: 'keyboard',
    functions: ['keyboard']
  });
  m.plug('backlight-plug', 'Keyboard light plug', 'backlight-cable', 'board', T, 6, light, 'flip-lock-back', 'power', {
    reachedRaised: 'keyboard',
    functions: ['keyboard']
  });
  m.cable(
    'keyboard-cable',
    'flat',
    16,
    'white',
    [
      [T, main[0], 84, 4.2],
      [T, ...main, 6]
    ],
    [{ joint: 'keyboard-plug' }],
    18
  );
  m.cable(
    'backlight-cable',
    'flat',
    5,
    'white',
    [
      [T, light[0], 90, 4.2],
      [T, ...light, 6]
    ],
    [{ joint: 'backlight-plug' }],
    18
  );

  m.part('touchpad', 'Touchpad', 'touchpad', 'case', {
    numbers: [{ number: 'NF14-8200' }],
    functions: ['touchpad'],
    shapes: [
      { zone: U, outline: rect(107, 153, 108, 60, 2), depth: [9.2, 11] },
      { zone: T, outline: rect(107, 153, 108, 60, 2), depth: [0.2, 2] }
    ],
    moves: [
      {
        id: 'lift',
        kind: 'lift',
        zone: U,
        seconds: 8,
        returnSeconds: 20,
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
    9.2,
    [
      [110, 156],
      [212, 156],
      [110, 210],
      [212, 210]
    ],
    pan(2, 2, 4.6, metal(0.6, 1.6, 'touchpad'), 0.1)
  );
  m.part('touchpad-cable', 'Touchpad cable', 'flat-cable', undefined, {
    care: ['fragile'],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 4 }]
  });
  m.plug(
    'touchpad-plug',
    'Touchpad cable plug at the main board',
    'touchpad-cable',
    'board',
    U,
    5.5,
    [119, 119.5],
    'flip-lock-front',
    'signal',
    { functions: ['touchpad'] }
  );
  m.plug(
    'touchpad-far-plug',
    'Touchpad cable plug at the touchpad',
    'touchpad-cable',
    'touchpad',
    U,
    9,
    [150, 164],
    'flip-lock-back',
    'signal',
    { functions: ['touchpad'] }
  );
  m.tape('touchpad-cable-tape', 'Touchpad cable tape', 'touchpad-cable', 'case', U, 9, [128, 142], 'polyester-film');
  m.cable(
    'touchpad-cable',
    'flat',
    8,
    'white',
    [
      [U, 150, 164, 9],
      [U, 128, 154, 9],
      [U, 128, 142, 9, 'touchpad-cable-tape'],
      [U, 119, 128, 8.8],
      [U, 119, 119.5, 5.5]
    ],
    [{ joint: 'touchpad-far-plug' }, { joint: 'touchpad-plug' }]
  );

  m.part('fingerprint-board', 'Fingerprint reader', 'small-board', 'case', {
    numbers: [{ number: 'NF14-8300' }],
    functions: ['fingerprint'],
    care: ['static'],
    at: [U, rect(224, 186, 20, 18, 1), [9.2, 10.4]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 6 }]
  });
  m.screws(
    'fingerprint-screw',
    'Fingerprint reader screw',
    'fingerprint-board',
    'case',
    U,
    9.2,
    [[227, 189]],
    pan(2, 2, 4.6, metal(0.6, 1.6), 0.1)
  );
  m.part('fingerprint-cable', 'Fingerprint cable', 'flat-cable', undefined, {
    care: ['fragile'],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 4 }]
  });
  m.plug(
    'fingerprint-plug',
    'Fingerprint cable plug at the main board',
    'fingerprint-cable',
    'board',
    U,
    5.5,
    [240, 119.5],
    'flip-lock-front',
    'signal',
    { functions: ['fingerprint'] }
  );
  m.plug(
    'fingerprint-far-plug',
    'Fingerprint cable plug at the reader',
    'fingerprint-cable',
    'fingerprint-board',
    U,
    9,
    [236, 189],
    'flip-lock-front',
    'signal',
    { functions: ['fingerprint'] }
  );
  m.cable(
    'fingerprint-cable',
    'flat',
    5,
    'white',
    [
      [U, 236, 189, 9],
      [U, 236, 150, 9],
      [U, 240, 128, 8.8],
      [U, 240, 119.5, 5.5]
    ],
    [{ joint: 'fingerprint-far-plug' }, { joint: 'fingerprint-plug' }]
  );
}
