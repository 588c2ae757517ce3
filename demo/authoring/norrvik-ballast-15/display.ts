import { circle, rect, type MachineBuilder } from '../builder';
import { metal, pan } from '../screws';
import { F, T, U, W } from './common';

/** The lid: a lamp-lit panel with its inverter, on two hinges. */
export function display(m: MachineBuilder) {
  m.part('display', 'Display assembly', 'display', 'base', {
    numbers: [{ number: 'NB15-9001' }],
    functions: ['display'],
    spareIncludes: [
      'hinge-left',
      'hinge-right',
      'display-cable',
      'bezel',
      'bezel-cap-1',
      'bezel-cap-2',
      'bezel-cap-3',
      'bezel-cap-4',
      'panel',
      'lamp-wire',
      'inverter',
      'wlan-main',
      'wlan-aux'
    ],
    at: [F, rect(0, 0, W, 240, 8), [6, 10]],
    moves: [
      {
        id: 'lift',
        kind: 'lift',
        zone: T,
        seconds: 25,
        returnSeconds: 40,
        how: 'Lid laid back flat; hold the display before the last hinge screw is out, then lift it off its posts.',
        back: 'Hinges onto their posts, cables drawn through.'
      }
    ]
  });
  for (const [id, name, x, rear] of [
    ['hinge-left', 'Left hinge', 24, 330],
    ['hinge-right', 'Right hinge', 308, 30]
  ] as const) {
    m.part(id, name, 'hinge', 'display', { at: [T, rect(x, 6, 28, 14, 1), [4, 10]] });
    m.screws(
      `${id}-screws`,
      `${name} screws`,
      id,
      'base',
      T,
      3.1,
      [
        [x + 7, 12],
        [x + 21, 12]
      ],
      pan(2.5, 8, 5, metal(2.4, 6), 0.5),
      { clearMm: 2 }
    );
    m.screws(
      `${id}-rear-screw`,
      `${name} screw from below`,
      id,
      'base',
      U,
      0.3,
      [[rear, 6]],
      pan(2.5, 10, 5, metal(5, 5.4), 0.5)
    );
    m.screws(
      `${id}-lid-screws`,
      `${name} lid screws`,
      id,
      'display',
      F,
      4,
      [
        [x, 226],
        [x + 24, 226]
      ],
      pan(2, 4, 3.8, metal(1.2, 3.2), 0.25)
    );
  }
  m.part('display-cable', 'Display cable', 'cable', 'display', {
    functions: ['display', 'microphone'],
    care: ['fragile']
  });
  m.plug('display-plug', 'Display plug', 'display-cable', 'board', T, 14.5, [140, 44], 'lift-straight', 'both', {
    functions: ['display', 'microphone']
  });
  m.dressing(
    'display-cable-channel',
    'Display cable in its channel',
    'display-cable',
    'base',
    T,
    12,
    [[110, 30]],
    'channel'
  );
  m.plug('panel-plug', 'Panel plug', 'display-cable', 'panel', F, 6, [180, 30], 'pull-tab', 'both', {
    reachedRaised: 'panel',
    functions: ['display']
  });
  m.plug('inverter-plug', 'Inverter plug', 'display-cable', 'inverter', F, 4, [120, 226], 'lift-straight', 'power', {
    functions: ['display']
  });
  m.cable(
    'display-cable',
    'bundle',
    6,
    'black',
    [
      [T, 140, 44, 14.5],
      [T, 110, 30, 12, 'display-cable-channel'],
      [T, 60, 14, 10],
      [F, 50, 232, 5],
      [F, 120, 226, 4],
      [F, 354, 226, 5],
      [F, 354, 6, 5],
      [F, 180, 6, 5],
      [F, 180, 30, 6]
    ],
    [{ joint: 'display-plug' }, { joint: 'inverter-plug' }, { joint: 'panel-plug' }],
    60
  );

  m.part('bezel', 'Bezel', 'bezel', 'display', {
    numbers: [{ number: 'NB15-9101' }],
    at: [F, rect(0, 0, W, 240, 8), [0, 2], [rect(14, 12, 332, 206, 1)]],
    moves: [
      {
        id: 'lift',
        kind: 'lift',
        zone: F,
        seconds: 12,
        returnSeconds: 18,
        how: 'Inner edge first, a little at a time all round.'
      }
    ]
  });
  const corners = [
    [10, 8],
    [350, 8],
    [10, 232],
    [350, 232]
  ] as const;
  corners.forEach(([x, y], i) => {
    m.part(`bezel-cap-${i + 1}`, `Bezel cap ${i + 1}`, 'film', 'bezel', {
      at: [F, circle(x, y, 4), [0, 0.5]],
      moves: [{ id: 'peel', kind: 'lift', zone: F, seconds: 4 }]
    });
    m.adhesive(
      `bezel-cap-${i + 1}-film`,
      `Bezel cap ${i + 1} tape`,
      `bezel-cap-${i + 1}`,
      'bezel',
      F,
      0,
      [[x, y]],
      'film',
      'Lift with a plastic pick at the edge',
      { singleUse: false, seconds: 6 }
    );
  });
  m.screws(
    'bezel-screws',
    'Bezel screws',
    'bezel',
    'display',
    F,
    0.8,
    corners.map(([x, y]) => [x, y]),
    pan(2.5, 5, 4.6, metal(1.4, 4), 0.25)
  );
  m.clips(
    'bezel-clips',
    'Bezel clips',
    'bezel',
    'display',
    F,
    1.4,
    [
      [6, 220],
      [6, 20],
      [180, 5],
      [354, 20],
      [354, 220]
    ],
    'the upper edge, in the middle',
    { startAt: [180, 5], clearMm: 0.5 }
  );
  m.part('panel', 'Display panel', 'panel', 'display', {
    numbers: [{ number: 'NB15-9201' }],
    functions: ['display'],
    care: ['fragile', 'bends'],
    spareIncludes: ['lamp-wire'],
    at: [F, rect(12, 10, 336, 210, 1), [2.2, 6]],
    moves: [
      {
        id: 'raise',
        kind: 'raise',
        zone: F,
        seconds: 12,
        returnSeconds: 15,
        leaves: ['panel-plug', 'lamp-plug'],
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
    2.4,
    [
      [9, 40],
      [351, 40],
      [9, 200],
      [351, 200]
    ],
    pan(2, 3, 3.6, metal(0.8, 2.8), 0.15),
    { clearMm: 1.5 }
  );
  m.part('inverter', 'Lamp inverter', 'small-board', 'display', {
    numbers: [{ number: 'NB15-9301' }],
    functions: ['display'],
    care: ['static', 'fragile', 'high-voltage'],
    at: [F, rect(110, 221, 110, 12, 1), [2.4, 5]],
    moves: [{ id: 'lift', kind: 'lift', zone: F, seconds: 6 }],
    note: 'High voltage while the lamp is lit: never with the battery in or the adapter plugged.'
  });
  m.screws(
    'inverter-screw',
    'Inverter screw',
    'inverter',
    'display',
    F,
    2.4,
    [[214, 227]],
    pan(2, 3, 3.6, metal(0.8, 2.8), 0.12),
    { clearMm: 1.5 }
  );
  m.part('lamp-wire', 'Lamp wire', 'cable', 'panel', {});
  m.plug('lamp-plug', 'Lamp plug', 'lamp-wire', 'inverter', F, 4, [216, 224], 'wire-along-board', 'power', {
    functions: ['display'],
    clearMm: 2
  });
  m.cable(
    'lamp-wire',
    'bundle',
    3,
    'pink and white',
    [
      [F, 300, 222, 4],
      [F, 240, 226, 4],
      [F, 216, 224, 4]
    ],
    [{ joint: 'lamp-plug' }]
  );
}
