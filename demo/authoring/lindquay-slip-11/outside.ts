import { circle, rect, type MachineBuilder } from '../builder';
import { broad, metal, pan, plastic } from '../screws';
import { D, P, T, U, W } from './common';

/** The palm rest is the lid of the machine: held from below, lifted from above, with two cables on its leash. */
export function outside(m: MachineBuilder) {
  m.part('base', 'Base', 'case', undefined, {
    shapes: [
      { zone: U, outline: rect(0, 0, W, D, 10), depth: [0.9, 3] },
      { zone: T, outline: rect(0, 0, W, D, 10), depth: [11, 14] }
    ]
  });
  const feet = [
    ['foot-1', 'Hinge-side foot on the right', 24, 14],
    ['foot-2', 'Hinge-side foot on the left', 256, 14],
    ['foot-3', 'Near foot on the right', 24, 181],
    ['foot-4', 'Near foot on the left', 256, 181]
  ] as const;
  for (const [id, name, x, y] of feet) {
    m.part(id, name, 'foot', 'base', {
      at: [U, circle(x, y, 7), [0, 0.5]],
      moves: [{ id: 'peel', kind: 'lift', zone: U, seconds: 5 }]
    });
    m.adhesive(
      `${id}-tape`,
      `Tape of the ${name[0]!.toLowerCase()}${name.slice(1)}`,
      id,
      'base',
      U,
      0,
      [[x, y]],
      'foam-tape',
      'Ease off with a plastic card',
      { singleUse: false, seconds: 8, closeSeconds: 6 }
    );
  }
  m.part('palm-rest', 'Palm rest', 'cover', 'base', {
    numbers: [{ number: 'LS11-1001' }],
    functions: ['lid-switch'],
    spareIncludes: ['keyboard', 'keyboard-cable', 'keyboard-shield'],
    at: [T, rect(0, 0, W, D, 10), [0, 2]],
    moves: [
      {
        id: 'raise',
        kind: 'raise',
        zone: T,
        seconds: 12,
        returnSeconds: 18,
        leaves: ['keyboard-plug', 'touchpad-plug'],
        clears: false,
        how: 'Raise the near edge no more than 60 mm: its two cables hold it.',
        back: 'Hinge side first, cables flat beneath it.'
      },
      { id: 'lift', kind: 'lift', zone: T, seconds: 5, returnSeconds: 8 }
    ]
  });
  m.screws(
    'palm-foot-screws',
    'Palm rest screws under the feet',
    'palm-rest',
    'base',
    U,
    0.6,
    [
      [24, 14],
      [256, 14],
      [24, 181],
      [256, 181]
    ],
    pan(2, 6, 3.8, metal(2.4, 4), 0.2),
    { clearMm: 2 }
  );
  m.screws(
    'palm-screws',
    'Palm rest screws',
    'palm-rest',
    'base',
    U,
    0.4,
    [
      [80, 20],
      [140, 20],
      [200, 20],
      [140, 110],
      [80, 182],
      [200, 182]
    ],
    pan(2, 5, 3.8, metal(1.6, 3.6), 0.2)
  );
  m.clips(
    'palm-clips',
    'Palm rest clips',
    'palm-rest',
    'base',
    T,
    1,
    [
      [4, 60],
      [4, 188],
      [140, 192],
      [276, 188],
      [276, 60]
    ],
    'the near edge, in the middle',
    { startAt: [140, 192], clearMm: 0.5, hooked: ['the hinge side'], direction: 'up and towards you', seconds: 40 }
  );

  m.part('keyboard-shield', 'Keyboard shield', 'shield', 'palm-rest', {
    care: ['sharp'],
    shapes: [{ zone: P, outline: rect(20, 30, 240, 84, 1), depth: [0, 0.4] }],
    moves: [{ id: 'lift', kind: 'lift', zone: P, seconds: 6 }]
  });
  m.screws(
    'keyboard-shield-screws',
    'Keyboard shield screws',
    'keyboard-shield',
    'palm-rest',
    P,
    0,
    [
      [24, 34],
      [100, 34],
      [180, 34],
      [256, 34],
      [24, 110],
      [100, 110],
      [180, 110],
      [256, 110]
    ],
    broad(1.4, 2, 3.4, plastic(0.3, 2.4, 'keyboard'), 0.06)
  );
  m.part('keyboard', 'Keyboard', 'keyboard', 'palm-rest', {
    numbers: [{ number: 'LS11-8001' }],
    functions: ['keyboard'],
    care: ['bends'],
    spareIncludes: ['keyboard-cable'],
    shapes: [
      { zone: P, outline: rect(22, 32, 236, 80, 1), depth: [0.5, 2] },
      { zone: T, outline: rect(22, 32, 236, 80, 2), depth: [0, 0.3] }
    ],
    moves: [{ id: 'lift', kind: 'lift', zone: P, seconds: 8 }]
  });
  m.screws(
    'keyboard-screws',
    'Keyboard screws',
    'keyboard',
    'palm-rest',
    P,
    0.5,
    [
      [40, 60],
      [140, 60],
      [240, 60],
      [140, 100]
    ],
    broad(1.4, 2.5, 3.4, plastic(0.4, 2.6), 0.06)
  );
  m.part('keyboard-cable', 'Keyboard cable', 'flat-cable', 'keyboard', { care: ['fragile'] });
  m.plug('keyboard-plug', 'Keyboard plug', 'keyboard-cable', 'board', T, 8, [150, 66], 'flip-lock-back', 'signal', {
    reachedRaised: 'palm-rest',
    functions: ['keyboard']
  });
  m.cable(
    'keyboard-cable',
    'flat',
    20,
    'white',
    [
      [T, 150, 96, 4],
      [T, 150, 84, 6],
      [T, 150, 66, 8]
    ],
    [{ joint: 'keyboard-plug' }],
    14
  );
  m.part('touchpad', 'Touchpad', 'touchpad', 'palm-rest', {
    numbers: [{ number: 'LS11-8101' }],
    functions: ['touchpad'],
    spareIncludes: ['touchpad-cable'],
    shapes: [{ zone: P, outline: rect(90, 130, 100, 56, 1), depth: [0.3, 2] }],
    moves: [{ id: 'lift', kind: 'lift', zone: P, seconds: 6 }]
  });
  m.screws(
    'touchpad-screws',
    'Touchpad screws',
    'touchpad',
    'palm-rest',
    P,
    0.3,
    [
      [94, 134],
      [186, 134],
      [94, 182],
      [186, 182]
    ],
    broad(1.6, 2.5, 3.6, plastic(0.4, 2.6, 'touchpad'), 0.08)
  );
  m.part('touchpad-cable', 'Touchpad cable', 'flat-cable', 'touchpad', { care: ['fragile'] });
  m.plug('touchpad-plug', 'Touchpad plug', 'touchpad-cable', 'board', T, 8, [186, 72], 'flip-lock-front', 'signal', {
    reachedRaised: 'palm-rest',
    functions: ['touchpad']
  });
  m.cable(
    'touchpad-cable',
    'flat',
    8,
    'white',
    [
      [T, 186, 130, 4],
      [T, 186, 96, 5],
      [T, 186, 72, 8]
    ],
    [{ joint: 'touchpad-plug' }]
  );
  for (const joint of ['keyboard-shield-screws', 'touchpad-screws']) {
    m.relation({
      kind: 'order',
      before: { part: 'palm-rest', move: 'lift' },
      after: { joint },
      leg: 'both',
      reason: 'These screws sit on the back of the palm rest'
    });
  }
}
