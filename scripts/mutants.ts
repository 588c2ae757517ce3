import { spawn } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { execFileSync } from 'node:child_process';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { parseArgs } from 'node:util';
import { broken, listedIn, mutantsOf, spread, type Mutant } from './mutants/mutate';
import { durationsIn, roundsFor, testsByFile, type Durations } from './mutants/tests';
import setup from './setup/test-cluster.mjs';
import { ROOT } from './setup/system.mjs';

/**
 * `npm run mutants`: breaks so many rules of the core and the server, one at a time and in a copy of the tree, and asks the tests
 * that lead to each whether they notice. A mutant that no test notices within its budget counts as one that survived.
 */
const { values: asked } = parseArgs({
  options: {
    count: { type: 'string', default: '300' },
    /** Goes on where a run that was cut off had come to: what stands in `out` is not tried again. */
    resume: { type: 'boolean', default: false },
    /** Only the places in the tables of this page, as `docs/mutants.md` lists them. */
    again: { type: 'string' },
    shift: { type: 'string', default: '0.5' },
    jobs: { type: 'string', default: '2' },
    /** Files whose path begins so. */
    only: { type: 'string', default: 'src/' },
    /** Seconds of its own room's slow tests, and of tests elsewhere, by their own times, that one mutant is given. */
    budget: { type: 'string', default: '40' },
    /** What the test runner wrote of a whole run (`vitest run --reporter json`), where there is one already. */
    durations: { type: 'string' },
    out: { type: 'string', default: 'test-results/mutants.json' }
  }
});
type Verdict = 'caught' | 'too slow' | 'survived' | 'no test';
interface Result extends Mutant {
  verdict: Verdict;
}

const files = execFileSync('git', ['ls-files', '-co', '--exclude-standard', '-z'], { cwd: ROOT, encoding: 'utf8' })
  .split('\0')
  .filter((f) => f && existsSync(join(ROOT, f)) && !f.startsWith('docs/screenshots/'));
const isRule = (f: string) =>
  /^src\/(core|lib\/server)\/.*\.ts$/.test(f) && !/\.test\.ts$|\/testing\//.test(f) && f.startsWith(asked.only!);

function copyOfTree(): string {
  const folder = mkdtempSync(join(tmpdir(), 'mutants-'));
  for (const file of files) {
    mkdirSync(dirname(join(folder, file)), { recursive: true });
    cpSync(join(ROOT, file), join(folder, file));
  }
  cpSync(join(ROOT, '.svelte-kit'), join(folder, '.svelte-kit'), { recursive: true });
  symlinkSync(join(ROOT, 'node_modules'), join(folder, 'node_modules'));
  return folder;
}

/** @returns whether all passed, undefined when it took longer than it may */
function run(folder: string, args: string[], seconds: number): Promise<boolean | undefined> {
  return new Promise((done) => {
    const child = spawn('node_modules/.bin/vitest', ['run', ...args], { cwd: folder, stdio: 'ignore', detached: true });
    const timer = setTimeout(() => {
      process.kill(-child.pid!, 'SIGKILL');
      done(undefined);
    }, seconds * 1000);
    child.on('exit', (code) => {
      clearTimeout(timer);
      done(code === 0);
    });
  });
}

/** The core answers for itself: tests of the server are asked about the server. */
const isFor = ({ file }: Mutant, test: string) => !file.startsWith('src/core/') || !test.startsWith('src/lib/');

/** What the core's tests need is there at once: no application, no database. */
const config = ({ file }: Mutant) =>
  file.startsWith('src/core/') ? ['--config', 'scripts/mutants/core.config.ts'] : [];

/** The same in every run on the same sources. */
const idOf = ({ file, start, becomes }: Mutant) => `${file} ${start} ${becomes}`;

/** Tests that take so many times their own time, and a start, hang in what was broken. */
const PATIENCE = { times: 8, start: 40 };

async function judge(folder: string, mutant: Mutant, rounds: string[][], took: Durations): Promise<Verdict> {
  const path = join(folder, mutant.file);
  const text = readFileSync(path, 'utf8');
  writeFileSync(path, broken(text, mutant));
  try {
    for (const tests of rounds) {
      const seconds = PATIENCE.start + PATIENCE.times * tests.reduce((sum, t) => sum + took.get(t)!, 0);
      const passed = await run(folder, [...config(mutant), '--bail', '1', '--reporter', 'dot', ...tests], seconds);
      if (passed !== true) return passed === undefined ? 'too slow' : 'caught';
    }
    return rounds.length > 0 ? 'survived' : 'no test';
  } finally {
    writeFileSync(path, text);
  }
}

const stop = await setup();
const folders = Array.from({ length: Number(asked.jobs) }, copyOfTree);
try {
  const budget = Number(asked.budget);
  const report = asked.durations ?? join(folders[0]!, 'durations.json');
  if (asked.durations === undefined) {
    console.log('Every test once, with nothing broken ...');
    await run(folders[0]!, ['--reporter', 'json', '--outputFile', report], 3600);
  }
  const took = durationsIn(report);
  const tests = testsByFile(ROOT);
  const all = files.filter(isRule).flatMap((f) => mutantsOf(f, readFileSync(join(ROOT, f), 'utf8')));
  const spreadOut =
    asked.again === undefined
      ? spread(all, Number(asked.count), Number(asked.shift))
      : listedIn(readFileSync(join(ROOT, asked.again), 'utf8'), all);
  const results: Result[] = asked.resume ? JSON.parse(readFileSync(join(ROOT, asked.out!), 'utf8')) : [];
  const tried = new Set(results.map(idOf));
  const chosen = spreadOut.filter((mutant) => !tried.has(idOf(mutant)));
  console.log(`${chosen.length} of ${all.length} rules are broken, one after the other.`);
  let next = 0;
  await Promise.all(
    folders.map(async (folder) => {
      while (next < chosen.length) {
        const mutant = chosen[next++]!;
        const asks = [...(tests.get(mutant.file) ?? [])].filter((t) => isFor(mutant, t));
        const rounds = roundsFor(mutant.file, new Set(asks), took, budget);
        const verdict = await judge(folder, mutant, rounds, took);
        results.push({ ...mutant, verdict });
        if (verdict === 'survived' || verdict === 'no test')
          console.log(`${verdict}: ${mutant.file}:${mutant.line}  ${mutant.was}  ->  ${mutant.becomes}`);
        mkdirSync(dirname(join(ROOT, asked.out!)), { recursive: true });
        writeFileSync(join(ROOT, asked.out!), JSON.stringify(results, undefined, 1));
      }
    })
  );
  const caught = (of: Result[]) => of.filter((r) => r.verdict === 'caught' || r.verdict === 'too slow').length;
  const roomOf = (f: string) =>
    f
      .split('/')
      .slice(0, f.startsWith('src/core') ? 3 : 4)
      .join('/');
  for (const room of [...new Set(results.map((r) => roomOf(r.file)))].sort()) {
    const own = results.filter((r) => roomOf(r.file) === room);
    console.log(`| ${room} | ${own.length} | ${caught(own)} |`);
  }
  console.log(
    `${caught(results)} of ${results.length} noticed (${Math.round((100 * caught(results)) / results.length)} %)`
  );
} finally {
  for (const folder of folders) rmSync(folder, { recursive: true, force: true });
  await stop();
}
