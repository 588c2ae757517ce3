import { say, type Said } from '../language';

/** What a file says that was made of a recorded teardown, where nobody said it better. */
export const RECORDED = {
  start: say('recorded.start'),
  hookDirection: say('recorded.hookDirection'),
  peel: say('recorded.peel'),
  twist: say('recorded.twist'),
  shutDown: say('recorded.shutDown'),
  adapterOut: say('recorded.adapterOut'),
  batteryOut: say('recorded.batteryOut'),
  batteryPlug: say('recorded.batteryPlug'),
  firmwareOff: say('recorded.firmwareOff'),
  colour: say('recorded.colour'),
  reason: say('recorded.reason'),
  unseenHold: (part: string): Said => say('recorded.unseenHold', { part }),
  scheme: say('recorded.scheme'),
  sheetReason: say('recorded.sheetReason'),
  heldBy: (by: string): Said => say('recorded.heldBy', { by })
};
