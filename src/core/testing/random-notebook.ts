import { Machine, type Outline, type Point } from '../machine';
import type { z } from 'zod';
import { seeded } from '../solve';

type Input = z.input<typeof Machine>;
type Part = Input['parts'][number];
type Joint = Input['joints'][number];

const WIDTH = 320;
const DEPTH = 220;
const DRIVES = ['PH0', 'PH00', 'T5', 'P5'] as const;
const PLUGS = [
  'wire-along-board',
  'flip-lock-front',
  'flip-lock-back',
  'slide-lock',
  'lift-straight',
  'pull-tab'
] as const;

/**
 * For tests and benches only: a notebook such as nobody drew by hand, from a seed. It opens from below or from above; what it has,
 * where that lies, what holds it and what runs over what is drawn by lot within what is usual.
 */
export function randomNotebook(seed: number): Machine {
  const random = seeded(seed);
  const chance = (share: number) => random() < share;
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const around = (mm: number, by = 4) => Math.round((mm + (random() * 2 - 1) * by) * 10) / 10;
  const isMirrored = chance(0.5);
  const X = (x: number) => (isMirrored ? WIDTH - x : x);
  const main = chance(0.6) ? 'underside' : 'topside';
  const drive = pick(DRIVES);
  const parts: Part[] = [];
  const joints: Joint[] = [];
  const cables: NonNullable<Input['cables']> = [];

  const rect = (x: number, y: number, width: number, height: number): Outline => ({
    form: 'rect',
    x: Math.min(X(x), X(x + width)),
    y,
    width,
    height
  });
  const at = (x: number, y: number): Point => [X(x), y];
  const part = (
    id: string,
    kind: Part['kind'],
    on: string | undefined,
    outline: Outline | undefined,
    depth: [number, number],
    more: Partial<Part> = {},
    zone = main
  ) =>
    parts.push({
      id,
      name: id.replaceAll('-', ' '),
      kind,
      ...(on === undefined ? {} : { on }),
      numbers: [{ number: `N-${id}` }],
      shapes: outline ? [{ zone, outline, depth }] : [],
      moves: on === undefined ? [] : [{ id: 'lift', kind: 'lift', zone, seconds: 8, returnSeconds: 10 }],
      ...more
    });
  const screws = (id: string, a: string, b: string, places: Point[], depth: number, zone = main) =>
    joints.push({
      kind: 'screws',
      id,
      name: id.replaceAll('-', ' '),
      a,
      b,
      zone,
      at: places,
      depth,
      count: places.length,
      seconds: 4 + 8 * places.length,
      closeSeconds: 6 + 11 * places.length,
      screw: {
        threadMm: 2,
        pitchMm: 0.4,
        lengthMm: pick([3, 4, 5]),
        measured: 'under-head',
        head: 'pan',
        headDiameterMm: 3.8,
        drive
      }
    });
  const plug = (
    id: string,
    a: string,
    b: string,
    place: Point,
    depth: number,
    more: Partial<Joint> = {},
    zone = main
  ) =>
    joints.push({
      kind: 'connector',
      id,
      name: id.replaceAll('-', ' '),
      a,
      b,
      zone,
      at: [place],
      depth,
      seconds: 9,
      closeSeconds: 14,
      family: pick(PLUGS),
      carries: 'signal',
      ...more
    } as Joint);
  const held = (id: string, kind: 'tape' | 'dressing', a: string, b: string, place: Point, depth: number) =>
    joints.push({
      kind,
      id,
      name: id.replaceAll('-', ' '),
      a,
      b,
      zone: main,
      at: [place],
      depth,
      seconds: 6,
      ...(kind === 'tape' ? { material: 'polyimide' } : { guide: pick(['channel', 'clip', 'tab'] as const) })
    } as Joint);
  const glue = (
    id: string,
    a: string,
    b: string,
    places: Point[],
    depth: number,
    adhesive: 'foam-tape' | 'thermal-compound' | 'film' | 'pull-strips',
    zone = main
  ) =>
    joints.push({
      kind: 'adhesive',
      id,
      name: id.replaceAll('-', ' '),
      a,
      b,
      zone,
      at: places,
      depth,
      seconds: 15,
      closeSeconds: 10,
      adhesive,
      singleUse: true,
      method: 'Draw it off'
    });
  const clips = (id: string, a: string, b: string, places: Point[], depth: number, zone = main) =>
    joints.push({
      kind: 'clips',
      id,
      name: id.replaceAll('-', ' '),
      a,
      b,
      zone,
      at: places,
      depth,
      seconds: 30,
      closeSeconds: 18,
      seam: places,
      start: 'a corner'
    });
  const cable = (
    id: string,
    kind: Part['kind'],
    on: string | undefined,
    path: Point[],
    depth: number,
    ends: string[]
  ) => {
    part(id, kind, on, undefined, [0, 1], on === undefined ? {} : { moves: [] });
    const length = path.slice(1).reduce((sum, p, i) => sum + Math.hypot(p[0] - path[i]![0], p[1] - path[i]![1]), 0);
    cables.push({
      part: id,
      path: path.map((p) => ({ zone: main, at: p, depth })),
      lengthMm: Math.max(20, Math.round(length * 1.08)),
      widthMm: 2,
      minBendRadiusMm: 1,
      form: 'round',
      colour: 'black',
      ends: ends.map((joint) => ({ joint }))
    });
  };
  const corners = (x: number, y: number, w: number, h: number): Point[] => [
    at(x + 3, y + 3),
    at(x + w - 3, y + 3),
    at(x + 3, y + h - 3),
    at(x + w - 3, y + h - 3)
  ];

  // The body, and what closes it.
  parts.push({
    id: 'body',
    name: 'body',
    kind: 'case',
    shapes: [{ zone: main, outline: rect(0, 0, WIDTH, DEPTH), depth: [14, 18] }]
  });
  part('cover', 'cover', 'body', rect(0, 0, WIDTH, DEPTH), [0, 1.4]);
  screws('cover-screws', 'cover', 'body', [...corners(0, 0, WIDTH, DEPTH), at(160, 5), at(160, 215)], 0.2);
  if (chance(0.6)) clips('cover-clips', 'cover', 'body', [at(2, 60), at(2, 160), at(318, 60), at(318, 160)], 0.8);
  if (main === 'underside' && chance(0.7))
    for (const [foot, y] of [
      ['foot-rear', 12],
      ['foot-front', 205]
    ] as const) {
      part(foot, 'foot', 'cover', rect(60, y - 4, 200, 8), [0, 0.1]);
      glue(`${foot}-tape`, foot, 'cover', [at(80, y), at(240, y)], 0, 'foam-tape');
      parts.find((p) => p.id === 'cover')!.shapes![0]!.depth = [0.1, 1.4];
    }

  // The board with what sits on it.
  const bx = around(70);
  const by = around(22);
  const bw = around(190, 8);
  const bh = around(86);
  const notch = chance(0.6) ? around(30, 6) : 0;
  part(
    'board',
    'board',
    'body',
    {
      form: 'polygon',
      points: [
        at(bx, by),
        at(bx + bw, by),
        at(bx + bw, by + bh),
        at(bx + notch, by + bh),
        at(bx + notch, by + bh - 30),
        at(bx, by + bh - 30)
      ]
    },
    [7, 8.4],
    {
      moves: [
        chance(0.5)
          ? { id: 'lift', kind: 'lift', zone: main, seconds: 35, returnSeconds: 55 }
          : {
              id: 'tilt',
              kind: 'tilt',
              zone: main,
              seconds: 35,
              returnSeconds: 55,
              directionDeg: pick([0, 90, 180]),
              travelMm: around(5, 2)
            }
      ]
    }
  );
  screws(
    'board-screws',
    'board',
    'body',
    [at(bx + 5, by + 5), at(bx + bw - 5, by + 5), at(bx + bw - 5, by + bh - 5)],
    7
  );
  const hasSink = chance(0.9);
  if (hasSink) {
    part('sink', 'heat-sink', 'board', rect(bx + 20, by + 8, around(80), around(32)), [4.5, 6.5]);
    screws('sink-screws', 'sink', 'board', [at(bx + 26, by + 14), at(bx + 60, by + 32), at(bx + 92, by + 12)], 4.5);
    glue('sink-paste', 'sink', 'board', [at(bx + 50, by + 24)], 6, 'thermal-compound');
  }
  const fans = chance(0.3) ? 2 : 1;
  for (let i = 0; i < fans; i++) {
    const id = fans === 1 ? 'fan' : `fan-${i + 1}`;
    const fx = i === 0 ? bx - 56 : bx + bw + 4;
    if (fx < 4 || fx > WIDTH - 54) continue;
    part(id, 'fan', 'body', rect(fx, by + 4, 50, around(52)), [4, 9]);
    screws(`${id}-screws`, id, 'body', [at(fx + 4, by + 8), at(fx + 46, by + 50)], 4);
    plug(`${id}-plug`, `${id}-wire`, 'board', i === 0 ? at(bx + 8, by + 44) : at(bx + bw - 8, by + 44), 7.2);
    cable(
      `${id}-wire`,
      'cable',
      id,
      [at(fx + 30, by + 44), i === 0 ? at(bx + 8, by + 44) : at(bx + bw - 8, by + 44)],
      6.5,
      [`${id}-plug`]
    );
    if (hasSink && i === 0 && chance(0.5)) held(`${id}-foil`, 'tape', id, 'sink', at(bx + 21, by + 24), 3.9);
  }
  const sockets = [
    { id: 'ssd', kind: 'storage' as const, x: bx + bw - 80, y: by + 46, w: 70, h: 22, share: 0.9 },
    { id: 'wlan', kind: 'card' as const, x: bx + bw - 40, y: by + 10, w: 30, h: 24, share: 0.85 }
  ];
  for (const { id, kind, x, y, w, h, share } of sockets) {
    if (!chance(share)) continue;
    part(id, kind, 'board', rect(x, y, w, h), [5, 6.4], {
      moves: [
        chance(0.5)
          ? { id: 'lift', kind: 'lift', zone: main, seconds: 6, returnSeconds: 8 }
          : {
              id: 'slide',
              kind: 'slide',
              zone: main,
              seconds: 6,
              returnSeconds: 8,
              directionDeg: isMirrored ? 0 : 180,
              travelMm: 4
            }
      ]
    });
    screws(`${id}-screw`, id, 'board', [at(x + 4, y + h / 2)], 5);
    plug(`${id}-slot`, id, 'board', at(x + w - 3, y + h / 2), 5.2, { family: 'edge-card' } as never);
    if (id === 'ssd' && chance(0.5)) {
      part('ssd-shield', 'shield', 'board', rect(x - 2, y - 2, w + 4, h + 4), [4, 4.6]);
      if (chance(0.5)) clips('ssd-shield-clips', 'ssd-shield', 'board', [at(x, y - 1), at(x + w, y + h + 1)], 4.2);
      else screws('ssd-shield-screws', 'ssd-shield', 'board', [at(x, y - 1), at(x + w, y + h + 1)], 4);
    }
  }
  if (chance(0.5)) {
    part('coin', 'coin-cell', 'board', { form: 'circle', x: X(bx + 84), y: by + 66, radius: 9 }, [5, 7]);
    glue('coin-tape', 'coin', 'board', [at(bx + 84, by + 66)], 6, 'foam-tape');
    plug('coin-plug', 'coin', 'board', at(bx + 84, by + 79), 7.2);
  }

  // What lies beside and beneath.
  part('battery', 'battery', 'body', rect(around(50), 132, around(218), 72), [5, 11], { care: ['cell'] });
  if (chance(0.7)) screws('battery-screws', 'battery', 'body', [at(60, 138), at(255, 138), at(160, 200)], 5);
  else glue('battery-strips', 'battery', 'body', [at(100, 165), at(220, 165)], 10.5, 'pull-strips');
  plug('battery-plug', 'battery-lead', 'board', at(bx + bw / 2, by + bh - 6), 7.2, { carries: 'power' } as never);
  cable('battery-lead', 'cable', 'battery', [at(bx + bw / 2, 134), at(bx + bw / 2, by + bh - 6)], 7, ['battery-plug']);
  for (const [id, x] of [
    ['speaker-1', 8],
    ['speaker-2', 282]
  ] as const) {
    part(id, 'speaker', 'body', rect(x, 140, 30, around(50)), [5, 10]);
    screws(`${id}-screws`, id, 'body', [at(x + 4, 144), at(x + 26, 180)], 5);
    const plugged = id === 'speaker-1' ? at(bx + notch + 10, by + bh - 12) : at(bx + bw - 10, by + bh - 12);
    plug(`${id}-plug`, `${id}-wire`, 'board', plugged, 7.2);
    cable(`${id}-wire`, 'cable', id, [at(x + 15, 141), at(x + 15, 122), plugged], 6.8, [`${id}-plug`]);
    if (chance(0.7)) held(`${id}-channel`, 'dressing', `${id}-wire`, 'body', at(x + 15, 122), 8);
  }
  if (chance(0.8)) {
    const x = Math.min(around(272), WIDTH - 46);
    part('ports', 'small-board', 'body', rect(x, 60, 40, 46), [8, 9.4]);
    screws('ports-screws', 'ports', 'body', [at(x + 5, 66), at(x + 35, 100)], 8);
    const [near, far] = [at(bx + bw - 6, by + 60), at(x + 6, 84)];
    if (chance(0.5)) {
      plug('ports-plug', 'ports-cable', 'board', near, 7.2);
      plug('ports-far-plug', 'ports-cable', 'ports', far, 8.2);
      cable('ports-cable', 'flat-cable', undefined, [near, far], 6.9, ['ports-plug', 'ports-far-plug']);
      parts.find((p) => p.id === 'ports-cable')!.moves = [{ id: 'lift', kind: 'lift', zone: main, seconds: 4 }];
    } else {
      plug('ports-plug', 'ports-cable', 'board', near, 7.2);
      cable('ports-cable', 'flat-cable', 'ports', [far, near], 6.9, ['ports-plug']);
    }
  }
  if (chance(0.7)) {
    part('touchpad', 'touchpad', 'body', rect(around(112), 142, 96, 54), [12, 13.4]);
    screws('touchpad-screws', 'touchpad', 'body', [at(116, 147), at(200, 147), at(158, 192)], 12);
    plug('touchpad-plug', 'touchpad-cable', 'board', at(bx + bw / 2 - 30, by + bh - 6), 7.2);
    cable('touchpad-cable', 'flat-cable', 'touchpad', [at(130, 144), at(bx + bw / 2 - 30, by + bh - 6)], 11.5, [
      'touchpad-plug'
    ]);
  }
  if (chance(0.6)) {
    part('keyboard', 'keyboard', 'body', rect(20, 26, 280, 100), [10, 13]);
    screws(
      'keyboard-screws',
      'keyboard',
      'body',
      [at(30, 34), at(160, 32), at(290, 34), at(40, 118), at(280, 118)],
      10
    );
    plug('keyboard-plug', 'keyboard-cable', 'board', at(bx + 60, by + bh - 8), 7.2);
    cable('keyboard-cable', 'flat-cable', 'keyboard', [at(bx + 60, 124), at(bx + 60, by + bh - 8)], 9, [
      'keyboard-plug'
    ]);
  }

  // The lid.
  const lid = rect(0, 0, WIDTH, 210);
  part(
    'display',
    'display',
    'body',
    lid,
    [6, 8],
    { moves: [{ id: 'lift', kind: 'lift', zone: main, seconds: 25, returnSeconds: 40 }] },
    'display-front'
  );
  for (const [id, x] of [
    ['hinge-1', 20],
    ['hinge-2', 276]
  ] as const) {
    part(id, 'hinge', 'display', rect(x, 3, 24, 14), [3, 7], { moves: [] });
    screws(`${id}-screws`, id, 'body', [at(x + 5, 7), at(x + 19, 12)], 3);
  }
  plug('display-plug', 'display-cable', 'board', at(bx + 120, by + 8), 7.2);
  cable('display-cable', 'cable', 'display', [at(40, 6), at(bx + 110, 14), at(bx + 120, by + 8)], 6.6, [
    'display-plug'
  ]);
  if (chance(0.5)) {
    part('display-bracket', 'bracket', 'board', rect(bx + 112, by + 2, 18, 12), [6, 6.6]);
    screws('display-bracket-screw', 'display-bracket', 'board', [at(bx + 115, by + 4)], 6);
  }
  if (parts.some((p) => p.id === 'wlan'))
    for (const i of [1, 2]) {
      const id = `antenna-${i}`;
      const snap = at(bx + bw - 36 + i * 8, by + 14);
      plug(`${id}-snap`, id, 'wlan', snap, 4.9, {
        family: 'antenna-snap',
        carries: 'radio',
        seconds: 6,
        closeSeconds: 9,
        clearMm: 2
      } as never);
      cable(id, 'antenna', 'display', [at(292, 6), at(240, 14 + i), snap], 3.5, [`${id}-snap`]);
      if (chance(0.7)) held(`${id}-clip`, 'dressing', id, 'body', at(bx + bw + 8, 22 + 3 * i), 3.6);
      else if (chance(0.5)) held(`${id}-tape`, 'tape', id, 'board', at(bx + bw - 20, by + 4 + 2 * i), 4.4);
    }
  part('bezel', 'bezel', 'display', lid, [0.4, 1.6], {}, 'display-front');
  if (chance(0.5))
    clips('bezel-clips', 'bezel', 'display', [at(4, 100), at(316, 100), at(160, 4), at(160, 206)], 1, 'display-front');
  else
    glue('bezel-tape', 'bezel', 'display', [at(4, 100), at(316, 100), at(160, 206)], 1, 'foam-tape', 'display-front');
  part(
    'panel',
    'panel',
    'display',
    rect(10, 8, 300, 180),
    [2, 4.6],
    {
      moves: [
        { id: 'raise', kind: 'raise', zone: 'display-front', seconds: 10, returnSeconds: 12, leaves: ['panel-plug'] },
        { id: 'lift', kind: 'lift', zone: 'display-front', seconds: 8, returnSeconds: 8 }
      ]
    },
    'display-front'
  );
  screws('panel-screws', 'panel', 'display', [at(14, 12), at(306, 12), at(14, 184), at(306, 184)], 2, 'display-front');
  plug(
    'panel-plug',
    'display-cable',
    'panel',
    at(160, 150),
    4,
    { reachedRaised: 'panel', faces: 'down' } as never,
    'display-front'
  );
  if (chance(0.6)) {
    part('camera', 'camera', 'display', rect(140, 192, 40, 8), [2, 3.4], {}, 'display-front');
    glue('camera-tape', 'camera', 'display', [at(150, 196)], 3, 'foam-tape', 'display-front');
  }

  return Machine.parse({
    format: 'eager-wrench/machine@1',
    id: `random-${seed}`,
    maker: 'Norrvik',
    model: `Random ${seed}`,
    revision: 'r1',
    size: { widthMm: WIDTH, depthMm: DEPTH, heightMm: 18 },
    zones: [
      {
        id: main,
        name: main,
        pose: main === 'underside' ? { up: 'underside', lid: 'closed' } : { up: 'topside', lid: 'open' },
        outline: { form: 'rect', x: 0, y: 0, width: WIDTH, height: DEPTH }
      },
      {
        id: 'display-front',
        name: 'display front',
        pose: { up: 'topside', lid: 'open' },
        outline: { form: 'rect', x: 0, y: 0, width: WIDTH, height: DEPTH }
      }
    ],
    parts,
    joints,
    cables,
    isolation: {
      joint: 'battery-plug',
      steps: [
        { id: 'battery-plug', kind: 'open-joint', joint: 'battery-plug', text: 'Open the battery plug', seconds: 9 }
      ]
    },
    relations: []
  } satisfies Input);
}
