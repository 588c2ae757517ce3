import type { Said } from '../language';
import { openId, stepId, suspectId, suspectJoint, UNDOCUMENTED } from '../ids';
import type { Joint, Model } from '../machine';
import type { Plan } from '../plan';
import { fateWords, foundBefore, RESISTS, type SuspectWords } from '../words';
import type { RunState } from './fold';

/** Something that may still hold a part that should come. */
export interface Suspect {
  /** Known by this in what is recorded of it. */
  id: string;
  /** Where it would show on the drawing. */
  joint?: string;
  /** What it may be. */
  text: Said;
  /** Where to look, and how. */
  look: Said;
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
    const id = opening.get(joint.id) ?? stepId.action('down', openId(joint.id));
    const record = state.steps[id];
    const doubted = state.findings.some(
      (f) =>
        f.step === id &&
        (f.what === 'could-not' || f.what === 'hidden-elsewhere' || f.what === 'stripped' || f.what === 'more')
    );
    const add: Add = (weight, words, about) =>
      found.push({ id: suspectId(joint.id, about), joint: joint.id, weight, ...words });

    if (steps.has(id) && !record) add(WEIGHT.undone, RESISTS.undone(model, joint));
    else if (record?.outcome === 'skipped') add(WEIGHT.skipped, RESISTS.skipped(model, joint, record.note));
    else if (!steps.has(id)) add(WEIGHT.other, RESISTS.byItself(model, joint));
    else if (joint.kind === 'screws') {
      const line = state.ledger.find((l) => l.joint === joint.id);
      const stuck = line?.fates['still-in'] ?? 0;
      const left = (line?.unexplained ?? 0) + stuck;
      if (left > 0)
        add(
          WEIGHT.short,
          RESISTS.stillIn(model, joint, left, joint.count, stuck > 0 ? fateWords('still-in', left) : undefined)
        );
      else
        add(
          (doubted ? WEIGHT.doubted : WEIGHT.counted) * Math.sqrt(joint.count),
          RESISTS.miscounted(model, joint, joint.count)
        );
    } else if (doubted) add(WEIGHT.doubted, RESISTS.doubted(model, joint));
    else afterOpening(model, joint, add);
  }
  for (const cable of model.machine.cables) {
    const crosses =
      cable.ends.some((e) => riders.has(model.joint(e.joint).b)) &&
      cable.ends.some((e) => !riders.has(model.joint(e.joint).b));
    if (!crosses) continue;
    for (const guide of new Set(cable.path.flatMap((p) => p.guide ?? []))) {
      if (state.steps[opening.get(guide) ?? ''] || found.some((f) => f.joint === guide)) continue;
      found.push({
        id: suspectId(guide, 'cable'),
        joint: guide,
        weight: WEIGHT.cable,
        ...RESISTS.dressed(model, cable.part, model.joint(guide).name)
      });
    }
  }
  found.push({ id: UNDOCUMENTED, weight: WEIGHT.undocumented, ...RESISTS.undocumented });

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

type Add = (weight: number, words: SuspectWords, about?: 'hooks') => void;

/** What may hold on although it was opened. */
function afterOpening(model: Model, joint: Joint, add: Add): void {
  switch (joint.kind) {
    case 'clips':
      if (joint.hooked.length > 0)
        add(WEIGHT.hooks, RESISTS.hooked(model, joint, joint.hooked, joint.direction), 'hooks');
      add(WEIGHT.clips, RESISTS.caught(model, joint, joint.start));
      break;
    case 'adhesive':
      add(WEIGHT.bond, RESISTS.bond(model, joint, joint.method));
      break;
    case 'connector':
      add(WEIGHT.plug, RESISTS.plug(model, joint));
      break;
    default:
      add(WEIGHT.other, RESISTS.other(model, joint));
  }
}

/** What the bench found, as a note that the machine file could carry; undefined when the file no longer knows what it was about. */
export function proposedNote(model: Model, { part, suspect, times }: FoundBefore): Said | undefined {
  const joint = suspectJoint(suspect);
  if (!model.hasPart(part) || (joint !== undefined && !model.hasJoint(joint))) return undefined;
  return foundBefore(model, part, joint === undefined ? undefined : model.joint(joint), times);
}
