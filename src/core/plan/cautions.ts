import type { Access, Action, Unheld } from '../access';
import { moveId, openId, type ActionId } from '../ids';
import { movedBy, type IsolationStep, type Model } from '../machine';
import { CAUTIONS, highVoltageWords, holdWords, liveWords, looseWords, unseenWords, withLidWords } from '../words';
import type { Caution } from './schema';
import { isDriver } from './tools';

/** Cautions for one action on one leg; short, and only where they apply. */
export function cautionsFor(model: Model, action: Action, leg: 'down' | 'up'): Caution[] {
  const out: Caution[] = [];
  if (action.kind === 'move') {
    const care = new Set([...model.takes(action.part.id, action.move)].flatMap((id) => model.part(id).care));
    const own = new Set(movedBy(action.part.id, action.move).flatMap((id) => model.part(id).care));
    if (own.has('cell')) out.push({ text: CAUTIONS.cell, harm: true });
    if (own.has('sharp')) out.push({ text: CAUTIONS.sharp, harm: true });
    if (own.has('hot') && leg === 'down') out.push({ text: CAUTIONS.hot, harm: true });
    if (own.has('bends')) out.push({ text: CAUTIONS.bends, harm: false });
    if (own.has('fragile')) out.push({ text: CAUTIONS.fragile, harm: false });
    if (care.has('static')) out.push({ text: CAUTIONS.static, harm: false });
    return out;
  }
  // What is said of plugs and clips is about opening them.
  if (leg === 'up') return out;
  const { joint } = action;
  if (joint.kind === 'connector' && joint.family !== 'blade' && isIsolatingAsTold(model, joint.id))
    out.push({ text: CAUTIONS.toldPlug, harm: true });
  if (joint.kind === 'latch' && joint.unseen) out.push({ text: unseenWords(model, joint.a), harm: true });
  if (joint.kind === 'seal') out.push({ text: CAUTIONS.seal, harm: false });
  const nearCell = [joint.a, joint.b].some((id) => model.part(id).care.includes('cell'));
  if (nearCell && (joint.kind === 'adhesive' || joint.kind === 'clips')) {
    out.push({ text: CAUTIONS.nearCell, harm: true });
  } else if (nearCell && joint.kind === 'connector' && joint.family !== 'blade') {
    out.push({ text: CAUTIONS.batteryPlug, harm: false });
  }
  if (joint.kind === 'connector' && joint.family === 'flip-lock-back')
    out.push({ text: CAUTIONS.backLock, harm: false });
  if (joint.kind === 'connector' && joint.family === 'antenna-snap') out.push({ text: CAUTIONS.antenna, harm: false });
  return out;
}

/** That a plug takes the power away was said by whoever recorded it, and no run has followed it since. */
function isIsolatingAsTold({ machine }: Model, joint: string): boolean {
  const origin = machine.origins?.['isolation/joint'];
  return machine.isolation.joint === joint && origin !== undefined && origin.how !== 'confirmed';
}

export function isolationCautions(step: IsolationStep): Caution[] {
  switch (step.kind) {
    case 'shut-down':
      return [{ text: CAUTIONS.shutDown, harm: false }];
    case 'unplug-adapter':
      return [{ text: CAUTIONS.adapter, harm: true }];
    case 'cool-down':
      return [{ text: CAUTIONS.coolDown, harm: true }];
    default:
      return [];
  }
}

/** What has to be held while the machine or its lid moves, and how. */
export const looseCaution = (model: Model, loose: readonly { part: string; how: Unheld }[]): Caution => ({
  text: looseWords(model, loose),
  harm: false
});

/** What the other hand holds while a plug is pulled or pressed. */
export const holdCaution = (model: Model, parts: readonly { part: string }[]): Caution => ({
  text: holdWords(model, parts),
  harm: false
});

/** What comes down, or up, as the lid is moved. */
export const withLidCaution = (model: Model, parts: readonly string[]): Caution => ({
  text: withLidWords(model, parts),
  harm: false
});

/** What carries high voltage and lies bare, with something that covered it still away, when power comes. */
export function highVoltageCaution(access: Access, open: ReadonlySet<ActionId>): Caution[] {
  const { model } = access;
  const bare = model.machine.parts.filter(
    (part) =>
      part.care.includes('high-voltage') &&
      [...part.moves.map((m) => moveId(part.id, m.id)), ...model.jointsOf(part.id).map((j) => openId(j.id))]
        .flatMap((id) => access.requirements.get(id) ?? [])
        .some((r) => r.cause.kind === 'covers' && r.alternatives.some((way) => way.every((need) => open.has(need))))
  );
  return bare.length === 0
    ? []
    : [
        {
          text: highVoltageWords(
            model,
            bare.map((p) => p.id)
          ),
          harm: true
        }
      ];
}

/**
 * While power is inside; to be acknowledged where that stretch begins.
 * @param tool what the step itself asks for: a driver that has to be metal is told where it may go
 */
export const energisedCaution = (leg: 'down' | 'up', isFirst: boolean, tool: string | undefined): Caution => ({
  text: liveWords(leg, isDriver(tool) ? 'driver' : tool === undefined ? 'hand' : 'tool'),
  harm: isFirst,
  live: true
});
