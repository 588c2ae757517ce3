import type { Access, Action, Cause, Evidence } from '../access';
import {
  inSentence,
  type ConnectorFamily,
  type IsolationStep,
  type Joint,
  type JointOf,
  type Model,
  type Part
} from '../machine';
import { sizeText, tightening } from '../fasteners';
import { runOf } from '../cables';
import { amountOf } from './consumables';
import type { Goal } from './goals';
import type { Weighting } from './order';
import type { Plan } from './schema';

/** All instructions are written here and nowhere else, so that wording has one place and can be translated. */
export interface Phrase {
  text: string;
  detail?: string;
}

export { sizeText as screwSize };

const plural = (n: number, one: string) => (n === 1 ? `the ${one}` : `${n} ${one}s`);
const places = (n: number) => (n === 1 ? 'one place' : `${n} places`);
const sentence = (...pieces: (string | false | undefined)[]) => pieces.filter(Boolean).join(' ') || undefined;

/** @param more what has to be known of this plug in this plan */
export function openPhrase(joint: Joint, more?: string): Phrase {
  const name = inSentence(joint.name);
  switch (joint.kind) {
    case 'screws':
      return screwsOut(joint);
    case 'connector':
      return {
        text: `${joint.family === 'blade' ? 'Part' : 'Unplug'}: ${name}`,
        detail: sentence(more, OPEN_MOTION[joint.family], marks(joint), joint.note)
      };
    case 'clips':
      return {
        text: `Free the clips: ${name}`,
        detail: sentence(
          `Start at ${joint.start}.`,
          joint.direction && `Draw it ${joint.direction}.`,
          joint.hooked.length > 0 && `Hooks at ${joint.hooked.join(' and ')}: slide out, never pry.`,
          joint.note
        )
      };
    case 'adhesive':
      return { text: adhesiveText(joint), detail: sentence(`${joint.method}.`, joint.note) };
    case 'tape':
      return {
        text: `Peel back the tape: ${name}`,
        detail: sentence(
          joint.singleUse ? 'It does not hold again: a fresh piece goes on.' : 'Keep it clean; it goes back.',
          joint.note
        )
      };
    case 'dressing':
      return { text: `Undress: ${name}`, detail: sentence(`Out of its ${joint.guide}; note how it ran.`, joint.note) };
    case 'latch':
      return { text: `Open the latch: ${name}`, detail: sentence(joint.held && 'It has to be held.', joint.note) };
    case 'seal':
      return { text: `Break the seal: ${name}`, detail: sentence(`The ${joint.of}\u2019s seal.`, joint.note) };
    case 'hook':
      return { text: `Unhook: ${name}`, detail: sentence(`${joint.direction}.`, joint.note) };
  }
}

function screwsOut(joint: JointOf<'screws'>): Phrase {
  const { screw, count } = joint;
  const size = sizeText(screw);
  const order = screw.printedOrder && `In the printed order, 1 to ${count}, each a little at a time.`;
  return screw.captive
    ? {
        text: `Loosen ${plural(count, 'captive screw')}: ${inSentence(joint.name)}`,
        detail: sentence(`${size}, ${screw.drive}. They stay in their part.`, order, joint.note)
      }
    : {
        text: `Take out ${plural(count, 'screw')}: ${inSentence(joint.name)}`,
        detail: sentence(`${size}, ${screw.drive}.`, order, joint.note)
      };
}

