import type { Page } from '@playwright/test';
import { checkInBothThemes, expect, test } from './fixtures';
import { beginJob, panel, tap, tool, toTheRecorder } from './recording';

test.use({ ownShop: true });

/** Somebody who records for the first time: parts and their screws, and not a thought for the battery's plug. */

/** Ten parts: a cover over the battery, the fan, the board and what sits on it. */
async function recordTen(page: Page, model: string, byTouch: boolean): Promise<number> {
  const job = await beginJob(page, model);
  await toTheRecorder(page, job);
  const tapAt = (at: readonly [number, number]) => tap(page, at, byTouch ? 'touch' : 'click');
  const box = async (kind: string, from: [number, number], to: [number, number]) => {
    await tool(page, 'Outline');
    await panel(page).getByRole('button', { name: kind, exact: true }).click();
    await tapAt(from);
    await tapAt(to);
  };
  await tool(page, 'Outline');
  await panel(page).getByRole('button', { name: 'Cover', exact: true }).click();
  await panel(page).getByRole('button', { name: 'All of this side' }).click();
  await tool(page, 'Screws');
  for (const [x, y] of [
    [8, 8],
    [292, 202]
  ] as const)
    await tapAt([x, y]);
  await tool(page, 'Came off');
  await tapAt([150, 100]);
  await panel(page)
    .getByRole('button', { name: /is off$/ })
    .click();
  await box('Battery', [20, 140], [220, 200]);
  await box('Fan', [215, 15], [270, 75]);
  await box('Main board', [20, 12], [205, 125]);
  await box('Heat sink', [120, 30], [200, 60]);
  await box('Memory module', [30, 70], [100, 95]);
  await box('Drive', [110, 80], [190, 100]);
  await box('Speaker', [230, 140], [250, 200]);
  await box('Speaker', [260, 140], [285, 200]);
  await box('Coin cell', [30, 20], [50, 40]);
  // One plug is tapped, and it is the fan's. The fan is lifted with it, and nobody tapped what held it.
  await tool(page, 'Plug');
  await panel(page).getByRole('button', { name: 'Wires, pulled along the board' }).click();
  await tapAt([200, 45]);
  await tool(page, 'Came off');
  await tapAt([245, 45]);
  await panel(page)
    .getByRole('button', { name: /is off$/ })
    .click();
  return job;
}

const cannotGoUp = async (page: Page) => {
  await page.getByRole('button', { name: 'Go back up' }).click();
  await expect(panel(page).getByRole('alert')).toContainText('Nothing is planned on it until somebody says how');
  await expect(panel(page).getByRole('button', { name: 'Begin the way back up' })).toBeDisabled();
  await panel(page).getByRole('button', { name: 'Go on recording' }).click();
};

