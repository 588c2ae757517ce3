import type { Joint, MachineState, Model } from '../machine';
import type { FileText, Said } from '../language';
import { aboutJoint, aboutPart, jointName, partName } from '../words';
import { motionOf } from './joint';
import type { Drawn } from './scene';

/** Something on the drawing in words: its name, and what it is held by or how it opens. */
export interface Thing {
  thing: string;
  /** The part or joint itself. */
  id: string;
  what: 'part' | 'cable' | 'joint';
  name: FileText;
  about: Said;
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
          name: jointName(model, item.joint),
          about: aboutJoint(
            model,
            item.joint,
            item.isOpen,
            item.joint.kind === 'connector' ? motionOf(item.joint.family) : undefined
          )
        }
      ];
    const id = item.what === 'cable' ? item.cable.part : item.part.id;
    return [
      {
        thing: item.thing,
        id,
        what: item.what,
        name: partName(model, id),
        about: aboutPart(model, id, state.leashed.has(id), holding(model, id, state))
      }
    ];
  });
}

/** Joints that are still closed between the part with its riders and the rest. */
function holding(model: Model, id: string, state: MachineState): Joint[] {
  const riders = model.riders(id);
  return [...riders]
    .flatMap((r) => model.jointsOf(r))
    .filter((j, i, all) => all.indexOf(j) === i && riders.has(j.a) !== riders.has(j.b) && !state.open.has(j.id));
}
