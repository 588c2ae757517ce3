import { stampText, type Place } from '../calendar';
import { fullEnergyWh, health } from '../cells';
import { FATES, isClosed, torqueVerdict, type Fate } from '../fasteners';
import { comparedWords, compareListings } from '../hardware';
import { inSentence, type Model } from '../machine';
import { consumableOf, goalId, goalPhrase, screwSize, type Plan, type Step } from '../plan';
import { fateWords } from './count';
import type { NotSo, RunEvent } from './events';
import type { RunState } from './fold';
import { expectedMark } from './marks';
import { allSteps } from './rounds';

export interface ReportLine {
  text: string;
  more?: string;
  at?: string;
  by?: string;
  /** Something that the reader should not pass over. */
  bad?: boolean;
}
export interface ReportSection {
  title: string;
  lines: ReportLine[];
}

export const OUTCOMES = {
  pass: 'works',
  fail: 'fails',
  'not-applicable': 'not in this machine',
  skipped: 'skipped'
} as const;
export const NOT_SO_WORDS: Record<NotSo, string> = {
  fewer: 'Fewer than expected',
  more: 'More than expected',
  'different-size': 'A different size',
  stripped: 'Stripped',
  'missing-as-received': 'Missing as received',
  'already-open': 'Already open',
  'hidden-elsewhere': 'Hidden elsewhere',
  broken: 'Broken',
  'could-not': 'Could not be done'
};
const RECEIVED: ReadonlySet<string> = new Set(['missing-as-received', 'already-open']);
const isFate = (what: string): what is Fate => (FATES as readonly string[]).includes(what);

/** What a run comes to, in the order in which a customer reads it; sections that have nothing to say are left out. */
export function reportSections(model: Model, plans: readonly Plan[], state: RunState, place: Place): ReportSection[] {
  const steps = allSteps(plans);
  const text = (id: string | undefined) => (id === undefined ? undefined : steps.get(id)?.text);
  const who = ({ at, by }: { at: string; by?: string }) => ({ at, ...(by === undefined ? {} : { by }) });
  const finding = (f: RunState['findings'][number]): ReportLine => {
    const joint = f.step && isFate(f.what) ? model.joint(f.step.replace(/^down\/joint:/, '')) : undefined;
    const said =
      isFate(f.what) && joint
        ? `${f.count} of ${inSentence(joint.name)}: ${inSentence(fateWords(f.what, f.count ?? 1))}`
        : f.what === 'note'
          ? f.note!
          : `${text(f.step) ?? 'Of the machine'}: ${inSentence(NOT_SO_WORDS[f.what as NotSo])}`;
    const more = f.what === 'note' ? text(f.step) : f.note;
    return { text: said, ...(more ? { more } : {}), ...who(f) };
  };
  const tests = [...steps.values()].filter((s) => s.do === 'test' && state.steps[s.id]);
  const sections: ReportSection[] = [
    { title: 'As received', lines: state.findings.filter((f) => RECEIVED.has(f.what)).map(finding) },
    {
      title: 'Found',
      lines: [
        ...state.findings.filter((f) => !RECEIVED.has(f.what)).map(finding),
        ...state.looks
          .filter((l) => l.found)
          .map((l) => ({
            text: `The ${inSentence(model.part(l.part).name)} resisted: ${suspectWords(model, l.suspect)}`,
            ...(l.note ? { more: l.note } : {}),
            ...who(l)
          }))
      ]
    },
    { title: 'Done', lines: done(model, plans, state, steps) },
    {
      title: 'Used',
      lines: [...usedUp(model, state, steps), ...state.used.map((u) => ({ text: `${u.what}: ${u.amount}`, ...who(u) }))]
    },
    { title: 'Measured', lines: measured(model, state, steps) },
    { title: 'Tested', lines: tests.map((s) => testLine(s, state)) },
    {
      title: 'Added after signing',
      lines: state.additions.map((a) => ({
        text: eventWords(model, steps, a.fact),
        more: `Recorded ${stampText(a.fact.at, place)}, before the signature; it reached the server after it.`,
        ...who(a)
      }))
    },
    {
      title: 'About this record',
      lines: [
        ...clockLines(state, place),
        ...state.strange.map((s) => ({ text: `Left out: ${s.why}`, ...who(s), bad: true }))
      ]
    }
  ];
  return sections.filter((s) => s.lines.length > 0);
}

/** A wrong clock is told once for each person at it, not once for each event. */
function clockLines(state: RunState, place: Place): ReportLine[] {
  const by = new Map<string | undefined, RunState['wrongClocks']>();
  for (const w of state.wrongClocks) by.set(w.by, [...(by.get(w.by) ?? []), w]);
  return [...by.values()].map((of) => ({
    text: `A device's clock was wrong: it said ${stampText(of[0]!.said, place)}. ${of.length === 1 ? 'One entry has' : `${of.length} entries have`} the time at which the server took ${of.length === 1 ? 'it' : 'them'}.`,
    at: of[0]!.at,
    ...(of[0]!.by === undefined ? {} : { by: of[0]!.by })
  }));
}

