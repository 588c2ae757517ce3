import { circle, MachineBuilder, poly, rect, type PointIn } from './builder';

/**
 * Norrvik Fathom 14: an invented notebook. Seen from below with the hinge edge away from the technician,
 * so that the machine's left side is on the right. Every place in mm from the far left corner of that view.
 */
const W = 322;
const D = 222;
const U = 'underside';
const T = 'topside';
const F = 'display-front';
/** The same place seen from above. */
const above = ([x, y]: PointIn): PointIn => [W - x, y];

const metal = (clampedMm: number, depthMm: number, behind?: string) => ({ clampedMm, depthMm, material: 'brass-insert' as const, ...(behind ? { behind } : {}) });
const pan = (threadMm: number, lengthMm: number, headDiameterMm: number, hole: ReturnType<typeof metal>, torqueNm: number) => ({
  threadMm, pitchMm: threadMm === 2.5 ? 0.45 : threadMm === 2 ? 0.4 : 0.35, lengthMm, measured: 'under-head' as const, head: 'pan' as const,
  headDiameterMm, headHeightMm: 0.9, drive: 'PH0' as const, torqueNm, hole
});

export function norrvikFathom14() {
  const m = new MachineBuilder({
    id: 'norrvik-fathom-14',
    maker: 'Norrvik',
    model: 'Fathom 14',
    revision: 'r2',
    variants: [
      { id: 'plain', name: 'without touch' },
      { id: 'wwan', name: 'with mobile network card' }
    ],
    size: { widthMm: W, depthMm: D, heightMm: 17.4 },
    zones: [
      { id: U, name: 'Underside', pose: { up: 'underside', lid: 'closed' }, outline: rect(0, 0, W, D, 9) },
      { id: T, name: 'Top side', pose: { up: 'topside', lid: 'open' }, outline: rect(0, 0, W, D, 9) },
      { id: F, name: 'Display front', pose: { up: 'topside', lid: 'open' }, outline: rect(0, 0, W, 208, 8) },
      { id: 'left-edge', name: 'Left edge', pose: { up: 'either', lid: 'any' }, outline: rect(0, 0, D, 17.4, 2) }
    ],
    isolation: {
      joint: 'battery-plug',
      steps: [
        { id: 'shut-down', kind: 'shut-down', text: 'Shut down fully: hold Shift while shutting down', seconds: 40 },
        { id: 'adapter-out', kind: 'unplug-adapter', text: 'Unplug the adapter', seconds: 5, undo: 'Plug the adapter in: this brings the battery back', undoSeconds: 10 },
        { id: 'firmware-off', kind: 'firmware-disconnect', text: 'In firmware setup choose Disconnect battery: the machine turns off at once', seconds: 60 },
        { id: 'battery-plug', kind: 'open-joint', joint: 'battery-plug', text: 'Open the battery plug before any other', seconds: 9 }
      ]
    },
    notes: ['Invented for the demonstration. Any likeness to a real machine is chance.']
  });

  outside(m);
  power(m);
  cooling(m);
  board(m);
  slots(m);
  radios(m);
  smallBoards(m);
  inputs(m);
  display(m);

  return m
    .relation({ kind: 'order', before: { part: 'sim-tray', move: 'draw' }, after: { part: 'board', move: 'tilt' }, leg: 'both', reason: 'The SIM tray locks the main board to the case wall' })
    .relation({ kind: 'order', before: { joint: 'touchpad-plug' }, after: { part: 'battery', move: 'lift' }, leg: 'up', reason: 'The touchpad cable\u2019s slack lies under the battery: plugged in and laid flat first' })
    .relation({ kind: 'order', before: { joint: 'fingerprint-plug' }, after: { part: 'battery', move: 'lift' }, leg: 'up', reason: 'The fingerprint cable\u2019s slack lies under the battery: plugged in and laid flat first' })
    .relation({ kind: 'order', before: { part: 'keyboard', move: 'lift' }, after: { part: 'board', move: 'tilt' }, leg: 'both', reason: 'The keyboard is loose by then and would fall when the machine is turned over' })
    .relation({ kind: 'order', before: { joint: 'dc-tape' }, after: { joint: 'dc-plug' }, leg: 'both', reason: 'The tape lies over the DC-in plug' })
    .machine;
}

