import { isIn, type Access, type Action } from '../access';
import { crossings } from '../cables';
import type { Model } from '../machine';
import type { Pinch, Step } from './schema';
import type { FileText, Said } from '../language';
import { partName, PASSES } from '../words';
import type { ActionId } from '../ids';

/**
 * Cables to mind as the part goes down, each once per face and side: such as are in the machine then.
 * @param open what is opened and moved once the part is back
 */
export function pinchList(access: Access, action: Action & { kind: 'move' }, open: ReadonlySet<ActionId>): Pinch[] {
  const list = new Map<string, Pinch>();
  for (const { cable, where, zone, crosses } of crossings(access.model, action.part, action.move)) {
    if (!isIn(access.model, cable, open)) continue;
    const key = `${cable} ${where} ${zone}`;
    list.set(key, { cable, where, zone, crosses: [...(list.get(key)?.crosses ?? []), ...crosses] });
  }
  return [...list.values()];
}

/** One cable to mind, in words. */
export interface PinchWords {
  key: string;
  name: FileText;
  text: Said;
  /** Where it crosses the part's edge on the face in hand. */
  places: number;
}

/** What is said of the cables of a step: each once for either side, whatever the face. */
export function pinchWords(model: Model, { pinch, zone: inHand }: Step): PinchWords[] {
  const words = new Map<string, PinchWords>();
  for (const { cable, where, zone, crosses } of pinch) {
    const key = `${cable} ${where}`;
    const places = (words.get(key)?.places ?? 0) + (zone === inHand ? crosses.length : 0);
    words.set(key, { key, name: partName(model, cable), text: PASSES[where], places });
  }
  return [...words.values()];
}
