import { type Said, say } from '../language';

/** What two revisions of a machine file differ in, as a technician would say it. */
export const DIFFERENCE = {
  isolatingJoint: (was: string | undefined, is: string | undefined): Said =>
    say('diff.isolatingJoint', { was: was ?? say('diff.none'), is: is ?? say('diff.none') }),
  isolationStep: (text: Said): Said => say('diff.isolationStep', { text }),
  otherMachine: (was: string, is: string): Said => say('diff.otherMachine', { was, is }),
  revision: (was: string, is: string): Said => say('diff.revision', { was, is }),
  machine: (text: Said): Said => say('diff.machine', { text }),
  gone: (name: Said): Said => say('diff.gone', { name }),
  added: (name: Said): Said => say('diff.added', { name }),
  changed: (name: Said, text: Said): Said => say('diff.changed', { name, text }),
  field: (name: Said, was: Said, is: Said): Said => say('diff.field', { name, was, is }),
  none: say('diff.none'),
  cableRun: (part: Said): Said => say('diff.cableRun', { part }),
  screws: (name: Said, count: number, size: Said): Said => say('diff.screws', { name, count, size }),
  numbers: (was: Said, is: Said): Said => say('diff.numbers', { was, is }),
  drawn: say('diff.drawn'),
  move: (id: string): Said => say('diff.move', { id }),
  kind: (was: string, is: string): Said => say('diff.kind', { was, is }),
  count: (was: number, is: number): Said => say('diff.count', { was, is }),
  size: (was: Said, is: Said): Said => say('diff.size', { was, is }),
  movedMm: (mm: number): Said => say('diff.movedMm', { mm }),
  path: say('diff.path'),
  ends: say('diff.ends'),
  exempt: (cover: string, reason: Said): Said => say('diff.exempt', { cover, reason }),
  covers: (cover: string, reason: Said): Said => say('diff.covers', { cover, reason }),
  relation: (leg: string, reason: Said): Said => say('diff.relation', { leg, reason }),
  relationGone: (text: Said): Said => say('diff.relationGone', { text }),
  relationAdded: (text: Said): Said => say('diff.relationAdded', { text })
};

/** Fields of a machine file that are compared, by what they are fields of; the trade's names for them are in the catalogue. */
export const FIELDS = {
  isolation: ['text', 'joint', 'undo'],
  size: ['widthMm', 'depthMm', 'heightMm'],
  part: ['name', 'kind', 'on', 'spareIncludes', 'functions', 'care'],
  move: ['kind', 'zone', 'leaves', 'clears', 'directionDeg', 'travelMm', 'seconds', 'how', 'back'],
  joint: ['name', 'a', 'b', 'zone', 'depth', 'seconds', 'reachedRaised', 'note'],
  screw: ['drive', 'substitutes', 'captive', 'torqueNm', 'printedOrder', 'headDiameterMm', 'pitchMm', 'threadLocker'],
  hole: ['clampedMm', 'depthMm', 'material', 'through', 'behind'],
  connector: ['family', 'carries', 'faces', 'marks'],
  adhesive: ['adhesive', 'singleUse', 'method', 'areaMm2', 'thicknessMm'],
  clips: ['start', 'direction', 'hooked'],
  cable: ['lengthMm', 'widthMm', 'minBendRadiusMm', 'form', 'colour']
} as const;

export const fieldName = <G extends keyof typeof FIELDS>(group: G, field: (typeof FIELDS)[G][number]): Said => ({
  say: `field.${group}.${field}` satisfies string
});
