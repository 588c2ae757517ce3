import { english, inEnglish } from '../testing/english';
import { expect, it } from 'vitest';
import { planMarkdown } from '../formats';
import { jobWords } from '../words';
import { replaceableParts, type Goal } from '../goals';
import { APPROVED_MACHINES, digest, expectApproved } from '../testing/approved';
import { approvedAccess } from '../testing/machines';
import {
  alignLegs,
  alongside,
  alternatives,
  explain,
  plan,
  planFigures,
  screwsTakenOut,
  stretches,
  touchedFunctions,
  type PlanOptions
} from '.';

const OPTIONS: [string, PlanOptions][] = [
  ['As it is.', {}],
  ['Bit by bit, with a doubtful cell and wet.', { weighting: 'bit-by-bit', conditions: ['cell-doubtful', 'wet'] }],
  ['With glass, residue and a bad adapter.', { conditions: ['glass', 'residue', 'bad-adapter'] }]
];

// The battery of one of them comes out whole to take the power away.
it.each([...APPROVED_MACHINES, 'norrvik-ballast-15'])('plans of %s are as approved', async (id) => {
  const access = approvedAccess(id);
  const { model } = access;
  const lines: string[] = [];
  for (const part of replaceableParts(model)) {
    for (const does of ['replace', 'remove', 'expose'] as const) {
      const goals: Goal[] = [{ do: does, part: part.id }];
      const made = plan(access, goals, { budget: 300 });
      const { set, order, orderUp, times } = made;
      lines.push(
        `${english(jobWords(model, goals))}: set ${set.cost}>=${set.bound}, down ${order.cost}>=${order.bound}, up ${orderUp?.cost}>=${orderUp?.bound}, ${times.p50}..${times.p80} s, ${made.steps.length} steps ${digest(made.steps)}, rest ${digest({ ...made, steps: [] })}`
      );
    }
  }
  await expectApproved(id, lines);
});

it('a plan in words, its reasons and choices are as approved', async () => {
  for (const [k, id] of APPROVED_MACHINES.entries()) {
    const access = approvedAccess(id);
    const { model } = access;
    const parts = replaceableParts(model);
    const goals: Goal[] = [
      { do: 'replace', part: parts[(k * 3 + 1) % parts.length]!.id },
      { do: 'remove', part: parts[(k * 5 + 4) % parts.length]!.id }
    ];
    const [name, options] = OPTIONS[k]!;
    const made = plan(access, goals, { budget: 300, ...options });
    const lines = [name, planMarkdown(model, made, english)];
    for (const step of made.steps)
      lines.push(
        `${step.id}: ${JSON.stringify(inEnglish({ ...step, text: undefined, more: undefined }))}`,
        ...explain(made, step).map((r) => `  because ${JSON.stringify(inEnglish(r))}`)
      );
    lines.push(JSON.stringify(planFigures(made)), JSON.stringify(stretches(made)), digest(alignLegs(made)));
    lines.push(
      JSON.stringify(touchedFunctions(model, access.actions.values())),
      screwsTakenOut(model, made)
        .map((g) => g.id)
        .join(' ')
    );
    lines.push(
      JSON.stringify(inEnglish(alternatives(access, goals))),
      JSON.stringify(inEnglish(alongside(access, goals, 120)))
    );
    await expectApproved(`${id}-in-words`, lines);
  }
  expect.hasAssertions();
});