function outside(m: MachineBuilder) {
  m.part('case', 'Case', 'case', undefined, {
    functions: [],
    shapes: [
      { zone: U, outline: rect(0, 0, W, D, 9), depth: [11.6, 17.4] },
      { zone: T, outline: rect(0, 0, W, D, 9), depth: [0, 5.8], openings: [rect(22, 34, 278, 112, 3), rect(106, 152, 110, 62, 3)] },
      { zone: 'left-edge', outline: rect(0, 0, D, 17.4, 2), depth: [0, 2], openings: [rect(79, 8, 13, 3)] }
    ]
  });
  m.part('bottom-cover', 'Bottom cover', 'cover', 'case', {
    numbers: [{ number: 'NF14-1001' }],
    at: [U, rect(0, 0, W, D, 9), [0, 1.4]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 12, returnSeconds: 25, how: 'Raise the hinge side first, then draw it towards you out of the front hooks.', back: 'Front hooks in first, then lower the hinge side.' }]
  });
  for (const [id, name, x, y, w] of [['foot-left', 'Front left foot', 252, 204, 46], ['foot-right', 'Front right foot', 24, 204, 46], ['foot-rear', 'Rear foot', 40, 6, 242]] as const) {
    m.part(id, name, 'foot', 'bottom-cover', {
      at: [U, rect(x, y, w, 8, 4), [0, 0.3]],
      moves: [{ id: 'peel', kind: 'lift', zone: U, seconds: 10 }]
    });
    m.adhesive(`${id}-tape`, `${name} tape`, id, 'bottom-cover', U, 0, [[x + w / 2, y + 4]], 'foam-tape', 'Peel from one end with a plastic card', { areaMm2: w * 6, thicknessMm: 0.3 });
  }
  const cover: PointIn[] = [[12, 20], [112, 18], [210, 18], [310, 20], [12, 124], [310, 124], [92, 213], [232, 213]];
  m.screws('cover-screws', 'Bottom cover screws', 'bottom-cover', 'case', U, 0.2, cover, { ...pan(2.5, 6, 5, metal(1.4, 5), 0.3), head: 'flat-broad', captive: true, substitutes: ['PH1'] });
  m.clips('cover-clips', 'Bottom cover clips', 'bottom-cover', 'case', U, 1, [[1, 200], [1, 8], [161, 1], [321, 8], [321, 200]], 'the hinge side, left of the middle', {
    direction: 'up and towards you',
    hooked: ['the front edge'],
    clearMm: 0.5
  });
}

function power(m: MachineBuilder) {
  m.part('battery', 'Battery', 'battery', 'case', {
    numbers: [{ number: 'NF14-2100' }, { number: 'NF14-2101', revisions: ['r2'] }],
    functions: ['battery', 'power'],
    care: ['cell'],
    spareIncludes: ['battery-lead'],
    at: [U, rect(58, 132, 208, 76, 2), [2.2, 8.6]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 10, returnSeconds: 15, how: 'Flat, with both hands; do not bend it.', back: 'Flat into its bay, lead free.' }]
  });
  m.part('battery-lead', 'Battery lead', 'cable', 'battery', {});
  m.screws('battery-screws', 'Battery screws', 'battery', 'case', U, 2.2, [[63, 137], [162, 136], [261, 137], [63, 203], [261, 203]], pan(2, 4, 3.8, metal(1.1, 3.4), 0.2));
  m.plug('battery-plug', 'Battery plug', 'battery-lead', 'board', U, 5.2, [176, 119], 'wire-along-board', 'power', { functions: ['battery', 'power'] });
  m.cable('battery-lead', 'bundle', 6, 'black', [[U, 176, 134, 5], [U, 176, 128, 5], [U, 176, 120, 5.2]], [{ joint: 'battery-plug' }]);

  m.part('dc-jack', 'DC-in socket', 'jack', 'case', {
    numbers: [{ number: 'NF14-2200' }],
    functions: ['power'],
    spareIncludes: ['dc-wire'],
    at: [U, rect(294, 30, 22, 18, 1.5), [3, 8]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 8 }]
  });
  m.part('dc-wire', 'DC-in wire', 'cable', 'dc-jack', {});
  m.screws('dc-screw', 'DC-in socket screw', 'dc-jack', 'case', U, 3, [[298, 34]], pan(2, 3, 3.8, metal(1, 3), 0.2));
  m.tape('dc-tape', 'DC-in wire tape', 'dc-wire', 'board', U, 5, [274, 42], 'polyimide');
  m.plug('dc-plug', 'DC-in plug', 'dc-wire', 'board', U, 5.4, [268, 42], 'wire-along-board', 'power', { functions: ['power'] });
  m.cable('dc-wire', 'bundle', 4, 'black', [[U, 296, 40, 5], [U, 282, 42, 5], [U, 274, 42, 5.2, 'dc-tape'], [U, 268, 42, 5.4]], [{ joint: 'dc-plug' }]);

  m.part('coin-cell', 'Clock cell', 'coin-cell', 'board', {
    functions: ['clock'],
    at: [U, circle(174, 105, 8), [3.2, 5.6]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 6 }]
  });
  m.adhesive('coin-tape', 'Clock cell tape', 'coin-cell', 'board', U, 3.2, [[174, 105]], 'foam-tape', 'Turn it off its tape with a plastic card', { areaMm2: 150, thicknessMm: 0.5 });
  m.plug('coin-plug', 'Clock cell plug', 'coin-cell', 'board', U, 5.4, [172, 93], 'wire-along-board', 'power', { functions: ['clock'] });
}

