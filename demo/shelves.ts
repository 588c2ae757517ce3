import { wordsIn } from '$lib/server/http/here';
import { modelOf, type PartKind } from '$core/machine';
import { consumableOf } from '$core/plan';
import { Spare, spareOf } from '$core/spares';
import type { Queryable } from '$lib/server/database/pool';
import { machineDocument } from '$lib/server/library/machines';
import { keepSpare, moveStock } from '$lib/server/stock/spares';

/** Invented prices, minor units. */
const PRICES: Record<PartKind, number> = {
  case: 17900,
  cover: 3800,
  frame: 6400,
  bracket: 900,
  shield: 700,
  film: 500,
  foot: 250,
  board: 46900,
  'small-board': 2900,
  card: 3400,
  memory: 5200,
  storage: 9900,
  processor: 21900,
  fan: 3900,
  'heat-sink': 4900,
  battery: 8900,
  'coin-cell': 350,
  speaker: 1600,
  microphone: 1100,
  camera: 2400,
  touchpad: 5400,
  keyboard: 6900,
  reader: 3100,
  display: 28900,
  panel: 14900,
  bezel: 2600,
  hinge: 3300,
  tray: 450,
  jack: 1400,
  'flat-cable': 1200,
  cable: 1700,
  antenna: 1900
};
/** What a machine's parts cost against the line's: the oldest are cheap, the thinnest dear. */
const FACTOR: Readonly<Record<string, number>> = {
  'norrvik-ballast-15': 0.7,
  'lindquay-slip-11': 1.1,
  'lindquay-gannet-13': 1.25,
  'norrvik-pilot-14': 1.15
};
/** What wears out lies there in numbers. */
const WORN: ReadonlySet<PartKind> = new Set(['battery', 'fan', 'keyboard', 'coin-cell', 'foot', 'jack']);
const PLACES = ['Drawer 1', 'Drawer 2', 'Drawer 3', 'Rack A', 'Rack B'];
/** Not on the shelf: what keeps jobs of the demo waiting. */
const OUT: ReadonlySet<string> = new Set(['lindquay-slip-11 board', 'norrvik-ballast-15 panel']);
/** One number of the line was replaced by a newer one. */
const SUPERSEDED = { part: 'norrvik-pilot-14 keyboard', by: 'NP14-8002' };

/** Parts of the Skerry Line's machines, more of what wears out, and the consumables that they take. */
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
          // To whole tens of cents, as price lists are.
          Math.round((PRICES[part.kind] * (FACTOR[model.machine.id] ?? 1)) / 10) * 10,
          OUT.has(key) || isOld ? 0 : WORN.has(part.kind) ? 2 + (i % 4) : 1 + (i % 2),
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
