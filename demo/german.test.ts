import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { FaultSet, faultSetIn } from '$core/faults';
import { replaceableParts } from '$core/goals';
import { plan } from '$core/plan';
import { accessOf } from '$core/access';
import { Machine, modelOf } from '$core/machine';

const MACHINES = [
  'norrvik-fathom-14',
  'norrvik-ballast-15',
  'lindquay-slip-11',
  'lindquay-gannet-13',
  'norrvik-pilot-14',
  'earlier/norrvik-fathom-14-r1'
];
const read = (path: string): unknown => JSON.parse(readFileSync(new URL(path, import.meta.url), 'utf8'));

/** Every text of the machine file that a value names and that has no German. */
function untranslated(value: unknown): string[] {
  if (typeof value !== 'object' || value === null) return [];
  const { file, in: others } = value as { file?: unknown; in?: { de?: string } };
  if (typeof file === 'string') return others?.de ? [] : [file];
  return Object.values(value).flatMap(untranslated);
}

describe.each(MACHINES)('%s', (id) => {
  const machine = Machine.parse(read(`machines/${id}.json`));
  it('has a German name for all that it names', () => {
    const { de } = machine.translations!;
    const names = [...machine.zones, ...machine.parts, ...machine.joints].map(({ name }) => name);
    expect(names.filter((name) => !de![name])).toEqual([]);
  });
  it('has German words for all that a plan says of it', () => {
    const access = accessOf(modelOf(machine));
    const parts = replaceableParts(access.model).slice(0, 6);
    for (const { id: part } of parts) expect(untranslated(plan(access, [{ do: 'replace', part }]))).toEqual([]);
  });
});

it('fault sets are German as a whole', () => {
  for (const id of MACHINES.slice(0, 5)) {
    const set = FaultSet.parse(read(`faults/${id}.json`));
    const german = faultSetIn(set, 'de');
    const texts = (of: typeof set) => [
      ...of.symptoms.map((s) => s.text),
      ...of.faults.map((f) => f.name),
      ...of.tests.flatMap((t) => [t.text, ...(t.how ? [t.how] : []), ...t.outcomes.map((o) => o.text)]),
      ...of.repairs.map((r) => r.text)
    ];
    const [said, anew] = [texts(set), texts(german)];
    expect(said.filter((text, i) => text === anew[i])).toEqual([]);
    expect({ ...german, symptoms: [], faults: [], tests: [], repairs: [] }).toEqual({
      ...set,
      symptoms: [],
      faults: [],
      tests: [],
      repairs: []
    });
    expect(faultSetIn(set, 'en')).toBe(set);
  }
});
