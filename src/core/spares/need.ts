import type { Plan } from '../plan';
import type { Model } from '../machine';
import { say, type Said } from '../language';
import { currentNumber, numbersNow, type Spare } from './spare';

/** One thing that has to lie ready before the machine is opened. */
export interface Need {
  what: 'part' | 'consumable';
  name: Said;
  /** A consumable's material, as the shop's own names begin with it: `thermal-compound`. */
  material?: string;
  /** For a part: its id in the machine file. */
  part?: string;
  /** Any of these will do; for consumables the shop's numbers of that name. */
  numbers: string[];
  /** How much, in words, for consumables. */
  amount?: Said;
}

/** What is there of it. */
export interface Stocked {
  number: string;
  /** Not set aside for other jobs. */
  free: number;
  /** Set aside for this job. */
  held: number;
}

export interface NeedState extends Need {
  /** held: set aside for this job; free: on the shelf; missing: neither; unlisted: the shop keeps no such thing. */
  is: 'held' | 'free' | 'missing' | 'unlisted';
  /** The number that is there. */
  number?: string;
}

/** What the shop's consumable is called after: the material, without its size. */
const materialIn = (name: string) => name.toLowerCase().split(/[,:(]/)[0]!.trim().replaceAll(' ', '-');

/** Everything that a plan needs in hand, once each. */
export function needsOf(model: Model, plan: Plan, spares: readonly Spare[], variant?: string): Need[] {
  const parts = plan.inHand.spares.map((s): Need => ({
    what: 'part',
    name: s.name,
    part: s.part,
    numbers: numbersNow(model, model.part(s.part), spares, variant)
  }));
  const byName = new Map<string, Need>();
  for (const { name, amount, material = materialIn(String(name)) } of plan.inHand.consumables) {
    const key = material;
    const known = byName.get(key);
    byName.set(
      key,
      known
        ? { ...known, amount: say('need.amounts', { one: known.amount!, other: amount }) }
        : { what: 'consumable', name, material, amount, numbers: numbersOf(material, spares) }
    );
  }
  return [...parts, ...byName.values()];
}

/** The shop's numbers of a consumable. */
const numbersOf = (material: string, spares: readonly Spare[]): string[] =>
  spares.filter((s) => s.kind === 'consumable' && materialIn(s.name) === material).map((s) => s.number);

/** A need that was worked out before, by what the shop knows now: numbers that took another's place, consumables that are kept by now. */
export function renumbered(need: Need, spares: readonly Spare[]): Need {
  return {
    ...need,
    numbers:
      need.what === 'consumable'
        ? numbersOf(need.material ?? materialIn(String(need.name)), spares)
        : [...new Set(need.numbers.flatMap((n) => [currentNumber(n, spares), n]))]
  };
}

/** How each need stands. A part without any number, such as one of the crew's own, cannot be kept in stock: it is not asked for. */
export function needStates(needs: readonly Need[], stock: readonly Stocked[]): NeedState[] {
  const of = new Map(stock.map((s) => [s.number, s]));
  return needs.map((need): NeedState => {
    const there = need.numbers.flatMap((n) => of.get(n) ?? []);
    const held = there.find((s) => s.held > 0);
    if (held) return { ...need, is: 'held', number: held.number };
    const free = there.find((s) => s.free > 0);
    if (free) return { ...need, is: 'free', number: free.number };
    return { ...need, is: there.length > 0 ? 'missing' : 'unlisted' };
  });
}

/** Whether everything is in hand: only then is the machine opened. */
export const isInHand = (states: readonly NeedState[]): boolean =>
  states.every((s) => s.is === 'held' || s.is === 'free');
