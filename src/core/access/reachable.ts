import { openId, type ActionId } from '../ids';
import type { Access, Cause, Requirement } from './requirements';
import { warning, type Problem } from '../result';

/**
 * Warnings for joints that can never be opened: from nothing done, everything possible is done until no more can be; what is left
 * is told with the loop of reasons that holds it shut, once, and with it what only waits for that loop. Goals that need such a
 * joint cannot be planned; all others can.
 */
export function reachProblems(access: Access): Problem[] {
  const done = new Set<ActionId>();
  const met = (r: Requirement) => r.alternatives.some((a) => a.every((id) => done.has(id)));
  for (let grew = true; grew;) {
    grew = false;
    for (const id of access.actions.keys()) {
      if (done.has(id) || !access.requirements.get(id)!.every(met)) continue;
      done.add(id);
      grew = true;
    }
  }
  const loops = new Map<string, { place: number; joint: string; why: string[]; waits: string[] }>();
  access.model.machine.joints.forEach((joint, i) => {
    const id = openId(joint.id);
    if (done.has(id)) return;
    const loop = loopFrom(access, id, done, met);
    const key = loop
      .map((s) => s.id)
      .sort()
      .join(' ');
    const known = loops.get(key);
    if (!known) loops.set(key, { place: i, joint: joint.id, why: loop.map((s) => s.why), waits: [] });
    else known.waits.push(joint.id);
  });
  return [...loops.values()].map(({ place, joint, why, waits }) =>
    warning(
      ['joints', place],
      'never-opened',
      `"${joint}" can never be opened: ${why.join('; ')}${
        waits.length > 0
          ? `. With it: ${waits
              .slice(0, MOST_TOLD)
              .map((w) => `"${w}"`)
              .join(', ')}${waits.length > MOST_TOLD ? ` and ${waits.length - MOST_TOLD} more` : ''}`
          : ''
      }`
    )
  );
}

const MOST_TOLD = 12;

/** The loop of reasons that the way from here ends in, or what nothing moves at its end. */
function loopFrom(access: Access, start: ActionId, done: ReadonlySet<ActionId>, met: (r: Requirement) => boolean) {
  const steps: { id: ActionId; why: string }[] = [];
  let id: ActionId | undefined = start;
  for (;;) {
    const unmet: Requirement | undefined =
      id === undefined ? undefined : access.requirements.get(id)!.find((r) => !met(r));
    const again = steps.findIndex((s) => s.id === id);
    if (!id || !unmet || again >= 0) return again > 0 ? steps.slice(again) : steps;
    steps.push({
      id,
      why: causeInWords(unmet.cause) + (unmet.alternatives.length === 0 ? ', and nothing moves it' : '')
    });
    if (unmet.alternatives.length === 0) return steps.slice(-1);
    id = unmet.alternatives.flat().find((a) => !done.has(a));
  }
}

/** A cause in short, by ids: for problems in a file, where the ids are what its writer looks for. */
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
      return typeof cause.reason === 'string' ? cause.reason : 'what leaves together is taken apart once it is out';
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