export function closePhrase(joint: Joint): Phrase {
  const name = inSentence(joint.name);
  switch (joint.kind) {
    case 'screws': {
      const { screw, count } = joint;
      const { by, passes, torqueNm, guideline } = tightening(joint);
      return {
        text: screw.captive
          ? `Tighten ${plural(count, 'captive screw')}: ${name}`
          : `Put in ${plural(count, 'screw')}: ${name}`,
        detail: sentence(
          `${sizeText(screw)}, ${screw.drive}.`,
          by === 'printed' && `In the printed order, 1 to ${count},`,
          by === 'crosswise' && 'Crosswise,',
          passes > 1 && 'in two passes.',
          guideline ? `About ${torqueNm} N·m (guideline by thread and material).` : `${torqueNm} N·m.`,
          screw.threadLocker && 'Thread locker.'
        )
      };
    }
    case 'connector':
      return { text: `Plug in: ${name}`, detail: sentence(CLOSE_MOTION[joint.family], marks(joint)) };
    case 'clips':
      return {
        text: `Close the clips: ${name}`,
        detail: sentence(
          joint.hooked.length > 0 && `Hooks at ${joint.hooked.join(' and ')} go in first.`,
          'Press along the seam until no gap is left.'
        )
      };
    case 'adhesive':
      return {
        text: joint.singleUse ? `Settle it on the fresh ${ADHESIVE[joint.adhesive]}: ${name}` : `Press down: ${name}`,
        detail: joint.settingSeconds > 0 ? `Sets in ${Math.ceil(joint.settingSeconds / 60)} min.` : undefined
      };
    case 'tape':
      return joint.singleUse
        ? { text: `Stick on a fresh piece of ${TAPE[joint.material]}: ${name}`, detail: 'No old glue may stay.' }
        : { text: `Tape back: ${name}` };
    case 'dressing':
      return { text: `Dress the cable: ${name}`, detail: `Into its ${joint.guide}, without a twist.` };
    case 'latch':
      return { text: `Close the latch: ${name}` };
    case 'seal':
      return {
        text: `The seal stays broken: ${name}`,
        detail: 'It is not renewed: the record says when it was broken, and by whom.'
      };
    case 'hook':
      return { text: `Hook in: ${name}` };
  }
}

const OPEN_MOTION: Record<ConnectorFamily, string> = {
  'flip-lock-back': 'Flip the lock up from the back, gently: it breaks easily. Draw the flat cable out straight.',
  'flip-lock-front': 'Flip the lock up from the cable side, then draw the flat cable out straight.',
  'slide-lock': 'Slide the lock out evenly on both sides, then draw the flat cable out.',
  'pull-tab': 'No lock: pull the tab straight along the board.',
  'wire-along-board': 'Push the plug out along the board by its sides, never by the wires.',
  'lift-straight': 'Lift the plug straight up.',
  'antenna-snap': 'Pop it straight up, close to the snap.',
  'board-to-board': 'Lever it up evenly on both sides.',
  bail: 'Fold the bail over, then pull along the board.',
  'edge-card': 'The card rises by itself; slide it out along that angle.',
  'memory-socket': 'Spread both side springs until the module pops up, then draw it out.',
  'processor-lock': 'Turn the lock screw to open.',
  tray: 'Press the pin in and draw the tray out.',
  blade: 'The contacts part as it slides out.'
};

const CLOSE_MOTION: Record<ConnectorFamily, string> = {
  'flip-lock-back': 'Slide the flat cable in square to its line, then press the lock down.',
  'flip-lock-front': 'Slide the flat cable in square to its line, then press the lock down.',
  'slide-lock': 'Slide the flat cable in, then push the lock home evenly on both sides.',
  'pull-tab': 'Push it home straight along the board.',
  'wire-along-board': 'Line it up and push it home along the board.',
  'lift-straight': 'Line it up and press straight down.',
  'antenna-snap': 'Set it square over the post and press until it snaps.',
  'board-to-board': 'Line it up, then press one end and the other.',
  bail: 'Push it home, then fold the bail over.',
  'edge-card': 'In at an angle up to the contacts, then hold it down for its screw.',
  'memory-socket': 'In at an angle up to the contacts, then press down until both springs click.',
  'processor-lock': 'The marked corner must match; turn the lock screw to close.',
  tray: 'Push it in until it lies flush.',
  blade: 'Slide it home until the contacts meet.'
};

