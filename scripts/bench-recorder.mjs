/**
 * How long it takes somebody to record a closed machine of 12 parts and 30 screws that nobody has drawn, and to leave a file in force:
 * the real interface, at a person's pace. What the hands do at the machine meanwhile (undoing screws) is not in it. Prints Markdown.
 */
import { servedDemo } from './setup/served-demo.mjs';

/** A gesture: a tap, a choice, a key. */
const GESTURE_MS = 500;
/** A letter that is typed. */
const LETTER_MS = 120;

const demo = await servedDemo();
const say = (line = '') => process.stdout.write(`${line}\n`);
const context = await demo.context();
const page = await context.newPage();
let gestures = 0;
const pace = async () => {
  gestures++;
  await page.waitForTimeout(GESTURE_MS);
};
const press = async (locator) => {
  await locator.click();
  await pace();
};
const type = async (locator, text) => {
  await locator.click();
  await locator.fill('');
  await locator.pressSequentially(text, { delay: LETTER_MS });
  await locator.press('Tab');
  await pace();
};
const key = async (name) => {
  await page.keyboard.press(name);
  await pace();
};
const tap = async ([x, y]) => {
  const at = await page.locator('.record svg.drawing').evaluate(
    (svg, [mmX, mmY]) => {
      const m = svg.querySelector('g').getScreenCTM();
      return { x: m.a * mmX + m.c * mmY + m.e, y: m.b * mmX + m.d * mmY + m.f };
    },
    [x, y]
  );
  await page.mouse.click(at.x, at.y);
  await pace();
};
const panel = page.getByRole('region', { name: 'What is in hand' });
const button = (name, within = panel) => within.getByRole('button', { name, exact: true });
async function outline(kind, from, to) {
  await press(button(kind));
  await tap(from);
  await tap(to);
}
async function screws(places, size) {
  await key('n');
  for (const place of places) await tap(place);
  await type(panel.getByLabel('Size'), size);
  // The keys are about the recorder again.
  await page.locator('.record').focus();
}
async function off(at, part) {
  await key('x');
  await tap(at);
  await press(button(`${part} is off`));
}

await demo.signIn(page, 'tam');
const started = performance.now();
await page.goto('/jobs/new/unknown');
for (const [label, text] of [
  ['Maker', 'Norrvik'],
  ['Model', 'Tarn 13'],
  ['Customer', 'MS Terna'],
  ['Width', '300'],
  ['Depth', '210'],
  ['Height', '17']
])
  await type(page.getByLabel(label), text);
await press(page.getByRole('button', { name: 'Save and record' }));
await page.waitForURL('**/intake');
const job = /jobs\/(\d+)/.exec(page.url())[1];
const questions = page.locator('section[aria-labelledby="triage"] fieldset');
await questions.first().waitFor();
for (let i = 0; i < (await questions.count()); i++) await press(questions.nth(i).locator('label').first());
await page
  .getByText(/Safety questions: no danger/)
  .first()
  .waitFor();
await page.goto(`/jobs/${job}/record`);
await page.locator('[data-ready=true]').waitFor();

await key('o');
await press(button('Cover'));
await press(button('All of this side'));
await key('s');
for (const place of [
  [6, 6],
  [100, 5],
  [200, 5],
  [294, 6],
  [6, 204],
  [100, 205],
  [200, 205],
  [294, 204]
])
  await tap(place);
await type(panel.getByLabel('Size'), 'M2 x 5');
await page.locator('.record').focus();
await off([150, 100], 'Cover');

await key('o');
await outline('Battery', [60, 132], [230, 202]);
await outline('Main board', [20, 12], [205, 122]);
await outline('Heat sink', [110, 24], [208, 64]);
await outline('Fan', [212, 14], [272, 74]);
await outline('Drive', [30, 90], [110, 112]);
await outline('Card', [150, 90], [180, 112]);
await outline('Memory module', [60, 40], [100, 84]);
await outline('Small board', [240, 90], [290, 126]);
await outline('Speaker', [12, 140], [50, 190]);
await outline('Speaker', [246, 140], [290, 190]);
await outline('Bracket', [118, 68], [148, 84]);
await key('s');
await screws(
  [
    [66, 138],
    [224, 138],
    [66, 198],
    [224, 198]
  ],
  'M2 x 3'
);
await screws(
  [
    [24, 16],
    [200, 16],
    [24, 118],
    [200, 118],
    [108, 118]
  ],
  'M2 x 3'
);
await screws(
  [
    [114, 28],
    [204, 28],
    [114, 60],
    [204, 60]
  ],
  'M2 x 4'
);
await screws(
  [
    [216, 18],
    [268, 70]
  ],
  'M2 x 4'
);
await screws([[32, 101]], 'M2 x 2.5');
await screws([[152, 101]], 'M2 x 2.5');
await screws(
  [
    [244, 94],
    [286, 122]
  ],
  'M2 x 3'
);
await screws([[16, 144]], 'M2 x 3');
await screws([[286, 144]], 'M2 x 3');
await screws([[122, 72]], 'M1.6 x 2');
await key('p');
await press(panel.getByRole('button', { name: 'Memory in its socket' }));
await tap([80, 82]);
await press(panel.getByRole('button', { name: 'Card in a slot' }));
await tap([106, 101]);
await tap([176, 101]);
await press(panel.getByRole('button', { name: 'Plug, lifted straight up' }));
await tap([150, 118]);

