import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

/** How long each file of tests takes by itself, s. */
export type Durations = ReadonlyMap<string, number>;

/** From what the test runner writes of a whole run. A file that fails with nothing broken says nothing of what is: it is told, and left out. */
export function durationsIn(report: string): Map<string, number> {
  const { testResults } = JSON.parse(readFileSync(report, 'utf8')) as {
    testResults: { name: string; status: string; startTime: number; endTime: number }[];
  };
  const failed = testResults.filter((t) => t.status !== 'passed');
  if (failed.length > 0) console.log(`Fail with nothing broken: ${failed.map((t) => t.name).join(', ')}`);
  return new Map(
    testResults
      .filter((t) => t.status === 'passed')
      .map((t) => [t.name.replace(/^.*?\/(src|demo|scripts)\//, '$1/'), (t.endTime - t.startTime) / 1000])
  );
}

interface Cruised {
  modules: { source: string; dependencies: { resolved: string }[] }[];
}

/** For each file of sources the files of tests that lead to it. */
export function testsByFile(root: string): Map<string, Set<string>> {
  const json = execFileSync(
    'npx',
    ['depcruise', '--config', '.dependency-cruiser.cjs', '--output-type', 'json', 'src', 'scripts', 'demo', 'db'],
    { cwd: root, encoding: 'utf8', maxBuffer: 1 << 28 }
  );
  const needs = new Map(
    (JSON.parse(json) as Cruised).modules.map((m) => [m.source, m.dependencies.map((d) => d.resolved)])
  );
  const found = new Map<string, Set<string>>();
  for (const test of [...needs.keys()].filter((f) => f.endsWith('.test.ts'))) {
    const seen = new Set([test]);
    for (const file of seen) for (const next of needs.get(file) ?? []) if (needs.has(next)) seen.add(next);
    for (const file of seen) found.set(file, (found.get(file) ?? new Set()).add(test));
  }
  return found;
}

const roomOf = (file: string) => file.split('/').slice(0, -1).join('/');

/**
 * In which order tests are asked: the quick ones of the file's own room, then its slow ones and those of other rooms, quickest
 * first, as long as the budget of either lasts.
 * @param budget of its own slow ones and of the others each, s
 * @returns three rounds: what is approved of its own room, which notices most; what is quick; what is asked only where those noticed nothing
 */
export function roundsFor(file: string, tests: ReadonlySet<string>, took: Durations, budget: number): string[][] {
  const isOwn = (test: string) => roomOf(file).startsWith(roomOf(test));
  const sorted = [...tests].filter((t) => took.has(t)).sort((a, b) => took.get(a)! - took.get(b)! || (a < b ? -1 : 1));
  const [own, others] = [sorted.filter(isOwn), sorted.filter((t) => !isOwn(t))];
  const isQuick = (test: string) => took.get(test)! <= QUICK;
  const isApproval = (test: string) => test.endsWith('/approved.test.ts');
  const within = (list: string[]) => {
    let spent = 0;
    return list.filter((test) => (spent += took.get(test)!) <= budget);
  };
  const [ownSlow, near] = [within(own.filter((t) => !isQuick(t) && !isApproval(t))), within(others)];
  return [
    own.filter(isApproval),
    [...own.filter((t) => isQuick(t) && !isApproval(t)), ...near.filter((t) => took.get(t)! <= QUICK / 10)],
    [...ownSlow, ...near.filter((t) => took.get(t)! > QUICK / 10)]
  ].filter((r) => r.length > 0);
}

/** What is asked in the first round, s. */
const QUICK = 10;