const TAPE = {
  polyimide: 'polyimide tape',
  'polyester-film': 'polyester film tape',
  cloth: 'cloth tape',
  foil: 'foil tape'
} as const;

const ADHESIVE = {
  'thermal-compound': 'thermal compound',
  'thermal-pad': 'thermal pad',
  'foam-tape': 'foam tape',
  'pull-strips': 'pull strips',
  glue: 'glue',
  film: 'film'
} as const;

function adhesiveText(joint: JointOf<'adhesive'>): string {
  const name = inSentence(joint.name);
  switch (joint.adhesive) {
    case 'pull-strips':
      return `Draw out the pull strips: ${name}`;
    case 'thermal-compound':
    case 'thermal-pad':
      return `Loosen the bond: ${name}`;
    default:
      return `Free the ${ADHESIVE[joint.adhesive]}: ${name}`;
  }
}

function marks(joint: JointOf<'connector'>): string | undefined {
  if (!joint.marks) return undefined;
  return joint.marks[0] === joint.marks[1]
    ? `Mark ${joint.marks[0]} to mark ${joint.marks[1]}.`
    : `Plug ${joint.marks[0]} belongs on ${joint.marks[1]}.`;
}

/** @param like plugs that look the same as this one, @param stays the part that its cable stays plugged to */
export function leadPhrase(
  model: Model,
  joint: JointOf<'connector'>,
  like: readonly Joint[],
  stays: string | undefined
): string | undefined {
  return sentence(
    stays !== undefined &&
      `Only this end: the ${inSentence(model.part(joint.a).name)} stays plugged to the ${inSentence(model.part(stays).name)} and comes off with it.`,
    like.length > 0 &&
      `It looks like the ${like.map((j) => inSentence(j.name)).join(', the ')}: mark them or take a photo first.`
  );
}

const OUT = {
  lift: 'Lift out',
  slide: 'Slide out',
  tilt: 'Tilt out',
  raise: 'Raise',
  swing: 'Swing away',
  fold: 'Fold back'
} as const;
const BACK = {
  lift: 'Put back',
  slide: 'Slide back in',
  tilt: 'Tilt back in',
  raise: 'Lower',
  swing: 'Swing back',
  fold: 'Fold down'
} as const;

/** @param along parts that leave together with it */
export function movePhrase(action: Action & { kind: 'move' }, along: readonly Part[] = []): Phrase {
  return {
    text: `${OUT[action.move.kind]} the ${inSentence(action.part.name)}${together(along)}`,
    detail: action.move.how
  };
}

/** @param fresh the part is replaced: the new one goes in */
export function returnPhrase(action: Action & { kind: 'move' }, fresh: boolean, along: readonly Part[] = []): Phrase {
  return {
    text: `${BACK[action.move.kind]} the ${fresh ? 'new ' : ''}${inSentence(action.part.name)}${together(along)}`,
    detail: action.move.back
  };
}

const together = (along: readonly Part[]) =>
  along.length === 0 ? '' : ` together with the ${along.map((p) => inSentence(p.name)).join(' and the ')}`;

/** @param loose whether something in the machine is not held meanwhile */
export function posePhrase(pose: string, loose = false): Phrase {
  const [up, lid] = pose.split('/');
  const side = up === 'underside' ? 'underside up' : up === 'topside' ? 'upright' : 'as it lies';
  return {
    text: `Turn the machine: ${side}${lid === 'any' ? '' : `, lid ${lid}`}`,
    detail: loose ? 'On a clean mat, slowly.' : 'On a clean mat; nothing loose inside.'
  };
}

export function isolationPhrase(step: IsolationStep): Phrase {
  return { text: step.text };
}

