import { accessOf, reachProblems } from '../access';
import { Machine, modelOf, type Joint, type Part } from '../machine';
import { randomNotebook } from './random-notebook';

/** Ways in which notebooks are built, as far as one takes them apart differently. */
export const BUILDS = [
  'cover-below',
  'keyboard-from-above',
  'top-case',
  'inner-frame',
  'glued-cell',
  'palm-rest'
] as const;
export type Build = (typeof BUILDS)[number];

const OPENS: Readonly<Record<Build, string>> = {
  'cover-below': 'underside',
  'keyboard-from-above': 'topside',
  'top-case': 'underside',
  'inner-frame': 'underside',
  'glued-cell': 'underside',
  'palm-rest': 'topside'
};

/**
 * For tests and benches only: a notebook such as nobody drew by hand, built in one of the usual ways. What it has besides, and where,
 * is drawn by lot from the seed.
 */
export function builtNotebook(seed: number, build: Build): Machine {
  for (let tried = 0; ; tried++) {
    const machine = randomNotebook(seed + 100_003 * tried);
    if (machine.zones[0]!.id !== OPENS[build]) continue;
    const built = Machine.parse({ ...BUILD[build](machine), id: `${build}-${seed}` });
    // Drawn by lot something may lie so that nobody could ever open it.
    if (reachProblems(accessOf(modelOf(built))).length === 0) return built;
  }
}

type Change = (machine: Machine) => Machine;
const BUILD: Readonly<Record<Build, Change>> = {
  'cover-below': (m) => m,
  'keyboard-from-above': keyboardFromAbove,
  'top-case': topCase,
  'inner-frame': innerFrame,
  'glued-cell': gluedCell,
  'palm-rest': palmRest
};

const partsBut = (m: Machine, ...ids: string[]): Machine => ({
  ...m,
  parts: m.parts.filter((p) => !ids.includes(p.id)),
  joints: m.joints.filter((j) => !ids.includes(j.a) && !ids.includes(j.b)),
  cables: m.cables.filter((c) => !ids.includes(c.part))
});
const rect = (x: number, y: number, width: number, height: number) => ({ form: 'rect' as const, x, y, width, height });
const lift = (zone: string) => ({ id: 'lift', kind: 'lift' as const, zone, seconds: 8, leaves: [], clears: true });
const part = (
  id: string,
  kind: Part['kind'],
  zone: string,
  outline: ReturnType<typeof rect>,
  depth: [number, number]
): Part => ({
  id,
  name: id.replaceAll('-', ' '),
  kind,
  on: 'body',
  numbers: [{ number: `N-${id}` }],
  spareIncludes: [],
  functions: [],
  care: [],
  shapes: [{ zone, outline, depth, openings: [] }],
  moves: [lift(zone)]
});
const screws = (id: string, a: string, zone: string, at: [number, number][], depth: number): Joint => ({
  kind: 'screws',
  id,
  name: id.replaceAll('-', ' '),
  a,
  b: 'body',
  zone,
  at,
  depth,
  count: at.length,
  seconds: 8 * at.length,
  functions: [],
  screw: {
    threadMm: 2,
    pitchMm: 0.4,
    lengthMm: 4,
    measured: 'under-head',
    head: 'pan',
    headDiameterMm: 3.8,
    drive: 'PH0',
    substitutes: [],
    captive: false,
    threadLocker: false
  }
});

