import { type Said, say, wordsOf } from '../language';
import type { Joint, Model } from '../machine';
import { jointName, partName, zoneName } from './text';

/** How a thing is rightly done, under what went wrong. */
export const rightWay = (how: Said): Said => say('rightWay', { how });

/** Why something does not move, where no cause of the plan says it. */
export const STICKS = {
  ...wordsOf('sticks', ['done', 'motion', 'direction', 'unmeasured', 'captive']),
  face: (model: Model, zone: string): Said => say('sticks.face', { zone: zoneName(model, zone) }),
  away: (model: Model, part: string): Said => say('sticks.away', { part: partName(model, part) }),
  awayOpen: (model: Model, joint: Joint): Said => say('sticks.awayOpen', { joint: jointName(model, joint) }),
  holeTaken: (hole: number): Said => say('sticks.holeTaken', { hole: hole + 1 }),
  holeEmpty: (hole: number): Said => say('sticks.holeEmpty', { hole: hole + 1 }),
  noneLeft: (model: Model, group: Joint): Said => say('sticks.noneLeft', { group: jointName(model, group) }),
  tooThick: (model: Model, group: Joint): Said => say('sticks.tooThick', { group: jointName(model, group) }),
  socketTaken: (model: Model, by: Joint): Said => say('sticks.socketTaken', { by: jointName(model, by) })
};
