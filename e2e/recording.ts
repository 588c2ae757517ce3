import type { Page } from '@playwright/test';
import { nothingEndangers } from './fixtures';

/** What is in hand at the recorder. */
export const panel = (page: Page) => page.getByRole('region', { name: 'What is in hand' });

export const tool = (page: Page, name: string | RegExp) =>
  page.getByRole('toolbar', { name: 'What a tap means' }).getByRole('button', { name, exact: true }).click();

/** Taps a place of the face that is looked at, mm. */
export async function tap(
  page: Page,
  [x, y]: readonly [number, number],
  how: 'click' | 'touch' | 'long' = 'click'
): Promise<void> {
  const drawing = page.locator('.record svg.drawing');
  await drawing.scrollIntoViewIfNeeded();
  const at = await drawing.evaluate(
    (svg, [mmX, mmY]) => {
      const m = svg.querySelector('g')!.getScreenCTM()!;
      return { x: m.a * mmX! + m.c * mmY! + m.e, y: m.b * mmX! + m.d * mmY! + m.f };
    },
    [x, y]
  );
  if (how === 'touch') return page.touchscreen.tap(at.x, at.y);
  await page.mouse.move(at.x, at.y);
  await page.mouse.down();
  if (how === 'long') await page.waitForTimeout(600);
  await page.mouse.up();
}

/** A new job on a machine of 300 by 210 mm that is not in the library, up to the questions of safety. @returns its number */
export async function beginJob(page: Page, model: string): Promise<number> {
  await page.goto('/jobs/new/unknown');
  await page.getByLabel('Maker').fill('Norrvik');
  await page.getByLabel('Model').fill(model);
  await page.getByLabel('Customer').fill('MS Terna');
  await page.getByLabel('Width').fill('300');
  await page.getByLabel('Depth').fill('210');
  await page.getByLabel('Height').fill('17,5');
  await page.getByRole('button', { name: 'Save and record' }).click();
  await page.waitForURL('**/intake');
  return Number(/jobs\/(\d+)/.exec(page.url())![1]);
}

/** Answers that nothing endangers, and goes to the recorder. */
export async function toTheRecorder(page: Page, job: number): Promise<void> {
  await page.locator('section[aria-labelledby="triage"] fieldset').first().waitFor();
  await nothingEndangers(page);
  await page.goto(`/jobs/${job}/record`);
  await page.locator('[data-ready=true]').waitFor();
}
