import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { belief, FaultSet, nextStep, NOTHING_KNOWN, priors, reachFrom, swapLikeliest } from '../src/core/faults';
import { DEMO_MACHINES, demoAccess } from '../src/core/testing/machines';

/** Expected minutes until the machine is mended, over all complaints as often as their faults come, against swapping the likeliest part. Prints Markdown. */
const say = (line = '') => process.stdout.write(`${line}\n`);
say('## Fault finding against swapping the likeliest part');
say();
say('| machine | complaints | expected minutes | swapping the likeliest part | shorter by | answers proved | answer P50 / most, ms |');
say('|---|---|---|---|---|---|---|');
for (const id of DEMO_MACHINES) {
  const set = FaultSet.parse(JSON.parse(readFileSync(fileURLToPath(new URL(`../demo/faults/${id}.json`, import.meta.url)), 'utf8')));
  const reach = reachFrom(demoAccess(id));
  const prior = priors(set);
  let [ours, swapping, whole, proved] = [0, 0, 0, 0];
  const times: number[] = [];
  for (const symptom of set.symptoms) {
    const weights = belief(set, { ...NOTHING_KNOWN, symptoms: { [symptom.id]: true } });
    const share = set.faults.reduce((sum, f, i) => sum + prior[i]! * (f.shows[symptom.id] ?? 0), 0);
    const from = performance.now();
    const next = nextStep(set, weights, { tests: [], repairs: [] }, reach);
    times.push(performance.now() - from);
    ours += share * next.candidates[0]!.seconds;
    swapping += share * swapLikeliest(set, weights, reach);
    whole += share;
    proved += Number(next.proved);
  }
  times.sort((a, b) => a - b);
  say(`| ${id} | ${set.symptoms.length} | ${(ours / whole / 60).toFixed(1)} | ${(swapping / whole / 60).toFixed(1)} | ${(100 * (1 - ours / swapping)).toFixed(0)} % | ${proved} of ${set.symptoms.length} | ${times[Math.floor(times.length / 2)]!.toFixed(0)} / ${times.at(-1)!.toFixed(0)} |`);
}
