import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { busySeconds, childrenSeconds } from './clock.mjs';
import { addressOf, namedBy, nearTests, reachedFrom } from './graph.mjs';
import { browserTests, unitTests } from './reports.mjs';
import { lookBack, remember } from './second-tries.mjs';
import { putInto, timesOn, timesTable } from './table.mjs';

const folder = mkdtempSync(join(tmpdir(), 'eager-wrench-tests-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('a test that passed only at its second try', () => {
  const run = (...names: string[]) => names;
  it('is told, and is a failure when it is the same one again within ten runs', () => {
    expect(lookBack([], run('a', 'b')).often).toEqual([]);
    expect(lookBack([run('a'), run('c')], run('a', 'b')).often).toEqual(['a']);
    const nine = Array.from({ length: 9 }, () => run());
    expect(lookBack([run('a'), ...nine.slice(1)], run('a')).often).toEqual(['a']);
    expect(lookBack([run('a'), ...nine], run('a')).often).toEqual([]);
  });
  it('is remembered from one run to the next, ten of them, and what cannot be read is begun anew', () => {
    const path = join(folder, 'kept', 'tries.json');
    for (let i = 1; i <= 12; i++) expect(remember([], path)).toEqual({ often: [], of: Math.min(i, 10) });
    remember(['slow'], path);
    expect(remember(['slow', 'other'], path).often).toEqual(['slow']);
    writeFileSync(path, '{"half');
    expect(remember(['slow'], path)).toEqual({ often: [], of: 1 });
  });
});

describe('what the runners report', () => {
  it('is told test by test, with those that needed a second try apart', () => {
    const { tests, files } = browserTests({
      errors: [],
      suites: [
        {
          specs: [],
          suites: [
            {
              specs: [
                { file: 'a.spec.ts', title: 'one', tests: [{ status: 'expected', results: [{ duration: 1500 }] }] },
                {
                  file: 'a.spec.ts',
                  title: 'two',
                  tests: [
                    {
                      status: 'flaky',
                      results: [
                        { duration: 1000, error: { message: 'Error: \u001b[31mtoo many clients\u001b[39m' } },
                        { duration: 3000 }
                      ]
                    }
                  ]
                },
                { file: 'b.spec.ts', title: 'three', tests: [{ status: 'unexpected', results: [{ duration: 0 }] }] }
              ]
            }
          ]
        }
      ]
    });
    expect(tests.map((t) => [t.name, t.outcome])).toEqual([
      ['one', 'passed'],
      ['two', 'second-try'],
      ['three', 'failed']
    ]);
    // Why it needed one is told, in plain text.
    expect(tests[1]!.why).toBe('Error: too many clients');
    expect([...files]).toEqual([
      ['e2e/a.spec.ts', 5.5],
      ['e2e/b.spec.ts', 0]
    ]);
  });
  it('a set-up that fails, and a file that cannot be read, are failures', () => {
    expect(browserTests({ suites: [], errors: [{ message: 'no database\nat x' }] }).tests).toEqual([
      { file: 'e2e', name: 'no database', seconds: 0, outcome: 'failed' }
    ]);
    const found = unitTests(
      {
        testResults: [
          {
            name: '/x/src/a.test.ts',
            startTime: 0,
            endTime: 0,
            status: 'failed',
            message: 'bad\n',
            assertionResults: []
          },
          {
            name: '/x/src/b.test.ts',
            startTime: 1000,
            endTime: 3000,
            status: 'passed',
            message: '',
            assertionResults: [
              { status: 'passed', fullName: 'b', duration: 250 },
              { status: 'pending', fullName: 'c' }
            ]
          }
        ]
      },
      '/x'
    );
    expect(found.tests.map((t) => [t.file, t.outcome])).toEqual([
      ['src/a.test.ts', 'failed'],
      ['src/b.test.ts', 'passed'],
      ['src/b.test.ts', 'skipped']
    ]);
    expect(found.files.get('src/b.test.ts')).toBe(2);
  });
});

it('processors\u2019 time is that of what was worked meanwhile', async () => {
  const { execFileSync } = await import('node:child_process');
  const [busy, children] = [busySeconds(), childrenSeconds()];
  execFileSync(process.execPath, ['-e', 'const until = Date.now() + 300; while (Date.now() < until);']);
  expect(childrenSeconds() - children).toBeGreaterThan(0.1);
  expect(busySeconds() - busy).toBeGreaterThan(0.1);
});

