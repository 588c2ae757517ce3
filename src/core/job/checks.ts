import type { Said } from '../language';
import type { FaultSet } from '../faults';
import type { Model } from '../machine';
import { STRANGE } from '../words';
import type { JobFact } from './events';

/** Why a fact cannot be one of this machine, in words; undefined when it can. @param set what goes wrong with it, where the shop was told */
export function strangeFact(model: Model, set: FaultSet | undefined, fact: JobFact): Said | undefined {
  const known = (list: readonly { id: string }[] | undefined, id: string, what: string) =>
    list?.some((x) => x.id === id) ? undefined : STRANGE.none(what, id);
  switch (fact.is) {
    case 'condition':
      return fact.marks.map((m) => known(model.machine.zones, m.zone, 'face')).find(Boolean);
    case 'intake':
      return fact.variant === undefined || model.machine.variants.some((v) => v.id === fact.variant)
        ? undefined
        : STRANGE.none('variant', fact.variant);
    case 'symptoms':
      return [...fact.there, ...fact.not].map((s) => known(set?.symptoms, s, 'symptom')).find(Boolean);
    case 'tried':
      return (
        known(set?.tests, fact.test, 'test') ??
        known(set?.tests.find((t) => t.id === fact.test)!.outcomes, fact.outcome, 'outcome')
      );
    case 'mended':
      return known(set?.repairs, fact.repair, 'repair');
    default:
      return undefined;
  }
}
