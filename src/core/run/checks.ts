import type { Said } from '../language';
import type { Model } from '../machine';
import { suspectJoint } from '../ids';
import type { Plan, Step } from '../plan';
import { STRANGE, wrongSocket } from '../words';
import type { RunEvent } from './events';
import { expectedMark } from './marks';

/** Every step that a plan of the run ever had, those of plans that were taken back too: what was done by them was done. */
export function everyStep(first: Plan, events: readonly RunEvent[]): Map<string, Step> {
  const steps = new Map(first.steps.map((s) => [s.id, s] as const));
  for (const event of events)
    if (event.type === 'replanned') for (const s of event.plan.steps) if (!steps.has(s.id)) steps.set(s.id, s);
  return steps;
}

/** Why an event cannot be one of this machine and these plans, in words; undefined when it can. */
export function strangeIn(model: Model, steps: ReadonlyMap<string, Step>, event: RunEvent): Said | undefined {
  if (event.type === 'added') return strangeIn(model, steps, event.event);
  if ('step' in event && event.step !== undefined && !steps.has(event.step)) return STRANGE.noStep(event.step);
  if ('part' in event && !model.hasPart(event.part)) return STRANGE.noPart(event.part);
  switch (event.type) {
    case 'done': {
      if (event.mark === undefined) return undefined;
      const pairing = expectedMark(model, steps.get(event.step)!);
      if (!pairing) return STRANGE.noMark(event.step);
      return event.mark === pairing.socket ? undefined : wrongSocket(pairing.plug, pairing.socket);
    }
    case 'account':
      if (!model.hasJoint(event.joint)) return STRANGE.noJoint(event.joint);
      return model.joint(event.joint).kind === 'screws' ? undefined : STRANGE.noScrews(event.joint);
    case 'looked':
      return isSuspect(model, event.suspect) ? undefined : STRANGE.noJoint(event.suspect);
    case 'moved-over':
      return model.hasPart(event.to) ? undefined : STRANGE.noPart(event.to);
    case 'torqued': {
      const { joint } = steps.get(event.step)!;
      const holes = joint !== undefined && model.hasJoint(joint) && model.joint(joint);
      if (!holes || holes.kind !== 'screws') return STRANGE.notTightened(event.step);
      return event.hole < holes.count ? undefined : STRANGE.noHole(holes.name, event.hole + 1);
    }
    default:
      return undefined;
  }
}

function isSuspect(model: Model, suspect: string): boolean {
  const joint = suspectJoint(suspect);
  return joint === undefined || model.hasJoint(joint);
}
