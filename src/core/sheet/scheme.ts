import type { Speak } from '../language';
import { idFor, MACHINE_FORMAT, Machine, type Joint, type Origin, type Part, type Point } from '../machine';
import { usualCare, usualHeadMm, usualIsolation, usualMoveSeconds, usualPitchMm, usualSeconds } from '../usual';
import type { Result } from '../result';
import { RECORDED } from '../words';
import { readSheet, ROOT, type HeldBy, type Row } from './rows';

/** What a sheet is about, besides its rows. */
export interface SheetAbout {
  maker: string;
  model: string;
  revision?: string;
  /** What all others stand on. */
  body: string;
}

/** Boxes of the scheme, mm. */
const BOX = { width: 44, height: 26, gap: 6, columns: 6 };

/**
 * A machine without a drawing from a table: parts, what each comes off after, and what holds it. It is laid out as a scheme in boxes,
 * and says so; orders are relations.
 * @returns the machine, still to be checked as a whole, or what is wrong by row and column
 */
export function machineFromSheet(text: string, about: SheetAbout, speak: Speak): Result<{ machine: Machine }> {
  const read = readSheet(text);
  return read.ok ? { ok: true, machine: laidOut(read.rows, about, speak) } : read;
}

function laidOut(rows: ReadonlyMap<string, Row>, about: SheetAbout, speak: Speak): Machine {
  const list = [...rows.values()];
  const origins: Record<string, Origin> = {};
  const place = (i: number): Point => [
    BOX.gap + (i % BOX.columns) * (BOX.width + BOX.gap),
    BOX.gap + Math.floor(i / BOX.columns) * (BOX.height + BOX.gap)
  ];
  const width = BOX.gap + BOX.columns * (BOX.width + BOX.gap);
  const height = BOX.gap + Math.ceil(list.length / BOX.columns) * (BOX.height + BOX.gap);
  const face = { form: 'rect' as const, x: 0, y: 0, width, height };
  const parts = list.map((row, i): Part => {
    const [x, y] = place(i);
    origins[`parts/${row.id}/shapes`] = { how: 'guessed', sure: 0 };
    return {
      id: row.id,
      name: row.name,
      kind: row.kind,
      on: ROOT,
      numbers: [],
      spareIncludes: [],
      functions: [],
      care: usualCare(row.kind),
      shapes: [
        {
          zone: 'scheme',
          outline: { form: 'rect', x, y, width: BOX.width, height: BOX.height },
          depth: [0, 1],
          openings: []
        }
      ],
      moves: [
        { id: 'lift', kind: 'lift', zone: 'scheme', ...usualMoveSeconds(row.kind, 'lift'), leaves: [], clears: true }
      ],
      ...(row.note === undefined ? {} : { note: row.note })
    };
  });
  const joints = list.flatMap((row, i) =>
    // What is said to be held by nothing is held by something that nobody saw.
    [
      ...(row.held.length > 0 ? row.held : [{ by: 'latch' as const, count: 1 }]),
      ...(row.cable ? [{ by: 'plug' as const, count: 1 }] : [])
    ].map((held, k) => jointOf(row, held, k, place(i), speak))
  );
  const battery = joints.find((j) => j.kind === 'connector' && list.some((r) => r.id === j.a && r.kind === 'battery'));
  return Machine.parse({
    format: MACHINE_FORMAT,
    id: idFor(`${about.maker} ${about.model}`, 'machine'),
    maker: about.maker,
    model: about.model,
    revision: about.revision ?? 'r1',
    variants: [],
    size: { widthMm: width, depthMm: height, heightMm: 20 },
    zones: [{ id: 'scheme', name: speak(RECORDED.scheme), pose: { up: 'either', lid: 'any' }, outline: face }],
    parts: [
      {
        id: ROOT,
        name: about.body,
        kind: 'case',
        numbers: [],
        spareIncludes: [],
        functions: [],
        care: [],
        shapes: [{ zone: 'scheme', outline: face, depth: [2, 4], openings: [] }],
        moves: []
      },
      ...parts
    ],
    joints,
    cables: [],
    // A table that names no plug of a battery says nothing of its power: that is asked for where the file is checked.
    isolation: battery ? usualIsolation({ by: 'plug', joint: battery.id }, speak) : { steps: [] },
    relations: list.flatMap((row) => afterOf(row, rows, joints, speak)),
    notes: [],
    drawn: 'scheme',
    origins
  });
}

/** What a part comes off after comes before all that holds it, and before it. */
function afterOf(
  row: Row,
  rows: ReadonlyMap<string, Row>,
  joints: readonly Joint[],
  speak: Speak
): Machine['relations'] {
  const reason = speak(RECORDED.sheetReason);
  return [...new Set(row.after.map((name) => rows.get(name.toLowerCase())!.id))].flatMap((id) => {
    const before = { part: id, move: 'lift' };
    const held = joints.filter((j) => j.a === row.id).map((j) => ({ joint: j.id }));
    return [...held, { part: row.id, move: 'lift' }].map((after) => ({
      kind: 'order' as const,
      before,
      after,
      leg: 'both' as const,
      reason
    }));
  });
}

function jointOf(row: Row, held: Row['held'][number], k: number, [x, y]: Point, speak: Speak): Joint {
  const count = held.count;
  const at = Array.from({ length: count }, (_, i): Point => [
    x + 4 + ((i * 7) % (BOX.width - 8)),
    y + 5 + 4 * Math.floor((i * 7) / (BOX.width - 8)) + k
  ]);
  const common = {
    id: `${row.id}-${held.by}${k > 0 ? `-${k + 1}` : ''}`,
    name: `${row.name} ${speak(RECORDED.heldBy(held.by))}`,
    a: row.id,
    b: ROOT,
    zone: 'scheme',
    at,
    depth: 0,
    functions: [],
    ...usualSeconds(KIND[held.by], count)
  };
  switch (held.by) {
    case 'screws': {
      const { threadMm, lengthMm, drive } = held.screw!;
      return {
        kind: 'screws',
        ...common,
        count,
        screw: {
          threadMm,
          pitchMm: usualPitchMm(threadMm),
          lengthMm,
          measured: 'under-head',
          head: 'pan',
          headDiameterMm: usualHeadMm(threadMm),
          drive,
          substitutes: [],
          captive: false,
          threadLocker: false
        }
      };
    }
    case 'clips':
      return {
        kind: 'clips',
        ...common,
        seam: [at[0]!, [at[0]![0] + 10, at[0]![1]]],
        start: speak(RECORDED.start),
        hooked: []
      };
    case 'glue':
      return {
        kind: 'adhesive',
        ...common,
        adhesive: 'glue',
        singleUse: true,
        method: speak(RECORDED.peel),
        settingSeconds: 0
      };
    case 'tape':
      return { kind: 'tape', ...common, material: 'polyimide', singleUse: false };
    case 'latch':
      return { kind: 'latch', ...common, held: false, ...(row.held.length === 0 ? { unseen: true } : {}) };
    case 'hook':
      return { kind: 'hook', ...common, direction: speak(RECORDED.hookDirection) };
    case 'plug':
      return {
        kind: 'connector',
        ...common,
        family: 'wire-along-board',
        carries: row.kind === 'battery' ? 'power' : 'signal',
        faces: 'up'
      };
  }
}

const KIND = {
  screws: 'screws',
  clips: 'clips',
  glue: 'adhesive',
  tape: 'tape',
  latch: 'latch',
  hook: 'hook',
  plug: 'connector'
} as const satisfies Record<HeldBy, Joint['kind']>;
