import type { Action, Unheld } from '../access';
import { inSentence, movedBy, type IsolationStep, type Model } from '../machine';
import type { Caution } from './schema';

/** Cautions for one action on one leg; short, and only where they apply. */
export function cautionsFor(model: Model, action: Action, leg: 'down' | 'up'): Caution[] {
  const out: Caution[] = [];
  if (action.kind === 'move') {
    const care = new Set([...model.takes(action.part.id, action.move)].flatMap((id) => model.part(id).care));
    const own = new Set(movedBy(action.part.id, action.move).flatMap((id) => model.part(id).care));
    if (own.has('cell'))
      out.push({
        text: 'Lithium cell: do not bend, press or pierce it. Swollen, wet or hot: stop, leave it, follow your local rules.',
        harm: true
      });
    if (own.has('sharp')) out.push({ text: 'Sharp edges.', harm: true });
    if (own.has('hot') && leg === 'down') out.push({ text: 'May be hot: let it cool.', harm: true });
    if (own.has('bends')) out.push({ text: 'Bends easily: keep it flat and even.', harm: false });
    if (own.has('fragile')) out.push({ text: 'Breaks easily.', harm: false });
    if (care.has('static')) out.push({ text: 'Wrist strap on; hold boards and cards by the edges.', harm: false });
    return out;
  }
  // What is said of plugs and clips is about opening them.
  if (leg === 'up') return out;
  const { joint } = action;
  if (joint.kind === 'seal') out.push({ text: 'Only if the owner was told and agreed.', harm: false });
  const nearCell = [joint.a, joint.b].some((id) => model.part(id).care.includes('cell'));
  if (nearCell && (joint.kind === 'adhesive' || joint.kind === 'clips')) {
    out.push({ text: 'No metal tool near the cell, and no solvent unless the cell is sound.', harm: true });
  } else if (nearCell && joint.kind === 'connector') {
    out.push({ text: 'Plastic tools only at the battery plug.', harm: false });
  }
  if (joint.kind === 'connector' && joint.family === 'flip-lock-back')
    out.push({ text: 'Locks at the back break more easily than those in front.', harm: false });
  if (joint.kind === 'connector' && joint.family === 'antenna-snap')
    out.push({ text: 'Never pull by the wire.', harm: false });
  return out;
}

export function isolationCautions(step: IsolationStep): Caution[] {
  switch (step.kind) {
    case 'shut-down':
      return [{ text: 'A fast or hybrid shutdown is not off.', harm: false }];
    case 'unplug-adapter':
      return [{ text: 'The adapter stays away until the end. Adapters are never opened.', harm: true }];
    case 'cool-down':
      return [{ text: 'Heat sink and exhaust can burn.', harm: true }];
    default:
      return [];
  }
}

const TO_HOLD: Record<Unheld, (name: string) => string> = {
  free: (name) => `the ${name} lies free: keep a hand on it, or lift it out of the way`,
  leash: (name) => `the ${name} hangs on its leash: hold it against the machine, without a pull on its cable`,
  popped: (name) => `the ${name} stands up from its socket: press it down flat and keep it there`
};

/** What has to be held while the machine or its lid moves, and how. */
export function looseCaution(model: Model, loose: readonly { part: string; how: Unheld }[]): Caution {
  return {
    text: `Not held while it turns: ${loose.map(({ part, how }) => TO_HOLD[how](inSentence(model.part(part).name))).join('; ')}.`,
    harm: false
  };
}

/** What comes down, or up, as the lid is moved. */
export function withLidCaution(model: Model, parts: readonly string[]): Caution {
  return {
    text: `With the lid goes: ${parts.map((id) => inSentence(model.part(id).name)).join(', ')}. Slowly, with nothing beneath.`,
    harm: false
  };
}

/** How the caution of a live step begins, so that it is known by whoever reads a plan. */
const LIVE = 'Live:';
export const saysLive = (cautions: readonly Caution[]): boolean => cautions.some((c) => c.text.startsWith(LIVE));

/**
 * While power is inside; to be acknowledged where that stretch begins.
 * @param tool what the step itself asks for: a driver that has to be metal is told where it may go
 */
export function energisedCaution(leg: 'down' | 'up', isFirst: boolean, tool: string | undefined): Caution {
  const power = leg === 'down' ? `${LIVE} the battery is still connected.` : `${LIVE} the battery is connected again.`;
  const hand = tool?.startsWith('driver')
    ? 'The driver touches its screws alone; nothing else of metal near open contacts.'
    : 'Plastic tools only, nothing of metal near open contacts.';
  return { text: `${power} ${hand}`, harm: isFirst };
}