function cooling(m: MachineBuilder) {
  m.part('fan', 'Fan', 'fan', 'case', {
    numbers: [{ number: 'NF14-3100' }],
    functions: ['cooling'],
    spareIncludes: ['fan-wire'],
    at: [U, { form: 'path', start: [36, 28], to: [{ line: [88, 28] }, { line: [88, 56] }, { cubic: [[88, 90], [36, 90], [36, 56]] }], tolerance: 0.2 }, [2, 8.5]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 8, returnSeconds: 12, back: 'Blades free to turn; wire in its notch.' }]
  });
  m.part('fan-wire', 'Fan wire', 'cable', 'fan', {});
  m.screws('fan-screws', 'Fan screws', 'fan', 'case', U, 2, [[40, 33], [48, 78]], pan(2, 3, 3.8, metal(0.8, 3), 0.2));
  m.plug('fan-plug', 'Fan plug', 'fan-wire', 'board', U, 5.4, [99, 84], 'wire-along-board', 'both', { functions: ['cooling'] });
  m.cable('fan-wire', 'bundle', 3, 'black', [[U, 84, 72, 5], [U, 92, 80, 5.2], [U, 99, 84, 5.4]], [{ joint: 'fan-plug' }]);
  m.tape('fan-tape', 'Foil between fan and heat sink', 'fan', 'heat-sink', U, 1.9, [66, 27.5], 'foil', { singleUse: false });

  m.part('heat-sink', 'Heat sink', 'heat-sink', 'board', {
    numbers: [{ number: 'NF14-3200' }],
    functions: ['cooling'],
    care: ['hot', 'bends'],
    at: [U, poly([36, 17], [92, 17], [97, 24], [130, 38], [134, 34], [174, 34], [174, 78], [132, 78], [132, 52], [128, 50], [92, 34], [88.5, 27], [36, 27]), [2.6, 5]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 15, returnSeconds: 25, how: 'A small twist first if it sticks; never lever it.', back: 'Straight down on the die, screw holes over their posts.' }]
  });
  m.screws('heat-sink-screws', 'Heat sink screws', 'heat-sink', 'board', U, 2.8, [[138.5, 39], [168.5, 73], [168.5, 39], [138.5, 73]], {
    ...pan(2, 4.5, 4.2, metal(1.4, 3.4), 0.15), captive: true, underHead: 'spring', printedOrder: [0, 1, 2, 3]
  });
  m.adhesive('heat-sink-compound', 'Heat sink compound', 'heat-sink', 'board', U, 2.6, [[153, 56]], 'thermal-compound', 'Twist a little until the film lets go', { areaMm2: 432, thicknessMm: 0.1, seconds: 20, closeSeconds: 10 });
}

function board(m: MachineBuilder) {
  m.part('board', 'Main board', 'board', 'case', {
    numbers: [{ number: 'NF14-4100', variants: ['plain'] }, { number: 'NF14-4110', variants: ['wwan'] }],
    functions: ['power', 'identity', 'clock', 'video', 'usb-left', 'audio'],
    care: ['static', 'bends'],
    at: [U, poly([96, 29], [120, 29], [124, 25], [276, 25], [276, 54], [318, 54], [318, 92], [276, 92], [276, 122], [96, 122]), [5.8, 7.2]],
    moves: [{ id: 'tilt', kind: 'tilt', zone: U, seconds: 40, returnSeconds: 70, directionDeg: 180, travelMm: 9, angleDeg: 12, how: 'Lift the edge beside the fan about 12 degrees and slide the sockets out of their cut-outs.', back: 'Sockets into their cut-outs first, then lower the edge onto its pins.' }]
  });
  m.screws('board-screws', 'Main board screws', 'board', 'case', U, 5.8, [[100, 62], [179, 90], [272, 62], [272, 84], [168, 119], [256, 119]], pan(2, 3, 3.8, { ...metal(1.2, 2.2, 'keyboard') }, 0.2));
  m.part('socket-bracket', 'Socket bracket', 'bracket', 'case', {
    care: ['sharp'],
    at: [U, rect(290, 56, 26, 34, 1.5), [3.8, 5.4]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 6 }]
  });
  m.screws('bracket-screws', 'Socket bracket screws', 'socket-bracket', 'case', U, 3.8, [[294, 60], [294, 86]], pan(2, 5, 3.8, metal(2, 3.6), 0.2));
  m.part('sim-tray', 'SIM tray', 'tray', 'board', {
    functions: ['sim'],
    at: ['left-edge', rect(80, 8.4, 11, 2.2, 0.6), [0, 18]],
    shapes: [{ zone: U, outline: rect(302, 80, 20, 11, 1), depth: [7.4, 8.6] }],
    moves: [{ id: 'draw', kind: 'slide', zone: 'left-edge', seconds: 4 }]
  });
  m.plug('sim-catch', 'SIM tray catch', 'sim-tray', 'board', 'left-edge', 0, [94, 9.5], 'tray', 'signal', { faces: 'side', functions: ['sim'] });
}

