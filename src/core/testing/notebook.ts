import type { Machine, Screw } from '../machine';
import { seeded } from '../solve';

const CELL_MM = 40;
const SCREW: Omit<Screw, 'threadMm' | 'drive'> = {
  pitchMm: 0.4,
  lengthMm: 4,
  measured: 'under-head',
  head: 'pan',
  headDiameterMm: 3.8,
  substitutes: [],
  captive: false,
  threadLocker: false,
  hole: { clampedMm: 1, depthMm: 3.5, material: 'brass-insert', through: false }
};

/**
 * For tests and the bench only: a notebook of about so many actions. Bays side by side under one cover, some opened from
 * below and some from above; in each a shield over a card over a small board, wired to the bay beside it.
 */
export function notebook(actions: number, seed = 1): Machine {
  const random = seeded(seed);
  const bays = Math.max(2, Math.round((actions - 4) / 13));
  const columns = Math.ceil(Math.sqrt(bays * 1.6));
  const rect = (x: number, y: number, width: number, height: number) => ({
    form: 'rect' as const,
    x,
    y,
    width,
    height
  });
  const width = columns * CELL_MM;
  const height = Math.ceil(bays / columns) * CELL_MM;
  const parts: Machine['parts'] = [];
  const joints: Machine['joints'] = [];
  const part = (
    id: string,
    kind: Machine['parts'][number]['kind'],
    on: string | undefined,
    zone: string,
    outline: ReturnType<typeof rect>,
    depth: [number, number],
    seconds: number
  ) => {
    parts.push({
      id,
      name: id,
      kind,
      ...(on ? { on } : {}),
      numbers: on ? [{ number: id }] : [],
      spareIncludes: [],
      functions: [],
      care: [],
      shapes: [{ zone, outline, depth, openings: [] }],
      moves: on ? [{ id: 'lift', kind: 'lift', zone, seconds, leaves: [], clears: true }] : []
    });
  };
  const screws = (
    id: string,
    a: string,
    b: string,
    zone: string,
    at: [number, number][],
    depth: number,
    drive: 'PH0' | 'T5'
  ) =>
    joints.push({
      kind: 'screws',
      id,
      name: id,
      a,
      b,
      zone,
      at,
      depth,
      count: at.length,
      seconds: 4 + 8 * at.length,
      functions: [],
      screw: { ...SCREW, threadMm: 2, drive }
    });
  const plug = (id: string, a: string, b: string, zone: string, at: [number, number], depth: number, seconds: number) =>
    joints.push({
      kind: 'connector',
      id,
      name: id,
      a,
      b,
      zone,
      at: [at],
      depth,
      seconds,
      functions: [],
      family: random() < 0.5 ? 'wire-along-board' : 'edge-card',
      carries: 'signal',
      faces: 'up',
      clearMm: 2
    });

  part('case', 'case', undefined, 'underside', rect(0, 0, width, height), [20, 24], 0);
  for (const zone of ['underside', 'topside']) {
    part(`cover-${zone}`, 'cover', 'case', zone, rect(0, 0, width, height), [0, 1], 12);
    screws(
      `cover-${zone}-screws`,
      `cover-${zone}`,
      'case',
      zone,
      [
        [4, 4],
        [width - 4, 4],
        [4, height - 4],
        [width - 4, height - 4]
      ],
      0.2,
      'PH0'
    );
  }
  for (let i = 0; i < bays; i++) {
    const x = (i % columns) * CELL_MM;
    const y = Math.floor(i / columns) * CELL_MM;
    const zone = random() < 0.75 ? 'underside' : 'topside';
    const drive = random() < 0.7 ? 'PH0' : 'T5';
    part(`board-${i}`, 'small-board', 'case', zone, rect(x + 4, y + 4, 32, 32), [8, 10], 10);
    part(`card-${i}`, 'card', random() < 0.6 ? `board-${i}` : 'case', zone, rect(x + 8, y + 8, 22, 20), [5, 7], 5);
    part(`shield-${i}`, 'shield', random() < 0.5 ? `board-${i}` : 'case', zone, rect(x + 6, y + 6, 28, 28), [2, 3], 6);
    screws(
      `shield-screws-${i}`,
      `shield-${i}`,
      parts.at(-1)!.on!,
      zone,
      [
        [x + 8, y + 8],
        [x + 32, y + 32]
      ],
      2,
      drive
    );
    screws(`card-screw-${i}`, `card-${i}`, parts.at(-2)!.on!, zone, [[x + 10, y + 10]], 5, 'PH0');
    plug(
      `card-plug-${i}`,
      `card-${i}`,
      parts.at(-2)!.on === 'case' ? 'case' : `board-${i}`,
      zone,
      [x + 28, y + 12],
      5,
      9
    );
    screws(
      `board-screws-${i}`,
      `board-${i}`,
      'case',
      zone,
      [
        [x + 6, y + 34],
        [x + 34, y + 6]
      ],
      8,
      random() < 0.8 ? drive : 'PH0'
    );
    plug(`board-plug-${i}`, `board-${i}`, 'case', zone, [x + 33, y + 33], 8, 8);
    if (i > 0 && i % columns !== 0 && random() < 0.4)
      plug(`link-${i}`, `board-${i}`, `board-${i - 1}`, zone, [x + 6, y + 20], 8, 10);
    joints.push({
      kind: 'tape',
      id: `tape-${i}`,
      name: `tape-${i}`,
      a: `shield-${i}`,
      b: 'case',
      zone,
      at: [[x + 20, y + 35]],
      depth: 2,
      seconds: 8,
      functions: [],
      material: 'polyimide',
      singleUse: false
    });
    joints.push({
      kind: 'dressing',
      id: `guide-${i}`,
      name: `guide-${i}`,
      a: `card-${i}`,
      b: 'case',
      zone,
      at: [[x + 36, y + 20]],
      depth: 5,
      seconds: 5,
      functions: [],
      guide: 'clip'
    });
  }
  return {
    format: 'eager-wrench/machine@1',
    id: `generated-${actions}`,
    maker: 'Norrvik',
    model: `Generated ${actions}`,
    revision: 'r1',
    variants: [],
    size: { widthMm: width, depthMm: height, heightMm: 24 },
    zones: [
      {
        id: 'underside',
        name: 'Underside',
        pose: { up: 'underside', lid: 'closed' },
        outline: rect(0, 0, width, height)
      },
      { id: 'topside', name: 'Top side', pose: { up: 'topside', lid: 'open' }, outline: rect(0, 0, width, height) }
    ],
    parts,
    joints,
    cables: [],
    isolation: {
      steps: [{ id: 'adapter-out', kind: 'unplug-adapter', text: 'Unplug the adapter', seconds: 0 }],
      noCell: true
    },
    relations: [],
    notes: []
  };
}
