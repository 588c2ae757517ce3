import { type MachineState, inSentence, type Joint, type Model } from '../machine';
import { screwSize } from '../plan';
import { motionOf } from './joint';
import type { Drawn } from './scene';

/** Something on the drawing in words: its name, and what it is held by or how it opens. */
export interface Thing {
  thing: string;
  /** The part or joint itself. */
  id: string;
  what: 'part' | 'cable' | 'joint';
  name: string;
  about: string;
}

/** All that a scene shows, each once, nearest first: what a list beside the drawing says. */
export function thingsOf(model: Model, scene: readonly Drawn[], state: MachineState): Thing[] {
  const seen = new Set<string>();
  return [...scene].reverse().flatMap((item): Thing[] => {
    if (seen.has(item.thing)) return [];
    seen.add(item.thing);
    if (item.what === 'joint')
      return [
        {
          thing: item.thing,
          id: item.joint.id,
          what: 'joint',
          name: item.joint.name,
          about: aboutJoint(model, item.joint, item.isOpen)
        }
      ];
    const id = item.what === 'cable' ? item.cable.part : item.part.id;
    return [{ thing: item.thing, id, what: item.what, name: model.part(id).name, about: aboutPart(model, id, state) }];
  });
}

/** What holds a part now: the joints that are still closed between it with its riders and the rest. */
function aboutPart(model: Model, id: string, state: MachineState): string {
  if (id === model.root.id) return 'What all the rest stands on.';
  const riders = model.riders(id);
  const holding = [...riders]
    .flatMap((r) => model.jointsOf(r))
    .filter((j, i, all) => all.indexOf(j) === i && riders.has(j.a) !== riders.has(j.b) && !state.open.has(j.id));
  const on = model.part(id).on;
  const where = state.loose.has(id) ? 'Loose on its leash' : on ? `On the ${inSentence(model.part(on).name)}` : '';
  const by = holding.length === 0 ? 'held by nothing any more' : `held by ${listed(holding.map(holder))}`;
  return `${where ? `${where}, ${by}` : by.charAt(0).toUpperCase() + by.slice(1)}.`;
}

function holder(joint: Joint): string {
  switch (joint.kind) {
    case 'screws':
      return `${joint.count} ${joint.count === 1 ? 'screw' : 'screws'} ${screwSize(joint.screw)}`;
    default:
      return inSentence(joint.name);
  }
}

const OPENED = {
  up: 'lifts straight off',
  along: 'is drawn out along the board',
  flip: 'has a lock that turns up first'
};

function aboutJoint(model: Model, joint: Joint, isOpen: boolean): string {
  const ends = `${model.part(joint.a).name} on ${inSentence(model.part(joint.b).name)}`;
  if (isOpen) return `${ends}; open.`;
  switch (joint.kind) {
    case 'screws':
      return `${ends}; ${joint.count} × ${screwSize(joint.screw)}, ${joint.screw.drive}${joint.screw.captive ? ', captive' : ''}.`;
    case 'connector':
      return `${ends}; ${OPENED[motionOf(joint.family)]}.`;
    case 'clips':
      return `${ends}; begin at ${joint.start}${joint.hooked.length > 0 ? `, hooked at ${joint.hooked.join(' and ')}` : ''}.`;
    default:
      return `${ends}.`;
  }
}

function listed(items: readonly string[]): string {
  const few = items.slice(0, 4);
  const more = items.length - few.length;
  return more > 0
    ? `${few.join(', ')} and ${more} more`
    : few.length > 1
      ? `${few.slice(0, -1).join(', ')} and ${few.at(-1)}`
      : (few[0] ?? '');
}