function slots(m: MachineBuilder) {
  const slot = pan(2, 2.5, 4.2, metal(0.8, 2.2), 0.12);
  m.part('memory-shield', 'Memory shield', 'shield', 'board', {
    care: ['sharp'],
    at: [U, rect(183, 24, 74, 66, 1.5), [2.2, 2.8]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 6, returnSeconds: 8 }]
  });
  m.clips('memory-shield-clips', 'Memory shield catches', 'memory-shield', 'board', U, 2.5, [[183.5, 40], [183.5, 76]], 'the near left corner', { seconds: 10, closeSeconds: 8 });
  for (const [id, name, y, socket] of [['memory-a', 'Memory module A', 26, 52], ['memory-b', 'Memory module B', 59, 63]] as const) {
    m.part(id, name, 'memory', 'board', {
      numbers: [{ number: id === 'memory-a' ? 'NF14-5108' : 'NF14-5116' }],
      functions: ['memory'],
      care: ['static'],
      at: [U, rect(186, y, 68, 30, 0.8), [3, 5]],
      moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 5, returnSeconds: 8 }]
    });
    m.plug(`${id}-socket`, `${name} socket`, id, 'board', U, 5.2, [220, socket], 'memory-socket', 'signal', { angleDeg: 30, functions: ['memory'] });
  }
  m.part('ssd-shield', 'SSD shield', 'shield', 'board', {
    care: ['sharp'],
    at: [U, rect(183, 91, 85, 24, 1.5), [2.4, 3.2]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 6, returnSeconds: 8, how: 'Raise the screw end, then out of its hook.', back: 'Hook end in first.' }]
  });
  m.screws('ssd-shield-screw', 'SSD shield screw', 'ssd-shield', 'board', U, 2.4, [[262, 94]], { ...pan(2, 4, 3.8, metal(1.6, 3), 0.15), captive: true });
  m.joint({ kind: 'hook', id: 'ssd-shield-hook', name: 'SSD shield hook', a: 'ssd-shield', b: 'board', zone: U, depth: 2.8, at: [[184, 103]], seconds: 3, direction: 'Draw it to the right' });
  m.part('ssd', 'SSD', 'storage', 'board', {
    numbers: [{ number: 'NF14-5210' }, { number: 'NF14-5220' }],
    functions: ['storage'],
    care: ['static'],
    at: [U, rect(187, 92, 80, 22, 0.5), [3.8, 5.4]],
    moves: [{ id: 'slide', kind: 'slide', zone: U, seconds: 5, returnSeconds: 8, directionDeg: 0, travelMm: 5 }]
  });
  m.screws('ssd-screw', 'SSD screw', 'ssd', 'board', U, 3.6, [[265.5, 103]], slot);
  m.plug('ssd-slot', 'SSD slot', 'ssd', 'board', U, 5, [188, 103], 'edge-card', 'signal', { angleDeg: 20, functions: ['storage'] });
}