export function consumablePhrase(model: Model, joint: JointOf<'adhesive'>): Phrase {
  return {
    text: `Clean both faces for fresh ${ADHESIVE[joint.adhesive]}: ${inSentence(model.part(joint.a).name)}`,
    detail: `${consumableAmount(model, joint)}. ${joint.adhesive === 'thermal-compound' ? 'Nothing beside the die.' : 'No old residue may stay.'}`
  };
}

/** What is used up where a joint is closed again, as it stands in the list of what must be in hand. */
export function consumableOf(
  model: Model,
  joint: JointOf<'adhesive'> | JointOf<'tape'>
): { name: string; amount: string } {
  if (joint.kind === 'tape')
    return {
      name: `${TAPE[joint.material]}: ${inSentence(joint.name)}`,
      amount: joint.at.length === 1 ? 'one piece' : `${joint.at.length} pieces`
    };
  return {
    name: `${consumableName(joint)}: ${inSentence(model.part(joint.a).name)}`,
    amount: consumableAmount(model, joint)
  };
}

/** How much of it, in words. */
export function consumableAmount(model: Model, joint: JointOf<'adhesive'>): string {
  const amount = amountOf(model, joint);
  const area = 'areaMm2' in amount ? `${amount.areaMm2} mm²` : '';
  switch (amount.kind) {
    case 'volume':
      return `${amount.volumeMm3.toFixed(0)} mm³ (${area} at ${amount.filmMm} mm)`;
    case 'sheet':
      return `${area}${amount.thicknessMm === undefined ? '' : `, ${amount.thicknessMm} mm thick`}`;
    case 'strips':
      return `${amount.lengthsMm.length} strips: ${amount.lengthsMm.join(', ')} mm`;
    case 'set':
      return 'One set';
  }
}

export function consumableName(joint: JointOf<'adhesive'>): string {
  return ADHESIVE[joint.adhesive];
}

/** @param swap what the spare brings and what moves over, before or after the old part is lifted */
export function swapPhrase(model: Model, swap: NonNullable<Plan['swaps']>[number]): Phrase {
  const { name, numbers } = model.part(swap.part);
  const names = (ids: readonly string[]) => ids.map((id) => inSentence(model.part(id).name)).join(', ');
  const over = (when: 'before' | 'after') => names(swap.over.filter((o) => o.when === when).map((o) => o.part));
  return {
    text: `Lay the new ${inSentence(name)} beside the old one`,
    detail: sentence(
      numbers.length > 0 && `Number ${numbers.map((n) => n.number).join(' or ')}.`,
      'Same holes, same plugs, same side.',
      over('before') && `Goes over to the new one, off already: ${over('before')}.`,
      over('after') && `Goes over to the new one, taken off on the mat: ${over('after')}.`,
      swap.brings.length > 0 && `Comes with the new one: ${names(swap.brings)}.`
    )
  };
}

/** A new flat cable is bent where and how the old one was. */
export function formPhrase(model: Model, cable: string): Phrase {
  const { bends } = runOf(model.cable(cable)!);
  const folds = bends.filter((b) => b.folded).length;
  return {
    text: `Form the new ${inSentence(model.part(cable).name)} after the old one`,
    detail: sentence(
      'Lay both side by side.',
      folds > 0 && `Fold it at ${places(folds)}.`,
      bends.length > folds &&
        `Bend it at ${places(bends.length - folds)}, no tighter than ${model.cable(cable)!.minBendRadiusMm} mm.`,
      'Foam, tape and tabs go over.'
    )
  };
}

export const OPEN_TEST: Phrase = {
  text: 'Power test with the cover off',
  detail:
    'Adapter in: charge light, start, screen, keys. Then shut down fully, adapter out, battery disconnected in firmware again if it was.'
};

/** Why a step moved although nothing of its own made it: what it waits for did. */
export function waitsPhrase(action: Action): string {
  return `Waits for the ${inSentence(action.kind === 'open' ? action.joint.name : action.part.name)}.`;
}

