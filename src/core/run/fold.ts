import { emptyFates, ledgerLine, type Fate, type LedgerLine } from '../fasteners';
import type { Model } from '../machine';
import type { Plan } from '../plan';
import type { RunEvent } from './events';

export interface StepRecord {
  /** The event that said so. */
  event: string;
  at: string;
  by?: string;
  count?: number;
  outcome?: 'pass' | 'fail' | 'not-applicable' | 'skipped';
  note?: string;
}

/** What the events add up to. Plain data, so that it can be sent and compared. */
export interface RunState {
  /** By step id: done, tested or skipped. */
  steps: Record<string, StepRecord>;
  /** Index of the first step without a record; the number of steps when there is none. */
  position: number;
  ledger: LedgerLine[];
  /** Facts that were not as the plan expected, and notes, oldest first. */
  findings: { event: string; at: string; by?: string; step?: string; what: string; count?: number; note?: string }[];
  /** Steps of which different things were said, on two screens or by two people; all that was said, oldest first: nothing is merged silently. */
  conflicts: Record<string, StepRecord[]>;
  /** What was looked at when a part resisted, oldest first. */
  looks: { event: string; at: string; by?: string; part: string; suspect: string; found: boolean; note?: string }[];
  paused: boolean;
  startedAt?: string;
  lastAt?: string;
  /** From the first event to the last, pauses left out, s. */
  activeSeconds: number;
  signed?: { at: string; by?: string; note?: string };
  /** Ids of the events that count, oldest first: undone ones and those after signing are not among them. */
  counted: string[];
}

/**
 * The run's state from its events, whatever their order and however often each came:
 * they are sorted by bench time (then id), each id counts once, undone ones not at all.
 */
export function fold(model: Model, plan: Plan, events: readonly RunEvent[]): RunState {
  const unique = [...new Map(events.map((e) => [e.id, e])).values()].sort((a, b) => (a.at !== b.at ? (a.at < b.at ? -1 : 1) : a.id < b.id ? -1 : 1));
  const undone = new Set(unique.flatMap((e) => (e.type === 'undo' ? [e.event] : [])));
  const known = new Map(plan.steps.map((s) => [s.id, s]));
  const state: RunState = { steps: {}, position: 0, ledger: [], findings: [], conflicts: {}, looks: [], paused: false, activeSeconds: 0, counted: [] };
  const fates = new Map<string, Record<Fate, number>>();
  const said = new Map<string, StepRecord[]>();
  const record = (step: string, what: StepRecord) => {
    if (!known.has(step)) return;
    state.steps[step] = what;
    said.set(step, [...(said.get(step) ?? []), what]);
  };
  let since: string | undefined;

  for (const event of unique) {
    if (undone.has(event.id) || event.type === 'undo' || state.signed) continue;
    state.counted.push(event.id);
    state.startedAt ??= event.at;
    state.lastAt = event.at;
    if (since && !state.paused) state.activeSeconds += seconds(since, event.at);
    since = event.at;
    const who = event.by === undefined ? {} : { by: event.by };
    switch (event.type) {
      case 'done':
        record(event.step, { event: event.id, at: event.at, ...who, ...(event.count === undefined ? {} : { count: event.count }) });
        break;
      case 'tested':
        record(event.step, { event: event.id, at: event.at, ...who, outcome: event.outcome, ...(event.note ? { note: event.note } : {}) });
        break;
      case 'skipped':
        record(event.step, { event: event.id, at: event.at, ...who, outcome: 'skipped', note: event.note });
        break;
      case 'not-so':
        state.findings.push({ event: event.id, at: event.at, ...who, step: event.step, what: event.what, ...(event.count === undefined ? {} : { count: event.count }), ...(event.note ? { note: event.note } : {}) });
        break;
      case 'account': {
        const of = fates.get(event.joint) ?? emptyFates();
        of[event.fate] += event.count;
        fates.set(event.joint, of);
        state.findings.push({ event: event.id, at: event.at, ...who, step: `down/joint:${event.joint}`, what: event.fate, count: event.count, ...(event.note ? { note: event.note } : {}) });
        break;
      }
      case 'note':
        state.findings.push({ event: event.id, at: event.at, ...who, ...(event.step ? { step: event.step } : {}), what: 'note', note: event.text });
        break;
      case 'looked':
        state.looks.push({ event: event.id, at: event.at, ...who, part: event.part, suspect: event.suspect, found: event.found, ...(event.note ? { note: event.note } : {}) });
        break;
      case 'settled': {
        const word = said.get(event.step)?.find((r) => r.event === event.event);
        if (!word) break;
        state.steps[event.step] = word;
        said.set(event.step, [word]);
        break;
      }
      case 'paused':
        state.paused = true;
        break;
      case 'resumed':
        state.paused = false;
        break;
      case 'signed':
        state.signed = { at: event.at, ...who, ...(event.note ? { note: event.note } : {}) };
        break;
    }
  }
  for (const [step, all] of said) if (differ(all)) state.conflicts[step] = all;
  const first = plan.steps.findIndex((s) => !state.steps[s.id]);
  state.position = first < 0 ? plan.steps.length : first;
  state.ledger = ledger(model, plan, state, fates);
  return state;
}

/** Whether different things were said of a step: who corrects himself takes back first, so two words are two opinions. */
function differ(all: readonly StepRecord[]): boolean {
  return new Set(all.map((r) => `${r.outcome ?? 'done'} ${r.count ?? ''}`)).size > 1;
}

function ledger(model: Model, plan: Plan, state: RunState, fates: ReadonlyMap<string, Record<Fate, number>>): LedgerLine[] {
  const lines: LedgerLine[] = [];
  for (const step of plan.steps) {
    if (step.do !== 'open' || step.count === undefined || !step.joint) continue;
    const joint = model.joint(step.joint);
    if (joint.kind !== 'screws') continue;
    const opened = state.steps[step.id];
    const closed = state.steps[`up/joint:${joint.id}`];
    // Nothing has been asked of a group that has not been opened yet.
    const open = opened && opened.outcome !== 'skipped';
    const out = open ? (opened.count ?? joint.count) : 0;
    const back = closed && closed.outcome !== 'skipped' ? (closed.count ?? joint.count) : 0;
    const of = { ...(fates.get(joint.id) ?? emptyFates()) };
    if (!open) of['still-in'] = joint.count - of['missing-as-received'];
    lines.push(ledgerLine(joint, out, back, of));
  }
  return lines;
}

function seconds(from: string, to: string): number {
  return Math.max(0, (Date.parse(to) - Date.parse(from)) / 1000);
}
