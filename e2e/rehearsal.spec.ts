import { demoAccess } from '$core/testing/machines';
import type { Page } from '@playwright/test';
import { checkInBothThemes, expect, signIn, test } from './fixtures';
import { Rehearser, triesFor } from './rehearsing';

/** Jobs are begun here that others begin, too. */
test.use({ ownShop: true });

test.use({ serviceWorkers: 'allow' });

const MACHINE = 'norrvik-fathom-14';
const GOAL = 'replace:battery';
const access = demoAccess(MACHINE);

const fileOf = async (app: { sql: <T>(text: string) => Promise<T[]> }) =>
  (
    await app.sql<{ id: number }>(
      `select id::int from machine_file where machine_id = '${MACHINE}' order by id limit 1`
    )
  )[0]!.id;
const kept = (page: Page) => page.waitForResponse((r) => r.url().endsWith('/api/practice/rehearsals') && r.ok());
const heard = (page: Page) => page.locator('.heard');

test('a whole job is rehearsed by keyboard alone, with one harm and its symptom', async ({ page, app }) => {
  await signIn(page, 'juno');
  await page.goto('/practice');
  await page.getByLabel('Replace').selectOption({ index: 1 });
  await page.getByRole('button', { name: 'Rehearse', exact: true }).focus();
  await page.keyboard.press('Enter');
  await page.waitForURL(/\/practice\/\d+\/replace:/);
  await page.goto(`/practice/${await fileOf(app)}/${GOAL}`);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('replace the battery');
  const who = new Rehearser(page, access, GOAL);
  const tries = triesFor(access, GOAL);
  const [coverOff] = tries.filter((t) => t.do === 'move');
  // The cover does not come while its screws are in, and one is told why.
  await who.do(tries.find((t) => t.do === 'pose')!);
  await who.do(coverOff!);
  await expect(heard(page)).toContainText('It does not move.');
  await expect(heard(page)).toContainText('The bottom cover screws hold the bottom cover.');
  let harms = 0;
  for (const right of tries.filter((t) => t.do !== 'isolate' && t.do !== 'pose' && t.do !== 'restore')) {
    // Nobody has seen to the power: the first plug says so. From there on the power is off.
    await who.do(right);
    if ((await heard(page).getByText('a short at').count()) > 0 && harms++ === 0) {
      await expect(heard(page)).toContainText('It shows later: The board may be dead');
      await expect(heard(page)).toContainText('The power goes first');
      await page.getByRole('button', { name: 'Go on with it' }).focus();
      await page.keyboard.press('Enter');
      for (const off of tries.filter((t) => t.do === 'isolate')) await who.do(off);
    }
  }
  expect(harms).toBe(1);
  // Coming back to the page, one is where one was.
  await page.reload();
  await expect(page.getByText('Reached: now back together')).toBeVisible();
  const done = page.getByRole('button', { name: 'All done' });
  await done.focus();
  await Promise.all([kept(page), page.keyboard.press('Enter')]);
  await expect(page.getByRole('heading', { name: 'One thing went wrong' })).toBeFocused();
  const chapter = page.locator('article');
  await expect(chapter).toContainText('a short at battery plug');
  await expect(chapter).toContainText('The customer would say: Does not start');
  await expect(chapter).toContainText('To put it right: replace the main board, about');
  await expect(chapter).toContainText('A new main board costs');
  await expect(chapter).toContainText(/Step \d+: Disconnect the battery plug/);
  await chapter.getByText(/^How fault finding comes to it/).click();
  await expect(chapter.getByRole('listitem').last()).toContainText('that was it');
  await checkInBothThemes(page, 'a story');
  // Back to where it happened: it is as it was, and it counts.
  await chapter.getByRole('button', { name: 'Back to before it' }).focus();
  await page.keyboard.press('Enter');
  await expect(heard(page)).toContainText('It is as it was before that.');
  await expect(page.getByText('Not reached yet')).toBeVisible();
  const [row] = await app.sql<{ clean: boolean; harms: number }>(
    'select is_clean as clean, jsonb_array_length(harms) as harms from rehearsal order by received_at desc limit 1'
  );
  expect(row).toEqual({ clean: false, harms: 1 });
  await page.goto('/practice');
  await expect(page.getByRole('row', { name: /Replace battery/ })).toContainText('one thing went wrong');
});