/** As a sentence begins. */
const begun = (text: string) => text[0]!.toUpperCase() + text.slice(1);

const suspectWords = (model: Model, id: string) => {
  if (id === 'undocumented') return 'a fastener that the machine file does not know';
  const joint = model.machine.joints.find((j) => j.id === id.split('/')[0]);
  return joint ? inSentence(joint.name) : id;
};

function done(model: Model, plans: readonly Plan[], state: RunState, steps: ReadonlyMap<string, Step>): ReportLine[] {
  const label = (l: { number?: string; serial?: string }) =>
    [l.number, l.serial && `serial ${l.serial}`].filter(Boolean).join(', ');
  const goals = new Map(plans.flatMap((p) => p.goals.map((g) => [goalId(g), g] as const)));
  const lines = [...goals.values()].map((goal): ReportLine => {
    const id = goalId(goal);
    const record = [...steps.values()]
      .filter((s) => s.do === 'swap' && s.id.replace(/~\d+$/, '') === `swap/${id}`)
      .map((s) => state.steps[s.id])
      .findLast((r) => r && r.outcome !== 'skipped');
    const swap = goal.do === 'replace' ? state.swapped.find((s) => s.part === goal.part) : undefined;
    const more =
      swap &&
      [label(swap.old) && `out: ${label(swap.old)}`, label(swap.new) && `in: ${label(swap.new)}`]
        .filter(Boolean)
        .join('; ');
    return {
      text: `${begun(goalPhrase(model, id))}: ${record ? 'done' : 'not done'}`,
      ...(more ? { more } : {}),
      ...(record ? { at: record.at, ...(record.by ? { by: record.by } : {}) } : { bad: true })
    };
  });
  const over = state.movedOver.map(
    (m) => `${inSentence(model.part(m.part).name)} onto the new ${inSentence(model.part(m.to).name)}`
  );
  if (over.length > 0) lines.push({ text: `Moved over: ${over.join(', ')}` });
  lines.push(...seals(model, state, steps));
  lines.push(...pairs(model, state, steps));
  for (const r of state.replans)
    lines.push({ text: 'The plan was changed', more: r.why, at: r.at, ...(r.by ? { by: r.by } : {}) });
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
        text: `Seal broken: ${inSentence(joint.name)}`,
        more: `The ${joint.of}\u2019s seal; it is not renewed.`,
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
      ? [{ name: inSentence(model.joint(step.joint!).name), pairing, mark: state.steps[step.id]!.mark }]
      : [];
  });
  const [read, unread] = [closed.filter((c) => c.mark !== undefined), closed.filter((c) => c.mark === undefined)];
  return [
    ...(read.length > 0
      ? [
          {
            text: `Plugs read off at their marks: ${read.map((c) => `${c.name} ${c.pairing.plug} on ${c.mark}`).join(', ')}`
          }
        ]
      : []),
    ...(unread.length > 0
      ? [{ text: `Plugs whose marks were not read off: ${unread.map((c) => c.name).join(', ')}` }]
      : [])
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
    return [{ text: `${name}, ${amount}`, at: record.at, ...(record.by ? { by: record.by } : {}) }];
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
    lines.push({
      text: `${model.joint(step.joint!).name}: ${final.length} at ${Math.min(...final.map((t) => t.nm)).toFixed(2)} to ${Math.max(...final.map((t) => t.nm)).toFixed(2)} N·m (wanted ${step.tighten.torqueNm.toFixed(2)})`,
      ...(out.length > 0 ? { more: `${out.length} outside the limits`, bad: true } : {})
    });
  }
  for (const when of ['before', 'after'] as const) {
    const said = state.batteries[when];
    if (!said) continue;
    const [share, wh] = [health(said.reading), fullEnergyWh(said.reading)];
    lines.push({
      text: `Battery ${when} the work: ${[wh === undefined ? undefined : `${wh.toFixed(1)} Wh when full`, share === undefined ? undefined : `${Math.round(100 * share)} % of new`, said.reading.cycles === undefined ? undefined : `${said.reading.cycles} cycles`].filter(Boolean).join(', ')}`,
      at: said.at,
      ...(said.by ? { by: said.by } : {})
    });
  }
  const { before, after } = state.listings;
  if (before && after) {
    const changes = compareListings(before.listing, after.listing);
    for (const d of changes.missing) lines.push({ text: `Listed before and not after: ${d.name}`, bad: true });
    for (const d of changes.added) lines.push({ text: `Listed after and not before: ${d.name}` });
    for (const c of changes.identity)
      lines.push({
        text: `Its ${c.what} reads ${c.after ?? 'nothing'}, before it read ${c.before ?? 'nothing'}`,
        bad: true
      });
    const part = comparedWords(changes);
    if (part) lines.push({ text: part });
    else if (changes.missing.length + changes.added.length + changes.identity.length === 0)
      lines.push({ text: `Lists the same ${after.listing.devices.length} devices as before` });
  }
  return lines;
}