it('a table of times goes into its place, leaves the rest of the page, and is read again', () => {
  const page = join(folder, 'page.md');
  writeFileSync(page, 'Before.\n<!-- times: written by npm run test:times -->\nold\n<!-- end of times -->\nAfter.\n');
  const table = timesTable({
    stages: [
      { name: 'Lint', wall: 10, busy: 12.34 },
      { name: 'Lint: within', wall: 1 }
    ],
    unit: new Map([
      ['src/slow.test.ts', 12.5],
      ['src/quick.test.ts', 0.4]
    ]),
    browser: new Map([['e2e/a.spec.ts', 61]]),
    slowest: [{ file: 'e2e/a.spec.ts', name: 'a | b', seconds: 61, outcome: 'passed' }],
    machine: '2 processors',
    passed: 3
  });
  putInto(page, table);
  const text = readFileSync(page, 'utf8');
  expect(text.startsWith('Before.\n')).toBe(true);
  expect(text.endsWith('<!-- end of times -->\nAfter.\n')).toBe(true);
  expect(text).not.toContain('old');
  expect(text).toContain('| Lint | 10.0 | 12.3 |');
  expect(text).toContain('| 1 others, each below 1 s | 0.4 |');
  expect([...timesOn(text)]).toEqual([
    ['src/slow.test.ts', 12.5],
    ['e2e/a.spec.ts', 61]
  ]);
  writeFileSync(page, 'No place.');
  expect(() => putInto(page, table)).toThrow(/has no place for the times/);
});

describe('what is near to a change', () => {
  const root = join(folder, 'tree');
  const files = {
    'src/core/a/rule.ts': '',
    'src/core/a/rule.test.ts': "import { x } from './rule';",
    'src/core/a/index.ts': "export * from './rule';",
    'src/lib/b.svelte': "<script>import { x } from '$core/a';</script>",
    'src/lib/server/c.ts': "const late = () => import('$core/a');",
    'src/lib/server/c.test.ts': "import './c';",
    'src/routes/jobs/[number=integer]/plan/+page.svelte': "import B from '$lib/b.svelte';",
    'src/routes/people/+page.svelte': '',
    'e2e/plan.spec.ts': 'await page.goto(`/jobs/${job}/plan`);',
    'e2e/bench.spec.ts': "await page.goto('/jobs/102/bench');",
    'e2e/other.spec.ts': "await page.waitForURL('**/plan');"
  };
  for (const [file, text] of Object.entries(files)) {
    mkdirSync(join(root, file, '..'), { recursive: true });
    writeFileSync(join(root, file), text);
  }
  const specs = Object.keys(files).filter((f) => f.endsWith('.spec.ts'));
  const near = (changed: string[], seconds: (file: string) => number, budget: number) =>
    nearTests(
      {
        far: reachedFrom(namedBy(root, Object.keys(files)), changed),
        text: (file: string) => files[file as keyof typeof files],
        seconds
      },
      specs,
      budget
    );

  it('is its own tests, then those that lead to it, and the browser tests that go to its screens', () => {
    expect(near(['src/core/a/rule.ts'], () => 1, 100)).toEqual({
      unit: ['src/core/a/rule.test.ts', 'src/lib/server/c.test.ts'],
      browser: ['e2e/other.spec.ts', 'e2e/plan.spec.ts'],
      left: []
    });
    expect(near(['src/routes/people/+page.svelte'], () => 1, 100)).toEqual({ unit: [], browser: [], left: [] });
    expect(near(['e2e/bench.spec.ts'], () => 900, 100).browser).toEqual(['e2e/bench.spec.ts']);
  });
  it('leaves out what there is no time for, and tells it', () => {
    const found = near(['src/core/a/rule.ts'], (file) => (file.includes('server') ? 200 : 1), 100);
    expect(found.unit).toEqual(['src/core/a/rule.test.ts']);
    expect(found.left).toEqual(['src/lib/server/c.test.ts']);
  });
  it('an address is that of its screen, whatever number stands in it, and no longer one', () => {
    const plan = addressOf('src/routes/jobs/[number=integer]/plan/+page.svelte');
    for (const text of ["'/jobs/103/plan'", '`/jobs/${number}/plan`', "'**/plan'", "'/jobs/1/plan?x=1'"])
      expect([text, plan.test(text)]).toEqual([text, true]);
    for (const text of ["'/jobs/103/plan/more'", "'/jobs/103/planning'", "'/jobs/plan'"])
      expect([text, plan.test(text)]).toEqual([text, false]);
  });
});
