/** One current picture of every main view, from the demo's data, into docs/screenshots. */
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { servedDemo } from './setup/served-demo.mjs';
import { ROOT } from './setup/system.mjs';

const folder = join(ROOT, 'docs', 'screenshots');
mkdirSync(folder, { recursive: true });
const demo = await servedDemo();
const page = async (colorScheme) => (await demo.context({ colorScheme })).newPage();
const signIn = (p) => demo.signIn(p, 'tam');

async function shot(p, name, path, then) {
  if (path) await p.goto(path);
  await p.waitForLoadState('networkidle');
  await then?.();
  await p.evaluate(() => document.fonts.ready);
  await p.waitForTimeout(300);
  await p.screenshot({ path: join(folder, `${name}.png`) });
}

/** A machine that nobody has drawn, half taken apart and recorded. */
async function recorded(p) {
  for (const [label, text] of [
    ['Maker', 'Norrvik'],
    ['Model', 'Tarn 13'],
    ['Customer', 'MS Terna'],
    ['Width', '300'],
    ['Depth', '210'],
    ['Height', '17']
  ])
    await p.getByLabel(label).fill(text);
  await p.getByRole('button', { name: 'Save and record' }).click();
  await p.waitForURL('**/intake');
  const questions = p.locator('section[aria-labelledby="triage"] fieldset');
  await questions.first().waitFor();
  for (let i = 0; i < (await questions.count()); i++) await questions.nth(i).locator('label').first().click();
  await p
    .getByText(/Safety questions: no danger/)
    .first()
    .waitFor();
  await p.goto(p.url().replace(/intake.*$/, 'record'));
  await p.locator('[data-ready=true]').waitFor();
  const panel = p.getByRole('region', { name: 'What is in hand' });
  const press = (name) => panel.getByRole('button', { name, exact: true }).click();
  const tap = async (x, y) => {
    const at = await p.locator('.record svg.drawing').evaluate(
      (svg, [mmX, mmY]) => {
        const m = svg.querySelector('g').getScreenCTM();
        return { x: m.a * mmX + m.c * mmY + m.e, y: m.b * mmX + m.d * mmY + m.f };
      },
      [x, y]
    );
    await p.mouse.click(at.x, at.y);
  };
  await p.keyboard.press('o');
  await press('Cover');
  await press('All of this side');
  await p.keyboard.press('s');
  for (const [x, y] of [
    [8, 8],
    [150, 6],
    [292, 8],
    [8, 202],
    [292, 202]
  ])
    await tap(x, y);
  await p.keyboard.press('x');
  await tap(150, 100);
  await press('Cover is off');
  await p.keyboard.press('o');
  for (const [kind, [x, y], [a, b]] of [
    ['Battery', [60, 132], [236, 202]],
    ['Main board', [20, 12], [205, 122]],
    ['Heat sink', [110, 24], [208, 64]],
    ['Fan', [212, 14], [272, 74]],
    ['Drive', [30, 90], [110, 112]],
    ['Speaker', [12, 140], [50, 190]]
  ]) {
    await press(kind);
    await tap(x, y);
    await tap(a, b);
  }
  await p.keyboard.press('p');
  await panel.getByRole('button', { name: 'Plug, lifted straight up' }).click();
  await tap(180, 112);
  await p.keyboard.press('s');
  for (const [x, y] of [
    [24, 16],
    [200, 16],
    [24, 118],
    [200, 90]
  ])
    await tap(x, y);
  await p.keyboard.press('n');
  for (const [x, y] of [
    [216, 18],
    [268, 18],
    [268, 70]
  ])
    await tap(x, y);
  await panel.getByLabel('Size').fill('M2 x 3');
  await panel.getByLabel('Size').press('Tab');
  await p.waitForTimeout(700);
}

/** A rehearsal in which nobody has seen to the power. */
async function shorted(p) {
  await p.getByRole('button', { name: 'Underside' }).click();
  for (const [name, tool] of [
    ['Bottom cover screws', 'PH0'],
    ['Bottom cover clips', 'plastic pick'],
    ['Bottom cover', 'bare fingers'],
    ['Battery plug', 'plastic spudger']
  ]) {
    await p.locator('.tray').getByRole('button', { name: tool, exact: true }).click();
    await p.getByPlaceholder('Find on the drawing').fill(name);
    await p.locator('.list').getByRole('button', { name, exact: true }).click();
    await p.keyboard.press('1');
  }
  await p.getByPlaceholder('Find on the drawing').fill('');
  await p.locator('.heard.bad').waitFor();
}