/** Why a step moved when nothing makes it. */
export const savesPhrase = 'Saves a change of tool, place or side here.';

/** @param hidden what is on already although it hides something that was touched, and what could only be closed after it */
export function openTestReason(model: Model, hidden?: { cover: Action; last: Action }): string {
  const name = (a: Action) => inSentence(a.kind === 'open' ? a.joint.name : a.part.name);
  const isPower = hidden?.last.kind === 'open' && hidden.last.joint.id === model.machine.isolation.joint;
  const why =
    hidden &&
    (isPower ? 'power goes on after all work beside it' : `this is closed only after it: ${name(hidden.last)}`);
  return `Boards, plugs or the battery were touched: tried before it is covered.${hidden ? ` The ${name(hidden.cover)} is on already: ${why}.` : ''}`;
}

/** The work itself where nothing is swapped. */
export function goalWorkPhrase(model: Model, goal: Goal): Phrase {
  if (goal.do === 'reach') {
    const { kind, name } = model.joint(goal.joint);
    return kind === 'connector'
      ? { text: `Reseat: ${inSentence(name)}`, detail: 'Look for bent contacts, dirt, a torn cable.' }
      : { text: `Look at: ${inSentence(name)}`, detail: 'How it sits, and what it holds or presses.' };
  }
  const name = inSentence(model.part(goal.part).name);
  return goal.do === 'expose'
    ? { text: `Look at the ${name}`, detail: 'Note what you find.' }
    : { text: `The ${name} is out: do the work on it`, detail: 'It goes back on the way up.' };
}

/** Another way, told by what it does instead of what. */
export function insteadPhrase(access: Access, adds: readonly string[], drops: readonly string[]): string {
  const moves = (ids: readonly string[]) =>
    ids.flatMap((id) => {
      const a = access.actions.get(id)!;
      return a.kind === 'move' ? [a] : [];
    });
  const [added, dropped] = mainOf(moves(adds), moves(drops)) ?? [
    access.actions.get(moves(adds)[0]?.id ?? adds[0]!)!,
    access.actions.get(moves(drops)[0]?.id ?? drops[0]!)!
  ];
  const doing = (a: Action) => (a.kind === 'open' ? openPhrase(a.joint) : movePhrase(a, along(a))).text;
  const along = (a: Action & { kind: 'move' }) => (a.move.with ?? []).map((id) => access.model.part(id));
  if (added.kind === 'move' && dropped.kind === 'move') {
    const one = inSentence(dropped.part.name);
    const other = inSentence(added.part.name);
    if (added.part === dropped.part && added.move.with)
      return `${doing(added)} instead of apart from ${added.move.with.length === 1 ? 'it' : 'them'}`;
    if (added.part === dropped.part && dropped.move.with)
      return `${doing(added)} alone instead of${together(along(dropped))}`;
    if (added.part !== dropped.part && access.model.riders(added.part.id).has(dropped.part.id))
      return `Carry the ${one} off with the ${other} instead of taking it out alone`;
    if (added.part !== dropped.part && access.model.riders(dropped.part.id).has(added.part.id))
      return `Take the ${other} out alone instead of carrying it off with the ${one}`;
  }
  if (
    added.kind === 'open' &&
    dropped.kind === 'open' &&
    access.model.cable(added.joint.a)?.ends.some((e) => e.joint === dropped.joint.id)
  ) {
    return `Open the ${inSentence(access.model.part(added.joint.a).name)} at its other end: ${inSentence(added.joint.name)} instead of ${inSentence(dropped.joint.name)}`;
  }
  return `${doing(added)} instead of: ${inSentence(doing(dropped))}`;
}

/** Two ways to move the same part, where there are such: they are what the difference is about. */
function mainOf<M extends Action & { kind: 'move' }>(adds: readonly M[], drops: readonly M[]): [M, M] | undefined {
  for (const added of adds)
    for (const dropped of drops)
      if (added.part === dropped.part && (added.move.with || dropped.move.with)) return [added, dropped];
  return undefined;
}

