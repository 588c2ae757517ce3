import type { Access } from '../access';
import { crossings } from '../cables';
import { passage, type Said, say, wordsOf } from '../language';
import type { Joint, Model } from '../machine';
import { amountOf } from '../plan';
import {
  causeWords,
  cableOver,
  cableUnder,
  closeWords,
  consumableStep,
  DRAW,
  fileText,
  isolationWords,
  jointName,
  MATERIAL,
  openWords,
  partName,
  POWER,
  rightWay,
  STICKS,
  withTool
} from '../words';
import { CLOSINGS, type Closing, type Material } from './closings';
import { HARMS, type Harm, type HarmKind } from './harms';
import { MOTIONS, type Motion } from './motions';
import type { Blocker } from './stand';
import { METAL_HARMS, rightTool } from './tools';
import type { Try } from './try';

const MOTION_WORDS = wordsOf('motion', MOTIONS);
const CLOSING_WORDS = wordsOf('closing', CLOSINGS);
/** How a harm shows later. */
const HARM_SHOWS = wordsOf('harmShows', HARMS);

/** A motion as a choice. */
export const motionWords = (motion: Motion): Said => MOTION_WORDS[motion];
export const closingWords = (closing: Closing): Said => CLOSING_WORDS[closing];

/** What something is stuck down with, as a choice. */
export const materialWords = ({ fresh, share }: Material): Said =>
  fresh ? (share > 1 ? MATERIAL.plenty : MATERIAL.fresh) : share > 0 ? MATERIAL.old : MATERIAL.none;

/** What a try is about, by its name; undefined where it is the whole machine. */
export function tryAbout(model: Model, tried: Try): Said | undefined {
  if ('joint' in tried) return jointName(model, model.joint(tried.joint));
  return 'part' in tried ? partName(model, tried.part) : undefined;
}

/** What is tried, as a choice beside the name of the thing. */
export function tryWords(model: Model, tried: Try): Said {
  switch (tried.do) {
    case 'open': {
      const joint = model.joint(tried.joint);
      const isByMethod = joint.kind === 'adhesive' && tried.motion === 'by-method';
      return isByMethod ? fileText(model.machine, joint.method) : MOTION_WORDS[tried.motion];
    }
    case 'close':
      return CLOSING_WORDS[tried.closing];
    case 'move':
      return DRAW.out(model.move(tried.part, tried.move).kind, tried.directionDeg);
    case 'return':
      return DRAW.back(model.move(tried.part, tried.move).kind);
    case 'put':
      return DRAW.put(tried.hole);
    case 'take':
      return DRAW.take(tried.hole);
    default:
      return DRAW[tried.do];
  }
}

/** Why something does not move. */
export function blockerWords({ model, actions }: Access, blocker: Blocker): Said {
  switch (blocker.is) {
    case 'requirement':
      return causeWords(model, blocker.requirement.cause);
    case 'face':
      return STICKS.face(model, blocker.zone);
    case 'away': {
      const action = actions.get(blocker.action)!;
      return action.kind === 'move' ? STICKS.away(model, action.part.id) : STICKS.awayOpen(model, action.joint);
    }
    case 'order':
      return causeWords(model, {
        kind: 'relation',
        before: blocker.before,
        reason: fileText(model.machine, blocker.reason),
        leg: 'both'
      });
    case 'hole-taken':
      return STICKS.holeTaken(blocker.hole);
    case 'hole-empty':
      return STICKS.holeEmpty(blocker.hole);
    case 'none-left':
      return STICKS.noneLeft(model, model.joint(blocker.group));
    case 'too-thick':
      return STICKS.tooThick(model, model.joint(blocker.group));
    case 'socket-taken':
      return STICKS.socketTaken(model, model.joint(blocker.by));
    default:
      return STICKS[blocker.is];
  }
}

/** What took part in a harm: what it happened to; the part behind a hole, a cable, another socket; the group of a screw. */
interface HarmParts {
  what: Said;
  by?: Said;
  from?: Said;
}

/** What broke. */
function harmText(kind: HarmKind, { what, by, from }: HarmParts): Said {
  switch (kind) {
    case 'cable-pinched':
    case 'leads-swapped':
      return say(`harm.${kind}`, { what, by: by ?? what });
    case 'tip-through':
      return by === undefined
        ? say('harm.tip-out', { what, from: from ?? what })
        : say('harm.tip-through', { what, by, from: from ?? what });
    case 'thread-stripped':
      return say('harm.thread-stripped', { what, from: from ?? what });
    case 'held-loosely':
      return from === undefined ? say('harm.held-loosely', { what }) : say('harm.screw-loose', { what, from });
    default:
      return say(`harm.${kind}`, { what });
  }
}

export interface HarmWords {
  /** What broke. */
  text: Said;
  /** How one would notice it later. */
  shows: Said;
  /** How it is done. */
  right?: Said;
}

/** What broke, how it shows and how it is rightly done, in the terms of this machine. */
export function harmWords(model: Model, { kind, leg, at, by, from }: Harm): HarmWords {
  const name = (id: string) => (model.hasJoint(id) ? jointName(model, model.joint(id)) : partName(model, id));
  const tried = 'joint' in at ? at.joint : at.part;
  // What a part was torn off by is what broke.
  const what = by !== undefined && !APART.has(kind) ? by : tried;
  const joint = [what, tried].filter((id) => model.hasJoint(id)).map((id) => model.joint(id))[0];
  const how = joint && howTo(model, joint, leg);
  const right =
    kind === 'short'
      ? POWER[leg](model.machine.isolation.steps.map((step) => isolationWords(model, step).text))
      : kind === 'cable-pinched'
        ? sideOf(model, tried, by!)
        : isOfMetal(kind)
          ? joint && withTool(rightTool(joint))
          : how && rightWay(how);
  return {
    text: harmText(kind, {
      what: name(what),
      ...(by === undefined ? {} : { by: name(by) }),
      ...(from === undefined ? {} : { from: name(from) })
    }),
    shows: HARM_SHOWS[kind],
    ...(right === undefined ? {} : { right })
  };
}

const isOfMetal = (kind: HarmKind): boolean => METAL_HARMS.some((k) => k === kind);

/** Of these, what took part is named beside what was tried. */
const APART: ReadonlySet<HarmKind> = new Set(['tip-through', 'cable-pinched', 'leads-swapped']);

/** On which side of a part a cable runs. */
function sideOf(model: Model, part: string, cable: string): Said | undefined {
  const crossing = model
    .part(part)
    .moves.flatMap((m) => crossings(model, model.part(part), m))
    .find((c) => c.cable === cable);
  if (!crossing) return undefined;
  return (crossing.where === 'under' ? cableUnder : cableOver)(model, cable, crossing.part);
}

function howTo(model: Model, joint: Joint, leg: Harm['leg']): Said | undefined {
  if (leg === 'up' && joint.kind === 'adhesive' && joint.singleUse) {
    const prepared = consumableStep(model, joint, amountOf(model, joint));
    return passage(prepared.text, prepared.detail);
  }
  const { text, detail } = leg === 'up' ? closeWords(model, joint) : openWords(model, joint);
  return joint.kind === 'screws' ? passage(text, detail) : detail;
}
