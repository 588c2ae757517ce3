import type { Page } from '@playwright/test';
import { expect, nothingEndangers, test } from './fixtures';

test.use({ ownShop: true });

/** Somebody who records for the first time: parts and their screws, and not a thought for the battery's plug. */

const panel = (page: Page) => page.getByRole('region', { name: 'What is in hand' });
const tool = (page: Page, name: string | RegExp) =>
  page.getByRole('toolbar', { name: 'What a tap means' }).getByRole('button', { name, exact: true }).click();

async function tap(page: Page, x: number, y: number, byTouch: boolean): Promise<void> {
  const drawing = page.locator('.record svg.drawing');
  await drawing.scrollIntoViewIfNeeded();
  const at = await drawing.evaluate(
    (svg, [mmX, mmY]) => {
      const m = svg.querySelector('g')!.getScreenCTM()!;
      return { x: m.a * mmX! + m.c * mmY! + m.e, y: m.b * mmX! + m.d * mmY! + m.f };
    },
    [x, y]
  );
  if (byTouch) await page.touchscreen.tap(at.x, at.y);
  else await page.mouse.click(at.x, at.y);
}

/** Ten parts: a cover over the battery, the fan, the board and what sits on it. */
async function recordTen(page: Page, model: string, byTouch: boolean): Promise<number> {
  await page.goto('/jobs/new/unknown');
  await page.getByLabel('Maker').fill('Norrvik');
  await page.getByLabel('Model').fill(model);
  await page.getByLabel('Customer').fill('MS Terna');
  await page.getByLabel('Width').fill('300');
  await page.getByLabel('Depth').fill('210');
  await page.getByLabel('Height').fill('17,5');
  await page.getByRole('button', { name: 'Save and record' }).click();
  await page.waitForURL('**/intake');
  const job = Number(/jobs\/(\d+)/.exec(page.url())![1]);
  await page.locator('section[aria-labelledby="triage"] fieldset').first().waitFor();
  await nothingEndangers(page);
  await page.goto(`/jobs/${job}/record`);
  await page.locator('[data-ready=true]').waitFor();
  const box = async (kind: string, from: [number, number], to: [number, number]) => {
    await tool(page, 'Outline');
    await panel(page).getByRole('button', { name: kind, exact: true }).click();
    await tap(page, ...from, byTouch);
    await tap(page, ...to, byTouch);
  };
  await tool(page, 'Outline');
  await panel(page).getByRole('button', { name: 'Cover', exact: true }).click();
  await panel(page).getByRole('button', { name: 'All of this side' }).click();
  await tool(page, 'Screws');
  for (const [x, y] of [
    [8, 8],
    [292, 202]
  ] as const)
    await tap(page, x, y, byTouch);
  await tool(page, 'Came off');
  await tap(page, 150, 100, byTouch);
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
  await tap(page, 200, 45, byTouch);
  await tool(page, 'Came off');
  await tap(page, 245, 45, byTouch);
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
      const plan = await (await page.request.get(`/jobs/${job}/plan`)).text();
      for (const text of ['Shut down fully', 'Unplug the adapter', 'In firmware setup disconnect the battery'])
        expect(plan).toContain(text);
    });
  });
