import { say, type Said } from '../language';

/** What is asked of somebody who took a machine apart that nobody had drawn. */
export const ASK = {
  power: say('ask.power'),
  powerUntold: say('ask.powerUntold'),
  onto: (joints: Said | readonly Said[], part: Said): Said => say('ask.onto', { joints, part }),
  overJoint: (cover: Said, joint: Said): Said => say('ask.overJoint', { cover, joint }),
  overPart: (cover: Said, part: Said): Said => say('ask.overPart', { cover, part }),
  held: (joints: Said | readonly Said[], part: Said): Said => say('ask.held', { joints, part }),
  on: (part: Said): Said => say('ask.on', { part }),
  order: (before: Said, after: Said | readonly Said[]): Said => say('ask.order', { before, after }),
  leash: (joint: Said, part: Said): Said => say('ask.leash', { joint, part }),
  alone: (part: Said, beside: Said | readonly Said[]): Said => say('ask.alone', { part, beside }),
  clears: (part: Said): Said => say('ask.clears', { part })
};
