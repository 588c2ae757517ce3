import { begun, inSentence } from './text';

/** What two revisions of a machine file differ in, as a technician would say it. */
export const DIFFERENCE = {
  isolatingJoint: (was: string | undefined, is: string | undefined) =>
    `The isolating joint was ${was ?? 'none'} and is ${is ?? 'none'}`,
  isolationStep: (text: string) => `isolation step "${text}"`,
  otherMachine: (was: string, is: string) => `Another machine: ${was} and ${is}`,
  revision: (was: string, is: string) => `Revision ${was} became ${is}`,
  machine: (text: string) => `Machine: ${text}`,
  gone: (name: string) => `Gone: ${name}`,
  added: (name: string) => `New: ${name}`,
  changed: (name: string, text: string) => `${begun(name)}: ${text}`,
  field: (name: string, was: string, is: string) => `${name} was ${was}, is ${is}`,
  none: 'none',
  cableRun: (part: string) => `run of the ${inSentence(part)}`,
  screws: (name: string, count: number, size: string) => `${name} (${count} of ${size})`,
  numbers: (was: string, is: string) => `numbers were ${was}, are ${is}`,
  drawn: 'drawn differently',
  move: (id: string) => `move "${id}"`,
  kind: (was: string, is: string) => `was ${was}, is ${is}`,
  count: (was: number, is: number) => `${was} screws became ${is}`,
  size: (was: string, is: string) => `${was} became ${is}`,
  movedMm: (mm: number) => `moved by ${mm.toFixed(1)} mm`,
  path: 'takes another path',
  ends: 'has other ends or marks',
  exempt: (cover: string, reason: string) => `"${cover}" is no cover there: ${reason}`,
  relation: (leg: string, reason: string) => `${leg === 'both' ? 'always' : `way ${leg}`}: ${reason}`,
  relationGone: (text: string) => `Gone: relation, ${text}`,
  relationAdded: (text: string) => `New: relation, ${text}`
};

/** What the trade calls the fields of a machine file. */
export const FIELD_NAMES = {
  isolation: { text: 'text', joint: 'joint', undo: 'how it is undone' },
  size: { widthMm: 'width', depthMm: 'depth', heightMm: 'height' },
  part: {
    name: 'name',
    kind: 'kind',
    on: 'mounted on',
    spareIncludes: 'what a spare brings',
    functions: 'functions',
    care: 'care'
  },
  move: {
    kind: 'kind',
    zone: 'zone',
    leaves: 'joints left closed',
    clears: 'clears what lies below',
    directionDeg: 'direction',
    travelMm: 'travel',
    seconds: 'time',
    how: 'how',
    back: 'how it goes back'
  },
  joint: {
    name: 'name',
    a: 'holds',
    b: 'onto',
    zone: 'zone',
    depth: 'depth',
    seconds: 'time',
    reachedRaised: 'reached with raised',
    note: 'note'
  },
  screw: {
    drive: 'drive',
    substitutes: 'accepted substitutes',
    captive: 'captive',
    torqueNm: 'torque',
    printedOrder: 'printed order',
    headDiameterMm: 'head',
    pitchMm: 'pitch',
    threadLocker: 'thread locker'
  },
  hole: {
    clampedMm: 'clamped thickness',
    depthMm: 'usable depth',
    material: 'hole material',
    through: 'through hole',
    behind: 'what lies behind'
  },
  connector: { family: 'kind of plug', carries: 'carries', faces: 'faces', marks: 'marks' },
  adhesive: { adhesive: 'kind', singleUse: 'used once', method: 'method', areaMm2: 'area', thicknessMm: 'thickness' },
  clips: { start: 'starts at', direction: 'direction', hooked: 'hooked edges' },
  cable: { lengthMm: 'length', widthMm: 'width', minBendRadiusMm: 'smallest bend', form: 'form', colour: 'colour' }
} as const;
