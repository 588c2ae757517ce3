import type { Said } from '../language';
import type { Condition } from '../hazards';
import type { Goal } from '../goals';
import { stepId } from '../ids';
import { removes, type Model } from '../machine';
import {
  ADAPTER_BACK,
  CAUTIONS,
  cellAwayWords,
  CONDITION_CAUTIONS,
  CONDITION_WORDS,
  DEPARTS,
  DRY_ONLY,
  FIRST_OF_ALL,
  FORCED_OFF,
  layApart,
  UNDER_WATCH,
  WHILE_OPEN,
  type Phrase
} from '../words';
import { cannotIsolate, doubtsCell, hadLiquid, isCell, isKeptOff, keepsDoubtedCell } from './kept-off';
import type { Caution, Leg, Step } from './schema';

/** Bench rules of thumb, s; what dries or runs by itself is attended so long. */
const SECONDS = { first: 60, away: 60, clean: 900, dry: 300, look: 300, splinters: 300, watch: 1800 };

/**
 * What a machine's condition changes in its steps: what comes before everything else, how its power is taken away, what is done
 * while it lies open, cautions where they apply, and methods that are refused. The order of the work itself stays: it is the machine's.
 * @param goals what is replaced goes back as a new one; what is only taken out goes back as it came
 */
export function underConditions(
  model: Model,
  steps: Step[],
  conditions: readonly Condition[],
  goals: readonly Goal[]
): Step[] {
  if (conditions.length === 0) return steps;
  const replaced = goals.flatMap((g) => (g.do === 'replace' ? [g.part] : []));
  const lastSwap = steps.findLastIndex((s) => s.leg === 'swap');
  const work = steps.flatMap((step, i) => [
    mindful(model, step, steps, conditions, replaced),
    ...(doubtsCell(conditions) && takesCellOut(model, step) ? [cellAway(model, step)] : []),
    ...(i === lastSwap ? whileOpen(model, steps, conditions) : [])
  ]);
  return [
    ...firstOfAll(model, conditions),
    ...work,
    ...(hadLiquid(conditions) || conditions.includes('cell-burnt')
      ? [added('prove', 'watch', UNDER_WATCH, SECONDS.watch, DEPARTS.provesTouched)]
      : [])
  ];
}

const added = (leg: Leg, what: string, phrase: Phrase, seconds: number, departs: Said): Step => ({
  ...{ id: stepId.condition(what), leg, do: 'prepare', ...phrase, seconds, departs },
  ...{ because: [], cautions: [], pinch: [] }
});

const DOUBTED: readonly Said[] = [CONDITION_CAUTIONS.doubtfulCell, CONDITION_CAUTIONS.doubtfulCellScrews];

const disconnectsByFirmware = ({ machine }: Model): boolean =>
  machine.isolation.steps.some((s) => s.kind === 'firmware-disconnect');

/** Before anything is touched: each to be acknowledged. */
function firstOfAll({ machine }: Model, conditions: readonly Condition[]): Step[] {
  const given = (Object.keys(FIRST_OF_ALL) as (keyof typeof FIRST_OF_ALL)[]).filter((c) => conditions.includes(c));
  const steps = given.map((c) => ({
    ...added('isolate', c, FIRST_OF_ALL[c], SECONDS.first, DEPARTS.nothingToUndo),
    cautions: [{ text: CONDITION_WORDS[c], harm: true }]
  }));
  if (cannotIsolate(machine, conditions))
    steps[0]!.cautions.push({ text: CONDITION_CAUTIONS.cannotIsolate, harm: true });
  return steps;
}

/** What is done before any power comes back. */
function whileOpen(model: Model, steps: readonly Step[], conditions: readonly Condition[]): Step[] {
  const done = {
    splinters: conditions.includes('glass') && steps.some((s) => s.do === 'move' && bearsGlass(model, s.part)),
    clean: hadLiquid(conditions),
    'clean-cell': conditions.includes('cell-burnt'),
    dry: conditions.includes('wet'),
    look: hadLiquid(conditions) || conditions.includes('cell-burnt')
  };
  const seconds = {
    splinters: SECONDS.splinters,
    clean: SECONDS.clean,
    'clean-cell': SECONDS.clean,
    dry: SECONDS.dry,
    look: SECONDS.look
  };
  return (Object.keys(done) as (keyof typeof done)[])
    .filter((what) => done[what])
    .map((what) => added('swap', what, WHILE_OPEN[what], seconds[what], DEPARTS.turningPoint));
}

const takesCellOut = (model: Model, { leg, part, move }: Step): boolean =>
  leg === 'down' && move !== undefined && isCell(model, part) && removes(model.move(part!, move));