/** "While you are there" in one line. */
export function alongsidePhrase(model: Model, task: string, goal: Goal): string {
  const name = inSentence(goal.do === 'reach' ? model.joint(goal.joint).name : model.part(goal.part).name);
  return `${task[0]!.toUpperCase()}${task.slice(1)} the ${name}`;
}

/** A cause by name, as the answer to "why is this here?". */
export function causePhrase(model: Model, cause: Cause): string {
  const part = (id: string) => inSentence(model.part(id).name);
  const thing = (id: string) => (model.hasJoint(id) ? inSentence(model.joint(id).name) : part(id));
  switch (cause.kind) {
    case 'holds':
      return `The ${thing(cause.joint)} ${heldVerb(model.joint(cause.joint))} the ${part(cause.part)}.`;
    case 'covers':
      return `The ${part(cause.part)} lies over the ${thing(cause.what)}${cause.with === undefined ? '' : `, which leaves with the ${part(cause.with)}`}.`;
    case 'raised':
      return `The ${thing(cause.joint)} can be reached only while the ${part(cause.part)} is raised.`;
    case 'loose-cable':
      return `The ${part(cause.cable)} ties the ${part(cause.part)} to what stays; this is its cheaper end.`;
    case 'relation':
      return cause.reason.endsWith('.') ? cause.reason : `${cause.reason}.`;
    case 'isolation':
      return `Power goes first: the ${thing(cause.joint)} is opened on every job.`;
    case 'rider':
      return `The ${part(cause.part)} does not come with a new ${part(cause.of)}: it moves over.`;
    case 'goal':
      return `Asked for: ${goalPhrase(model, cause.goal)}.`;
    case 'done':
      return 'It is open already: work goes on from there.';
  }
}

/** Hundredths are as fine as a drawing is told. */
const mm = (value: number) => Number(value.toFixed(2));

/** The figures behind a cover: where, how deep, how much room. */
export function evidencePhrase(model: Model, { zone, at, coverMm, depthMm, clearMm, travelMm }: Evidence): string {
  const place = `${model.zone(zone).name}, ${at.map((mm) => mm.toFixed(0)).join(' / ')} mm: it begins ${mm(coverMm)} mm below the face, what it covers lies at ${mm(depthMm)} mm`;
  return clearMm !== undefined
    ? `${place} and needs ${mm(clearMm)} mm of room.`
    : `${place}${travelMm ? ` and has to move ${mm(travelMm)} mm` : ' and comes straight out'}.`;
}

/** Plural names ("bottom cover screws") hold; singular ones ("fan plug") hold-s. */
function heldVerb(joint: Joint): string {
  return /[^s]s$/.test(joint.name) ? 'hold' : 'holds';
}

export function goalPhrase(model: Model, goal: string): string {
  const [verb, id] = goal.split(':') as [string, string];
  return verb === 'reach'
    ? `reach the ${inSentence(model.joint(id).name)}`
    : `${verb} the ${inSentence(model.part(id).name)}`;
}

/** What a job is for, in one line: "Replace fan, keyboard; reach display plug". */
export function jobPhrase(model: Model, goals: readonly Goal[]): string {
  const byVerb = new Map<string, string[]>();
  for (const goal of goals) {
    const name = inSentence(goal.do === 'reach' ? model.joint(goal.joint).name : model.part(goal.part).name);
    byVerb.set(goal.do, [...(byVerb.get(goal.do) ?? []), name]);
  }
  const text = [...byVerb].map(([verb, names]) => `${verb} ${names.join(', ')}`).join('; ');
  return text[0]!.toUpperCase() + text.slice(1);
}

export const WEIGHTING_NAMES: Record<Weighting, string> = {
  'part-by-part': 'Part by part',
  'bit-by-bit': 'Bit by bit'
};
