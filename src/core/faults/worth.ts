import type { Model, PartKind } from '../machine';
import type { Minor } from '../money';
import type { FaultSet, Repair } from './schema';

/** What a shop knows of the spare that a repair takes. */
export interface ShopSpare {
  /** What the customer pays for it; absent where nobody has a price. */
  each?: Minor;
  /** One that is free lies in the shop. */
  isThere: boolean;
}

/** What a spare weighs in a choice, and whether that is a guess. */
export interface Worth {
  /** As time at the bench, s. */
  seconds: number;
  isGuess: boolean;
}

/** Spares without a price, in hours at the bench: rules of thumb, made so that nobody fits a board to find out. */
const GUESSED_HOURS: Partial<Record<PartKind, number>> = {
  board: 5,
  display: 4,
  panel: 2.5,
  processor: 3,
  storage: 1.5,
  battery: 1.5,
  keyboard: 1,
  cover: 1,
  'heat-sink': 0.8,
  card: 0.8,
  memory: 0.8
};
const OTHER_HOURS = 0.5;
/** Ordering a spare that is not there, taking it in, and a second time at the bench, s: bench rule of thumb. */
const ORDERED_SECONDS = 1800;

/**
 * What each repair's spare weighs against time: its price at the shop's hour, and what ordering it takes where it is not there. A part
 * that was opened and does not help is not sold twice: so each that is fitted counts whole.
 * @param hour what an hour at the bench costs the customer; with 0 only time counts
 * @returns by the repair's id; nothing for those that take no spare
 */
export function worthOfSpares(
  model: Model,
  set: FaultSet,
  hour: Minor,
  spares: Readonly<Record<string, ShopSpare>>
): Record<string, Worth> {
  return Object.fromEntries(
    set.repairs.flatMap((repair) => {
      const kind = spareOf(model, repair);
      if (kind === undefined || hour === 0) return [];
      const spare = spares[repair.id];
      const price =
        spare?.each === undefined ? 3600 * (GUESSED_HOURS[kind] ?? OTHER_HOURS) : (3600 * spare.each) / hour;
      const seconds = price + (spare?.isThere ? 0 : ORDERED_SECONDS);
      return [[repair.id, { seconds, isGuess: spare?.each === undefined }]];
    })
  );
}

/** The kind of part that a repair takes a new one of. */
function spareOf(model: Model, { goal }: Repair): PartKind | undefined {
  return goal?.do === 'replace' && model.hasPart(goal.part) ? model.part(goal.part).kind : undefined;
}
