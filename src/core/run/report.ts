import { stampText, type Place } from '../calendar';
import { fullEnergyWh, health } from '../cells';
import { emptyAfter, FATES, isClosed, torqueVerdict, type Fate } from '../fasteners';
import { goalId } from '../goals';
import { compareListings } from '../hardware';
import { inRound, openId, stepId } from '../ids';
import type { Joint, Model } from '../machine';
import { consumableOf, type Plan, type Step } from '../plan';
import type { Said } from '../language';
import {
  fateOf,
  fileText,
  goalWords,
  jointName,
  LISTING_WORDS,
  partName,
  REPORT,
  REPORT_TITLES,
  sizeWords,
  suspectWords
} from '../words';
import type { NotSo } from './events';
import type { RunState } from './fold';
import { expectedMark } from './marks';
import { allSteps } from './rounds';
import { eventWords } from './record';

export interface ReportLine {
  text: Said;
  more?: Said;
  at?: string;
  by?: string;
  /** Something that the reader should not pass over. */
  bad?: boolean;
}
export interface ReportSection {
  id: keyof typeof REPORT_TITLES;
  title: Said;
  lines: ReportLine[];
}

const RECEIVED: ReadonlySet<string> = new Set(['missing-as-received', 'already-open']);
const isFate = (what: string): what is Fate => (FATES as readonly string[]).includes(what);

/** What a run comes to, in the order in which a customer reads it; sections that have nothing to say are left out. */
export function reportSections(model: Model, plans: readonly Plan[], state: RunState, place: Place): ReportSection[] {
  const steps = allSteps(plans);
  const text = (id: string | undefined) => (id === undefined ? undefined : steps.get(id)?.text);
  const who = ({ at, by }: { at: string; by?: string }) => ({ at, ...(by === undefined ? {} : { by }) });
  const finding = (f: RunState['findings'][number]): ReportLine => {
    const joint = f.step && isFate(f.what) ? openedAt(model, f.step) : undefined;
    const said =
      isFate(f.what) && joint
        ? fateOf(f.count ?? 1, jointName(model, joint), f.what)
        : f.what === 'note'
          ? f.note!
          : REPORT.finding(text(f.step) ?? REPORT.ofTheMachine, f.what as NotSo);
    const more = f.what === 'note' ? text(f.step) : f.note;
    return { text: said, ...(more ? { more } : {}), ...who(f) };
  };
  const tests = [...steps.values()].filter((s) => s.do === 'test' && state.steps[s.id]);
  const sections: Omit<ReportSection, 'title'>[] = [
    { id: 'received', lines: state.findings.filter((f) => RECEIVED.has(f.what)).map(finding) },
    {
      id: 'found',
      lines: [
        ...state.findings.filter((f) => !RECEIVED.has(f.what)).map(finding),
        ...state.looks
          .filter((l) => l.found)
          .map((l) => ({
            text: REPORT.resisted(partName(model, l.part), suspectWords(model, l.suspect)),
            ...(l.note ? { more: l.note } : {}),
            ...who(l)
          }))
      ]
    },
    { id: 'done', lines: done(model, plans, state, steps) },
    {
      id: 'used',
      lines: [...usedUp(model, state, steps), ...state.used.map((u) => ({ text: `${u.what}: ${u.amount}`, ...who(u) }))]
    },
    { id: 'measured', lines: measured(model, state, steps) },
    { id: 'tested', lines: tests.map((s) => testLine(s, state)) },
    {
      id: 'added',
      lines: state.additions.map((a) => ({
        text: eventWords(model, steps, a.fact),
        more: REPORT.late(stampText(a.fact.at, place)),
        ...who(a)
      }))
    },
    {
      id: 'record',
      lines: [
        ...clockLines(state, place),
        ...state.strange.map((s) => ({ text: REPORT.leftOut(s.why), ...who(s), bad: true }))
      ]
    }
  ];
  return sections.filter((s) => s.lines.length > 0).map((s) => ({ ...s, title: REPORT_TITLES[s.id] }));
}