for (const [at, part] of [
  [[80, 70], 'Memory module'],
  [[70, 100], 'Drive'],
  [[165, 95], 'Card'],
  [[140, 76], 'Bracket'],
  [[240, 44], 'Fan'],
  [[150, 44], 'Heat sink'],
  [[140, 190], 'Battery'],
  [[30, 160], 'Speaker'],
  [[270, 160], 'Speaker 2'],
  [[265, 110], 'Small board'],
  [[50, 30], 'Main board']
])
  await off(at, part);

await key('q');
let asked = 0;
for (; asked < 20 && (await panel.locator('#question').isVisible()); asked++) {
  const text = await panel.locator('#question').innerText();
  await press(panel.getByRole('group').first().getByRole('button').first());
  await page.waitForFunction((was) => document.querySelector('#question')?.textContent !== was, text);
  await page.waitForTimeout(200);
}
const recordedMs = performance.now() - started;
const recordedGestures = gestures;

await press(page.getByRole('button', { name: 'Go back up' }));
await press(button('Begin the way back up'));
await page.waitForURL('**/bench');
await page.locator('[data-ready=true]').waitFor();
const back = page.getByText('Everything is back in place');
const step = page.locator('section[data-step] p[aria-live]');
for (let guard = 0; guard < 200 && !(await back.isVisible()); guard++) {
  const before = await step.innerText();
  if (await page.getByRole('button', { name: /^Understood/ }).isVisible()) await key('Enter');
  if (await page.getByLabel('Counted').isVisible()) await press(page.getByRole('button', { name: /^All/ }));
  await key('Enter');
  await page.waitForFunction(
    (was) => document.querySelector('section[data-step] p[aria-live]')?.textContent?.trim() !== was.trim(),
    before
  );
}
await press(page.getByRole('button', { name: 'Sign and close' }));
await page.getByRole('link', { name: 'Read the report' }).waitFor();
const closedMs = performance.now() - started;

await context.clearCookies();
await demo.signIn(page, 'ines');
await page.goto('/machines');
await press(page.getByRole('link', { name: /Norrvik Tarn 13/ }));
await press(page.getByRole('button', { name: 'I have checked it' }));
await press(page.getByRole('button', { name: 'Put it in force' }));
await page.getByRole('button', { name: 'Put it in force' }).waitFor({ state: 'detached' });
const allMs = performance.now() - started;

const minutes = (milliseconds) => (milliseconds / 60_000).toFixed(1);
say(`A machine of 12 parts and 30 screws, ${GESTURE_MS} ms a gesture and ${LETTER_MS} ms a letter:`);
say();
say('| until | minutes | gestures |');
say('|---|---|---|');
say(`| recorded, ${asked} questions answered | ${minutes(recordedMs)} | ${recordedGestures} |`);
say(`| closed at the bench | ${minutes(closedMs)} | |`);
say(`| in force | ${minutes(allMs)} | ${gestures} |`);
// An edit at the drawing table, on the largest machine of the demo: from the key to the redrawn drawing, and to its faults.
await page.goto('/machines/draw');
await page.locator('form[action="?/change"] select').selectOption({ label: 'Norrvik Pilot 14, r3' });
await page.locator('form[action="?/change"] button').click();
await page.locator('[data-ready=true]').waitFor();
await page.getByRole('button', { name: 'Left fan', exact: true }).click();
await page.getByLabel('Show what changes do to it').check();
await page.getByText(/Left fan \d+ steps/).waitFor();
const times = await page.evaluate(async () => {
  const painted = () => new Promise((then) => requestAnimationFrame(() => setTimeout(then)));
  const table = document.querySelector('.drawn-on');
  const [drawn, faults, plans] = [[], [], []];
  const desk = document.querySelector('.desk');
  for (let i = 0; i < 300; i++) {
    const was = { ...desk.dataset };
    const from = performance.now();
    table.dispatchEvent(
      new KeyboardEvent('keydown', { key: i % 2 ? 'ArrowLeft' : 'ArrowRight', bubbles: true, cancelable: true })
    );
    await painted();
    drawn.push(performance.now() - from);
    // The drawing may have taken longer than its faults: then both are there.
    while (desk.dataset.judged === was.judged) await new Promise((next) => setTimeout(next, 2));
    faults.push(performance.now() - from);
    while (desk.dataset.planned === was.planned) await new Promise((next) => setTimeout(next, 2));
    plans.push(performance.now() - from);
  }
  return { drawn, faults, plans };
});
const at = (list, share) => [...list].sort((a, b) => a - b)[Math.floor(share * list.length)].toFixed(0);
const row = (what, list) => say(`| ${what} | ${at(list, 0.5)} | ${at(list, 0.95)} |`);
say();
say(`| ${times.drawn.length} edits at the drawing table, Pilot 14 | P50, ms | P95, ms |`);
say('|---|---|---|');
row('redrawn', times.drawn);
row('its faults told', times.faults);
row('its pinned plan told', times.plans);
await demo.close();
