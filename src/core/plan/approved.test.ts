import { english, inEnglish } from '../testing/english';
import { it } from 'vitest';
import { planMarkdown } from '../formats';
import { jobWords } from '../words';
import { replaceableParts, type Goal } from '../goals';
import { expectApproved } from '../testing/approved';
import { approvedAccess } from '../testing/machines';
import { alongside, alternatives, explain, plan, screwsTakenOut, touchedFunctions, type PlanOptions } from '.';

// The battery of one of them comes out whole to take the power away.
it.each(['norrvik-fathom-14', 'norrvik-ballast-15'])('plans of %s are as approved', async (id) => {
  const access = approvedAccess(id);
  const { model } = access;
  const lines: string[] = [];
  for (const part of replaceableParts(model)) {
    const goals: Goal[] = [{ do: 'replace', part: part.id }];
    const made = plan(access, goals, { budget: 300 });
    const { set, order, orderUp, times } = made;
    lines.push(
      `${english(jobWords(model, goals))}: set ${set.cost}>=${set.bound}, down ${order.cost}>=${order.bound}, up ${orderUp?.cost}>=${orderUp?.bound}, ${times.p50}..${times.p80} s, ${made.steps.length} steps`
    );
  }
  await expectApproved(id, lines);
});

const JOBS: [machine: string, name: string, options: PlanOptions][] = [
  ['norrvik-fathom-14', 'As it is.', {}],
  [
    'lindquay-slip-11',
    'Bit by bit, with a doubtful cell and wet.',
    { weighting: 'bit-by-bit', conditions: ['cell-doubtful', 'wet'] }
  ],
  ['lindquay-gannet-13', 'With glass, residue and a bad adapter.', { conditions: ['glass', 'residue', 'bad-adapter'] }]
];

it.each(JOBS.map((job, k) => [...job, k] as const))(
  'a plan on %s in words, its reasons and choices are as approved: %s',
  async (id, name, options, k) => {
    const access = approvedAccess(id);
    const { model } = access;
    const parts = replaceableParts(model);
    const goals: Goal[] = [
      { do: 'replace', part: parts[(k * 3 + 1) % parts.length]!.id },
      { do: 'remove', part: parts[(k * 5 + 4) % parts.length]!.id }
    ];
    const made = plan(access, goals, { budget: 300, ...options });
    await expectApproved(`${id}-in-words`, [
      name,
      planMarkdown(model, made, english),
      'Why each step is there:',
      ...made.steps.flatMap((step) => [
        english(step.text),
        ...explain(made, step).map((r) => `  ${english(r.text)}${r.figures ? ` ${english(r.figures)}` : ''}`)
      ]),
      `Tested because touched: ${touchedFunctions(model, access.actions.values()).join(' ')}`,
      `Taken out: ${screwsTakenOut(model, made)
        .map((g) => g.name)
        .join(', ')}`,
      'Other ways, and what else could be done meanwhile:',
      ...[...alternatives(access, goals), ...alongside(access, goals, 120)].map(
        (a) => `  ${JSON.stringify(inEnglish(a))}`
      )
    ]);
  }
);
