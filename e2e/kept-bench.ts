import type { Page } from '@playwright/test';
import { expect } from './fixtures';

export const text = (page: Page) => page.locator('section[data-step] p[aria-live]');
export const status = (page: Page) => page.getByRole('status').first();

export async function go(page: Page, steps: number): Promise<void> {
  for (let i = 0; i < steps; i++) {
    const before = await text(page).innerText();
    if (await page.getByRole('button', { name: /^Understood/ }).isVisible()) await page.keyboard.press('Enter');
    if (await page.getByLabel('Counted').isVisible()) await page.getByRole('button', { name: /^All/ }).click();
    await page.keyboard.press('Enter');
    await expect(text(page)).not.toHaveText(before);
  }
}

export async function start(page: Page, job: number): Promise<void> {
  await page.goto(`/jobs/${job}/plan`);
  await page
    .getByRole('button', { name: 'Start at the bench' })
    .or(page.getByRole('link', { name: /bench/i }))
    .first()
    .click();
  await expect(page.locator('[data-ready=true]')).toBeVisible();
}

/** The service worker is there, and has all that a bench needs. */
export const kept = (page: Page, job: number) =>
  expect
    .poll(
      () =>
        page.evaluate(async (path) => {
          if (!navigator.serviceWorker.controller) return false;
          const seen = await caches.open('seen');
          return (await seen.match(path)) !== undefined && (await seen.match(`${path}/__data.json`)) !== undefined;
        }, `/jobs/${job}/bench`),
      { timeout: 60_000 }
    )
    .toBe(true);