function cellAway(model: Model, { part }: Step): Step {
  const step = added('down', `away:${part}`, cellAwayWords(model, part!), SECONDS.away, DEPARTS.nothingToUndo);
  return { ...step, part: part!, cautions: [{ text: CONDITION_CAUTIONS.doubtfulCell, harm: true }] };
}

/** One step with what its machine's condition changes in it. */
function mindful(
  model: Model,
  step: Step,
  steps: readonly Step[],
  conditions: readonly Condition[],
  replaced: readonly string[]
): Step {
  const has = (c: Condition) => conditions.includes(c);
  const isDisplay = (id: string | undefined) => bearsGlass(model, id);
  const isIsolation = (kind: string) =>
    model.machine.isolation.steps.some(
      (s) => s.kind === kind && (step.id === stepId.isolate(s.id) || step.id === stepId.restore(s.id))
    );
  const joint = step.joint ? model.joint(step.joint) : undefined;
  const cautions: Caution[] = [];
  let { text, detail } = step;
  const atCell = [step.part, joint?.a, joint?.b].some((id) => isCell(model, id));
  if (doubtsCell(conditions) && atCell && step.leg === 'down') {
    const isScrewed = joint?.kind === 'screws';
    cautions.push({ text: CONDITION_CAUTIONS[isScrewed ? 'doubtfulCellScrews' : 'doubtfulCell'], harm: true });
    if (joint?.kind === 'adhesive') detail = DRY_ONLY;
  }
  if (doubtsCell(conditions) && step.do === 'swap' && isCell(model, step.part) && replaced.includes(step.part!))
    text = layApart(model, step.part!);
  if (bringsPower(step)) {
    // A new cell is fitted by then.
    if (keepsDoubtedCell(model, conditions, replaced))
      cautions.push({ text: CONDITION_CAUTIONS.noCharging, harm: true });
  }
  // Told once, where power first comes back: with the battery's own plug.
  const { joint: isolating } = model.machine.isolation;
  const isFirstPower = (s: Step) =>
    bringsPower(s) || (s.do === 'close' && isolating !== undefined && s.joint === isolating);
  if (has('wet') && step === steps.find(isFirstPower)) cautions.push({ text: CONDITION_CAUTIONS.dryFirst, harm: true });
  // What goes back may be a new one.
  if (
    has('glass') &&
    isDisplay(step.part) &&
    (step.do === 'move' || (step.do === 'return' && !replaced.some(isDisplay)))
  )
    cautions.push({ text: CONDITION_CAUTIONS.glass, harm: true });
  // Told by what a step of the isolation is, not by how its file words it.
  if (has('bad-adapter') && isIsolation('unplug-adapter'))
    cautions.push({
      text: step.do === 'restore' ? CONDITION_CAUTIONS.soundAdapter : CONDITION_CAUTIONS.damagedAdapter,
      harm: true
    });
  if (hadLiquid(conditions) && step.do === 'move' && step.leg === 'down' && step === firstOpened(model, steps))
    cautions.push({ text: has('wet') ? CONDITION_CAUTIONS.wet : CONDITION_CAUTIONS.residue, harm: has('wet') });
  if (step.do === 'prepare' && isKeptOff(conditions) && isIsolation('shut-down'))
    return { ...step, ...FORCED_OFF, cautions };
  // What was not disconnected in firmware does not come back with the adapter.
  if (step.do === 'restore' && isKeptOff(conditions) && isIsolation('unplug-adapter') && disconnectsByFirmware(model))
    text = ADAPTER_BACK;
  if (cautions.length === 0 && detail === step.detail && text === step.text) return step;
  // Of a cell that is known to be doubtful nobody is told what to do should it be.
  const known = cautions.some((c) => DOUBTED.includes(c.text))
    ? step.cautions.filter((c) => c.text !== CAUTIONS.cell)
    : step.cautions;
  return { ...step, text, ...(detail === undefined ? {} : { detail }), cautions: [...known, ...cautions] };
}

const bringsPower = (step: Step): boolean =>
  step.do === 'restore' || step.test === 'open-power' || step.test === 'power' || step.test === 'battery';

/** The glass that breaks rides on it, or is it. */
const bearsGlass = (model: Model, id: string | undefined): boolean =>
  id !== undefined && [...model.riders(id)].some((r) => ['panel', 'display'].includes(model.part(r).kind));

/** The first step that shows the inside: told there once, not at a foot. */
const firstOpened = (model: Model, steps: readonly Step[]): Step | undefined => {
  const moves = steps.filter((s) => s.leg === 'down' && s.do === 'move');
  return moves.find((s) => !['foot', 'tray', 'film'].includes(model.part(s.part!).kind)) ?? moves[0];
};
