import { readFileSync } from 'node:fs';
import { it } from 'vitest';
import { parseMachine } from '../machine';
import { seeded } from '../solve';
import { expectApproved } from '../testing/approved';
import { demoText } from '../testing/machines';
import { spoil } from '../testing/spoil';
import { checkMachine } from '.';

it.each([
  ['skiff-12', readFileSync('docs/examples/skiff-12.json', 'utf8'), 200],
  ['lindquay-slip-11', demoText('lindquay-slip-11'), 120]
])('what is said of spoilt files of %s is as approved', async (id, text, times) => {
  const random = seeded(7);
  const lines: string[] = [];
  for (let k = 0; k < times; k++) {
    const document = JSON.parse(text) as Record<string, object>;
    const room = ['parts', 'joints', 'cables', 'relations', 'isolation', 'zones', 'joints', 'parts'][k % 8]!;
    const what = `${room}.${spoil(document[room]!, random)}`;
    const read = parseMachine(JSON.stringify(document));
    const checked = read.ok ? checkMachine(read.value) : read;
    const problems = checked.ok ? checked.warnings : checked.problems;
    lines.push(what, ...problems.map((p) => `  ${p.severity} ${p.code} ${p.place}: ${p.message}`));
  }
  await expectApproved(id, lines);
});
