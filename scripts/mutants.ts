import { Stryker } from '@stryker-mutator/core';
import { execFileSync } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { parseArgs } from 'node:util';
import { draw, INSTRUMENTING, keyOf, placesIn, type Place } from './mutants/places';
import { table, type Result } from './mutants/results';
import { testsAsked, timesPage } from './mutants/tests';
import setup from './setup/test-cluster.mjs';
import { ROOT } from './setup/system.mjs';

/**
 * `npm run mutants -- --seed 7`: breaks so many places of the core and the server, one at a time and in a copy of the tree, and asks
 * of each those tests that come past it whether they notice. What is drawn follows from the seed; `--list` tells it and breaks nothing.
 */
const { values: asked } = parseArgs({
  options: {
    seed: { type: 'string' },
    count: { type: 'string', default: '400' },
    /** Only what an earlier run (`out`, a line each) says was not noticed, or never came to. */
    again: { type: 'boolean', default: false },
    /** Files whose path begins so. */
    only: { type: 'string', default: 'src/' },
    /** A file of tests that takes longer is slow, s. */
    slow: { type: 'string', default: '6' },
    /** `quick`, `slow`, or `all`: first the quick ones, then the slow ones about what those left. */
    tests: { type: 'string', default: 'quick' },
    lanes: { type: 'string', default: '2' },
    list: { type: 'boolean', default: false },
    out: { type: 'string', default: 'test-results/mutants.jsonl' }
  }
});
if (asked.seed === undefined) throw new Error('A seed says what is drawn: npm run mutants -- --seed 7');
const out = join(ROOT, asked.out!);

const files = execFileSync('git', ['ls-files', '-co', '--exclude-standard', '-z'], { cwd: ROOT, encoding: 'utf8' })
  .split('\0')
  .filter((f) => f && existsSync(join(ROOT, f)));
const isRule = (f: string) =>
  /^src\/(core|lib\/server)\/.*\.ts$/.test(f) && !/\.test\.ts$|\/testing\//.test(f) && f.startsWith(asked.only!);

const rules = files.filter(isRule).map((name) => ({ name, content: readFileSync(join(ROOT, name), 'utf8') }));
const all = await placesIn(rules);
const drawn = draw(all, Number(asked.count), Number(asked.seed));
console.log(`Seed ${asked.seed}: ${drawn.length} places, of ${all.length} ways to break ${rules.length} files.`);

/** Stryker breaks and restores files where they stand. */
function copyOfTree(): string {
  const folder = mkdtempSync(join(tmpdir(), 'eager-wrench-mutants-'));
  for (const file of files) {
    mkdirSync(dirname(join(folder, file)), { recursive: true });
    cpSync(join(ROOT, file), join(folder, file));
  }
  cpSync(join(ROOT, '.svelte-kit'), join(folder, '.svelte-kit'), { recursive: true });
  symlinkSync(join(ROOT, 'node_modules'), join(folder, 'node_modules'));
  return folder;
}

/** What comes of it stands in `out`, a line each, as it comes. */
async function breakOnceEach(places: readonly Place[], tests: readonly string[]): Promise<void> {
  const folder = copyOfTree();
  const [keys, order] = [join(folder, 'drawn.json'), join(folder, 'asked.json')];
  writeFileSync(keys, JSON.stringify(places.map(keyOf)));
  writeFileSync(order, JSON.stringify(tests));
  Object.assign(process.env, { DRAWN_MUTANTS: keys, ASKED_TESTS: order, KEPT_MUTANTS: out });
  process.chdir(folder);
  try {
    await new Stryker({
      mutate: places.map(({ file, location: { start, end } }) => {
        return `${file}:${start.line + 1}:${start.column}-${end.line + 1}:${end.column}`;
      }),
      mutator: { plugins: null, excludedMutations: INSTRUMENTING.excludedMutations },
      plugins: ['@stryker-mutator/vitest-runner', join(folder, 'scripts/mutants/drawn.mjs')],
      checkers: ['drawn'],
      testRunner: 'vitest',
      vitest: { configFile: 'scripts/mutants/vitest.config.ts', related: false },
      inPlace: true,
      coverageAnalysis: 'perTest',
      ignoreStatic: true,
      disableTypeChecks: false,
      concurrency: Number(asked.lanes),
      // A machine that does other work as well must not look like a test that hangs.
      ...{ timeoutMS: 60_000, timeoutFactor: 4, dryRunTimeoutMinutes: 60 },
      reporters: ['progress-append-only', 'as-they-come'],
      allowConsoleColors: false,
      allowEmpty: true
    }).runMutationTest();
  } finally {
    process.chdir(ROOT);
    rmSync(folder, { recursive: true, force: true });
  }
}

const isOpen = ({ verdict }: Result) => verdict === 'Survived' || verdict === 'NoCoverage' || verdict === 'Pending';

/** What is known of each place: a test that noticed once did notice, however often it is asked. */
function known(): Result[] {
  const lines = existsSync(out) ? readFileSync(out, 'utf8').split('\n').filter(Boolean) : [];
  const told = new Map<string, Pick<Result, 'verdict' | 'by' | 'why'>>();
  for (const line of lines) {
    const { key, ...said } = JSON.parse(line) as { key: string } & Pick<Result, 'verdict' | 'by' | 'why'>;
    // No slow test comes past it: what the quick ones said stands.
    if (!(said.verdict === 'NoCoverage' && told.get(key)?.verdict === 'Survived')) told.set(key, said);
  }
  return drawn.map((place) => ({ ...place, ...(told.get(keyOf(place)) ?? { verdict: 'Pending' as const }) }));
}

if (asked.list) {
  for (const place of drawn) console.log(`${place.file}:${place.line} ${place.kind}: ${place.was} -> ${place.becomes}`);
} else {
  const stop = await setup();
  try {
    mkdirSync(dirname(out), { recursive: true });
    if (!asked.again) rmSync(out, { force: true });
    const tests = testsAsked(files, timesPage(ROOT));
    const isSlow = ({ seconds }: { seconds: number }) => seconds > Number(asked.slow);
    const rounds = [
      ...(asked.tests === 'slow' ? [] : [tests.filter((t) => !isSlow(t))]),
      ...(asked.tests === 'quick' ? [] : [tests.filter(isSlow)])
    ];
    for (const round of rounds) {
      const open = known().filter(isOpen);
      if (open.length === 0) break;
      console.log(`${open.length} are asked of ${round.length} files of tests.`);
      await breakOnceEach(
        open,
        round.map((t) => t.file)
      );
    }
    console.log(table(known()));
  } finally {
    await stop();
  }
}
