import { fault, type Fault } from '../machine';
import type { ActionId } from './actions';
import type { Access, Cause, Requirement } from './requirements';

/**
 * Faults for joints that can never be opened: from nothing done, everything possible is done until no more can be;
 * what is left is told with the loop of reasons that holds it shut.
 */
export function reachFaults(access: Access): Fault[] {
  const done = new Set<ActionId>();
  const met = (r: Requirement) => r.alternatives.some((a) => a.every((id) => done.has(id)));
  for (let grew = true; grew; ) {
    grew = false;
    for (const id of access.actions.keys()) {
      if (done.has(id) || !access.requirements.get(id)!.every(met)) continue;
      done.add(id);
      grew = true;
    }
  }
  const faults: Fault[] = [];
  const told = new Set<ActionId>();
  access.model.machine.joints.forEach((joint, i) => {
    const id = `joint:${joint.id}`;
    if (done.has(id) || told.has(id)) return;
    const loop = loopFrom(access, id, done, met);
    for (const step of loop) told.add(step.id);
    faults.push(fault(['joints', i], `"${joint.id}" can never be opened: ${loop.map((s) => s.why).join('; ')}`));
  });
  return faults;
}

function loopFrom(access: Access, start: ActionId, done: ReadonlySet<ActionId>, met: (r: Requirement) => boolean) {
  const steps: { id: ActionId; why: string }[] = [];
  let id: ActionId | undefined = start;
  while (id && !steps.some((s) => s.id === id) && steps.length < 20) {
    const unmet: Requirement | undefined = access.requirements.get(id)!.find((r) => !met(r));
    if (!unmet) break;
    steps.push({ id, why: causeInWords(unmet.cause) + (unmet.alternatives.length === 0 ? ', and nothing moves it' : '') });
    id = unmet.alternatives.flat().find((a) => !done.has(a));
  }
  return steps;
}

/** A cause in short, by ids: for faults in a file, where the ids are what its writer looks for. */
export function causeInWords(cause: Cause): string {
  switch (cause.kind) {
    case 'holds':
      return `${cause.joint} holds ${cause.part}`;
    case 'covers':
      return `${cause.part} lies over ${cause.what}`;
    case 'raised':
      return `${cause.joint} is reached only with ${cause.part} raised`;
    case 'loose-cable':
      return `${cause.cable} ties ${cause.part} down`;
    case 'relation':
      return cause.reason;
    case 'goal':
      return `asked for: ${cause.goal}`;
    case 'isolation':
      return `${cause.joint} takes the power away`;
    case 'rider':
      return `${cause.part} moves over to the new ${cause.of}`;
    case 'done':
      return `${cause.what} is done already`;
  }
}
