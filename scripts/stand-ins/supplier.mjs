/**
 * A supplier of spares, as far as the application sees it: a catalogue with prices, stock and lead times, and orders. Its
 * catalogue is made from the demo's machine files. For tests it can be slow, fail or lie; see docs/supplier.md.
 */
import { readdirSync, readFileSync } from 'node:fs';
import { body, json, refusal, serve } from './http.mjs';

const FORMAT = 'eager-wrench/supplier@1';
const DAY_MS = 86_400_000;
export const MODES = ['well', 'slow', 'failing', 'lying', 'refusing'];

/** Prices by kind of part, minor units: invented. */
const PRICES = {
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
  camera: 2900,
  cover: 4400,
  bezel: 2600,
  case: 17900,
  processor: 15900
};

/** What a machine file says of its parts, as a catalogue has it: numbers, holes, plugs. */
export function catalogueFrom(machines) {
  const items = new Map();
  for (const machine of machines) {
    const parts = new Map(machine.parts.map((p) => [p.id, p]));
    for (const part of machine.parts) {
      const own = new Set([part.id, ...(part.spareIncludes ?? [])]);
      const holes = machine.joints.flatMap((j) => (j.kind === 'screws' && j.a === part.id ? j.at : []));
      const plugs = machine.joints
        .flatMap((j) => (j.kind === 'connector' && own.has(j.a) !== own.has(j.b) ? [j.family] : []))
        .sort();
      for (const [i, { number }] of (part.numbers ?? []).entries()) {
        if (items.has(number)) continue;
        const code = [...number].reduce((sum, c) => (sum * 31 + c.charCodeAt(0)) % 9973, 7);
        items.set(number, {
          number,
          name: `${parts.get(part.id).name}, ${machine.model}`,
          kind: 'part',
          includes: part.spareIncludes ?? [],
          ...(holes.length > 0 ? { holes } : {}),
          ...(plugs.length > 0 ? { plugs } : {}),
          priceMinor: (PRICES[part.kind] ?? 2200) + (code % 40) * 10 + i * 500,
          currency: 'EUR',
          stock: code % 5,
          leadDays: 1 + (code % 6)
        });
      }
    }
  }
  return items;
}

export function demoMachines() {
  const folder = new URL('../../demo/machines/', import.meta.url);
  return readdirSync(folder)
    .filter((n) => n.endsWith('.json'))
    .map((n) => JSON.parse(readFileSync(new URL(n, folder), 'utf8')));
}

/** @returns where it listens, what was ordered, its catalogue, `be` to change its mode, `offer` to put something into its catalogue, and `stop` */
export async function startSupplier(port = 0) {
  const items = catalogueFrom(demoMachines());
  const orders = new Map();
  let mode = 'well';

  async function answer(request, response) {
    const { pathname, searchParams } = new URL(request.url, 'http://supplier');
    if (request.method === 'POST' && pathname === '/mode') {
      const wanted = (await body(request)).mode;
      if (!MODES.includes(wanted)) throw refusal(400, `Modes are ${MODES.join(', ')}.`);
      mode = wanted;
      return json(response, { mode });
    }
    if (mode === 'slow') await new Promise((resolve) => setTimeout(resolve, 8000));
    if (mode === 'failing') return request.socket.destroy();
    if (mode === 'refusing') throw refusal(503, 'Closed for stocktaking.');
    if (request.method === 'GET' && pathname === '/catalogue') {
      const found = searchParams.getAll('number').flatMap((n) => items.get(n) ?? []);
      return json(response, {
        format: FORMAT,
        items: mode === 'lying' ? found.map((i) => ({ ...i, priceMinor: -1 })) : found
      });
    }
    if (request.method === 'POST' && pathname === '/orders') {
      const { reference, number, quantity } = await body(request);
      const item = items.get(number);
      if (!item) throw refusal(422, `${number} is not in the catalogue.`);
      if (!Number.isInteger(quantity) || quantity < 1) throw refusal(422, 'How many?');
      // The same reference is the same order, however often it is sent.
      if (!orders.has(reference)) {
        const days = item.stock >= quantity ? 1 : item.leadDays;
        orders.set(reference, {
          format: FORMAT,
          reference,
          order: `S-${String(1000 + orders.size)}`,
          number,
          quantity,
          priceMinor: item.priceMinor,
          dueOn: new Date(Date.now() + days * DAY_MS).toISOString().slice(0, 10)
        });
        item.stock = Math.max(0, item.stock - quantity);
      }
      const order = orders.get(reference);
      return json(response, mode === 'lying' ? { ...order, number: 'SOMETHING-ELSE' } : order);
    }
    throw refusal(404, 'There is nothing here.');
  }

  const server = await serve(answer, port);
  return {
    address: server.address,
    stop: () => server.stop(),
    orders,
    catalogue: items,
    be: (wanted) => (mode = wanted),
    offer: (item) => items.set(item.number, item)
  };
}
