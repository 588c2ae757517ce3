import { wordsIn } from '$lib/server/http/here';
import { modelOf, type PartKind } from '$core/machine';
import { consumableOf } from '$core/plan';
import { Spare, spareOf } from '$core/spares';
import type { Queryable } from '$lib/server/database/pool';
import { machineDocument } from '$lib/server/library/machines';
import { keepSpare, moveStock } from '$lib/server/stock/spares';

/** Invented prices, minor units. */
const PRICES: Partial<Record<PartKind, number>> = {
  battery: 8900,
  panel: 14900,
  display: 28900,
  board: 46900,
  keyboard: 6900,
  touchpad: 5400,
  fan: 3900,
  'heat-sink': 4900,
  storage: 9900,
  memory: 5200,
  card: 3400,
  case: 17900
};
const PLACES = ['Drawer 1', 'Drawer 2', 'Drawer 3', 'Rack A', 'Rack B'];
/** Not on the shelf: what keeps jobs of the demo waiting. */
const OUT: ReadonlySet<string> = new Set(['lindquay-slip-11 board', 'norrvik-ballast-15 panel']);
/** One number of the line was replaced by a newer one. */
const SUPERSEDED = { part: 'norrvik-pilot-14 keyboard', by: 'NP14-8002' };

/** Two of every part of the Skerry Line's machines, but for a few, and the consumables that they take. */
export async function stockTheShelves(db: Queryable, fileIds: readonly number[], by: string): Promise<void> {
  const consumables = new Map<string, Spare>();
  const put = async (spare: Spare, price: number, quantity: number, place: string) => {
    await keepSpare(db, spare, price, by);
    if (quantity > 0) await moveStock(spare.number, place, quantity, 'first count', { by });
  };
  for (const fileId of fileIds) {
    const model = modelOf((await machineDocument(db, fileId))!.machine);
    for (const [i, part] of model.machine.parts.entries()) {
      for (const { number } of part.numbers) {
        const key = `${model.machine.id} ${part.id}`;
        const spare = spareOf(model, part, number);
        const isOld = key === SUPERSEDED.part;
        if (isOld) await put({ ...spare, number: SUPERSEDED.by }, 7400, 1, 'Rack A');
        await put(
          isOld ? { ...spare, supersededBy: SUPERSEDED.by } : spare,
          PRICES[part.kind] ?? 2200,
          OUT.has(key) || isOld ? 0 : 2,
          PLACES[i % PLACES.length]!
        );
      }
    }
    for (const joint of model.machine.joints) {
      if (joint.kind !== 'adhesive' || !joint.singleUse) continue;
      const name = wordsIn('en').told(consumableOf(model, joint).name).split(':')[0]!;
      consumables.set(
        name,
        Spare.parse({
          number: `C-${100 + (consumables.has(name) ? [...consumables.keys()].indexOf(name) : consumables.size)}`,
          name: name[0]!.toUpperCase() + name.slice(1),
          kind: 'consumable'
        })
      );
    }
  }
  for (const spare of consumables.values()) await put(spare, 450, 20, 'Cabinet');
}
