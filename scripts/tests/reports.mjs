import { relative } from 'node:path';
import { stripVTControlCharacters } from 'node:util';

/**
 * One test as it ended.
 * @typedef {{ file: string, name: string, seconds: number, outcome: 'passed' | 'second-try' | 'failed' | 'skipped', why?: string }} Test
 *   `why`: what its first try that did not pass said, in lines
 */

/** So many lines say what went wrong: the expectation and what was there instead. */
const LINES = 12;
const plain = (text) => text && stripVTControlCharacters(text).split('\n').slice(0, LINES).join('\n');

/**
 * @param {object} report what Vitest's JSON reporter wrote
 * @param {string} root of the checkout
 * @returns {{ tests: Test[], files: Map<string, number> }} each test, and how long each file took, s
 */
export function unitTests(report, root) {
  const files = new Map();
  const tests = report.testResults.flatMap(({ name, startTime, endTime, assertionResults, status, message }) => {
    const file = relative(root, name);
    files.set(file, (files.get(file) ?? 0) + Math.max(0, endTime - startTime) / 1000);
    // A file that cannot be read has no tests, and has failed.
    if (assertionResults.length === 0 && status === 'failed')
      return [{ file, name: message.split('\n')[0] ?? '', seconds: 0, outcome: 'failed' }];
    return assertionResults.map((t) => ({
      file,
      name: t.fullName,
      seconds: (t.duration ?? 0) / 1000,
      outcome: t.status === 'passed' ? 'passed' : t.status === 'failed' ? 'failed' : 'skipped',
      why: plain(t.failureMessages?.[0])
    }));
  });
  return { tests, files };
}

const OUTCOMES = { expected: 'passed', flaky: 'second-try', unexpected: 'failed', skipped: 'skipped' };

/**
 * @param {object} report what Playwright's JSON reporter wrote
 * @returns {{ tests: Test[], files: Map<string, number> }} each test, and how long those of each file took together, s
 */
export function browserTests(report) {
  const tests = [];
  const within = (suite) => {
    for (const spec of suite.specs ?? [])
      for (const t of spec.tests)
        tests.push({
          file: `e2e/${spec.file}`,
          name: spec.title,
          seconds: t.results.reduce((sum, r) => sum + r.duration, 0) / 1000,
          outcome: OUTCOMES[t.status],
          why: plain(t.results.find((r) => r.error)?.error.message)
        });
    for (const inner of suite.suites ?? []) within(inner);
  };
  report.suites.forEach(within);
  // What fails before a test begins belongs to none.
  for (const error of report.errors ?? [])
    tests.push({ file: 'e2e', name: error.message.split('\n')[0], seconds: 0, outcome: 'failed' });
  const files = new Map();
  for (const { file, seconds } of tests) files.set(file, (files.get(file) ?? 0) + seconds);
  return { tests, files };
}
