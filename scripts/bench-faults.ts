import { belief, NextStep, nextStep, NOTHING_KNOWN, priors, reachFrom, swapLikeliest } from '$core/faults';
import { generatedFaults, HARDER, LIKE_THE_DEMO, LIVE, liveBelief, type SetSize } from '$core/testing/fault-sets';
import { demoFaults } from '$core/testing/demo-faults';
import { DEMO_MACHINES, demoAccess } from '$core/testing/machines';

/** Expected minutes until the machine is mended, over all complaints as often as their faults come, against swapping the likeliest part. Prints Markdown. */
const say = (line = '') => process.stdout.write(`${line}\n`);
say('## Fault finding against swapping the likeliest part');
say();
say(
  '| machine | complaints | expected minutes | swapping the likeliest part | shorter by | answers proved | answer P50 / most, ms |'
);
say('|---|---|---|---|---|---|---|');
for (const id of DEMO_MACHINES) {
  const set = demoFaults(id);
  const reach = reachFrom(demoAccess(id), set);
  const prior = priors(set, {});
  let [ours, swapping, whole, proved] = [0, 0, 0, 0];
  const times: number[] = [];
  for (const symptom of set.symptoms) {
    const weights = belief(set, { ...NOTHING_KNOWN, symptoms: { [symptom.id]: true } }, {});
    const share = set.faults.reduce((sum, f, i) => sum + prior[i]! * (f.shows[symptom.id] ?? 0), 0);
    const from = performance.now();
    const next = nextStep(set, weights, { tests: [], repairs: [] }, reach);
    times.push(performance.now() - from);
    ours += share * next.most;
    swapping += share * swapLikeliest(set, weights, reach);
    whole += share;
    proved += Number(next.proved);
  }
  times.sort((a, b) => a - b);
  say(
    `| ${id} | ${set.symptoms.length} | ${(ours / whole / 60).toFixed(1)} | ${(swapping / whole / 60).toFixed(1)} | ${(100 * (1 - ours / swapping)).toFixed(0)} % | ${proved} of ${set.symptoms.length} | ${times[Math.floor(times.length / 2)]!.toFixed(0)} / ${times.at(-1)!.toFixed(0)} |`
  );
}

for (const [name, size] of [
  ['as the demo\u2019s are made', LIKE_THE_DEMO],
  ['harder, where each test tells of a third of the faults', HARDER]
] as const) {
  say();
  say(
    `## Fault finding over generated sets of ${size.faults} faults and ${size.tests} tests, ${name}: four over each of the five machines`
  );
  say();
  say(
    '| faults that are live | first estimate P50 / most, ms | proved within 1 s | within 4 s | gap after 1 s, P50 / most | gap after 4 s, P50 / most | within 5 % after 4 s |'
  );
  say('|---|---|---|---|---|---|---|');
  for (const live of size === HARDER ? ([8, 12] as const) : LIVE) say(rowOf(size, live));
}

function rowOf(size: SetSize, live: (typeof LIVE)[number]): string {
  const firsts: number[] = [];
  const gaps: Record<number, number[]> = { 1000: [], 4000: [] };
  for (const id of DEMO_MACHINES) {
    const access = demoAccess(id);
    for (let seed = 1; seed <= 4; seed++) {
      const set = generatedFaults(access.model, size, seed);
      const from = performance.now();
      const step = new NextStep(set, liveBelief(set, live), { tests: [], repairs: [] }, reachFrom(access, set));
      const gap = () => 1 - step.answer.least / step.answer.most;
      gap();
      firsts.push(performance.now() - from);
      for (const ms of [1000, 4000]) {
        while (!step.isDone && performance.now() - from < ms) step.goOn(5);
        gaps[ms]!.push(gap());
      }
    }
  }
  const of = (list: number[], share: number) =>
    [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * share))]!;
  const percent = (list: number[]) => `${(100 * of(list, 0.5)).toFixed(1)} % / ${(100 * of(list, 1)).toFixed(1)} %`;
  const below = (list: number[], most: number) => `${list.filter((g) => g <= most).length} of ${list.length}`;
  return `| ${live} | ${of(firsts, 0.5).toFixed(0)} / ${of(firsts, 1).toFixed(0)} | ${below(gaps[1000]!, 1e-8)} | ${below(gaps[4000]!, 1e-8)} | ${percent(gaps[1000]!)} | ${percent(gaps[4000]!)} | ${below(gaps[4000]!, 0.05)} |`;
}
