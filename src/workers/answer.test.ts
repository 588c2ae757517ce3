import { expect, it, vi } from 'vitest';
import { planRequest, STANDARD_BASIS, type PlanRequest } from '../core/plan';
import { FIRST_WEIGHTING } from '../core/solve';
import { demoAccess } from '../core/testing/machines';
import { answer, type Answer } from './answer';

/** A check that agrees with nothing. */
vi.mock('../core/check', () => ({ doubtsOf: () => [{ text: 'looks odd' }] }));

const { machine } = demoAccess().model;
async function stages(from?: PlanRequest['from'], stopped = () => false): Promise<Answer['stage'][]> {
  const heard: Answer['stage'][] = [];
  const request = planRequest({ machine, hash: 'x' }, STANDARD_BASIS, {
    goals: [{ do: 'replace', part: 'fan' }],
    weighting: FIRST_WEIGHTING,
    avoid: [],
    ...(from ? { from } : {})
  });
  await answer(request, (said) => heard.push(said.stage), stopped);
  return heard.filter((stage) => stage === 'done' || stage === 'doubted');
}

it('a plan is given before it is looked at a second time, and is given again where that disagrees', async () => {
  expect(await stages()).toEqual(['done', 'doubted']);
});

it('what is known is not made again: the choices beside it come alone', async () => {
  const heard: Answer['stage'][] = [];
  const request = planRequest({ machine, hash: 'x' }, STANDARD_BASIS, {
    goals: [{ do: 'replace', part: 'fan' }],
    weighting: FIRST_WEIGHTING,
    avoid: []
  });
  await answer(
    request,
    (said) => heard.push(said.stage),
    () => false,
    { withPlan: false, withChoices: true }
  );
  expect(heard).toEqual(['choices']);
});

it('the rest of a plan is not measured by a check that works through it from the start', async () => {
  const lies = { up: 'underside', lid: 'closed' };
  expect(await stages({ done: ['joint:cover-screws'], stuck: [], lies })).toEqual(['done']);
});
