import { tightening } from '../fasteners';
import type { IsolationStep, Joint, JointOf, Model } from '../machine';
import { passage, type Said, say } from '../language';
import { sizeWords } from './screws';
import { fileText, jointName, partName, type Phrase } from './text';

/** @param more what has to be known of this plug in this plan */
export function openWords(model: Model, joint: Joint, more?: Said): Phrase {
  const name = { joint: jointName(model, joint) };
  const told = toldBy(model);
  const note = joint.note !== undefined && told(joint.note);
  switch (joint.kind) {
    case 'screws': {
      const { screw, count } = joint;
      return {
        text: say(screw.captive ? 'open.captive' : 'open.screws', screwsOf(model, joint)),
        detail: passage(
          screw.captive && say('open.captiveStay', { count }),
          screw.printedOrder !== undefined && say('open.printedOrder', { count }),
          note
        )
      };
    }
    case 'connector':
      return {
        text: plugVerb(model, joint, 'open'),
        detail: passage(more, say(`plug.open.${joint.family}`), marks(joint), note)
      };
    case 'clips':
      return {
        text: say('open.clips', name),
        detail: passage(
          say('open.clipsStart', { start: told(joint.start) }),
          joint.direction !== undefined && say('open.clipsDirection', { direction: told(joint.direction) }),
          joint.hooked.length > 0 && say('open.clipsHooked', { edges: joint.hooked.map(told) }),
          note
        )
      };
    case 'adhesive':
      return {
        text: say(ADHESIVE_VERB[joint.adhesive], name),
        detail: passage(say('open.method', { method: told(joint.method) }), note)
      };
    case 'tape':
      return {
        text: say('open.tape', name),
        detail: passage(say(joint.singleUse ? 'open.tapeOnce' : 'open.tapeKeep'), note)
      };
    case 'dressing':
      return {
        text: say('open.dressing', name),
        detail: passage(say('open.dressingHow', { guide: told(joint.guide) }), note)
      };
    case 'latch':
      if (joint.unseen) return { text: say('open.unseen', { part: partName(model, joint.a) }), detail: passage(note) };
      return { text: say('open.latch', name), detail: passage(joint.held && say('open.latchHeld'), note) };
    case 'seal':
      return { text: say('open.seal', name), detail: passage(say('open.sealOf', { owner: told(joint.of) }), note) };
    case 'hook':
      return {
        text: say('open.hook', name),
        detail: passage(say('open.hookDirection', { direction: told(joint.direction) }), note)
      };
  }
}

export function closeWords(model: Model, joint: Joint): Phrase {
  const name = { joint: jointName(model, joint) };
  const told = toldBy(model);
  switch (joint.kind) {
    case 'screws': {
      const { screw, count } = joint;
      const { by, passes, torqueNm: nm, guideline } = tightening(joint);
      return {
        text: say(screw.captive ? 'close.captive' : 'close.screws', screwsOf(model, joint)),
        detail: passage(
          (by !== 'as-they-lie' || passes > 1) && say('close.order', { by, count, passes }),
          say(guideline ? 'close.torqueAbout' : 'close.torque', { nm }),
          screw.threadLocker && say('close.locker')
        )
      };
    }
    case 'connector':
      return {
        text: plugVerb(model, joint, 'close'),
        detail: passage(say(`plug.close.${joint.family}`), marks(joint))
      };
    case 'clips':
      return {
        text: say('close.clips', name),
        detail: passage(
          joint.hooked.length > 0 && say('close.clipsHooked', { edges: joint.hooked.map(told) }),
          say('close.clipsPress')
        )
      };
    case 'adhesive':
      return {
        text: joint.singleUse
          ? say('close.adhesiveFresh', { adhesive: adhesiveName(joint), ...name })
          : say('close.adhesive', name),
        detail:
          joint.settingSeconds > 0 ? say('close.sets', { minutes: Math.ceil(joint.settingSeconds / 60) }) : undefined
      };
    case 'tape':
      return joint.singleUse
        ? { text: say('close.tapeFresh', { tape: tapeName(joint), ...name }), detail: say('close.tapeFreshHow') }
        : { text: say('close.tape', name) };
    case 'dressing':
      return { text: say('close.dressing', name), detail: say('close.dressingHow', { guide: told(joint.guide) }) };
    case 'latch':
      return {
        text: joint.unseen ? say('close.unseen', { part: partName(model, joint.a) }) : say('close.latch', name)
      };
    case 'seal':
      return { text: say('close.seal', name), detail: say('close.sealHow') };
    case 'hook':
      return { text: say('close.hook', name) };
  }
}

/** What the hand does with it: a card leaves its slot, contacts part as something slides, a lock is turned, a plug is pulled. */
function plugVerb(model: Model, joint: JointOf<'connector'>, way: 'open' | 'close'): Said {
  switch (joint.family) {
    case 'blade':
      return say('hand.contacts', { way, part: partName(model, joint.a) });
    case 'edge-card':
    case 'memory-socket':
      return say('hand.socket', { way, part: partName(model, joint.a) });
    case 'processor-lock':
      return say('hand.lock', { way, joint: jointName(model, joint) });
    default:
      return say(way === 'open' ? 'open.plug' : 'close.plug', { joint: jointName(model, joint) });
  }
}

const toldBy =
  ({ machine }: Model) =>
  (text: string): Said =>
    fileText(machine, text);

const screwsOf = (model: Model, joint: JointOf<'screws'>) => ({
  count: joint.count,
  joint: jointName(model, joint),
  size: sizeWords(joint.screw),
  drive: joint.screw.drive
});

export const tapeName = ({ material }: JointOf<'tape'>): Said => say(`tape.${material}`);
export const adhesiveName = ({ adhesive }: JointOf<'adhesive'>): Said => say(`adhesive.${adhesive}`);

/** How each bond is parted, in one verb. */
const ADHESIVE_VERB = {
  'pull-strips': 'open.pullStrips',
  'thermal-compound': 'open.bond',
  'thermal-pad': 'open.bond',
  'foam-tape': 'open.adhesive',
  glue: 'open.adhesive',
  film: 'open.adhesive'
} as const;

function marks(joint: JointOf<'connector'>): Said | undefined {
  if (!joint.marks) return undefined;
  const [plug, socket] = joint.marks;
  return plug === socket ? say('plug.sameMark', { mark: plug }) : say('plug.marks', { plug, socket });
}

/** @param like plugs that look the same as this one, @param stays the part that its cable stays plugged to */
export function leadWords(
  model: Model,
  joint: JointOf<'connector'>,
  like: readonly Joint[],
  stays: string | undefined
): Said | undefined {
  return passage(
    stays !== undefined && say('plug.thisEndOnly', { cable: partName(model, joint.a), part: partName(model, stays) }),
    like.length > 0 && say('plug.looksLike', { plugs: like.map((j) => jointName(model, j)) })
  );
}

/** Isolation is told as its file words it. */
export const isolationWords = (model: Model, step: IsolationStep): Phrase => ({ text: toldBy(model)(step.text) });

/** How it is undone, likewise. */
export const undoneWords = (model: Model, undo: string): Phrase => ({ text: toldBy(model)(undo) });