/** All of the top is a keyboard: raised first, since its cable is plugged in beneath it. */
function keyboardFromAbove(m: Machine): Machine {
  const base = partsBut(m, 'keyboard', 'keyboard-cable');
  const board = base.parts.find((p) => p.id === 'board')!.shapes[0]!.outline;
  const [x, y] = board.form === 'polygon' ? board.points[0]! : [100, 60];
  const plug: Joint = {
    kind: 'connector',
    id: 'deck-plug',
    name: 'deck plug',
    a: 'deck-cable',
    b: 'board',
    zone: 'topside',
    at: [[x + (x > 160 ? -80 : 80), y + 20]],
    depth: 7.2,
    seconds: 9,
    family: 'flip-lock-back',
    carries: 'signal',
    faces: 'up',
    reachedRaised: 'cover',
    functions: []
  };
  const cable: Part = {
    ...part('deck-cable', 'flat-cable', 'topside', rect(0, 0, 1, 1), [0, 1]),
    on: 'cover',
    shapes: [],
    moves: []
  };
  return {
    ...base,
    parts: [
      ...base.parts.map((p) =>
        p.id === 'cover'
          ? {
              ...p,
              kind: 'keyboard' as const,
              moves: [
                { ...lift('topside'), id: 'raise', kind: 'raise' as const, leaves: ['deck-plug'] },
                lift('topside')
              ]
            }
          : p
      ),
      cable
    ],
    joints: [...base.joints, plug],
    cables: [
      ...base.cables,
      {
        part: 'deck-cable',
        path: [
          { zone: 'topside', at: [plug.at[0]![0], plug.at[0]![1] - 14], depth: 2 },
          { zone: 'topside', at: plug.at[0]!, depth: 7.2 }
        ],
        lengthMm: 17,
        widthMm: 12,
        minBendRadiusMm: 1,
        form: 'flat',
        colour: 'white',
        ends: [{ joint: 'deck-plug' }]
      }
    ]
  };
}

/** Keyboard and touchpad are part of what remains; the cell is glued to it. */
function topCase(m: Machine): Machine {
  return gluedCell(partsBut(m, 'keyboard', 'keyboard-cable', 'touchpad', 'touchpad-cable'));
}

/** A frame lies over the board and what stands on it, and has to go first. */
function innerFrame(m: Machine): Machine {
  const frame = part('frame', 'frame', 'underside', rect(20, 14, 280, 112), [2, 2.6]);
  return {
    ...m,
    parts: [...m.parts, frame],
    joints: [
      ...m.joints,
      screws(
        'frame-screws',
        'frame',
        'underside',
        [
          [24, 18],
          [296, 18],
          [24, 122],
          [296, 122]
        ],
        2
      )
    ]
  };
}

/** Strips beneath the cell are drawn out to the sides, where the speakers stand: they go first. */
function gluedCell(m: Machine): Machine {
  const speakers = m.parts.filter((p) => p.kind === 'speaker');
  return {
    ...m,
    joints: [
      ...m.joints.filter((j) => j.id !== 'battery-screws' && j.id !== 'battery-strips'),
      {
        kind: 'adhesive',
        id: 'battery-strips',
        name: 'battery strips',
        a: 'battery',
        b: 'body',
        zone: 'underside',
        at: [
          [100, 165],
          [220, 165]
        ],
        depth: 10.5,
        seconds: 60,
        functions: [],
        adhesive: 'pull-strips',
        singleUse: true,
        method: 'Draw it off',
        settingSeconds: 0
      }
    ],
    relations: [
      ...m.relations,
      ...speakers.map((s) => ({
        kind: 'order' as const,
        before: { part: s.id, move: s.moves[0]!.id },
        after: { joint: 'battery-strips' },
        leg: 'both' as const,
        reason: 'The strips come out where it stands'
      }))
    ]
  };
}

/** A keyboard above, a palm rest below; screws of the palm rest lie beneath the keyboard. */
function palmRest(m: Machine): Machine {
  const base = partsBut(m, 'cover', 'keyboard', 'keyboard-cable');
  return {
    ...base,
    parts: [
      ...base.parts,
      part('key-deck', 'keyboard', 'topside', rect(0, 0, 320, 118), [0, 1.4]),
      part('palm-rest', 'cover', 'topside', rect(0, 112, 320, 108), [1.4, 2.6])
    ],
    joints: [
      ...base.joints,
      screws(
        'key-deck-screws',
        'key-deck',
        'topside',
        [
          [8, 6],
          [312, 6],
          [160, 6]
        ],
        0.2
      ),
      screws(
        'palm-rest-screws',
        'palm-rest',
        'topside',
        [
          [12, 115],
          [308, 115],
          [40, 214],
          [280, 214]
        ],
        1.4
      )
    ]
  };
}