function testLine(step: Step, state: RunState): ReportLine {
  const record = state.steps[step.id]!;
  return {
    text: `${step.text}: ${OUTCOMES[record.outcome ?? 'pass']}`,
    ...(record.note ? { more: record.note } : {}),
    at: record.at,
    ...(record.by ? { by: record.by } : {}),
    ...(record.outcome === 'fail' ? { bad: true } : {})
  };
}

/** One event in words, for the full record. */
export function eventWords(model: Model, steps: ReadonlyMap<string, Step>, event: RunEvent): string {
  const step = 'step' in event && event.step !== undefined ? (steps.get(event.step)?.text ?? event.step) : '';
  const note = 'note' in event && event.note ? ` ${event.note}` : '';
  // A record is read whatever stands in it.
  const part = (id: string) => (model.hasPart(id) ? model.part(id).name : id);
  const joint = (id: string) => (model.hasJoint(id) ? model.joint(id).name : id);
  switch (event.type) {
    case 'done':
      return `${step}: done${event.count === undefined ? '' : `, ${event.count} counted`}${event.mark === undefined ? '' : `, on ${event.mark}`}`;
    case 'skipped':
      return `${step}: skipped.${note}`;
    case 'not-so':
      return `${step}: ${inSentence(NOT_SO_WORDS[event.what])}${event.count === undefined ? '' : ` (${event.count})`}.${note}`;
    case 'account':
      return `${event.count} of ${inSentence(joint(event.joint))}: ${inSentence(fateWords(event.fate, event.count))}.${note}`;
    case 'tested':
      return `${step}: ${OUTCOMES[event.outcome]}.${note}`;
    case 'note':
      return `${step ? `${step}: ` : ''}${event.text}`;
    case 'paused':
      return 'Paused';
    case 'resumed':
      return 'Went on';
    case 'looked':
      return `${part(event.part)} resisted: ${suspectWords(model, event.suspect)} ${event.found ? 'was it' : 'was not it'}.${note}`;
    case 'settled':
      return `${step}: settled which word stands (${event.event})`;
    case 'undo':
      return `Taken back: ${event.event}`;
    case 'replanned':
      return `The plan was changed: ${event.why}`;
    case 'photo':
      return `Photo ${event.photo}${step ? ` of: ${step}` : ''}.${note}`;
    case 'marked':
      return `Photo ${event.photo}: ${event.marks.length} marks`;
    case 'swapped':
      return `${part(event.part)}: out ${event.old.number ?? '?'} ${event.old.serial ?? ''}, in ${event.new.number ?? '?'} ${event.new.serial ?? ''}`.trim();
    case 'moved-over':
      return `${part(event.part)} onto the new ${inSentence(part(event.to))}`;
    case 'used':
      return `Used: ${event.what}, ${event.amount}`;
    case 'torqued':
      return `${step}: hole ${event.hole + 1}, pass ${event.pass + 1}: ${event.nm} N·m`;
    case 'listed':
      return `Listing from ${event.when} the work: ${event.listing.devices.length} devices`;
    case 'battery':
      return `Battery from ${event.when} the work: ${JSON.stringify(event.reading)}`;
    case 'signed':
      return `Signed.${note}`;
    case 'countersigned':
      return `Signed by a second person.${note}`;
    case 'corrected':
      return `Correction${event.of ? ` of ${event.of}` : ''}: ${event.text}`;
    case 'added':
      return `Added after signing: ${eventWords(model, steps, event.event)}`;
  }
}

/** The account of screws as rows: group, size, expected, out, back, how it stands. */
export function screwRows(
  model: Model,
  state: RunState
): { name: string; size: string; expected: number; out: number; back: number; account: string; closes: boolean }[] {
  return state.ledger.flatMap((line) => {
    const joint = model.joint(line.joint);
    if (joint.kind !== 'screws') return [];
    const closes = isClosed(line);
    const empty =
      line.emptyHoles > 0 && line.out > 0
        ? `, ${line.emptyHoles} ${line.emptyHoles === 1 ? 'hole' : 'holes'} empty`
        : '';
    return [
      {
        name: `${joint.name}${joint.screw.captive ? ' (captive)' : ''}`,
        size: screwSize(joint.screw),
        expected: line.expected,
        out: line.out,
        back: line.back,
        account: closes ? `closes${empty}` : `${line.inHand} in hand`,
        closes
      }
    ];
  });
}
