import type { Said } from '../language';
import { emptyFates, ledgerLine, type Fate, type LedgerLine } from '../fasteners';
import type { BatteryReading } from '../cells';
import type { Listing } from '../hardware';
import type { Model } from '../machine';
import type { Plan, Step } from '../plan';
import { everyStep, strangeIn } from './checks';
import { inOrder, when } from '../happened';
import { AFTER_SIGNING, type Addable, type Label, type Mark, type RunEvent } from './events';
import { allSteps, plansOf } from './rounds';
import { inRound, roundOf, stepId, openId } from '../ids';

export interface StepRecord {
  /** The event that said so. */
  event: string;
  at: string;
  by?: string;
  count?: number;
  /** The mark that a plug was read to sit on. */
  mark?: string;
  outcome?: 'pass' | 'fail' | 'not-applicable' | 'skipped';
  note?: string;
}

/** Who said it, and when. */
export interface Recorded {
  event: string;
  at: string;
  by?: string;
}

/** What the events add up to. Plain data, so that it can be sent and compared. */
export interface RunState {
  /** By step id: done, tested or skipped, in this plan or an earlier one. */
  steps: Record<string, StepRecord>;
  /** Index of the first step of the plan in force without a record; the number of its steps when there is none. */
  position: number;
  ledger: LedgerLine[];
  /** Facts that were not as the plan expected, and notes, oldest first. */
  findings: { event: string; at: string; by?: string; step?: string; what: string; count?: number; note?: string }[];
  /** Steps of which different things were said, on two screens or by two people; all that was said, oldest first: nothing is merged silently. */
  conflicts: Record<string, StepRecord[]>;
  /** What was looked at when a part resisted, oldest first. */
  looks: { event: string; at: string; by?: string; part: string; suspect: string; found: boolean; note?: string }[];
  /** Changes of plan, oldest first. */
  replans: (Recorded & { why: string })[];
  photos: (Recorded & { photo: string; step?: string; note?: string; marks: Mark[] })[];
  swapped: (Recorded & { part: string; old: Label; new: Label })[];
  /** Parts of an old one that sit on the new one. */
  movedOver: (Recorded & { part: string; to: string })[];
  used: (Recorded & { what: string; amount: string })[];
  torques: (Recorded & { step: string; hole: number; pass: number; nm: number })[];
  /** What the machine listed of itself; the last word of each. */
  listings: Partial<Record<'before' | 'after', Recorded & { listing: Listing }>>;
  batteries: Partial<Record<'before' | 'after', Recorded & { reading: BatteryReading }>>;
  paused: boolean;
  /** The learner is asked before being told. */
  learning: boolean;
  /** Steps that were told before they were said, each as often as that. */
  hints: string[];
  startedAt?: string;
  lastAt?: string;
  /** From the first event to the last, pauses left out, s. */
  activeSeconds: number;
  signed?: { at: string; by?: string; note?: string };
  countersigned?: { at: string; by?: string; note?: string };
  /** Said after signing of what was wrong. */
  corrections: (Recorded & { of?: string; text: string })[];
  /** Recorded before the signature and taken after it. */
  additions: (Recorded & { fact: Addable })[];
  /** Events that name what machine and plans do not have: kept, and left out of everything else. */
  strange: (Recorded & { why: Said })[];
  /** Events of a clock that cannot have been right, with what it said. */
  wrongClocks: (Recorded & { said: string })[];
  /** Ids of the events that count, oldest first: undone ones and those after signing are not among them. */
  counted: string[];
}

/**
 * The run's state from its events, whatever their order and however often each came:
 * they are sorted by bench time (then id), each id counts once, undone ones not at all.
 */
