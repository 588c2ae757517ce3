import { expect, it } from 'vitest';
import { plan } from '../plan';
import { english, inGerman } from '../testing/english';
import { demoAccess } from '../testing/machines';
import { troublesIn, troubleWords } from '.';

const made = plan(demoAccess('norrvik-fathom-14'), [{ do: 'replace', part: 'fan' }], { budget: 0 });
const first = made.steps.find((s) => s.do === 'open')!;
const moved = made.steps.find((s) => s.do === 'move')!;
const took = (...ratios: number[]) => ratios.map((r) => ({ step: first.id, standardSeconds: 20, seconds: 20 * r }));
const nothing = { times: [], differed: [], found: [] };

it.each([
  ['nothing is known', [], false],
  ['once is a bad day', took(4), false],
  ['much longer, more than once', took(1, 2.6, 3), true],
  ['mostly as planned', took(1, 1.1, 6), false],
  ['just mostly longer', took(1, 1, 1.6, 1.7, 1.8), true],
  ['not mostly longer', took(1, 1, 1.1, 1.7, 1.8), false],
  ['a second was planned', took(2, 2).map((t) => ({ ...t, standardSeconds: 1, seconds: 2 })), true],
  ['a second was taken', took(2, 2).map((t) => ({ ...t, standardSeconds: 0.5, seconds: 1 })), true],
  ['nothing was planned', took(2, 2).map((t) => ({ ...t, standardSeconds: 0 })), false],
  ['just as long as is worth it', took(1.5, 1.5), true]
])('a step is marked as slow where %s', (_, times, isMarked) => {
  expect(troublesIn(made, { ...nothing, times }).map((x) => x.step)).toEqual(isMarked ? [first.id] : []);
});

it('once is enough for a step that was not so, and for a part that did not come', () => {
  const differed = [{ step: first.id, times: 1 }];
  const found = [{ part: moved.part!, times: 1 }];
  expect(troublesIn(made, { ...nothing, differed })).toEqual([{ step: first.id, differed: 1 }]);
  expect(troublesIn(made, { ...nothing, found })).toEqual([{ step: moved.id, resisted: 1 }]);
});

it('steps that were not so, and parts that did not come, are marked in the order of the plan and told', () => {
  const troubles = troublesIn(made, {
    times: took(2, 2),
    differed: [
      { step: first.id, times: 2 },
      { step: first.id, times: 1 },
      { step: 'no/such', times: 9 }
    ],
    found: [{ part: moved.part!, times: 3 }]
  });
  expect(troubles.map((x) => x.step)).toEqual([first.id, moved.id]);
  expect(troubles.flatMap(troubleWords).map(english)).toEqual([
    'took 2 times as long as planned in 2 runs',
    'was not as the file says in 3 runs',
    'did not come at once in 3 runs'
  ]);
  expect(troubles.flatMap(troubleWords).map(inGerman)).not.toContain('');
});
