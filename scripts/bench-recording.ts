import { accessOf } from '$core/access';
import { modelOf } from '$core/machine';
import { foldRecording, readRecord } from '$core/recording';
import { english } from '$core/testing/english';
import { BUILDS, builtNotebook } from '$core/testing/built-notebook';
import { DEMO_MACHINES, demoAccess } from '$core/testing/machines';
import { randomNotebook } from '$core/testing/random-notebook';
import { tearDown } from '$core/testing/teardown';
import { trial, True, type Trial, type TrialOptions } from '$core/testing/recording-score';

/**
 * What a recorded teardown is enough for: machines are taken apart in random orders, recorded as people do, drawn from the record,
 * and compared with what they are. Prints Markdown tables. `--records 20` for how many of each machine, `--others 50` for how many
 * notebooks drawn by lot, `--people 3` for how many of each way of building, `--only plain,late,corrected,random,people,speed` for some
 * of the tables.
 */
const option = (name: string, otherwise: number): number => {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? otherwise : Number(process.argv[at + 1]);
};
const RECORDS = option('records', 20);
const OTHERS = option('others', 50);
const AFTER = [0, 3, 5, 10, 20] as const;
/** The rules were made on these; Pilot was looked at for one of them, Slip for none. */
const TUNED = new Set(['norrvik-fathom-14', 'norrvik-ballast-15', 'lindquay-gannet-13']);

const say = (line = '') => process.stdout.write(`${line}\n`);
const percent = (share: number) => (100 * share).toFixed(1);
const mean = (list: readonly number[]) => list.reduce((sum, x) => sum + x, 0) / list.length;

function row(name: string, trials: readonly Trial[]): void {
  const equal = (i: number) => trials.map((t) => t.scores[i]!.equal);
  const last = AFTER.length - 1;
  const refused = (i: number) => trials.reduce((sum, t) => sum + t.scores[i]!.refused.length, 0);
  say(
    `| ${name} | ${AFTER.map((_, i) => percent(mean(equal(i)))).join(' | ')} | ${percent(Math.min(...equal(last)))} | ${refused(0)} / ${refused(last)} | ${percent(mean(trials.map((t) => t.scores[last]!.equalWithForgotten)))} | ${trials.filter((t) => t.wayUp.length > 0).length} of ${trials.length} |`
  );
}

function table(title: string, options: Partial<TrialOptions>): void {
  say(`## ${title}`);
  say();
  say(
    `| machine | ${AFTER.map((n) => `${n} questions`).join(' | ')} | worst record at ${AFTER.at(-1)} | refused by the true machine at 0 / ${AFTER.at(-1)} | with overlooked guides | way up that fails |`
  );
  say(`|---|${AFTER.map(() => '---|').join('')}---|---|---|---|`);
  for (const id of DEMO_MACHINES) {
    const of = new True(demoAccess(id));
    const trials = Array.from({ length: RECORDS }, (_, i) => trial(of, i + 1, { after: AFTER, ...options }));
    row(`${id}${TUNED.has(id) ? ' (tuned on)' : ''}`, trials);
    if (options.ranking === undefined && options.habits === undefined) tellWrong(id, trials);
  }
  const others = Array.from({ length: OTHERS }, (_, i) =>
    trial(new True(accessOf(modelOf(randomNotebook(1000 + i)))), i + 1, { after: AFTER, ...options })
  );
  row(`${OTHERS} drawn by lot`, others);
  if (options.ranking === undefined && options.habits === undefined) tellWrong('drawn by lot', others);
  say();
}

/** Habits of ordinary people, one by one and mixed: on machines by whose seeds no rule was made. */
const PEOPLE: readonly (readonly [string, Partial<TrialOptions>])[] = [
  ['careful', {}],
  ['edges 3 mm off', { habits: { edgesMm: 3 } }],
  ['edges 5 mm off', { habits: { edgesMm: 5 } }],
  ['edges 8 mm off', { habits: { edgesMm: 8 } }],
  ['3 % of the joints never tapped', { habits: { untapped: 0.03 } }],
  ['5 % of the joints never tapped', { habits: { untapped: 0.05 } }],
  ['a cable in ten left out', { habits: { cablesLeftOut: 0.1 } }],
  ['one grip in five lifts two parts', { habits: { pairs: 0.2 } }],
  ['a tenth tapped late', { habits: { late: 0.1 } }],
  ['a tenth named late', { habits: { lateNames: 0.1 } }],
  ['10 % of the answers wrong', { wrong: 0.1 }],
  ['20 % of the answers wrong', { wrong: 0.2 }],
  ['all answers wrong', { wrong: 1 }],
  ['every answer “do not know”', { unknown: 1 }],
  ['ordinary mix', { wrong: 0.1, habits: { edgesMm: 3, untapped: 0.03, late: 0.1, pairs: 0.05 } }]
];
/** Rules were tuned on seeds below this. */
const FRESH_SEED = 101;

