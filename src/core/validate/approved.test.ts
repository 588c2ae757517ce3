import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { parseMachine } from '../machine';
import { seeded } from '../solve';
import { expectApproved, kindsOf } from '../testing/approved';
import { demoText } from '../testing/machines';
import { spoil } from '../testing/spoil';
import { checkMachine } from '.';

const ROOMS = ['parts', 'joints', 'cables', 'relations', 'isolation', 'zones', 'joints', 'parts'];

/** Whether a place such as `joints[3].at` is one of the document, or of what is missing there. */
function isPlace(document: object, place: string): boolean {
  let at: unknown = document;
  const steps = place.split(/[.[\]]+/).filter(Boolean);
  return steps.every((step, i) => {
    if (typeof at !== 'object' || at === null) return false;
    const isThere = step in at;
    at = (at as Record<string, unknown>)[step];
    return isThere || (i === steps.length - 1 && !/^\d+$/.test(step));
  });
}

it('what is said of spoilt files is as approved, each kind once, and names a place that is there', async () => {
  const cases: [string, string[]][] = [];
  let faulty = 0;
  for (const [id, text, times] of [
    ['skiff-12', readFileSync('docs/examples/skiff-12.json', 'utf8'), 200],
    ['lindquay-slip-11', demoText('lindquay-slip-11'), 120]
  ] as const) {
    const random = seeded(7);
    for (let k = 0; k < times; k++) {
      const document = JSON.parse(text) as Record<string, object>;
      const room = ROOMS[k % ROOMS.length]!;
      const what = `${id}, ${room}.${spoil(document[room]!, random)}`;
      const read = parseMachine(JSON.stringify(document));
      const checked = read.ok ? checkMachine(read.value) : read;
      const problems = checked.ok ? checked.warnings : checked.problems;
      if (!checked.ok) faulty++;
      for (const { place } of problems) expect([what, place, isPlace(document, place)]).toEqual([what, place, true]);
      cases.push([what, problems.map((p) => `${p.severity} ${p.code} ${p.place}: ${p.message}`)]);
    }
  }
  expect(faulty).toBeGreaterThan(cases.length / 5);
  await expectApproved('files', kindsOf(cases));
});
