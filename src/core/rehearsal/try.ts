import { z } from 'zod';
import type { Access } from '../access';
import { moveId, openId } from '../ids';
import { Drive, Id } from '../machine';
import { CLOSINGS } from './closings';
import { MOTIONS } from './motions';
import { HAND_TOOLS } from './tools';

const UP = z.enum(['underside', 'topside']);
const LID = z.enum(['closed', 'open', 'flat']);
const Hole = z.int().min(0).max(199);

/** One thing that somebody tries to do to the machine. */
export const Try = z.discriminatedUnion('do', [
  z.strictObject({ do: z.enum(['isolate', 'restore']), step: Id }),
  z.strictObject({ do: z.literal('pose'), up: UP, lid: LID }),
  /** `bit` is what is in the driver; `tool` what the hand holds for all but screws, what belongs there where nothing is given. */
  z.strictObject({
    do: z.literal('open'),
    joint: Id,
    motion: z.enum(MOTIONS),
    bit: Drive.optional(),
    tool: z.enum(HAND_TOOLS).optional()
  }),
  /** Drawn that way, degrees clockwise from "to the right" in the face's frame; as the file says where nothing is given. */
  z.strictObject({ do: z.literal('move'), part: Id, move: Id, directionDeg: z.number().min(0).lt(360).optional() }),
  /** `socket` is the joint whose socket a plug is put on; with material, as the plan says where nothing is given. */
  z.strictObject({
    do: z.literal('close'),
    joint: Id,
    closing: z.enum(CLOSINGS),
    socket: Id.optional(),
    fresh: z.boolean().optional(),
    share: z.number().min(0).max(100).optional()
  }),
  z.strictObject({ do: z.literal('return'), part: Id, move: Id }),
  z.strictObject({ do: z.literal('lay'), cable: Id, part: Id, zone: Id, where: z.enum(['under', 'over']) }),
  /** `from` is the group that the screw came out of. */
  z.strictObject({ do: z.literal('put'), joint: Id, hole: Hole, from: Id }),
  z.strictObject({ do: z.literal('take'), joint: Id, hole: Hole }),
  z.strictObject({
    do: z.literal('tighten'),
    joint: Id,
    order: z.array(Hole).max(200),
    passes: z.int().min(1).max(10),
    bit: Drive
  })
]);
export type Try = z.infer<typeof Try>;

/** Whether all that a try names is there on this machine: what comes of one can be worked out only then. */
export function isOf({ model, actions }: Access, tried: Try): boolean {
  const holes = (id: string) => {
    const joint = model.hasJoint(id) ? model.joint(id) : undefined;
    return joint?.kind === 'screws' ? joint.at.length : 0;
  };
  switch (tried.do) {
    case 'isolate':
    case 'restore':
      return model.machine.isolation.steps.some((s) => s.id === tried.step);
    case 'pose':
      return true;
    case 'open':
      return actions.has(openId(tried.joint));
    case 'close':
      return actions.has(openId(tried.joint)) && (tried.socket === undefined || actions.has(openId(tried.socket)));
    case 'move':
    case 'return':
      return actions.has(moveId(tried.part, tried.move));
    case 'lay':
      return (
        model.cable(tried.cable) !== undefined &&
        model.hasPart(tried.part) &&
        model.machine.zones.some((z) => z.id === tried.zone)
      );
    case 'put':
      return tried.hole < holes(tried.joint) && holes(tried.from) > 0;
    case 'take':
      return tried.hole < holes(tried.joint);
    case 'tighten':
      return (
        holes(tried.joint) > 0 &&
        new Set(tried.order).size === tried.order.length &&
        tried.order.every((hole) => hole < holes(tried.joint))
      );
  }
}
