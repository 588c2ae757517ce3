/** What one person waits for a plan on a demo machine while another has a machine of 2,000 joints planned for 60 goals. Prints Markdown. */
import { closePlanner, planFor } from '$lib/server/planning/plans';
import { asking } from '$lib/server/planning/threads';
import { readMachineFile } from '$core/formats';
import type { Machine } from '$core/machine';
import { planRequest, STANDARD_BASIS } from '$core/plan';
import { demoText } from '$core/testing/machines';
import { notebook } from '$core/testing/notebook';
import type { Goal } from '$core/goals';

const file = readMachineFile(demoText());
if (!file.ok) throw new Error('the demo machine has faults');
const large = notebook(Number(process.env.JOINTS ?? 2000), 1) as Machine;
const big = { machine: large, hash: 'f'.repeat(64) };
const goalsOf = (machine: Machine): Goal[] =>
  machine.parts.filter((p) => p.numbers.length > 0).map((p) => ({ do: 'replace', part: p.id }));
const small = goalsOf(file.machine);
const quantile = (list: number[], q: number) =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(q * list.length))]!;

/** Plans for pairs of goals, one after the other, none of them asked for before. */
async function measured(from: number, count: number): Promise<number[]> {
  const times: number[] = [];
  for (let i = from; i < from + count; i++) {
    const goals = [small[i % small.length]!, small[(i * 7 + 3) % small.length]!];
    const began = performance.now();
    await asking
      .run({ person: 'one' }, () =>
        planFor(
          planRequest(
            file as never,
            { ...STANDARD_BASIS, pace: { move: 1 + i / 1000 } },
            { goals, weighting: 'part-by-part', avoid: [] }
          )
        )
      )
      .catch(() => {});
    times.push(performance.now() - began);
  }
  return times;
}

const say = (line: string) => process.stdout.write(`${line}\n`);
await measured(0, 10);
const idle = await measured(10, 60);
const stop = new AbortController();
const others = Array.from({ length: 6 }, (_, i) =>
  asking.run({ person: 'another', signal: stop.signal }, () =>
    planFor(
      planRequest(big, STANDARD_BASIS, { goals: goalsOf(large).slice(i, i + 60), weighting: 'part-by-part', avoid: [] })
    ).catch(() => {})
  )
);
await new Promise((resolve) => setTimeout(resolve, 1500));
const beside = await measured(100, 60);
stop.abort();
await Promise.all(others);
say(
  `| | P50, ms | P95, ms |\n|---|---|---|\n| alone | ${quantile(idle, 0.5).toFixed(0)} | ${quantile(idle, 0.95).toFixed(0)} |\n| beside six plans of ${large.joints.length} joints and 60 goals by another person | ${quantile(beside, 0.5).toFixed(0)} | ${quantile(beside, 0.95).toFixed(0)} |\n\nP95 ${(quantile(beside, 0.95) / quantile(idle, 0.95)).toFixed(2)} times as long.`
);
await closePlanner();
