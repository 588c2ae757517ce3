import { fileURLToPath } from 'node:url';
import { checkInBothThemes, expect, signIn, test } from './fixtures';

/** In the page's own planner the check says the same, once the plan is there. */
const DOUBTING = `
const post = self.postMessage.bind(self);
let last;
self.postMessage = (told) => {
  post(told);
  const { stage, plan } = told.answer;
  if (stage === 'first' || stage === 'done') last = plan;
  if (stage !== 'done' && stage !== 'proved') return;
  const step = last.steps.find((s) => s.leg === 'down' && s.do === 'open').id;
  const doubts = [{ step, text: 'cannot be done yet: needs a door open' }];
  post({ id: told.id, answer: { stage: 'doubted', plan: { ...last, doubts } } });
};
`;

test('a plan that the check doubts says where, is not called proven, and is begun on a lead’s word alone', async ({
  ownApp,
  browser
}) => {
  const app = await ownApp(true, { PLAN_THREAD: fileURLToPath(new URL('threads/doubting.mjs', import.meta.url)) });
  await app.makeReady(103);
  const context = await browser.newContext({ baseURL: app.address });
  const page = await context.newPage();
  await page.route('**/workers/plan-web-*.js', async (route) => {
    const answer = await route.fetch();
    await route.fulfill({ response: answer, body: DOUBTING + (await answer.text()) });
  });
  await signIn(page, 'tam');
  await page.goto('/jobs/103/plan');
  const doubts = page.getByRole('region', { name: 'The check doubts this plan at 1 place' });
  await expect(doubts).toContainText('needs a door open');
  await expect(doubts).toContainText('Only a lead');
  await expect(page.getByRole('button', { name: 'Start at the bench' })).toBeDisabled();
  await doubts.getByRole('button', { name: /^Step \d+$/ }).click();
  await expect(page.locator('[id^="step-down/"][aria-pressed=true]')).toBeVisible();
  await checkInBothThemes(page, 'a doubted plan');
  await page.getByRole('tab', { name: 'Have ready' }).click();
  await expect(page.getByText('Nothing of it is called proven')).toBeVisible();
  await expect(page.getByText('the shortest, proven')).toHaveCount(0);
  // Whoever goes round the button is told the same.
  const begun = await page.request.post('/jobs/103/plan?/start', {
    headers: { origin: app.address, accept: 'application/json', 'x-sveltekit-action': 'true' },
    form: {}
  });
  expect(JSON.stringify(await begun.json())).toContain('Only a lead');
  const fact = { is: 'begun-doubted', doubts: ['x'], why: 'I say so' };
  expect((await page.request.post('/api/jobs/103/facts', { data: fact })).status()).toBe(403);

  await page.context().clearCookies();
  await signIn(page, 'ines');
  await page.goto('/jobs/103/plan');
  await doubts.getByRole('textbox').fill('The door has gone missing, I looked.');
  await doubts.getByRole('button', { name: 'Let it be begun' }).click();
  await expect(doubts).toContainText('lets it be begun all the same: The door has gone missing');
  await page.getByRole('button', { name: 'Start at the bench' }).click();
  await page.waitForURL('**/jobs/103/bench');
  await context.close();
});
