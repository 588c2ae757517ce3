import { contentHash, type Machine } from '../machine';
import type { Said, Speak } from '../language';
import { optionName, questionWords } from './asked';
import type { Ends } from './ends';
import { machineFrom, type Lacking, type Missing } from './machine-from';
import { questionsOf, type Question } from './questions';
import { retrace } from './retrace';
import type { RecordState } from './state';

/** A question in words, with what can be answered. */
export interface Asked extends Pick<Question, 'id' | 'guess' | 'sure' | 'score'> {
  text: Said;
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
  if ('missing' in drawn) return { missing: drawn.missing, lacking: [], ends: {}, on: {}, questions: [], done: [] };
  const { machine, access, believed, lacking } = drawn;
  const { model } = access;
  const last = state.counted.length - 1;
  return {
    machine,
    hash: contentHash(machine),
    lacking,
    ends: Object.fromEntries(believed.ends),
    on: Object.fromEntries(believed.on),
    questions: questionsOf(drawn).map((q) => ({
      id: q.id,
      guess: q.guess,
      sure: q.sure,
      score: q.score,
      goals: q.goals.length,
      text: questionWords(model, q),
      options: q.options.map((id) => {
        const name = optionName(model, id);
        return name === undefined ? { id } : { id, name };
      })
    })),
    done: retrace(believed, access).done.map(({ action, when }) => ({
      action,
      event: state.counted[Math.min(when, last)]!
    }))
  };
}