function people(): void {
  say(`## Ordinary people: ${option('people', 3)} machines of each of ${BUILDS.length} ways of building, 10 questions`);
  say();
  say(
    '| habit | equal, apart from what nobody recorded, % | refused by the true machine, % | refused without a warning, % | not planned, % | lost cautions | questions |'
  );
  say('|---|---|---|---|---|---|---|');
  const machines = BUILDS.flatMap((build) =>
    Array.from({ length: option('people', 3) }, (_, i) => ({
      seed: FRESH_SEED + i,
      of: new True(accessOf(modelOf(builtNotebook(FRESH_SEED + i, build))))
    }))
  );
  const goals = machines.reduce((sum, { of }) => sum + of.goals.length, 0);
  for (const [name, { habits, ...options }] of PEOPLE) {
    const trials = machines.map(({ of, seed }) => ({
      of,
      made: trial(of, seed, { after: [10], habits: { forgotten: 0, ...habits }, ...options })
    }));
    const sum = (count: (score: Trial['scores'][number], of: True) => number) =>
      trials.reduce((all, { of, made }) => all + count(made.scores[0]!, of), 0);
    const asked = trials.flatMap(({ made }) => Object.values(made.asked)).reduce((all, { asked: n }) => all + n, 0);
    const cells = [
      percent(sum((s, of) => s.equalApart * of.goals.length) / goals),
      percent(sum((s) => s.refusedWhole.length) / goals),
      percent(sum((s) => s.silent.length) / goals),
      percent(sum((s) => s.unplanned) / goals),
      sum((s) => s.lostCautions.length),
      (asked / trials.length).toFixed(1)
    ];
    say(`| ${name} | ${cells.join(' | ')} |`);
  }
  say();
}

/** What a screen waits for: a record read anew after each tap, with its questions. */
function speeds(): void {
  say('## What the recorder waits for');
  say();
  say('| machine | events | the record read and its questions listed, worst of five, ms | questions |');
  say('|---|---|---|---|');
  for (const id of DEMO_MACHINES) {
    const { events } = tearDown(demoAccess(id), 1);
    const state = foldRecording(events);
    const times = Array.from({ length: 5 }, () => {
      const from = performance.now();
      readRecord(state, english);
      return performance.now() - from;
    });
    const { questions } = readRecord(state, english);
    say(`| ${id} | ${events.length} | ${Math.max(...times.slice(1)).toFixed(0)} | ${questions.length} |`);
  }
  say();
}

const wrong = new Map<string, Map<string, { asked: number; wrong: number }>>();
function tellWrong(machine: string, trials: readonly Trial[]): void {
  for (const { asked } of trials)
    for (const [kind, count] of Object.entries(asked)) {
      const of = wrong.get(kind) ?? new Map<string, { asked: number; wrong: number }>();
      const known = of.get(machine) ?? { asked: 0, wrong: 0 };
      of.set(machine, { asked: known.asked + count.asked, wrong: known.wrong + count.wrong });
      wrong.set(kind, of);
    }
}

say(
  `# Recording: ${RECORDS} records of each machine, ${OTHERS} machines drawn by lot; shares of single goals with equal sets, %`
);
say();
const TABLES: Record<string, [title: string, options: Partial<TrialOptions>]> = {
  plain: ['As people record', {}],
  late: ['A tenth of the joints tapped only when they are opened', { habits: { late: 0.1 } }],
  corrected: ['The second part of each joint put right', { habits: { corrects: true } }],
  random: ['Questions in random order', { ranking: 'random' }]
};
const only = process.argv.includes('--only') ? process.argv[process.argv.indexOf('--only') + 1]!.split(',') : undefined;
for (const [name, [title, options]] of Object.entries(TABLES)) if (!only || only.includes(name)) table(title, options);
if (!only || only.includes('people')) people();
if (!only || only.includes('speed')) speeds();
say('## How often the guess was wrong, by what was asked');
say();
say('| question | asked | guessed wrongly |');
say('|---|---|---|');
for (const [kind, of] of [...wrong].sort()) {
  const all = [...of.values()];
  const [asked, bad] = [all.reduce((s, c) => s + c.asked, 0), all.reduce((s, c) => s + c.wrong, 0)];
  say(`| ${kind} | ${asked} | ${bad} (${percent(bad / asked)} %) |`);
}
