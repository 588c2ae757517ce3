/** What a user waits for, measured in a browser over the demo's data and a generated machine. Prints Markdown. */
import { gzipSync } from 'node:zlib';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { notebook } from '../src/core/testing/notebook.ts';
import { servedDemo } from './setup/served-demo.mjs';
import { ROOT } from './setup/system.mjs';

const demo = await servedDemo();
const say = (line = '') => process.stdout.write(`${line}\n`);
const quantile = (list, q) =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(q * list.length))] ?? 0;
const ms = (n) => n.toFixed(n < 10 ? 1 : 0);

// Without the service worker: what it keeps would be measured as if it came from nowhere.
const context = await demo.context({ serviceWorkers: 'block' });
// From within a frame: calls back in the first task after that frame has been laid out and painted.
await context.addInitScript(() => {
  window.painted = (then) => {
    const after = new MessageChannel();
    after.port1.onmessage = then;
    after.port2.postMessage(0);
  };
});
const page = await context.newPage();
await demo.signIn(page, 'ines');

/** Ticks a box and waits until its plan is on the screen: painted, not only computed. */
const tick = (name) =>
  page.evaluate(
    (wanted) =>
      new Promise((resolve) => {
        const box = [...document.querySelectorAll('fieldset label')]
          .find((l) => l.querySelector('span')?.textContent === wanted)
          .querySelector('input');
        const steps = () => document.querySelector('[aria-label="Steps"]');
        const was = steps()?.dataset.goals ?? '';
        const from = performance.now();
        box.click();
        const look = () => {
          const now = steps();
          if (now && now.dataset.goals !== was && !now.classList.contains('opacity-60'))
            painted(() => resolve(performance.now() - from));
          else requestAnimationFrame(look);
        };
        requestAnimationFrame(look);
      }),
    name
  );

async function clicks() {
  say('## From a click on a goal to the drawn plan');
  say();
  say('| machine | goals | P50 / P95 / most, ms |');
  say('|---|---|---|');
  const all = [];
  const machines = await page.evaluate(async () => (await (await fetch('/machines/__data.json')).text()).length);
  if (!machines) throw new Error('no library');
  for (const [label, first] of [
    ['Norrvik Fathom 14, r2', 'Fan'],
    ['Norrvik Ballast 15, b', 'Fan'],
    ['Lindquay Slip 11, 2', 'Battery'],
    ['Lindquay Gannet 13, 2', 'Fan'],
    ['Norrvik Pilot 14, r3', 'Battery']
  ]) {
    await page.goto('/jobs/new');
    await page.getByLabel('Machine').selectOption({ label });
    await page.waitForURL(/machine=/);
    await page.getByLabel('Customer', { exact: true }).fill('Bench');
    await page
      .getByRole('checkbox', { name: new RegExp(`^${first}\\b`) })
      .first()
      .check();
    await page.getByRole('button', { name: 'Save job' }).click();
    await page.waitForURL(/\/jobs\/\d+\/intake/);
    await page.goto(page.url().replace('intake', 'plan'));
    await page.getByRole('tab', { name: 'What to do' }).click();
    await page.getByRole('button', { name: /^Remove from the job:/ }).click();
    const names = await page.locator('fieldset label > span:first-of-type').allInnerTexts();
    const times = [];
    for (const name of new Set(names)) {
      await page.waitForTimeout(120);
      times.push(await tick(name));
      await page.getByRole('button', { name: /^Remove from the job:/ }).click();
    }
    all.push(...times);
    say(
      `| ${label} | ${times.length} | ${ms(quantile(times, 0.5))} / ${ms(quantile(times, 0.95))} / ${ms(Math.max(...times))} |`
    );
  }
  say(`| all | ${all.length} | ${ms(quantile(all, 0.5))} / ${ms(quantile(all, 0.95))} / ${ms(Math.max(...all))} |`);
  say();
}

/** Frames while the drawing is drawn about with the pointer for two seconds. */
async function frames(path) {
  await page.goto(path);
  await page.locator('svg.drawing').waitFor();
  await page.waitForTimeout(500);
  const box = await page.getByRole('application').boundingBox();
  await page.getByRole('application').focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press('+');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  const measured = page.evaluate(
    () =>
      new Promise((resolve) => {
        const gaps = [];
        let last = performance.now();
        const until = last + 2000;
        const frame = (now) => {
          gaps.push(now - last);
          last = now;
          if (now < until) requestAnimationFrame(frame);
          else resolve(gaps.slice(1));
        };
        requestAnimationFrame(frame);
      })
  );
  for (let i = 0; i < 130; i++) {
    await page.mouse.move(x + Math.sin(i / 6) * 120, y + Math.cos(i / 6) * 70);
    await page.waitForTimeout(10);
  }
  const gaps = await measured;
  await page.mouse.up();
  const counts = await page.evaluate(() => ({
    parts: new Set([...document.querySelectorAll('[data-thing^="part:"]')].map((e) => e.dataset.thing)).size,
    joints: document.querySelectorAll('[data-thing^="joint:"]').length,
    paths: document.querySelectorAll('svg.drawing path').length
  }));
  return { ...counts, gaps };
}

