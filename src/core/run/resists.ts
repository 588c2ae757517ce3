import { inSentence, type Joint, type Model } from '../machine';
import type { Plan } from '../plan';
import { fateWords } from './count';
import type { RunState } from './fold';

/** Something that may still hold a part that should come. */
export interface Suspect {
  /** Known by this in what is recorded of it. */
  id: string;
  /** Where it would show on the drawing. */
  joint?: string;
  /** What it may be. */
  text: string;
  /** Where to look, and how. */
  look: string;
  /** Share of the doubt, 0 to 1. */
  probability: number;
}

/**
 * How much each kind of cause weighs against the others, before anything is known of this run: bench rules of thumb.
 * A step that was left out explains resistance best; what was done and counted explains it hardly; and there is always
 * the screw that nobody has written down.
 */
const WEIGHT = {
  short: 12,
  skipped: 10,
  undone: 10,
  doubted: 6,
  hooks: 3,
  clips: 2,
  bond: 2,
  cable: 2.5,
  counted: 0.25,
  plug: 0.6,
  other: 0.3,
  undocumented: 2.5
};
/** A share of the doubt as one says it at the bench. */
export const chanceWords = (probability: number): string =>
  probability > 0.5 ? 'most likely' : probability > 0.2 ? 'likely' : probability > 0.07 ? 'possible' : 'hardly';

/** What was found on such machines in earlier runs, and how often. */
export interface FoundBefore {
  part: string;
  suspect: string;
  times: number;
}
/** Each time that something held a part in an earlier run makes it so much likelier, as a share of its weight: bench rule of thumb. */
const AGAIN = 1.5;

/** Once looked at and found innocent, a suspect is believed in so much less. */
const CLEARED = 0.05;

/**
 * "It resists": what may still hold the part, likeliest first, from what was done, counted and said so far.
 * What was looked at and was not it falls behind; what was found is not a suspect any more.
 * @param before what held such parts in earlier runs: it is thought of sooner
 */
