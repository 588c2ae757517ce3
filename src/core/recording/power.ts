import { questionId } from '../ids';
import type { Machine, Origin } from '../machine';
import type { Speak } from '../language';
import { usualIsolation, type PowerWay } from '../usual';
import type { Ends } from './ends';
import type { RecordState, SeenJoint, SeenPart } from './state';

/** Ways to take the power of a cell away without a plug, as they are answered; any other answer is a plug. */
export const WITHOUT_PLUG = ['bay', 'firmware', 'no-cell'] as const;
export type WithoutPlug = (typeof WITHOUT_PLUG)[number];
/** An answer that nobody knows is one: it is not asked again. */
export const DO_NOT_KNOW = 'unknown';
export const POWER_QUESTION = questionId({ kind: 'power' });

export const isWithoutPlug = (answer: string): answer is WithoutPlug =>
  (WITHOUT_PLUG as readonly string[]).includes(answer);

/** What is known of how power is taken away. */
export interface Power {
  /** Absent where nobody has said it, and nothing that was seen says it. */
  way?: PowerWay;
  isTold: boolean;
  /** Nobody knows, as far as was answered. */
  isUnknown: boolean;
  /** A battery was seen in it. */
  hasCell: boolean;
  /** Plugs that may be it, likeliest first. */
  plugs: readonly SeenJoint[];
}

type Seen = Pick<RecordState, 'parts' | 'joints' | 'answers'>;

/**
 * How the power of the cell is taken away, by what was answered and what was seen. What was seen stands against an answer that would
 * take care away: a battery is no "none", and a plug of it is not left for firmware.
 * @param ends by joint, as far as they are known
 * @param on what each part is taken to stand on
 */
export function powerOf(state: Seen, ends: ReadonlyMap<string, Ends>, on: ReadonlyMap<string, string>): Power {
  const batteries = new Set(state.parts.filter((p) => p.kind === 'battery').map((p) => p.id));
  const isUnknown = state.answers[POWER_QUESTION] === DO_NOT_KNOW;
  const hasCell = batteries.size > 0;
  const isOfCell = (id: string | undefined): boolean =>
    id !== undefined && (batteries.has(id) || batteries.has(on.get(id) ?? ''));
  const holder = (j: SeenJoint): string | undefined => ends.get(j.id)?.a ?? j.holds;
  const kindOf = (id: string | undefined): SeenPart['kind'] | undefined => state.parts.find((p) => p.id === id)?.kind;
  const connectors = state.joints.filter((j) => j.fixing.kind === 'connector');
  const carriesPower = ({ fixing }: SeenJoint) => fixing.kind === 'connector' && fixing.carries !== 'signal';
  const likely = (j: SeenJoint): number => {
    if (isOfCell(holder(j)) || isOfCell(ends.get(j.id)?.b)) return carriesPower(j) ? 4 : 3;
    if (j.fixing.kind === 'connector' && (j.fixing.carries === 'power' || j.fixing.carries === 'both')) return 2;
    // A lead of which nobody has said yet where it comes from.
    return kindOf(holder(j)) === 'cable' ? 1 : 0;
  };
  const plugs = connectors.filter((j) => !isSomethingElse(j)).sort((a, b) => likely(b) - likely(a));
  const seen = connectors.find((j) => ends.has(j.id) && isOfCell(holder(j)) && carriesPower(j));
  const wayOf = (j: SeenJoint): PowerWay => ({
    by: j.fixing.kind === 'connector' && j.fixing.family === 'blade' ? 'bay' : 'plug',
    joint: j.id
  });
  const told = toldWay(state.answers[POWER_QUESTION]);
  const way = told ?? (seen && wayOf(seen));
  return { ...(way ? { way } : {}), isTold: told !== undefined, isUnknown, hasCell, plugs };

  /** It holds a thing that is no lead and no battery, or a wire of the radio: whatever is answered, it is not the battery's. */
  function isSomethingElse(j: SeenJoint): boolean {
    const part = holder(j);
    if (isOfCell(part) || isOfCell(ends.get(j.id)?.b)) return false;
    const kind = kindOf(part);
    if (j.fixing.kind === 'connector' && (j.fixing.family === 'antenna-snap' || j.fixing.carries === 'radio'))
      return true;
    return kind !== undefined && kind !== 'cable' && kind !== 'flat-cable';
  }

  /** What was answered, unless what was seen contradicts it. */
  function toldWay(answer: string | undefined): PowerWay | undefined {
    if (answer === undefined) return undefined;
    if (!isWithoutPlug(answer)) {
      const plug = plugs.find((j) => j.id === answer && ends.has(j.id));
      // Of a battery that has a plug of its own another plug takes nothing away.
      const isIts = plug && (!seen || likely(plug) >= likely(seen));
      return isIts ? wayOf(plug) : undefined;
    }
    switch (answer) {
      case 'no-cell':
        return hasCell ? undefined : { by: 'no-cell' };
      case 'firmware':
        return seen ? undefined : { by: 'firmware' };
      case 'bay': {
        // What gives as it is drawn out: its contacts, else whatever holds it.
        const own = state.joints.filter((j) => batteries.has(holder(j) ?? '') && ends.has(j.id));
        const held = own.find((j) => j.fixing.kind === 'connector') ?? own[0];
        return held ? { by: 'bay', joint: held.id } : undefined;
      }
    }
  }
}

/** The isolation as a file has it; without steps where nobody has said anything: nothing is planned on such a file. */
export function isolationFrom(
  { way, isTold }: Power,
  speak: Speak,
  mark: (field: string, origin: Origin) => void
): Machine['isolation'] {
  if (!way) return { steps: [] };
  mark('joint', isTold ? { how: 'answered' } : { how: 'guessed', sure: 0.9 });
  return usualIsolation(way, speak);
}
