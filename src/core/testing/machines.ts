import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { accessOf, type Access } from '../access';
import { Machine, modelOf } from '../machine';
import type { z } from 'zod';

/** For tests only: the demo machines as shipped, and small machines made by hand. */
export function demoText(id = 'norrvik-fathom-14'): string {
  return readFileSync(fileURLToPath(new URL(`../../../demo/machines/${id}.json`, import.meta.url)), 'utf8');
}

/** The machines of the demo. */
export const DEMO_MACHINES = [
  'norrvik-fathom-14',
  'norrvik-ballast-15',
  'lindquay-slip-11',
  'lindquay-gannet-13',
  'norrvik-pilot-14'
] as const;

export function demoAccess(id?: string): Access {
  return accessOf(modelOf(Machine.parse(JSON.parse(demoText(id)))));
}

/** As it is approved: what is worked out of a machine has nothing to do with what it is called in other languages. */
export function approvedAccess(id?: string): Access {
  return accessTo({ ...(JSON.parse(demoText(id)) as Input), translations: undefined });
}

type Input = z.input<typeof Machine>;
type Part = Input['parts'][number];
type Joint = Input['joints'][number];
type Cable = NonNullable<Input['cables']>[number];

const square = (x: number, y: number, size: number) => ({ form: 'rect' as const, x, y, width: size, height: size });

/** A part as a square in the zone "face", with one lift. */
export function part(
  id: string,
  at: [x: number, y: number, size: number],
  depth: [number, number],
  on = 'base',
  more: Partial<Part> = {}
): Part {
  return {
    id,
    name: id,
    kind: 'bracket',
    on,
    shapes: [{ zone: 'face', outline: square(...at), depth }],
    moves: [{ id: 'lift', kind: 'lift', zone: 'face', seconds: 5 }],
    ...more
  };
}

/** A group of one screw. */
export function screw(
  id: string,
  a: string,
  b: string,
  at: [number, number],
  depth: number,
  more: Partial<Joint> = {}
): Joint {
  return {
    kind: 'screws',
    id,
    name: `${id} screw`,
    a,
    b,
    zone: 'face',
    at: [at],
    depth,
    count: 1,
    seconds: 10,
    screw: {
      threadMm: 2,
      pitchMm: 0.4,
      lengthMm: 4,
      measured: 'under-head',
      head: 'pan',
      headDiameterMm: 3.8,
      drive: 'PH0',
      hole: { clampedMm: 1, depthMm: 3.5, material: 'brass-insert' }
    },
    ...more
  } as Joint;
}

/** A round cable from plug to plug, along these places of the zone "face". */
export function cable(id: string, plugs: readonly string[], path: readonly [number, number][], depth: number): Cable {
  const lengthMm = path.slice(1).reduce((sum, [x, y], i) => sum + Math.hypot(x - path[i]![0], y - path[i]![1]), 0);
  return {
    part: id,
    path: path.map((at) => ({ zone: 'face', at, depth })),
    lengthMm: Math.ceil(lengthMm * 1.1),
    widthMm: 2,
    minBendRadiusMm: 1,
    form: 'round',
    colour: 'black',
    ends: plugs.map((joint) => ({ joint }))
  };
}

export function plug(
  id: string,
  a: string,
  b: string,
  at: [number, number],
  depth: number,
  more: Partial<Joint> = {}
): Joint {
  return {
    kind: 'connector',
    id,
    name: `${id} plug`,
    a,
    b,
    zone: 'face',
    at: [at],
    depth,
    seconds: 8,
    family: 'wire-along-board',
    carries: 'signal',
    clearMm: 2,
    ...more
  } as Joint;
}

export function machine(parts: Part[], joints: Joint[], more: Partial<Input> = {}): Input {
  return {
    format: 'eager-wrench/machine@1',
    id: 'little',
    maker: 'Norrvik',
    model: 'Little',
    revision: 'r1',
    size: { widthMm: 100, depthMm: 100, heightMm: 10 },
    zones: [{ id: 'face', name: 'Face', pose: { up: 'underside', lid: 'closed' }, outline: square(0, 0, 100) }],
    parts: [
      {
        id: 'base',
        name: 'base',
        kind: 'case',
        shapes: [{ zone: 'face', outline: square(0, 0, 100), depth: [9, 10] }]
      },
      ...parts
    ],
    joints,
    isolation: {
      steps: [{ id: 'adapter-out', kind: 'unplug-adapter', text: 'Unplug the adapter', seconds: 0 }],
      noCell: true
    },
    ...more
  };
}

export const accessTo = (input: Input) => accessOf(modelOf(Machine.parse(input)));