export function suspects(
  model: Model,
  plan: Plan,
  state: RunState,
  part: string,
  before: readonly FoundBefore[] = []
): Suspect[] {
  const out = plan.steps.find((s) => s.do === 'move' && s.part === part && s.move !== undefined);
  const riders = out ? model.takes(part, model.move(part, out.move!)) : model.riders(part);
  const found: (Omit<Suspect, 'probability'> & { weight: number })[] = [];
  const steps = new Map(plan.steps.map((s) => [s.id, s]));
  const opening = new Map(plan.steps.flatMap((s) => (s.do === 'open' && s.joint ? [[s.joint, s.id]] : [])));
  const holding = [...new Set([...riders].flatMap((r) => model.jointsOf(r)))].filter(
    (j) => riders.has(j.a) !== riders.has(j.b)
  );

  for (const joint of holding) {
    const id = opening.get(joint.id) ?? `down/joint:${joint.id}`;
    const record = state.steps[id];
    const doubted = state.findings.some(
      (f) =>
        f.step === id &&
        (f.what === 'could-not' || f.what === 'hidden-elsewhere' || f.what === 'stripped' || f.what === 'more')
    );
    const name = inSentence(joint.name);
    const add = (weight: number, text: string, look: string, key = '') =>
      found.push({ id: `${joint.id}${key}`, joint: joint.id, weight, text, look });

    if (steps.has(id) && !record)
      add(WEIGHT.undone, `Not opened yet: ${name}`, 'It stands in the plan and has not been done.');
    else if (record?.outcome === 'skipped')
      add(WEIGHT.skipped, `Skipped: ${name}`, record.note ? `Left out: ${record.note}` : 'It was left out.');
    else if (!steps.has(id))
      add(WEIGHT.other, `Still closed: ${name}`, 'The plan does not open it, since it should give by itself.');
    else if (joint.kind === 'screws') {
      const line = state.ledger.find((l) => l.joint === joint.id);
      const left = (line?.unexplained ?? 0) + (line?.fates['still-in'] ?? 0);
      if (left > 0)
        add(
          WEIGHT.short,
          `${left} of ${joint.count} still in: ${name}`,
          line!.fates['still-in'] > 0
            ? `You said so: ${fateWords('still-in', left).toLowerCase()}.`
            : 'Fewer were counted than there are.'
        );
      else
        add(
          (doubted ? WEIGHT.doubted : WEIGHT.counted) * Math.sqrt(joint.count),
          `Miscounted: ${name}`,
          `Look into each of the ${joint.count} holes; a screw may stand loose in one.`
        );
    } else if (doubted) add(WEIGHT.doubted, `Was not as expected: ${name}`, 'Something was noted there. Look again.');
    else afterOpening(joint, add);
  }
  for (const cable of model.machine.cables) {
    const crosses =
      cable.ends.some((e) => riders.has(model.joint(e.joint).b)) &&
      cable.ends.some((e) => !riders.has(model.joint(e.joint).b));
    if (!crosses) continue;
    for (const guide of new Set(cable.path.flatMap((p) => p.guide ?? []))) {
      if (state.steps[opening.get(guide) ?? ''] || found.some((f) => f.joint === guide)) continue;
      found.push({
        id: `${guide}/cable`,
        joint: guide,
        weight: WEIGHT.cable,
        text: `A cable still dressed: ${inSentence(model.part(cable.part).name)}`,
        look: `It runs through the ${inSentence(model.joint(guide).name)}.`
      });
    }
  }
  found.push({
    id: 'undocumented',
    weight: WEIGHT.undocumented,
    text: 'A fastener that the machine file does not know',
    look: 'Under labels, feet, rubber plugs and film; along the edge that will not lift.'
  });

  const looked = new Map<string, boolean>();
  for (const look of state.looks) if (look.part === part) looked.set(look.suspect, look.found);
  const open = found
    .filter((f) => looked.get(f.id) !== true)
    .map((f) => ({
      ...f,
      weight:
        f.weight *
        (1 + AGAIN * (before.find((b) => b.part === part && b.suspect === f.id)?.times ?? 0)) *
        (looked.get(f.id) === false ? CLEARED : 1)
    }));
  const sum = open.reduce((s, f) => s + f.weight, 0);
  return open
    .map(({ weight, ...suspect }) => ({ ...suspect, probability: sum > 0 ? weight / sum : 0 }))
    .sort((a, b) => b.probability - a.probability || (a.id < b.id ? -1 : 1));
}

/** What may hold on although it was opened. */
function afterOpening(joint: Joint, add: (weight: number, text: string, look: string, key?: string) => void): void {
  const name = inSentence(joint.name);
  switch (joint.kind) {
    case 'clips':
      if (joint.hooked.length > 0)
        add(
          WEIGHT.hooks,
          `Hooked at ${joint.hooked.join(' and ')}: ${name}`,
          `Hooks slide out, they are not pried: ${joint.direction ?? 'draw away from them'}.`,
          '/hooks'
        );
      add(WEIGHT.clips, `A clip has caught again: ${name}`, `Go along the seam once more from ${joint.start}.`);
      break;
    case 'adhesive':
      add(WEIGHT.bond, `The bond holds on: ${name}`, joint.method);
      break;
    case 'connector':
      add(
        WEIGHT.plug,
        `Not all the way out: ${name}`,
        'Lift the lock fully, then look whether the plug is free of its socket.'
      );
      break;
    default:
      add(WEIGHT.other, `Holds on: ${name}`, 'Look whether it has sprung back.');
  }
}

/** What the bench found, as a note that the machine file could carry; undefined when the file no longer knows what it was about. */
export function proposedNote(model: Model, { part, suspect, times }: FoundBefore): string | undefined {
  const held = model.machine.parts.find((p) => p.id === part);
  const joint = model.machine.joints.find((j) => j.id === suspect.split('/')[0]);
  if (!held || (!joint && suspect !== 'undocumented')) return undefined;
  const often = times === 1 ? 'once' : times === 2 ? 'twice' : `${times} times`;
  return joint
    ? `The ${inSentence(held.name)} was held ${often} by the ${inSentence(joint.name)}: look there first.`
    : `The ${inSentence(held.name)} was held ${often} by a fastener that this file does not know: find it and draw it.`;
}