for (const byTouch of [false, true])
  test.describe(byTouch ? 'by touch' : 'by mouse', () => {
    test.use({ hasTouch: byTouch });

    test('a newcomer’s record is not planned until its power is taken away, and says what nobody saw', async ({
      page,
      signInAs
    }) => {
      test.slow();
      await signInAs('tam');
      const job = await recordTen(page, byTouch ? 'Newcomer 14' : 'Newcomer 13', byTouch);
      await cannotGoUp(page);
      // The server does not take it either, whatever a screen says.
      const recorded = await (await page.request.get(`/jobs/${job}/record`)).text();
      const id = /recording:"([0-9a-f-]{36})"/.exec(recorded)?.[1];
      expect(id).toBeDefined();
      await expect(page.getByText('Saved', { exact: true }).first()).toBeVisible();
      const refused = await page.request.post(`/api/recordings/${id}/up`, {
        data: { replaced: ['fan'] },
        headers: { origin: new URL(page.url()).origin }
      });
      expect(refused.status()).toBeGreaterThanOrEqual(400);
      expect(await refused.text()).toContain('powerGap.cell-connected');

      // The first question, whatever else is asked; "do not know" leaves it open.
      await tool(page, /Questions/);
      const question = panel(page).locator('#question');
      await expect(question).toContainText('takes the power');
      await panel(page).getByRole('button', { name: 'I do not know' }).click();
      await expect(question).toContainText('takes the power');
      await cannotGoUp(page);

      // By firmware alone: that is an answer, and the plan says how.
      await tool(page, /Questions/);
      await panel(page).getByRole('button', { name: 'It cannot be unplugged: only by firmware' }).click();
      await expect(question.filter({ hasText: 'takes the power' })).toHaveCount(0);
      // What nobody saw is told, with the way to put it right.
      await expect(panel(page).getByRole('button', { name: 'Tap what held Fan' })).toBeVisible();
      await expect(panel(page).getByRole('button', { name: 'Tap what held Battery' })).toHaveCount(0);
      await page.getByRole('button', { name: 'Go back up' }).click();
      await panel(page).getByRole('button', { name: 'Fan', exact: true }).click();
      await panel(page).getByRole('button', { name: 'Begin the way back up' }).click();
      await page.waitForURL(`**/jobs/${job}/bench`);
      // It was not seen to be off: the bench asks for it before anything goes back.
      await expect(page.locator('section[data-step] p[aria-live]')).toHaveText('Shut down fully');
      const plan = await (await page.request.get(`/jobs/${job}/plan`)).text();
      for (const text of ['Shut down fully', 'Unplug the adapter', 'In firmware setup disconnect the battery'])
        expect(plan).toContain(text);
    });
  });

test('a file in force from before, of which nobody said how its power is taken away, is marked, not planned, and put right at the table', async ({
  page,
  app,
  signInAs
}) => {
  // As it came into the library before this was asked for.
  const [{ id }] = (await app.sql<{ id: number }>(
    `insert into machine_file (content_hash, machine_id, maker, model, revision, document)
     select repeat('7', 64), 'norrvik-elder-14', maker, 'Elder 14', 'r1',
            jsonb_set(document, '{isolation}', '{"steps": []}')
              || jsonb_build_object('id', 'norrvik-elder-14', 'model', 'Elder 14', 'revision', 'r1')
       from machine_file where machine_id = 'norrvik-pilot-14' order by id desc limit 1 returning id::int as id`
  )) as [{ id: number }];
  await signInAs('tam');
  await page.goto('/machines');
  await expect(page.getByRole('listitem').filter({ hasText: 'Norrvik Elder 14' })).toContainText(
    'Not planned on: power untold'
  );
  await page.goto(`/machines/${id}`);
  await expect(page.getByRole('alert')).toContainText('nothing takes its power away');
  await checkInBothThemes(page, 'a machine whose power nobody can take away');

  // A job on it has no plan, and says why; nor is it rehearsed.
  await page.goto(`/jobs/new?machine=${id}`);
  await page.getByLabel('Customer', { exact: true }).fill('MS Otra');
  await page.getByRole('button', { name: 'Remove', exact: true }).click();
  await page.getByRole('checkbox').first().check();
  await expect(page.getByText(/nothing takes its power away/)).toBeVisible();

  await page.goto(`/machines/${id}`);
  await page.getByRole('link', { name: 'Say it at the drawing table' }).click();
  await page.waitForURL(/machines\/draw/);
  await page.locator('form[action="?/change"]').getByRole('button', { name: 'Begin' }).click();
  await page.waitForURL(/drafts/);
  await page.getByRole('button', { name: /^Faults/ }).click();
  const power = page.getByLabel('How its power is taken away');
  await expect(power).toHaveValue('');
  await power.selectOption({ label: 'Battery plug' });
  // The fault is gone, and the choice with it; the file says it from now on.
  await expect(power).toHaveCount(0);
  await page.getByRole('button', { name: 'Side and file' }).click();
  await expect(power).toHaveValue('plug battery-plug');
});
