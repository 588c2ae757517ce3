import { type Said, say, wordsOf } from '../language';
import type { Joint, Model, MoveKind } from '../machine';
import { jointName, partName, zoneName } from './text';
import { toolName } from './tools';

/** How a thing is rightly done, under what went wrong. */
export const rightWay = (how: Said): Said => say('rightWay', { how });

/** What belongs in the hand, under what metal did. */
export const withTool = (tool: string): Said => say('rightTool', { tool: toolName(tool) });

/** When the power goes and comes, as what is done with it. */
export const POWER = {
  down: (steps: readonly Said[]): Said => say('power.first', { steps }),
  up: (steps: readonly Said[]): Said => say('power.last', { steps })
};

/** Why something does not move, where no cause of the plan says it. */
export const STICKS = {
  ...wordsOf('sticks', ['done', 'motion', 'tool', 'direction', 'unmeasured', 'captive']),
  face: (model: Model, zone: string): Said => say('sticks.face', { zone: zoneName(model, zone) }),
  away: (model: Model, part: string): Said => say('sticks.away', { part: partName(model, part) }),
  awayOpen: (model: Model, joint: Joint): Said => say('sticks.awayOpen', { joint: jointName(model, joint) }),
  holeTaken: (hole: number): Said => say('sticks.holeTaken', { hole: hole + 1 }),
  holeEmpty: (hole: number): Said => say('sticks.holeEmpty', { hole: hole + 1 }),
  noneLeft: (model: Model, group: Joint): Said => say('sticks.noneLeft', { group: jointName(model, group) }),
  tooThick: (model: Model, group: Joint): Said => say('sticks.tooThick', { group: jointName(model, group) }),
  socketTaken: (model: Model, by: Joint): Said => say('sticks.socketTaken', { by: jointName(model, by) })
};

/** What somebody does, as a choice. */
export const DRAW = {
  ...wordsOf('draw', ['isolate', 'restore', 'pose', 'lay', 'tighten']),
  /** @param deg clockwise from "to the right" on the drawing */
  out: (how: MoveKind, deg?: number): Said =>
    deg === undefined ? say('draw.out', { how }) : say('draw.outTo', { how, to: String(deg) }),
  back: (how: MoveKind): Said => say('draw.back', { how }),
  put: (hole: number): Said => say('draw.put', { hole: hole + 1 }),
  take: (hole: number): Said => say('draw.take', { hole: hole + 1 })
};

/** What something is stuck down with. */
export const MATERIAL = wordsOf('material', ['none', 'old', 'fresh', 'plenty']);

/** What a step of a plan did in earlier runs. */
export const TROUBLE = {
  slow: (factor: number, runs: number): Said => say('trouble.slow', { factor, runs }),
  differed: (n: number): Said => say('trouble.differed', { n }),
  resisted: (n: number): Said => say('trouble.resisted', { n })
};
