import { it } from 'vitest';
import { seeded } from '../solve';
import { expectApproved } from '../testing/approved';
import { generatedFaults, LIKE_THE_DEMO } from '../testing/fault-sets';
import { demoFaults } from '../testing/demo-faults';
import { demoAccess } from '../testing/machines';
import { belief, commonTo, nextStep, NOTHING_KNOWN, reachFrom, strangersOf, unplannableIn, type Findings } from '.';

it.each(['norrvik-fathom-14', 'lindquay-slip-11'])('fault finding on %s is as approved', async (id) => {
  const access = demoAccess(id);
  const { model } = access;
  const demo = demoFaults(id);
  const random = seeded(9);
  const pick = <T>(list: readonly T[]) => list[Math.floor(random() * list.length)]!;
  const lines: string[] = [];
  const made = generatedFaults(model, LIKE_THE_DEMO, 3);
  for (const set of [demo, ...(id === 'lindquay-slip-11' ? [made] : [])]) {
    const reach = reachFrom(access, set);
    lines.push(
      `strangers ${JSON.stringify(strangersOf(model, set))} unplannable ${JSON.stringify(unplannableIn(set, reach))}`
    );
    for (let k = 0; k < 10; k++) {
      const tests = set.tests.filter(() => random() < 0.12 * (k % 3));
      const symptoms = Object.fromEntries(
        set.symptoms
          .filter((_, i) => i === k % set.symptoms.length || random() < 0.05)
          .map((s) => [s.id, random() < 0.8])
      );
      const known: Findings = {
        ...NOTHING_KNOWN,
        symptoms,
        tests: Object.fromEntries(tests.map((t) => [t.id, pick(t.outcomes).id])),
        repairs: k % 4 === 3 ? [pick(set.repairs).id] : []
      };
      const found = k % 2 ? {} : { [pick(set.faults).id]: 3, [pick(set.faults).id]: 1 };
      const weights = belief(set, known, found);
      const done = { tests: Object.keys(known.tests), repairs: known.repairs };
      const now = nextStep(set, weights, done, reach, 120);
      const percent = (w: number) => `${Math.round(100 * w)} %`;
      const minutes = (seconds: number) => (seconds < Infinity ? (seconds / 60).toFixed(1) : '?');
      lines.push(
        `${k} ${JSON.stringify(known)}`,
        `  it is ${weights.flatMap((w, i) => (w >= 0.005 ? [`${set.faults[i]!.id} ${percent(w)}`] : [])).join(', ')}`,
        `  next, of ${minutes(now.least)} min in all${now.proved ? ', proved' : ''}: ${now.candidates
          .slice(0, 3)
          .map((c) => `${c.do} ${c.id} (${minutes(c.least)})`)
          .join(', ')}`
      );
    }
  }
  const functions = [...new Set(model.machine.parts.flatMap((p) => p.functions ?? []))];
  for (let i = 0; i + 2 < functions.length; i += 2)
    lines.push(
      `common to ${functions[i]}, ${functions[i + 1]}: ${JSON.stringify(commonTo(model, [functions[i]!, functions[i + 1]!], [functions[i + 2]!]))}`
    );
  await expectApproved(id, lines);
});