try {
  const light = await page('light');
  await signIn(light);
  await shot(light, 'jobs');
  await shot(light, 'new-job', '/jobs/new', async () => {
    await light.getByRole('checkbox', { name: /^Fan/ }).check();
    await light.getByRole('checkbox', { name: /^SSD/ }).check();
  });
  await shot(light, 'plan', '/jobs/103/plan', async () => {
    await light.getByRole('button', { name: /Fit the heat sink/ }).click();
    // As it stands once its proof is done, or given up.
    await light.getByText('Checking for a shorter order').waitFor({ state: 'hidden', timeout: 20_000 });
  });
  await shot(light, 'report', '/jobs/101/report');
  await shot(light, 'intake', '/jobs/110/intake');
  await shot(light, 'fault', '/jobs/109/fault', () => light.getByText('Average cost of the repair').waitFor());
  await shot(light, 'cell', '/jobs/111/cell');
  await shot(light, 'spares', '/jobs/112/spares');
  await shot(light, 'compare', '/jobs/105/compare');
  await shot(light, 'tray', '/jobs/103/tray?style=in-the-part');
  await shot(light, 'settings', '/settings');
  await shot(light, 'machines', '/machines');
  await shot(light, 'machine', '/machines', async () => {
    await light.getByRole('link', { name: 'Norrvik Pilot 14' }).click();
    await light.locator('svg.drawing').waitFor();
    await light.getByRole('slider').fill('2');
    await light.getByRole('tab', { name: /^Cables/ }).click();
  });
  await light.goto('/jobs/103/plan');
  await light.getByRole('button', { name: 'Start at the bench' }).click();
  await light.locator('[data-ready=true]').waitFor();
  // Down to the board's own screws, as a technician would get there.
  for (
    let i = 0;
    i < 120 && !(await light.locator('section[data-step] p[aria-live]').innerText()).startsWith('Remove the 6 ');
    i++
  ) {
    if (await light.getByRole('button', { name: /^Understood/ }).isVisible()) await light.keyboard.press('Enter');
    if (await light.getByLabel('Counted').isVisible()) await light.getByRole('button', { name: /^All/ }).click();
    await light.keyboard.press('Enter');
    await light.waitForTimeout(60);
  }
  await shot(light, 'bench-count', null, () => light.keyboard.press('6'));
  await light.goto('/jobs/102/bench');
  await light.locator('[data-ready=true]').waitFor();
  const text = () => light.locator('section[data-step] p[aria-live]').innerText();
  /** Works on as a technician would, until the step in hand reads so. */
  const until = async (what) => {
    for (let i = 0; i < 60 && !what.test(await text()); i++) {
      if (await light.getByRole('button', { name: /^Understood/ }).isVisible()) await light.keyboard.press('Enter');
      if (await light.getByLabel('Counted').isVisible()) await light.getByRole('button', { name: /^All/ }).click();
      await light.keyboard.press('Enter');
      await light.waitForTimeout(60);
    }
  };
  await until(/^Lay the new keyboard/);
  await shot(light, 'bench-swap', null, () => light.getByLabel('New: part number').fill('NF14-2100'));
  await light.getByLabel('New: part number').fill('');
  await light.getByRole('heading', { level: 1 }).click();
  await shot(light, 'record', '/jobs/new/unknown', () => recorded(light));
  await shot(light, 'draw', '/machines/draw', async () => {
    await light.locator('form[action="?/change"] select').selectOption({ label: 'Norrvik Fathom 14, r2' });
    await light.locator('form[action="?/change"] button').click();
    await light.locator('[data-ready=true]').waitFor();
    await light.getByRole('button', { name: 'Fan', exact: true }).click();
    await light.getByLabel('Show what changes do to it').check();
    await light.getByRole('button', { name: 'Section' }).click();
    await light.getByRole('slider', { name: /Cut/ }).fill('40');
    await light.getByText(/Fan \d+ steps/).waitFor();
  });
  await shot(light, 'rehearsal', '/jobs/104/rehearse', () => shorted(light));
  const dark = await page('dark');
  await signIn(dark);
  await shot(dark, 'rehearsal-story', '/jobs/104/rehearse', async () => {
    await shorted(dark);
    await dark.getByRole('button', { name: 'All done' }).click();
    await dark.getByText('Working out what it would take').first().waitFor({ state: 'hidden' });
  });
} finally {
  await demo.close();
}
