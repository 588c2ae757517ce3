import type { Access } from '../access';
import { crossings } from '../cables';
import { isolationOfStep, MAT, readPose } from '../ids';
import type { Plan, Step } from '../plan';
import { rightClosing } from './closings';
import { rightMotion } from './motions';
import type { Rehearsed } from './state';
import { rightTool } from './tools';
import type { Try } from './try';

/** What whoever follows a step of a plan tries, with the right motions; nothing for what only the real machine can be asked. */
export function triesOf(access: Access, step: Step): Try[] {
  const { model } = access;
  switch (step.do) {
    case 'prepare':
    case 'restore': {
      const isolation = isolationOfStep(step.id);
      if (isolation === undefined) return [];
      return [{ do: step.do === 'prepare' ? 'isolate' : 'restore', step: isolation }];
    }
    case 'pose': {
      const { up, lid } = readPose(step.pose!);
      const turned: Try = { do: 'pose', up: up as Rehearsed['up'], lid: lid as Rehearsed['lid'] };
      return [...layForLid(access, step, lid), turned];
    }
    case 'open': {
      const joint = model.joint(step.joint!);
      const inHand = joint.kind === 'screws' ? { bit: joint.screw.drive } : { tool: rightTool(joint) };
      return [{ do: 'open', joint: joint.id, motion: rightMotion(joint), ...inHand }];
    }
    case 'move':
      return [{ do: 'move', part: step.part!, move: step.move! }];
    case 'close': {
      const joint = model.joint(step.joint!);
      if (joint.kind !== 'screws') return [{ do: 'close', joint: joint.id, closing: rightClosing(joint)! }];
      const put = joint.screw.captive
        ? []
        : joint.at.map((_, hole): Try => ({ do: 'put', joint: joint.id, hole, from: joint.id }));
      const { order, passes } = step.tighten!;
      return [...put, { do: 'tighten', joint: joint.id, order, passes, bit: joint.screw.drive }];
    }
    case 'return':
      return [
        ...step.pinch.map(({ cable, zone, where }): Try => ({ do: 'lay', cable, part: step.part!, zone, where })),
        // What goes with the lid is back since the lid was moved, except on the mat.
        ...(model.move(step.part!, step.move!).lid === undefined || step.pose === MAT
          ? [{ do: 'return', part: step.part!, move: step.move! } as const]
          : [])
      ];
    case 'swap':
    case 'test':
      return [];
  }
}

/** The tries of whoever follows a whole plan, step by step. */
export const followed = (access: Access, { steps }: Plan): { step: Step; tries: Try[] }[] =>
  steps.map((step) => ({ step, tries: triesOf(access, step) }));

/** Cables are laid beside what comes back with the lid before the lid is moved. */
const layForLid = ({ model }: Access, { pinch }: Step, lid: string): Try[] =>
  model.machine.parts.flatMap((part) =>
    part.moves
      .filter((m) => m.lid !== undefined && m.lid !== lid)
      .flatMap((m) => crossings(model, part, m))
      .filter((c) => pinch.some((p) => p.cable === c.cable && p.zone === c.zone && p.where === c.where))
      .map(({ cable, zone, where }): Try => ({ do: 'lay', cable, part: part.id, zone, where }))
  );
