import { say, type Said } from '../language';

/** What is asked of somebody who took a machine apart that nobody had drawn. */
export const ASK = {
  power: say('ask.power'),
  powerUntold: say('ask.powerUntold'),
  onto: (joints: Said | readonly Said[], part: Said): Said => say('ask.onto', { joints, part }),
  overJoint: (cover: Said, joint: Said): Said => say('ask.overJoint', { cover, joint }),
  overPart: (cover: Said, part: Said): Said => say('ask.overPart', { cover, part }),
  on: (part: Said): Said => say('ask.on', { part }),
  leash: (joint: Said, part: Said): Said => say('ask.leash', { joint, part })
};