test('today’s exercises and a rehearsal open without the network, and what was done arrives afterwards', async ({
  page,
  context,
  app
}) => {
  const file = await fileOf(app);
  await signIn(page, 'tam');
  await page.goto('/practice');
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  // Once more, now that the page is served by what keeps it.
  await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
  for (const path of ['/practice', `/practice/${file}/${GOAL}`]) {
    await page.goto(path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  }
  await context.setOffline(true);
  await page.goto('/practice');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^Today: \d+ exercises$/);
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page.locator('#asked')).toBeVisible();
  await page.goto(`/practice/${file}/${GOAL}`);
  const who = new Rehearser(page, access, GOAL);
  for (const right of triesFor(access, GOAL)) await who.do(right);
  await page.getByRole('button', { name: 'All done' }).click();
  await expect(page.getByRole('heading', { name: 'Rehearsed without harm' })).toBeVisible();
  const waiting = page.getByText('1 rehearsal is kept on this device and has not reached the server yet.');
  await expect(waiting).toBeVisible();
  // It leaves from wherever one comes back to practice.
  await page.goto('/practice');
  await expect(waiting).toBeVisible();
  await Promise.all([kept(page), context.setOffline(false)]);
  await expect(page.getByText(/kept on this device/)).toHaveCount(0);
  expect(
    await app.sql(`select is_clean from rehearsal r join person p on p.id = r.person_id where p.sign_in = 'tam'`)
  ).toEqual([{ is_clean: true }]);
});

