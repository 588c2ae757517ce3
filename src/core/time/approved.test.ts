import { it } from 'vitest';
import { seeded } from '../solve';
import { expectApproved } from '../testing/approved';
import { paceOf, STANDARD_PACE, timesOf, type Observed } from '.';

it('paces and times are as approved', async () => {
  const random = seeded(4);
  const kinds = ['open screws', 'unplug', 'move', 'test'];
  const observed = (n: number): Observed[] =>
    Array.from({ length: n }, (_, i) => ({
      kind: kinds[Math.floor(random() * 4)]!,
      standardSeconds: 5 + Math.floor(random() * 60),
      seconds: random() < 0.05 ? 900 : 4 + random() * 90,
      ...(i % 3 === 0 ? {} : { visit: `v${i % 5}` })
    }));
  const lines = [
    [],
    [[]],
    [observed(4)],
    [observed(30)],
    [observed(60), observed(12)],
    [observed(90), observed(40), observed(3)]
  ].map((levels) => {
    const pace = paceOf(...levels);
    const steps = observed(20).map(({ kind, standardSeconds }) => ({ kind, seconds: standardSeconds }));
    return `${[...kinds, 'other'].map((k) => pace.factor(k).toFixed(6)).join(' ')}; ${pace.spread.toFixed(6)} ${pace.visitSpread.toFixed(6)}; ${JSON.stringify(
      [
        timesOf(steps, pace),
        timesOf(steps, STANDARD_PACE),
        timesOf(
          steps.map(({ seconds }) => ({ seconds })),
          pace
        ),
        timesOf([], pace)
      ]
    )}`;
  });
  await expectApproved('paces', lines);
});