/** The joint whose opening a finding was said of. */
function openedAt(model: Model, step: string): Joint | undefined {
  return model.machine.joints.find((j) => stepId.action('down', openId(j.id)) === inRound(step, 1));
}

/** A wrong clock is told once for each person at it, not once for each event. */
function clockLines(state: RunState, place: Place): ReportLine[] {
  const by = new Map<string | undefined, RunState['wrongClocks']>();
  for (const w of state.wrongClocks) by.set(w.by, [...(by.get(w.by) ?? []), w]);
  return [...by.values()].map((of) => ({
    text: REPORT.wrongClock(stampText(of[0]!.said, place), of.length),
    at: of[0]!.at,
    ...(of[0]!.by === undefined ? {} : { by: of[0]!.by })
  }));
}

/** Each goal: whether it was done, and the numbers of what came out and went in. */
export function goalLines(
  model: Model,
  plans: readonly Plan[],
  state: RunState,
  steps: ReadonlyMap<string, Step>
): ReportLine[] {
  const label = (l: { number?: string; serial?: string }) => REPORT.label(l.number, l.serial);
  const goals = new Map(plans.flatMap((p) => p.goals.map((g) => [goalId(g), g] as const)));
  return [...goals.values()].map((goal): ReportLine => {
    const id = goalId(goal);
    const record = [...steps.values()]
      .filter((s) => s.do === 'swap' && inRound(s.id, 1) === stepId.swap(id))
      .map((s) => state.steps[s.id])
      .findLast((r) => r && r.outcome !== 'skipped');
    const swap = goal.do === 'replace' ? state.swapped.find((s) => s.part === goal.part) : undefined;
    const more = swap && REPORT.inAndOut(label(swap.old), label(swap.new));
    return {
      text: REPORT.goal(goalWords(model, goal), record !== undefined),
      ...(more ? { more } : {}),
      ...(record ? { at: record.at, ...(record.by ? { by: record.by } : {}) } : { bad: true })
    };
  });
}

function done(model: Model, plans: readonly Plan[], state: RunState, steps: ReadonlyMap<string, Step>): ReportLine[] {
  const lines = goalLines(model, plans, state, steps);
  const over = state.movedOver.map((m) => [partName(model, m.part), partName(model, m.to)] as const);
  if (over.length > 0) lines.push({ text: REPORT.movedOver(over) });
  lines.push(...seals(model, state, steps));
  lines.push(...pairs(model, state, steps));
  for (const r of state.replans)
    lines.push({ text: REPORT.planChanged, more: r.why, at: r.at, ...(r.by ? { by: r.by } : {}) });
  return lines;
}

/** A seal tells the next bench that somebody was inside: this record says who. */
function seals(model: Model, state: RunState, steps: ReadonlyMap<string, Step>): ReportLine[] {
  return [...steps.values()].flatMap((step) => {
    const joint = step.do === 'open' && step.joint ? model.joint(step.joint) : undefined;
    const record = state.steps[step.id];
    if (joint?.kind !== 'seal' || !record || record.outcome === 'skipped') return [];
    return [
      {
        text: REPORT.sealBroken(jointName(model, joint)),
        more: REPORT.sealOf(fileText(model.machine, joint.of)),
        at: record.at,
        ...(record.by ? { by: record.by } : {})
      }
    ];
  });
}

/** Plugs that could have been mixed up: which were read off at their marks, and which were not. */
function pairs(model: Model, state: RunState, steps: ReadonlyMap<string, Step>): ReportLine[] {
  const closed = [...steps.values()].flatMap((step) => {
    const pairing =
      state.steps[step.id] && state.steps[step.id]!.outcome !== 'skipped' ? expectedMark(model, step) : undefined;
    return pairing
      ? [{ name: jointName(model, model.joint(step.joint!)), pairing, mark: state.steps[step.id]!.mark }]
      : [];
  });
  const [read, unread] = [closed.filter((c) => c.mark !== undefined), closed.filter((c) => c.mark === undefined)];
  return [
    ...(read.length > 0
      ? [{ text: REPORT.marksRead(read.map((c) => REPORT.plugOn(c.name, c.pairing.plug, c.mark!))) }]
      : []),
    ...(unread.length > 0 ? [{ text: REPORT.marksUnread(unread.map((c) => c.name)) }] : [])
  ];
}

