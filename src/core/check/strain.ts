import type { Joint } from '../machine';
import { openKey } from './facts';
import { refKey, type Reach } from './reach';
import type { Moment, Say } from './replay';
import { fastenersOf, looseThings } from './standing';

/** A plug at a part that nothing keeps in its place: the step says what to hold, and it comes so only where it could not come otherwise. */
export function strain(reach: Reach, moments: readonly Moment[], say: Say): void {
  for (const moment of moments) {
    const joint = moment.act?.joint;
    if (joint?.kind !== 'connector' || moment.step.pose === 'mat') continue;
    const floats = [...looseThings(reach, moment.open)].filter(
      ([part, how]) => how !== 'bare' && ties(reach, joint, part)
    );
    const held = (moment.step.holds ?? []).map((u) => `${u.part} (${u.how})`);
    const wanted = floats.map(([part, how]) => `${part} (${how})`);
    if (held.sort().join() !== wanted.sort().join())
      say(
        moment.step,
        `is at a plug of ${wanted.join(', ') || 'what is held'}; to be held it names ${held.join(', ') || 'nothing'}`
      );
    for (const [part, how] of floats) {
      const better =
        how === 'leash' || joint.reachedRaised === part ? undefined : heldThen(reach, moments, moment, part);
      if (better) say(moment.step, `pulls on ${part}, which ${better} would keep`);
    }
  }
}

/** A plug of a cable between the part, with what rides on it, and the rest. */
function ties({ facts }: Reach, joint: Joint, part: string): boolean {
  const own = facts.ridersOf(part);
  return own.has(joint.a) !== own.has(joint.b) && (facts.cables.has(joint.a) || facts.cables.has(joint.b));
}

/** What would have kept the part, had the plug been opened before it, or closed after it. */
function heldThen(reach: Reach, moments: readonly Moment[], at: Moment, part: string): string | undefined {
  const faces = reach.facts.parts.get(part)!.moves.map((m) => m.zone);
  const fasteners = fastenersOf(reach, part).filter((j) => faces.includes(j.zone));
  const of = (m: Moment) => fasteners.find((j) => m.act?.key === openKey(j.id))?.id;
  if (at.step.do === 'open') {
    const last = moments.findLast((m) => m.index < at.index && m.step.do === 'open' && of(m) !== undefined);
    const could = last && reach.demands(at.act!).every((d) => d.isMet(last.open));
    return could ? of(last) : undefined;
  }
  const next = moments.find(
    (m) =>
      m.index > at.index &&
      m.step.do === 'close' &&
      of(m) !== undefined &&
      reach.demands(m.act!).every((d) => d.onlyDown || d.isMet(at.open)) &&
      !waits(reach, m.act!.key, at)
  );
  return next && of(next);
}

/** The file says that something else goes back before it, which has not. */
const waits = ({ facts }: Reach, key: string, at: Moment): boolean =>
  facts.machine.relations.some(
    (r) => r.kind === 'order' && r.leg === 'up' && refKey(r.after) === key && at.open.has(refKey(r.before))
  );
