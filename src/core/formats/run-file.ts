import type { Model } from '../machine';
import type { Plan } from '../plan';
import type { Speak } from '../language';
import { inOrder, when } from '../happened';
import { everyStep, fold, type RunEvent, eventWords } from '../run';
import { written } from './csv';

export const RUN_FORMAT = 'eager-wrench/run@1';

/** What a run was about, as far as it does not stand in its plan. */
export interface RunJob {
  number: number;
  customer: string;
  serial: string;
  complaint: string;
}

/** A whole run as `eager-wrench/run@1`: its events with ids and times, and the state that they fold to. */
export function runDocument(model: Model, first: Plan, events: readonly RunEvent[], job: RunJob): string {
  const { id, revision } = model.machine;
  return `${JSON.stringify({ format: RUN_FORMAT, job, machine: { id, revision, hash: first.machine.hash }, plan: first, events, state: fold(model, first, events) }, null, 1)}\n`;
}

/** The same as CSV (RFC 4180), an event a row, in the order in which they happened; a clock that was wrong stands beside. */
export function runTable(model: Model, first: Plan, events: readonly RunEvent[], speak: Speak): string {
  const steps = everyStep(first, events);
  return written([
    ['time', 'who', 'what', 'step', 'in words', 'event', 'clock said'],
    ...inOrder(events).map((e) => [
      when(e),
      e.by ?? '',
      e.type,
      'step' in e ? (e.step ?? '') : '',
      speak(eventWords(model, steps, e)),
      e.id,
      e.took === undefined ? '' : e.at
    ])
  ]);
}