function radios(m: MachineBuilder) {
  const slot = pan(2, 2.5, 4.2, metal(0.8, 2.2), 0.12);
  const card = (id: string, name: string, x: number, y: number, w: number, h: number, functions: string[]) => {
    m.part(id, name, 'card', 'board', {
      numbers: [{ number: id === 'wlan-card' ? 'NF14-6100' : 'NF14-6200', ...(id === 'wwan-card' ? { variants: ['wwan'] } : {}) }],
      functions,
      care: ['static'],
      at: [U, rect(x, y, w, h, 0.5), [3.8, 5.4]],
      moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 5, returnSeconds: 8 }]
    });
    m.screws(`${id}-screw`, `${name} screw`, id, 'board', U, 3.6, [[x + w / 2, y + 2]], slot);
    m.plug(`${id}-slot`, `${name} slot`, id, 'board', U, 5, [x + w / 2, y + h + 1], 'edge-card', 'signal', { angleDeg: 25, functions });
  };
  card('wlan-card', 'Wireless card', 104, 84, 22, 30, ['wifi', 'bluetooth']);
  card('wwan-card', 'Mobile network card', 132, 80, 30, 41, ['wwan']);

  const antenna = (id: string, name: string, colour: string, mark: string, to: string, snap: PointIn, from: PointIn, turn: PointIn, drop: PointIn, last: PointIn, fn: string, lid: PointIn) => {
    m.part(id, name, 'antenna', 'display', { functions: [fn] });
    m.plug(`${id}-snap`, `${name} snap`, id, to, U, 3.6, snap, 'antenna-snap', 'radio', { marks: [mark, mark], functions: [fn], clearMm: 2 });
    m.dressing(`${id}-clip`, `${name} in its clips`, id, 'case', U, 4, [turn], 'clip');
    m.tape(`${id}-tape`, `${name} tape`, id, 'board', U, 5.4, last, 'polyimide');
    m.cable(id, 'coax', 1.2, colour, [[U, ...from, 5], [U, ...turn, 4.5, `${id}-clip`], [U, ...drop, 5.5], [U, ...last, 5.5, `${id}-tape`], [U, ...snap, 3.6], ], [{ joint: `${id}-snap`, mark }], 260);
    const cable = m.machine.cables!.at(-1)!;
    cable.path.unshift({ zone: F, at: lid, depth: 4 });
  };
  antenna('wlan-main', 'Wireless antenna 1', 'black', 'W1', 'wlan-card', [109, 89], [58, 9], [96, 9], [106, 26], [107, 66], 'wifi', [60, 6]);
  antenna('wlan-aux', 'Wireless antenna 2', 'grey', 'W2', 'wlan-card', [121, 89], [58, 12], [98, 12], [109, 26], [111, 66], 'wifi', [110, 6]);
  antenna('wwan-main', 'Mobile antenna 1', 'white', 'C1', 'wwan-card', [137, 85], [264, 9], [180, 9], [179, 40], [178, 72], 'wwan', [212, 6]);
  antenna('wwan-aux', 'Mobile antenna 2', 'orange', 'C2', 'wwan-card', [157, 85], [264, 12], [182, 12], [181, 40], [180, 76], 'wwan', [262, 6]);
}

function smallBoards(m: MachineBuilder) {
  m.part('io-board', 'Ports board', 'small-board', 'case', {
    numbers: [{ number: 'NF14-4300' }],
    functions: ['usb-right', 'audio'],
    care: ['static'],
    at: [U, poly([6, 92], [50, 92], [50, 126], [40, 140], [6, 140]), [5.4, 7]],
    moves: [{ id: 'tilt', kind: 'tilt', zone: U, seconds: 10, returnSeconds: 15, directionDeg: 0, travelMm: 4, how: 'Lift the inner edge and draw the sockets out of the wall.', back: 'Sockets into the wall first.' }]
  });
  m.screws('io-screws', 'Ports board screws', 'io-board', 'case', U, 5.4, [[12, 96], [34, 136]], pan(2, 3, 3.8, metal(1, 3), 0.2));
  m.part('io-cable', 'Ports cable', 'flat-cable', undefined, { care: ['fragile'], moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 4 }] });
  m.plug('io-plug', 'Ports cable plug at the main board', 'io-cable', 'board', U, 5.5, [99, 100], 'flip-lock-front', 'both', { functions: ['usb-right', 'audio'] });
  m.plug('io-far-plug', 'Ports cable plug at the ports board', 'io-cable', 'io-board', U, 5.2, [46, 112], 'flip-lock-front', 'both', { functions: ['usb-right', 'audio'] });
  m.cable('io-cable', 'flat', 12, 'white', [[U, 46, 112, 5.2], [U, 60, 112, 6], [U, 84, 102, 6], [U, 99, 100, 5.5]], [{ joint: 'io-far-plug' }, { joint: 'io-plug' }]);

  m.part('card-reader', 'Card reader', 'reader', 'case', {
    numbers: [{ number: 'NF14-4400' }],
    functions: ['card-reader'],
    spareIncludes: ['reader-cable'],
    at: [U, rect(280, 98, 38, 48, 1), [4.5, 7.5]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 8 }]
  });
  m.screws('reader-screws', 'Card reader screws', 'card-reader', 'case', U, 4.5, [[284, 102], [284, 142]], pan(2, 3, 3.8, metal(0.8, 3), 0.2));
  m.part('reader-cable', 'Card reader cable', 'flat-cable', 'card-reader', { care: ['fragile'] });
  m.plug('reader-plug', 'Card reader plug', 'reader-cable', 'board', U, 5.5, [272.5, 108], 'flip-lock-front', 'signal', { functions: ['card-reader'] });
  m.cable('reader-cable', 'flat', 6, 'white', [[U, 284, 112, 5.4], [U, 278, 109, 5.6], [U, 272.5, 108, 5.5]], [{ joint: 'reader-plug' }]);

  const speaker = (id: string, name: string, x: number, plug: PointIn, path: PointIn[], fn: string) => {
    m.part(id, name, 'speaker', 'case', {
      numbers: [{ number: 'NF14-7100' }],
      functions: [fn],
      spareIncludes: [`${id}-wire`],
      at: [U, rect(x, 152, 32, 54, 4), [2, 8]],
      moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 6 }]
    });
    m.part(`${id}-wire`, `${name} wire`, 'cable', id, {});
    m.screws(`${id}-screws`, `${name} screws`, id, 'case', U, 2, [[x + 16, 155], [x + 16, 203]], { ...pan(2, 3.5, 4.2, metal(1.2, 3), 0.15), head: 'shoulder' });
    m.dressing(`${id}-channel`, `${name} wire in its channel`, `${id}-wire`, 'case', U, 5.5, [path[1]!], 'channel');
    m.plug(`${id}-plug`, `${name} plug`, `${id}-wire`, 'board', U, 5.4, plug, 'wire-along-board', 'signal', { functions: [fn] });
    m.cable(`${id}-wire`, 'bundle', 2, 'red and black', [...path, plug].map(([px, py], i): [string, number, number, number, string?] => (i === 1 ? [U, px, py, 5.5, `${id}-channel`] : [U, px, py, 5.5])), [{ joint: `${id}-plug` }]);
  };
  speaker('speaker-left', 'Left speaker', 276, [269, 119], [[284, 154], [272, 148], [271, 130]], 'left-speaker');
  speaker('speaker-right', 'Right speaker', 14, [100, 119], [[40, 154], [53, 144], [57, 128], [92, 127]], 'right-speaker');
}

