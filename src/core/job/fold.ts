import type { DatedReading } from '../cells';
import type { Findings } from '../faults';
import { triage, type HazardAnswers, type Triage } from '../hazards';
import type { Listing } from '../hardware';
import type { Quote } from '../money';
import type { ConditionMark, Intake, JobEvent } from './events';

/** What is known of a job before and beside its run. */
export interface JobState {
  hazards: HazardAnswers;
  triage: Triage;
  /** A lead's word that work may go on past the stops that stood then. */
  allowed?: { why: string; by: string; at: string };
  intake?: Intake;
  marks: ConditionMark[];
  listing?: Listing;
  place?: { place: string; at: string; by: string };
  readings: (DatedReading & { source: string; by: string })[];
  /** What was put on the cell to drain it. */
  load?: { loadW: number; at: string; by: string };
  findings: Findings;
  /** The repair that helped, when one did. */
  mendedBy?: string;
  quote?: { quote: Quote; at: string; by: string };
  answer?: { approved: boolean; from: string; how: string; at: string };
  /** The last word of a lead on what the check doubts of the plan. */
  begunDoubted?: { doubts: string[]; why: string; by: string; at: string };
  openedWithout?: { missing: string[]; why: string; by: string; at: string };
}

/** The state that the facts come to, in their order. */
export function foldJob(events: readonly JobEvent[]): JobState {
  const state: JobState = {
    hazards: {},
    triage: triage({}),
    marks: [],
    readings: [],
    findings: { symptoms: {}, tests: {}, repairs: [] }
  };
  for (const event of events) {
    const { at, by } = event;
    switch (event.is) {
      case 'hazards':
        state.hazards = event.answers;
        state.triage = triage(event.answers);
        // What a lead allowed was allowed for what was known then.
        delete state.allowed;
        break;
      case 'allowed':
        state.allowed = { why: event.why, by, at };
        break;
      case 'intake': {
        const { is: _is, at: _at, by: _by, ...intake } = event;
        state.intake = intake;
        break;
      }
      case 'condition':
        state.marks = event.marks;
        break;
      case 'listing':
        state.listing = event.listing;
        break;
      case 'placed':
        state.place = { place: event.place, at, by };
        break;
      case 'cell':
        if (event.loadW !== undefined) state.load = { loadW: event.loadW, at, by };
        if (!isSaidAgain(state, event))
          state.readings = [...state.readings, { at, by, reading: event.reading, source: event.source }];
        break;
      case 'load':
        state.load = { loadW: event.loadW, at, by };
        break;
      case 'symptoms':
        state.findings = {
          ...state.findings,
          symptoms: Object.fromEntries([
            ...event.there.map((s) => [s, true] as const),
            ...event.not.map((s) => [s, false] as const)
          ])
        };
        break;
      case 'tried':
        state.findings = { ...state.findings, tests: { ...state.findings.tests, [event.test]: event.outcome } };
        break;
      case 'mended':
        if (event.helped) state.mendedBy = event.repair;
        else {
          state.findings = { ...state.findings, repairs: [...new Set([...state.findings.repairs, event.repair])] };
          if (state.mendedBy === event.repair) delete state.mendedBy;
        }
        break;
      case 'afresh':
        state.findings = { symptoms: {}, tests: {}, repairs: [] };
        delete state.mendedBy;
        break;
      case 'quoted':
        state.quote = { quote: event.quote, at, by };
        // A new quote asks for a new answer.
        delete state.answer;
        break;
      case 'answered':
        state.answer = { approved: event.approved, from: event.from, how: event.how, at };
        break;
      case 'opened-without':
        state.openedWithout = { missing: event.missing, why: event.why, by, at };
        break;
      case 'begun-doubted':
        state.begunDoubted = { doubts: event.doubts, why: event.why, by, at };
        break;
      case 'note':
        break;
    }
  }
  return state;
}

/** An earlier version said of a load by saying the last reading once more: that is no reading. */
function isSaidAgain(state: JobState, { loadW, reading }: JobEvent & { is: 'cell' }): boolean {
  return loadW !== undefined && JSON.stringify(state.readings.at(-1)?.reading) === JSON.stringify(reading);
}

/** Whether a stop of the triage stands and nobody has allowed the work. */
export const isStopped = (state: JobState): boolean => state.triage.stops.length > 0 && !state.allowed;
