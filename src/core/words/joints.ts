import { sizeText, tightening } from '../fasteners';
import type { ConnectorFamily, IsolationStep, Joint, JointOf, Model } from '../machine';
import { counted, inSentence, sentence, type Phrase } from './text';

/** @param more what has to be known of this plug in this plan */
export function openWords(joint: Joint, more?: string): Phrase {
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
        text: `Loosen ${counted(count, 'captive screw')}: ${inSentence(joint.name)}`,
        detail: sentence(`${size}, ${screw.drive}. They stay in their part.`, order, joint.note)
      }
    : {
        text: `Take out ${counted(count, 'screw')}: ${inSentence(joint.name)}`,
        detail: sentence(`${size}, ${screw.drive}.`, order, joint.note)
      };
}

export function closeWords(joint: Joint): Phrase {
  const name = inSentence(joint.name);
  switch (joint.kind) {
    case 'screws': {
      const { screw, count } = joint;
      const { by, passes, torqueNm, guideline } = tightening(joint);
      return {
        text: screw.captive
          ? `Tighten ${counted(count, 'captive screw')}: ${name}`
          : `Put in ${counted(count, 'screw')}: ${name}`,
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

export const TAPE = {
  polyimide: 'polyimide tape',
  'polyester-film': 'polyester film tape',
  cloth: 'cloth tape',
  foil: 'foil tape'
} as const;

export const ADHESIVE = {
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
export function leadWords(
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

/** Isolation is told as its file words it. */
export const isolationWords = (step: IsolationStep): Phrase => ({ text: step.text });