function inputs(m: MachineBuilder) {
  m.part('keyboard', 'Keyboard', 'keyboard', 'case', {
    numbers: [{ number: 'NF14-8100' }],
    functions: ['keyboard'],
    care: ['bends'],
    spareIncludes: ['keyboard-cable', 'backlight-cable'],
    at: [T, rect(24, 36, 274, 108, 3), [0.6, 4]],
    moves: [
      { id: 'fold', kind: 'fold', zone: T, seconds: 20, returnSeconds: 20, leaves: ['keyboard-plug', 'backlight-plug'], directionDeg: 270, travelMm: 3, how: 'Slide it 3 mm towards the screen, raise its far edge and lay it over onto the palm rest.', back: 'Near edge under its lip first, then slide it towards you.' },
      { id: 'lift', kind: 'lift', zone: T, seconds: 5, returnSeconds: 5, back: 'Laid upside down on the palm rest, cables towards the case.' }
    ]
  });
  m.part('keyboard-cable', 'Keyboard cable', 'flat-cable', 'keyboard', { care: ['fragile'] });
  m.part('backlight-cable', 'Keyboard light cable', 'flat-cable', 'keyboard', { care: ['fragile'] });
  m.screws('keyboard-screws', 'Keyboard screws', 'keyboard', 'case', U, 8.8, [[110, 127], [212, 127]], pan(2, 5, 3.8, metal(2, 3.4), 0.2), { note: 'Marked with a key beside the hole.' });
  m.clips('keyboard-clips', 'Keyboard edge catches', 'keyboard', 'case', T, 1, [[30, 144], [161, 144], [292, 144]], 'the far left corner', { seconds: 15, closeSeconds: 12, hooked: ['the near edge'] });
  const main = above([150, 100]);
  const light = above([124, 102]);
  m.plug('keyboard-plug', 'Keyboard plug', 'keyboard-cable', 'board', T, 6, main, 'flip-lock-back', 'signal', { reachedRaised: 'keyboard', functions: ['keyboard'] });
  m.plug('backlight-plug', 'Keyboard light plug', 'backlight-cable', 'board', T, 6, light, 'flip-lock-back', 'power', { reachedRaised: 'keyboard', functions: ['keyboard'] });
  m.cable('keyboard-cable', 'flat', 16, 'white', [[T, main[0], 84, 4.2], [T, ...main, 6]], [{ joint: 'keyboard-plug' }], 18);
  m.cable('backlight-cable', 'flat', 5, 'white', [[T, light[0], 90, 4.2], [T, ...light, 6]], [{ joint: 'backlight-plug' }], 18);

  m.part('touchpad', 'Touchpad', 'touchpad', 'case', {
    numbers: [{ number: 'NF14-8200' }],
    functions: ['touchpad'],
    shapes: [
      { zone: U, outline: rect(107, 153, 108, 60, 2), depth: [9.2, 11] },
      { zone: T, outline: rect(107, 153, 108, 60, 2), depth: [0.2, 2] }
    ],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 8, returnSeconds: 20, back: 'Even gap on all four sides before its screws are tightened.' }]
  });
  m.screws('touchpad-screws', 'Touchpad screws', 'touchpad', 'case', U, 9.2, [[110, 156], [212, 156], [110, 210], [212, 210]], pan(2, 2, 4.6, metal(0.6, 1.6, 'touchpad'), 0.1));
  m.part('touchpad-cable', 'Touchpad cable', 'flat-cable', undefined, { care: ['fragile'], moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 4 }] });
  m.plug('touchpad-plug', 'Touchpad cable plug at the main board', 'touchpad-cable', 'board', U, 5.5, [119, 119.5], 'flip-lock-front', 'signal', { functions: ['touchpad'] });
  m.plug('touchpad-far-plug', 'Touchpad cable plug at the touchpad', 'touchpad-cable', 'touchpad', U, 9, [150, 164], 'flip-lock-back', 'signal', { functions: ['touchpad'] });
  m.tape('touchpad-cable-tape', 'Touchpad cable tape', 'touchpad-cable', 'case', U, 9, [128, 142], 'polyester-film');
  m.cable('touchpad-cable', 'flat', 8, 'white', [[U, 150, 164, 9], [U, 128, 154, 9], [U, 128, 142, 9, 'touchpad-cable-tape'], [U, 119, 128, 8.8], [U, 119, 119.5, 5.5]], [{ joint: 'touchpad-far-plug' }, { joint: 'touchpad-plug' }]);

  m.part('fingerprint-board', 'Fingerprint reader', 'small-board', 'case', {
    numbers: [{ number: 'NF14-8300' }],
    functions: ['fingerprint'],
    care: ['static'],
    at: [U, rect(224, 186, 20, 18, 1), [9.2, 10.4]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 6 }]
  });
  m.screws('fingerprint-screw', 'Fingerprint reader screw', 'fingerprint-board', 'case', U, 9.2, [[227, 189]], pan(2, 2, 4.6, metal(0.6, 1.6), 0.1));
  m.part('fingerprint-cable', 'Fingerprint cable', 'flat-cable', undefined, { care: ['fragile'], moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 4 }] });
  m.plug('fingerprint-plug', 'Fingerprint cable plug at the main board', 'fingerprint-cable', 'board', U, 5.5, [240, 119.5], 'flip-lock-front', 'signal', { functions: ['fingerprint'] });
  m.plug('fingerprint-far-plug', 'Fingerprint cable plug at the reader', 'fingerprint-cable', 'fingerprint-board', U, 9, [236, 189], 'flip-lock-front', 'signal', { functions: ['fingerprint'] });
  m.cable('fingerprint-cable', 'flat', 5, 'white', [[U, 236, 189, 9], [U, 236, 150, 9], [U, 240, 128, 8.8], [U, 240, 119.5, 5.5]], [{ joint: 'fingerprint-far-plug' }, { joint: 'fingerprint-plug' }]);
}