/** What went on fresh on the way up, with the amount that was planned. */
function usedUp(model: Model, state: RunState, steps: ReadonlyMap<string, Step>): ReportLine[] {
  return [...steps.values()].flatMap((step): ReportLine[] => {
    const record = state.steps[step.id];
    const joint = step.leg === 'up' && step.joint ? model.joint(step.joint) : undefined;
    // Compound, pads and glue are made ready by a step of their own; tape goes on as it is closed.
    if (
      !record ||
      record.outcome === 'skipped' ||
      !(
        (joint?.kind === 'adhesive' && step.do === 'prepare') ||
        (joint?.kind === 'tape' && joint.singleUse && step.do === 'close')
      )
    )
      return [];
    const { name, amount } = consumableOf(model, joint);
    return [{ text: REPORT.amount(name, amount), at: record.at, ...(record.by ? { by: record.by } : {}) }];
  });
}

function measured(model: Model, state: RunState, steps: ReadonlyMap<string, Step>): ReportLine[] {
  const lines: ReportLine[] = [];
  for (const [id, step] of steps) {
    const read = state.torques.filter((t) => t.step === id);
    if (!step.tighten || read.length === 0) continue;
    const last = Math.max(...read.map((t) => t.pass));
    const final = read.filter((t) => t.pass === last);
    const out = final.filter((t) => torqueVerdict(step.tighten!, t.pass, t.nm) !== 'right');
    const nm = final.map((t) => t.nm);
    const name = jointName(model, model.joint(step.joint!));
    lines.push({
      text: REPORT.torque(name, nm.length, Math.min(...nm), Math.max(...nm), step.tighten.torqueNm),
      ...(out.length > 0 ? { more: REPORT.outside(out.length), bad: true } : {})
    });
  }
  for (const when of ['before', 'after'] as const) {
    const said = state.batteries[when];
    if (!said) continue;
    lines.push({
      text: REPORT.battery(when, fullEnergyWh(said.reading), health(said.reading), said.reading.cycles),
      at: said.at,
      ...(said.by ? { by: said.by } : {})
    });
  }
  const { before, after } = state.listings;
  if (before && after) {
    const changes = compareListings(before.listing, after.listing);
    for (const d of changes.missing) lines.push({ text: REPORT.missing(d.name), bad: true });
    for (const d of changes.added) lines.push({ text: REPORT.added(d.name) });
    for (const c of changes.identity) lines.push({ text: REPORT.identity(c.what, c.before, c.after), bad: true });
    const part = changes.compared && LISTING_WORDS.differ(changes.compared);
    if (part) lines.push({ text: part });
    else if (changes.missing.length + changes.added.length + changes.identity.length === 0)
      lines.push({ text: REPORT.sameDevices(after.listing.devices.length) });
  }
  return lines;
}

function testLine(step: Step, state: RunState): ReportLine {
  const record = state.steps[step.id]!;
  return {
    text: REPORT.test(step.text, record.outcome ?? 'pass'),
    ...(record.note ? { more: record.note } : {}),
    at: record.at,
    ...(record.by ? { by: record.by } : {}),
    ...(record.outcome === 'fail' ? { bad: true } : {})
  };
}

/** The account of screws as rows: group, size, expected, out, back, how it stands. */
export function screwRows(
  model: Model,
  state: RunState
): { name: Said; size: Said; expected: number; out: number; back: number; account: Said; closes: boolean }[] {
  return state.ledger.flatMap((line) => {
    const joint = model.joint(line.joint);
    if (joint.kind !== 'screws') return [];
    const closes = isClosed(line);
    return [
      {
        name: joint.screw.captive ? REPORT.captive(jointName(model, joint)) : jointName(model, joint),
        size: sizeWords(joint.screw),
        expected: line.expected,
        out: line.out,
        back: line.back,
        account: closes ? REPORT.closes(emptyAfter(line)) : REPORT.inHand(line.inHand),
        closes
      }
    ];
  });
}