async function panning() {
  say('## Panning the drawing, drawn by the processor alone');
  say();
  say('| drawing | parts / joints / paths on the face | frame P50 / P95 / most, ms | frames a second |');
  say('|---|---|---|---|');
  const imported = [];
  for (const [name, size] of [
    ['generated, a large notebook', 330],
    ['generated, a thousand joints', 1800]
  ]) {
    const answer = await page.request.post(`${demo.address}/api/machines`, {
      data: JSON.stringify(notebook(size)),
      headers: { 'content-type': 'application/json', origin: demo.address }
    });
    if (!answer.ok()) throw new Error(await answer.text());
    imported.push([name, (await answer.json()).machine.fileId]);
  }
  for (const [name, id] of [['Norrvik Fathom 14', 5], ...imported]) {
    const { parts, joints, paths, gaps } = await frames(`/machines/${id}`);
    say(
      `| ${name} | ${parts} / ${joints} / ${paths} | ${ms(quantile(gaps, 0.5))} / ${ms(quantile(gaps, 0.95))} / ${ms(Math.max(...gaps))} | ${(gaps.length / (gaps.reduce((a, b) => a + b, 0) / 1000)).toFixed(0)} |`
    );
  }
  say();
}

/** From a key at the bench to the next step on the screen, for so many steps. */
async function keys(name, cut) {
  await cut?.();
  const times = [];
  for (let i = 0; i < 40; i++) {
    if (await page.getByRole('button', { name: /^Understood/ }).isVisible()) await page.keyboard.press('Enter');
    if (await page.getByLabel('Counted').isVisible()) await page.getByRole('button', { name: /^All/ }).click();
    times.push(
      await page.evaluate(
        () =>
          new Promise((resolve) => {
            const text = document.querySelector('section[aria-label="The step in hand"] p[aria-live]');
            const was = text.textContent;
            const from = performance.now();
            window.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
            const look = () => {
              const now = document.querySelector('section[aria-label="The step in hand"] p[aria-live]');
              if (now && now.textContent !== was) painted(() => resolve(performance.now() - from));
              else if (performance.now() - from > 2000) resolve(2000);
              else requestAnimationFrame(look);
            };
            requestAnimationFrame(look);
          })
      )
    );
  }
  say(
    `| ${name} | ${times.length} | ${ms(quantile(times, 0.5))} / ${ms(quantile(times, 0.95))} / ${ms(Math.max(...times))} |`
  );
}

async function bench() {
  say('## From a key at the bench to the next step on the screen');
  say();
  say('| network | steps | P50 / P95 / most, ms |');
  say('|---|---|---|');
  for (const [job, name, cut] of [
    [103, 'cut', () => context.setOffline(true)],
    [
      105,
      'three seconds for every request',
      () =>
        page.route(
          '**/api/runs/**',
          async (route) => (await new Promise((go) => setTimeout(go, 3000)), route.continue().catch(() => {}))
        )
    ]
  ]) {
    await context.setOffline(false);
    await page.goto(`/jobs/${job}/plan`);
    await page.getByRole('button', { name: 'Start at the bench' }).click();
    await page.locator('[data-ready=true]').waitFor();
    await keys(name, cut);
  }
  await context.setOffline(false);
  await page.unrouteAll({ behavior: 'ignoreErrors' });
  say();
}

/** From a key on one screen to the step on another of the same run. */
async function twoScreens() {
  const other = await (
    await demo.context({ storageState: await context.storageState(), serviceWorkers: 'block' })
  ).newPage();
  const text = 'section[aria-label="The step in hand"] p[aria-live]';
  for (const p of [page, other]) {
    await p.goto('/jobs/102/bench');
    await p.locator('[data-ready=true]').waitFor();
  }
  await page.waitForTimeout(500);
  const times = [];
  for (let i = 0; i < 12; i++) {
    if (await page.getByRole('button', { name: /^Understood/ }).isVisible()) await page.keyboard.press('Enter');
    if (await page.getByLabel('Counted').isVisible()) await page.getByRole('button', { name: /^All/ }).click();
    const seen = other.evaluate(
      (where) =>
        new Promise((resolve) => {
          const was = document.querySelector(where).textContent;
          const look = () =>
            document.querySelector(where)?.textContent === was ? requestAnimationFrame(look) : resolve(Date.now());
          look();
        }),
      text
    );
    await page.waitForTimeout(100);
    const from = Date.now();
    await page.keyboard.press('Enter');
    times.push((await seen) - from);
  }
  say(
    `Two screens on one run: a step done on one is on the other after P50 ${ms(quantile(times, 0.5))} ms, most ${ms(Math.max(...times))} ms (${times.length} steps).`
  );
  say();
  await other.context().close();
}

async function weight() {
  const fresh = await demo.context({ storageState: await context.storageState(), serviceWorkers: 'block' });
  const p = await fresh.newPage();
  const bodies = new Map();
  p.on('response', async (r) => {
    if (/\.js$/.test(new URL(r.url()).pathname)) bodies.set(r.url(), await r.body().catch(() => Buffer.alloc(0)));
  });
  await p.goto('/jobs/103/plan');
  await p.waitForLoadState('networkidle');
  await p.waitForTimeout(500);
  const kB = (list) => (list.reduce((sum, b) => sum + gzipSync(b, { level: 9 }).length, 0) / 1000).toFixed(0);
  const workers = join(ROOT, 'build', 'client', '_app', 'immutable', 'workers');
  const worker = readdirSync(workers)
    .filter((f) => f.endsWith('.js'))
    .map((f) => readFileSync(join(workers, f)));
  say('## JavaScript of the plan screen, gzip');
  say();
  say(`Page: ${kB([...bodies.values()])} kB in ${bodies.size} files; planning worker: ${kB(worker)} kB.`);
  say();
  await fresh.close();
}

try {
  await clicks();
  await panning();
  await bench();
  await twoScreens();
  await weight();
} finally {
  await demo.close();
}