test('a trainee is held back at the bench, and let on by a lead in writing', async ({ page, app }) => {
  const [job] = await app.sql<{ number: number }>(
    `select j.number::int from job j left join run r on r.job_id = j.id
      where r.id is null and j.closed_at is null and jsonb_array_length(j.goals) > 0 order by j.number limit 1`
  );
  const { number } = job!;
  await app.makeReady(number);
  const as = async (name: string) => {
    await page.context().clearCookies();
    await signIn(page, name);
  };
  await as('juno');
  await page.goto(`/jobs/${number}/plan`);
  await expect(page.getByRole('link', { name: 'Rehearse this first' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Start at the bench' })).toHaveCount(0);
  const start = () =>
    page.request.post(`/jobs/${number}/plan?/start`, { form: {}, headers: { origin: app.address }, maxRedirects: 0 });
  const refused = await start();
  expect([refused.status(), await refused.text()]).toEqual([
    403,
    expect.stringContaining('Rehearse this work without harm')
  ]);
  // Who may not work on it may not let oneself on, either.
  expect((await page.goto('/practice/ready'))!.status()).toBe(403);

  await as('ines');
  await page.goto(`/practice/ready?job=${number}`);
  await expect(page.getByRole('columnheader', { name: 'Juno Brekke' })).toBeVisible();
  await checkInBothThemes(page, 'who is ready');
  await page.getByLabel('Why, in writing').fill('Did it twice beside me.');
  await page.getByRole('button', { name: 'Let go on' }).click();
  await expect(page.getByRole('status').filter({ hasText: `may work on job ${number}` })).toBeVisible();
  await expect(page.getByText('Did it twice beside me.')).toBeVisible();

  await as('juno');
  await page.goto(`/jobs/${number}/plan`);
  await page.getByRole('button', { name: 'Start at the bench' }).click();
  await page.waitForURL(`**/jobs/${number}/bench`);
  const sent = page.waitForResponse((r) => r.url().endsWith('/events') && r.request().method() === 'POST');
  await page.getByRole('button', { name: /^(Done|Understood)/ }).click();
  const again = page.getByRole('button', { name: /^Done/ });
  if (await again.count()) await again.click();
  expect((await sent).status()).toBe(200);
  // Elsewhere nothing has changed.
  const [other] = await app.sql<{ id: string }>(
    'select r.id from run r join job j on j.id = r.job_id where j.number = 102'
  );
  expect((await page.request.post(`/api/runs/${other!.id}/events`, { data: { events: [] } })).status()).toBe(403);
});

test('what somebody gets wrong is seen by that person and the leads, and nobody else', async ({
  page,
  app,
  request
}) => {
  const [juno] = await app.sql<{ id: string }>(`select id from person where sign_in = 'juno'`);
  const [tam] = await app.sql<{ id: string }>(`select id from person where sign_in = 'tam'`);
  const paths = [`/api/practice/people/${juno!.id}`, `/practice/people/${juno!.id}`];
  for (const path of paths)
    expect((await request.get(`${app.address}${path}`, { maxRedirects: 0 })).status()).not.toBe(200);
  await signIn(page, 'tam');
  for (const path of [...paths, `/api/practice/people/${tam!.id}`])
    expect([path, (await page.request.get(path)).status()]).toEqual([path, 403]);
  expect(await (await page.request.get('/api/practice/results')).json()).toMatchObject({
    format: 'eager-wrench/practice-results@1',
    person: 'Tam Okello'
  });
  await page.context().clearCookies();
  await signIn(page, 'ines');
  expect(await (await page.request.get(paths[0]!)).json()).toMatchObject({ person: 'Juno Brekke' });
  await page.goto(paths[1]!);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Juno Brekke');
  await checkInBothThemes(page, 'a person’s practice');
});

test('a set of exercises goes out as a file and on paper, and comes in again; what is none is refused by its place', async ({
  page,
  app
}) => {
  const file = await fileOf(app);
  await signIn(page, 'tam');
  await page.goto('/practice');
  const get = (name: string) => page.request.get(`/api/practice/sets/${file}/${name}`);
  const set = await (await get('exercises.json?count=5&seed=3&kind=motion&kind=screw')).json();
  expect([set.format, set.exercises.length]).toEqual(['eager-wrench/exercise-set@1', 5]);
  const paper = await get('exercises.pdf?count=6&seed=3');
  expect([paper.status(), paper.headers()['content-type']]).toEqual([200, 'application/pdf']);
  expect((await paper.body()).subarray(0, 5).toString()).toBe('%PDF-');
  for (const wrong of [
    'exercises.json?count=0',
    'exercises.json?kind=none',
    'exercises.json?kind=whole-job',
    'exercises.json?seed=-1'
  ])
    expect([wrong, (await get(wrong)).status()]).toEqual([wrong, 422]);
  expect((await get('other.json')).status()).toBe(404);

  const open = (value: unknown) =>
    page
      .locator('input[type=file]')
      .setInputFiles({ name: 'set.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(value)) });
  const alert = page.getByRole('alert');
  await open({ ...set, exercises: [] });
  await expect(alert).toContainText('exercises');
  await open({ ...set, exercises: [set.exercises[0], { ...set.exercises[1], about: 'no-such-joint' }] });
  await expect(alert).toContainText('exercises/1');
  await open({ ...set, exercises: [{ ...set.exercises[0], kind: 'whole-job', about: GOAL, options: [] }] });
  await expect(alert).toContainText('exercises/0');
  await open({
    ...set,
    exercises: [{ ...set.exercises[0], machine: { ...set.exercises[0].machine, hash: 'a'.repeat(64) } }]
  });
  await expect(alert).toContainText('the library has no machine file with this content');
  await open(set);
  await expect(page.getByText('Exercise 1 of 5')).toBeVisible();
  await page.locator('fieldset input').first().check();
  await page.getByRole('button', { name: 'Check' }).click();
  await expect(page.getByRole('status').filter({ hasText: /Right|Not right/ })).toBeVisible();

  // A cable's way is pointed out by keyboard as well.
  await page.goto('/practice');
  await open(await (await get('exercises.json?count=1&seed=1&kind=route')).json());
  await page.getByRole('application').focus();
  for (const key of ['ArrowRight', 'Enter', 'ArrowDown', 'Shift+ArrowLeft', 'Enter']) await page.keyboard.press(key);
  await expect(page.getByText('2 places')).toBeVisible();
  await page.getByRole('button', { name: 'Check' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('status').filter({ hasText: /Right|Not right/ })).toBeVisible();
});

test('in learner’s mode the bench asks before it tells, and counts the hints; by itself it does not', async ({
  page,
  app
}) => {
  await app.makeReady(104);
  await signIn(page, 'tam');
  await page.goto('/jobs/104/plan');
  await page.getByRole('button', { name: 'Start at the bench' }).click();
  await page.waitForURL('**/jobs/104/bench');
  await expect(page.getByText(/^Learner’s mode/)).toHaveCount(0);
  const mode = page.getByRole('button', { name: 'Learner’s mode: ask me first' });
  await mode.click();
  await expect(page.getByText('Learner’s mode: no hint so far')).toBeVisible();
  const asks = page.getByRole('button', { name: 'Say it' });
  // Steps that have nothing to be asked are done as ever.
  while (!(await asks.count())) {
    const before = await page.locator('[data-step]').getAttribute('data-step');
    await page.keyboard.press('Enter');
    await expect
      .poll(
        async () =>
          (await page.locator('[data-step]').getAttribute('data-step')) !== before ||
          (await page.getByRole('button', { name: /^Done/ }).count()) > 0
      )
      .toBe(true);
  }
  const asked = await page.locator('[data-step]').getAttribute('data-step');
  await checkInBothThemes(page, 'a learner is asked');
  // Enter is about what is asked, and does nothing unseen.
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-step]')).toHaveAttribute('data-step', asked!);
  await page.getByRole('button', { name: 'Tell me', exact: true }).click();
  await expect(page.getByText('Learner’s mode: 1 hint so far')).toBeVisible();
  await expect(asks).toHaveCount(0);
  // It is of the run: whoever opens it finds it so.
  await page.reload();
  await expect(page.getByText('Learner’s mode: 1 hint so far')).toBeVisible();
  await mode.click();
  await expect(page.getByText(/^Learner’s mode/)).toHaveCount(0);
});
