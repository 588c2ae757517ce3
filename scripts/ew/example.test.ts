import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { expect, it } from 'vitest';
import { drawingProblems } from '$core/access';
import { checkPlan } from '$core/check';
import { readMachineFile } from '$core/formats';
import { plan } from '$core/plan';
import { run } from './commands';

const path = (name: string) => fileURLToPath(new URL(`../../docs/${name}`, import.meta.url));
const example = path('examples/skiff-12.json');

it('the machine from nothing is whole, and is planned as its page says', () => {
  const file = readMachineFile(readFileSync(example, 'utf8'));
  if (!file.ok) throw new Error(JSON.stringify(file.problems));
  expect(file.machine.parts).toHaveLength(10);
  expect(drawingProblems(file.access)).toEqual([]);
  expect(file.warnings).toHaveLength(3);
  const page = readFileSync(path('machine-from-nothing.md'), 'utf8');
  const printed = /```\n([\s\S]*?)\n```/.exec(page)![1];
  expect(run(['plan', example, '--remove', 'board']).out.trimEnd()).toBe(printed);
  for (const part of ['battery', 'board', 'fan', 'ssd', 'wlan-card', 'speaker', 'cover']) {
    const made = plan(file.access, [{ do: 'replace', part }]);
    expect(checkPlan(file.machine, made), part).toEqual([]);
    expect([made.set.proved, made.order.proved, made.orderUp!.proved, made.loose], part).toEqual([
      true,
      true,
      true,
      []
    ]);
  }
});