export function fold(model: Model, first: Plan, events: readonly RunEvent[]): RunState {
  const unique = inOrder(events);
  const plans = plansOf(first, unique);
  const plan = plans.at(-1)!;
  const known = allSteps(plans);
  const undone = new Set(unique.flatMap((e) => (e.type === 'undo' ? [e.event] : [])));
  const state: RunState = {
    steps: {},
    position: 0,
    ledger: [],
    findings: [],
    conflicts: {},
    looks: [],
    replans: [],
    photos: [],
    swapped: [],
    movedOver: [],
    used: [],
    torques: [],
    listings: {},
    batteries: {},
    paused: false,
    learning: false,
    hints: [],
    activeSeconds: 0,
    corrections: [],
    additions: [],
    strange: [],
    wrongClocks: [],
    counted: []
  };
  const anyStep = everyStep(first, unique);
  const accounts = new Accounts(known);
  const said = new Map<string, StepRecord[]>();
  const record = (step: string, what: StepRecord) => {
    if (!known.has(step)) return;
    state.steps[step] = what;
    said.set(step, [...(said.get(step) ?? []), what]);
    accounts.opened(step);
  };
  let since: string | undefined;

  for (const taken of unique) {
    const event = taken.took === undefined ? taken : { ...taken, at: when(taken) };
    if (undone.has(event.id) || event.type === 'undo' || (state.signed !== undefined) !== AFTER_SIGNING.has(event.type))
      continue;
    const word = { event: event.id, at: event.at, ...(event.by === undefined ? {} : { by: event.by }) };
    const why = strangeIn(model, anyStep, event);
    if (why) {
      state.strange.push({ ...word, why });
      continue;
    }
    if (taken.took !== undefined) state.wrongClocks.push({ ...word, said: taken.at });
    state.counted.push(event.id);
    if (event.type === 'added') {
      state.additions.push({ ...word, fact: event.event });
      continue;
    }
    if (event.type === 'countersigned' || event.type === 'corrected') {
      const { id, at, by } = event;
      if (event.type === 'corrected')
        state.corrections.push({
          event: id,
          at,
          ...(by === undefined ? {} : { by }),
          ...(event.of ? { of: event.of } : {}),
          text: event.text
        });
      else
        state.countersigned ??= {
          at,
          ...(by === undefined ? {} : { by }),
          ...(event.note ? { note: event.note } : {})
        };
      continue;
    }
    state.startedAt ??= event.at;
    state.lastAt = event.at;
    if (since && !state.paused) state.activeSeconds += seconds(since, event.at);
    since = event.at;
    const who = event.by === undefined ? {} : { by: event.by };
    switch (event.type) {
      case 'done':
        record(event.step, {
          event: event.id,
          at: event.at,
          ...who,
          ...(event.count === undefined ? {} : { count: event.count }),
          ...(event.mark === undefined ? {} : { mark: event.mark })
        });
        break;
      case 'tested':
        record(event.step, {
          event: event.id,
          at: event.at,
          ...who,
          outcome: event.outcome,
          ...(event.note ? { note: event.note } : {})
        });
        break;
      case 'skipped':
        record(event.step, { event: event.id, at: event.at, ...who, outcome: 'skipped', note: event.note });
        break;
      case 'not-so':
        state.findings.push({
          event: event.id,
          at: event.at,
          ...who,
          step: event.step,
          what: event.what,
          ...(event.count === undefined ? {} : { count: event.count }),
          ...(event.note ? { note: event.note } : {})
        });
        break;
      case 'account': {
        accounts.add(event.joint, event.fate, event.count);
        state.findings.push({
          event: event.id,
          at: event.at,
          ...who,
          step: stepId.action('down', openId(event.joint)),
          what: event.fate,
          count: event.count,
          ...(event.note ? { note: event.note } : {})
        });
        break;
      }
      case 'note':
        state.findings.push({
          event: event.id,
          at: event.at,
          ...who,
          ...(event.step ? { step: event.step } : {}),
          what: 'note',
          note: event.text
        });
        break;
      case 'looked':
        state.looks.push({
          event: event.id,
          at: event.at,
          ...who,
          part: event.part,
          suspect: event.suspect,
          found: event.found,
          ...(event.note ? { note: event.note } : {})
        });
        break;
      case 'settled': {
        const stands = said.get(event.step)?.find((r) => r.event === event.event);
        if (!stands) break;
        state.steps[event.step] = stands;
        said.set(event.step, [stands]);
        break;
      }
      case 'replanned':
        state.replans.push({ ...word, why: event.why });
        break;
      case 'photo':
        if (!state.photos.some((p) => p.photo === event.photo))
          state.photos.push({
            ...word,
            photo: event.photo,
            ...(event.step ? { step: event.step } : {}),
            ...(event.note ? { note: event.note } : {}),
            marks: []
          });
        break;
      case 'marked': {
        const photo = state.photos.find((p) => p.photo === event.photo);
        if (photo) photo.marks = event.marks;
        break;
      }
      case 'swapped':
        state.swapped = [
          ...state.swapped.filter((s) => s.part !== event.part),
          { ...word, part: event.part, old: event.old, new: event.new }
        ];
        break;
      case 'moved-over':
        if (!state.movedOver.some((m) => m.part === event.part && m.to === event.to))
          state.movedOver.push({ ...word, part: event.part, to: event.to });
        break;
      case 'used':
        state.used.push({ ...word, what: event.what, amount: event.amount });
        break;
      case 'torqued': {
        const { step, hole, pass, nm } = event;
        state.torques = [
          ...state.torques.filter((t) => t.step !== step || t.hole !== hole || t.pass !== pass),
          { ...word, step, hole, pass, nm }
        ];
        break;
      }
      case 'listed':
        state.listings[event.when] = { ...word, listing: event.listing };
        break;
      case 'battery':
        state.batteries[event.when] = { ...word, reading: event.reading };
        break;
      case 'learning':
        state.learning = event.on;
        break;
      case 'hint':
        state.hints.push(event.step);
        break;
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
  const next = plan.steps.findIndex((s) => !state.steps[s.id]);
  state.position = next < 0 ? plan.steps.length : next;
  state.ledger = ledger(model, known, state, accounts);
  return state;
}

/** Whether different things were said of a step: who corrects himself takes back first, so two words are two opinions. */
function differ(all: readonly StepRecord[]): boolean {
  return new Set(all.map((r) => `${r.outcome ?? 'done'} ${r.count ?? ''}`)).size > 1;
}

/** What became of screws, by their group and the round in which it was said. */
class Accounts {
  private readonly rounds = new Map<string, number>();
  private readonly fates = new Map<string, Record<Fate, number>>();

  constructor(private readonly steps: ReadonlyMap<string, Step>) {}

  opened(id: string): void {
    const step = this.steps.get(id)!;
    if (step.do === 'open' && step.joint) this.rounds.set(step.joint, Math.max(this.round(step.joint), roundOf(id)));
  }

  round(joint: string): number {
    return this.rounds.get(joint) ?? 1;
  }

  add(joint: string, fate: Fate, count: number): void {
    const of = this.of(joint, this.round(joint));
    of[fate] += count;
    this.fates.set(inRound(joint, this.round(joint)), of);
  }

  of(joint: string, round: number): Record<Fate, number> {
    return { ...(this.fates.get(inRound(joint, round)) ?? emptyFates()) };
  }
}

/** One line per group of screws, of its last round: what was put in before is what has to come out now. */
function ledger(model: Model, steps: ReadonlyMap<string, Step>, state: RunState, accounts: Accounts): LedgerLine[] {
  const lines: LedgerLine[] = [];
  const groups = new Map<string, number>();
  for (const step of steps.values())
    if (step.do === 'open' && step.count !== undefined && step.joint)
      groups.set(step.joint, Math.max(groups.get(step.joint) ?? 1, roundOf(step.id)));
  for (const [id, last] of groups) {
    const joint = model.joint(id);
    if (joint.kind !== 'screws') continue;
    let expected = joint.count;
    for (let round = 1; round <= last; round++) {
      const opened = state.steps[inRound(stepId.action('down', openId(id)), round)];
      const closed = state.steps[inRound(stepId.action('up', openId(id)), round)];
      // Nothing has been asked of a group that has not been opened yet.
      const open = opened && opened.outcome !== 'skipped';
      const out = open ? (opened.count ?? expected) : 0;
      const back = closed && closed.outcome !== 'skipped' ? (closed.count ?? expected) : 0;
      const of = accounts.of(id, round);
      if (!open) of['still-in'] = expected - of['missing-as-received'];
      const line = ledgerLine(joint, out, back, of, expected);
      if (round === last) lines.push(line);
      else expected = back + of['still-in'];
    }
  }
  return lines;
}

function seconds(from: string, to: string): number {
  return Math.max(0, (Date.parse(to) - Date.parse(from)) / 1000);
}