function display(m: MachineBuilder) {
  m.part('display', 'Display assembly', 'display', 'case', {
    numbers: [{ number: 'NF14-9000' }],
    functions: ['display', 'lid-switch'],
    spareIncludes: ['hinge-left', 'hinge-right', 'display-cable', 'bezel', 'bezel-cap-left', 'bezel-cap-right', 'panel', 'camera', 'wlan-main', 'wlan-aux', 'wwan-main', 'wwan-aux'],
    at: [F, rect(0, 0, W, 208, 8), [4.2, 6]],
    moves: [{ id: 'lift', kind: 'lift', zone: F, seconds: 25, returnSeconds: 45, how: 'Hold the display with one hand before the last hinge screw is out.', back: 'Hinges onto their posts, cables drawn through.' }]
  });
  for (const [id, name, x] of [['hinge-right', 'Right hinge', 16], ['hinge-left', 'Left hinge', 266]] as const) {
    m.part(id, name, 'hinge', 'display', { at: [U, rect(x, 3, 40, 12, 2), [1.8, 6]], moves: [{ id: 'lift', kind: 'lift', zone: F, seconds: 10 }] });
    m.screws(`${id}-screws`, `${name} screws`, id, 'case', U, 1.8, [[x + 7, 9], [x + 20, 9], [x + 33, 9]], pan(2.5, 5, 4.6, metal(1.6, 4), 0.4));
    const lidX = id === 'hinge-left' ? 22 : 280;
    m.screws(`${id}-lid-screws`, `${name} lid screws`, id, 'display', F, 2, [[lidX, 196], [lidX + 20, 196]], pan(2, 3, 3.8, metal(1, 3), 0.2));
  }
  m.part('display-cable', 'Display cable', 'cable', 'display', { functions: ['display', 'camera', 'microphone'], care: ['fragile'] });
  m.part('display-bracket', 'Display plug bracket', 'bracket', 'board', {
    at: [U, rect(258, 26.5, 17, 7, 1), [4.2, 4.8]],
    moves: [{ id: 'lift', kind: 'lift', zone: U, seconds: 4 }]
  });
  m.screws('display-bracket-screw', 'Display plug bracket screw', 'display-bracket', 'board', U, 4.2, [[261, 30]], pan(2, 2.5, 3.8, metal(0.7, 2.2), 0.12));
  m.plug('display-plug', 'Display plug', 'display-cable', 'board', U, 5.2, [268, 30], 'bail', 'both', { functions: ['display', 'camera', 'microphone'] });
  m.dressing('display-cable-channel', 'Display cable in its channel', 'display-cable', 'case', U, 4.5, [[276, 20]], 'channel');
  m.plug('panel-plug', 'Panel plug', 'display-cable', 'panel', F, 4, [161, 182], 'bail', 'both', { reachedRaised: 'panel', functions: ['display'] });
  m.plug('camera-plug', 'Camera plug', 'display-cable', 'camera', F, 3, [168, 5.5], 'lift-straight', 'signal', { functions: ['camera', 'microphone'], clearMm: 2 });
  m.cable('display-cable', 'bundle', 5, 'black', [[U, 268, 30, 5], [U, 276, 20, 4.5, 'display-cable-channel'], [U, 282, 6, 4.5], [F, 40, 204, 3.6], [F, 48, 194, 3.6], [F, 161, 186, 3.8], [F, 161, 182, 4]], [{ joint: 'display-plug' }, { joint: 'panel-plug' }, { joint: 'camera-plug' }], 240);

  m.part('bezel', 'Bezel', 'bezel', 'display', {
    numbers: [{ number: 'NF14-9100' }],
    at: [F, rect(0, 0, W, 208, 8), [0, 1.2], [rect(11, 11, 300, 180, 1)]],
    moves: [{ id: 'lift', kind: 'lift', zone: F, seconds: 12, returnSeconds: 20, how: 'Inner edge first, a little at a time all round.' }]
  });
  for (const [side, x] of [['left', 10], ['right', 312]] as const) {
    m.part(`bezel-cap-${side}`, `${side === 'left' ? 'Left' : 'Right'} bezel cap`, 'film', 'bezel', {
      at: [F, circle(x, 200, 4), [0, 0.4]],
      moves: [{ id: 'peel', kind: 'lift', zone: F, seconds: 5 }]
    });
    m.adhesive(`bezel-cap-${side}-film`, `${side === 'left' ? 'Left' : 'Right'} bezel cap film`, `bezel-cap-${side}`, 'bezel', F, 0, [[x, 200]], 'film', 'Lift with a plastic pick at the edge', { singleUse: false, seconds: 8 });
  }
  m.screws('bezel-screws', 'Bezel screws', 'bezel', 'display', F, 0.6, [[10, 200], [312, 200]], pan(2, 3.5, 4, metal(1, 3), 0.15));
  m.clips('bezel-clips', 'Bezel clips', 'bezel', 'display', F, 0.8, [[5, 190], [5, 5], [317, 5], [317, 190]], 'the upper edge, beside the camera', { clearMm: 0.5 });
  m.part('panel', 'Display panel', 'panel', 'display', {
    numbers: [{ number: 'NF14-9200' }],
    functions: ['display'],
    care: ['fragile', 'bends'],
    at: [F, rect(8, 9, 306, 184, 1), [1.4, 4]],
    moves: [
      { id: 'raise', kind: 'raise', zone: F, seconds: 12, returnSeconds: 15, leaves: ['panel-plug'], how: 'Tilt its upper edge forward onto a soft cloth over the keys.' },
      { id: 'lift', kind: 'lift', zone: F, seconds: 8, returnSeconds: 10 }
    ]
  });
  m.screws('panel-screws', 'Panel screws', 'panel', 'display', F, 1.4, [[9.5, 20], [312.5, 20], [9.5, 180], [312.5, 180]], pan(1.6, 2.5, 3, metal(0.6, 2.2), 0.08), { clearMm: 1.5 });
  m.part('camera', 'Camera', 'camera', 'display', {
    numbers: [{ number: 'NF14-9300' }],
    functions: ['camera', 'microphone'],
    care: ['static', 'fragile'],
    at: [F, rect(140, 3, 42, 5.5, 1), [1.4, 3]],
    moves: [{ id: 'lift', kind: 'lift', zone: F, seconds: 6 }]
  });
  m.adhesive('camera-tape', 'Camera tape', 'camera', 'display', F, 1.4, [[150, 5.5]], 'foam-tape', 'Ease off from one end with a plastic card', { areaMm2: 120, thicknessMm: 0.2, clearMm: 2 });
}
