import type { z } from 'zod';
import type { FaultSet } from '$core/faults';
import type { Goal } from '$core/goals';

type Set = z.input<typeof FaultSet>;
type Where = { part?: string; joint?: string };

export const reach = (joint: string): Goal => ({ do: 'reach', joint });
export const replace = (part: string): Goal => ({ do: 'replace', part });
export const expose = (part: string): Goal => ({ do: 'expose', part });

/** A fault set as it is put together, group of functions by group. */
export class FaultSetBuilder {
  readonly set: Set;

  constructor(machine: string) {
    this.set = { format: 'eager-wrench/faults@1', machine, symptoms: [], faults: [], tests: [], repairs: [] };
  }

  symptom(id: string, text: string, ...dead: string[]): this {
    this.set.symptoms.push({ id, text, ...(dead.length > 0 ? { dead } : {}) });
    return this;
  }

  fault(id: string, name: string, weight: number, shows: Record<string, number>, where: Where = {}): this {
    this.set.faults.push({ id, name, ...where, weight, shows });
    return this;
  }

  /** A test of two outcomes. @param given of each fault, how likely the first of them is */
  test(
    id: string,
    text: string,
    seconds: number,
    [yes, no]: [string, string],
    otherwise: number,
    given: Record<string, number>,
    more: { needs?: Goal[]; how?: string } = {}
  ): this {
    const both = (p: number) => [p, Math.round((1 - p) * 1000) / 1000];
    this.set.tests.push({
      id,
      text,
      seconds,
      ...more,
      outcomes: [
        { id: 'yes', text: yes },
        { id: 'no', text: no }
      ],
      given: Object.fromEntries(Object.entries(given).map(([f, p]) => [f, both(p)])),
      otherwise: both(otherwise)
    });
    return this;
  }

  repair(id: string, text: string, seconds: number, mends: string[], goal?: Goal): this {
    this.set.repairs.push({ id, text, ...(goal ? { goal } : {}), seconds, mends });
    return this;
  }

  /** One more thing that a repair mends. */
  alsoMends(repair: string, ...faults: string[]): this {
    this.set.repairs.find((r) => r.id === repair)!.mends.push(...faults);
    return this;
  }
}
