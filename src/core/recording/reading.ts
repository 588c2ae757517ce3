import { contentHash, type Machine } from '../machine';
import type { Said, Speak } from '../language';
import { ASK, POWER_ANSWERS } from '../words';
import { optionName, questionWords } from './asked';
import type { Ends } from './ends';
import { machineFrom, type Lacking, type Missing } from './machine-from';
import { DO_NOT_KNOW, isWithoutPlug, powerOf } from './power';
import { powerQuestion, questionsOf, type Question } from './questions';
import { retrace } from './retrace';
import type { RecordState } from './state';

/** A question in words, with what can be answered. */
export interface Asked extends Pick<Question, 'id' | 'guess' | 'sure' | 'score'> {
  about: Question['about']['kind'];
  text: Said;
  /** What was answered, where what was seen says otherwise: it is asked once more. */
  said?: string;
  /** `name` is absent for yes and no: these are the screen's own words. */
  options: readonly { id: string; name?: Said }[];
  goals: number;
}

/** What a record says at this moment: plain data, so that it can be made in a thread and sent. */
export interface Reading {
  /** Why no file can be made of it yet. */
  missing?: Missing;
  machine?: Machine;
  hash?: string;
  lacking: readonly Lacking[];
  /** What each joint is taken to hold, onto what, by joint. */
  ends: Readonly<Record<string, Ends>>;
  /** What each part is taken to stand on. */
  on: Readonly<Record<string, string>>;
  /** The best first. */
  questions: readonly Asked[];
  /** What was done so far, in the terms of the file, each with the id of the event by which it was known to be done. */
  done: readonly { action: string; event: string }[];
}

/** @param speak the language of what the file says by itself */
export function readRecord(state: RecordState, speak: Speak): Reading {
  const drawn = machineFrom(state, speak);
  if ('missing' in drawn) {
    // How its power is taken away is asked before anything else is known.
    const first = state.about && powerQuestion(powerOf(state, new Map(), new Map()));
    const name = (id: string): Said | undefined =>
      state.joints.find((j) => j.id === id)?.name ?? (isWithoutPlug(id) ? POWER_ANSWERS[id] : undefined);
    return {
      missing: drawn.missing,
      lacking: [],
      ends: {},
      on: {},
      questions: first ? [asked(first, ASK.powerUntold, name, state)] : [],
      done: []
    };
  }
  const { machine, access, believed, lacking } = drawn;
  const { model } = access;
  const last = state.counted.length - 1;
  return {
    machine,
    hash: contentHash(machine),
    lacking,
    ends: Object.fromEntries(believed.ends),
    on: Object.fromEntries(believed.on),
    questions: questionsOf(drawn).map((q) => asked(q, questionWords(model, q), (id) => optionName(model, id), state)),
    done: retrace(believed, access).done.map(({ action, when }) => ({
      action,
      event: state.counted[Math.min(Math.floor(when), last)]!
    }))
  };
}

function asked(
  { id, about, guess, sure, score, goals, options }: Question,
  text: Said,
  nameOf: (option: string) => Said | undefined,
  { answers }: RecordState
): Asked {
  return {
    id,
    about: about.kind,
    guess,
    sure,
    score,
    goals: goals.length,
    text,
    ...(answers[id] === undefined || answers[id] === DO_NOT_KNOW ? {} : { said: answers[id] }),
    options: options.map((option) => {
      const name = nameOf(option);
      return name === undefined ? { id: option } : { id: option, name };
    })
  };
}
