/**
 * `npm run screens`: every screen as every role, in every width, theme and language: what the accessibility checker finds, what is cut,
 * overlaps, reaches beyond the window, scrolls two ways or is too small to press. Writes the table into docs/accessibility.md.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import people from '../demo/people.json' with { type: 'json' };
import { leastTarget, SCREENS, WINDOWS } from './screens/list.mjs';
import { measure } from './screens/measure.mjs';
import { servedDemo } from './setup/served-demo.mjs';
import { ROOT } from './setup/system.mjs';

const { values: asked } = parseArgs({
  options: {
    /** Screens whose name begins so. */
    only: { type: 'string', default: '' },
    roles: { type: 'string', default: 'lead,technician,trainee' },
    /** Leaves out the accessibility checker, and the dark theme, which changes no sizes. */
    quick: { type: 'boolean', default: false },
    /** Height of letters that the reader has chosen for all pages, px; browsers have 16. */
    letters: { type: 'string' },
    /** A language that nobody speaks, in place of those that are spoken: `longer`, `mirrored`. */
    trial: { type: 'string' },
    /** Prints what was found and leaves the page as it is. */
    dry: { type: 'boolean', default: false }
  }
});
const LANGUAGES = asked.trial ? ['en-GB'] : ['en-GB', 'de-DE'];
const THEMES = asked.quick ? ['light'] : ['light', 'dark'];
/** The least that text may be spaced by its reader (WCAG 2.2, 1.4.12). */
const SPACED =
  '* { line-height: 1.5 !important; letter-spacing: 0.12em !important; word-spacing: 0.16em !important } p { margin-bottom: 2em !important }';
/** The checker reads what stands in the page whatever its width: a desk and a hand are enough. */
const READ_AT = new Set([390, 1280]);
const COLUMNS = ['violations', 'beyond', 'twoWays', 'cut', 'overlaps', 'small'];

const demo = await servedDemo(
  asked.trial ? { TEST_LANGUAGE: asked.trial } : {},
  asked.letters ? [`--blink-settings=defaultFontSize=${Number(asked.letters)}`] : []
);
// The packages are there by now, on a fresh clone as well.
const { violations } = await import('./screens/violations.mjs');
/** By screen: how often each was found, over all. */
const found = new Map(SCREENS.map(({ name }) => [name, Object.fromEntries(COLUMNS.map((c) => [c, 0]))]));
const told = new Set();
let looks = 0;

function note(screen, column, where, list) {
  found.get(screen.name)[column] += list.length;
  for (const one of list) {
    const text = `${screen.name}: ${column}: ${one}`;
    if (!told.has(text)) console.log(`${text}   (${where})`);
    told.add(text);
  }
}

/** One role in one language and theme, over all screens and widths. */
async function lookThrough(person, locale, colorScheme) {
  const context = await demo.context({ locale, colorScheme });
  const page = await context.newPage();
  await page.goto('/signin');
  await page.locator('input[name=name]').fill(person.signIn);
  await page.locator('input[name=password]').fill(people.password);
  await page.locator('form:has(input[name=password]) button').click();
  await page.waitForURL('**/jobs');
  for (const screen of SCREENS) {
    if (!screen.name.startsWith(asked.only) || (screen.roles && !screen.roles.includes(person.role))) continue;
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.goto(screen.path);
    await page.waitForLoadState('networkidle');
    // Letters twice as large in a window of half the breadth are no reader's: that would be four times as large.
    for (const [width, height] of WINDOWS.filter(([w]) => !asked.letters || w >= 640)) {
      const where = `${person.role}, ${locale}, ${colorScheme}, ${width} px`;
      await page.setViewportSize({ width, height });
      // A page that lies behind another is not drawn, and is laid out all the same.
      await page.evaluate(
        () =>
          new Promise((drawn) => {
            requestAnimationFrame(() => requestAnimationFrame(drawn));
            setTimeout(drawn, 300);
          })
      );
      const measured = await page.evaluate(measure, { target: leastTarget(screen, width) });
      for (const [column, list] of Object.entries(measured)) note(screen, column, where, list);
      if (READ_AT.has(width) && colorScheme === 'light') {
        // The page's policy lets no style in that is not its own; a sheet that a script makes is.
        await page.evaluate((css) => {
          const sheet = new CSSStyleSheet();
          sheet.replaceSync(css);
          document.adoptedStyleSheets = [sheet];
        }, SPACED);
        const spaced = await page.evaluate(measure, { target: leastTarget(screen, width) });
        await page.evaluate(() => (document.adoptedStyleSheets = []));
        for (const [column, list] of Object.entries(spaced)) note(screen, column, `${where}, spaced`, list);
        looks++;
      }
      if (READ_AT.has(width) && !asked.quick) {
        // Between the themes only colours differ.
        const broken = await violations(page, colorScheme === 'dark' ? { only: ['color-contrast'] } : {});
        note(screen, 'violations', where, broken);
      }
      looks++;
    }
  }
  await context.close();
  console.log(`looked through as ${person.role}, ${locale}, ${colorScheme}: ${looks} looks so far`);
}

const began = Date.now();
try {
  const rows = people.people
    .filter(({ role }) => asked.roles.split(',').includes(role))
    .flatMap((person) => LANGUAGES.flatMap((l) => THEMES.map((t) => [person, l, t])));
  // Two at a time, on two processors.
  const next = rows[Symbol.iterator]();
  await Promise.all(
    [0, 1].map(async () => {
      for (const row of next) await lookThrough(...row);
    })
  );
} finally {
  await demo.close();
}
const table = [
  '| screen | violations | beyond the window | two ways to scroll | cut | overlaps | too small |',
  '| --- | ---: | ---: | ---: | ---: | ---: | ---: |',
  ...[...found].map(([name, of]) => `| ${name} | ${COLUMNS.map((c) => of[c]).join(' | ')} |`)
].join('\n');
console.log(table);
console.log(`${looks} looks in ${Math.round((Date.now() - began) / 1000)} s`);
if (!asked.dry && !asked.trial && !asked.letters) {
  const path = join(ROOT, 'docs', 'accessibility.md');
  const day = new Intl.DateTimeFormat('en-GB', { dateStyle: 'long' }).format(new Date());
  const text = readFileSync(path, 'utf8').replace(
    /(<!-- measured -->\n)[^]*?(<!-- \/measured -->)/,
    `$1\n${day}, ${looks} looks: ${SCREENS.length} screens, as ${asked.roles.replaceAll(',', ', ')}, ${WINDOWS.length} widths, ${THEMES.length} themes, ${LANGUAGES.length} languages.\n\n${table}\n\n$2`
  );
  writeFileSync(path, text);
}
process.exitCode = [...found.values()].some((of) => COLUMNS.some((c) => of[c] > 0)) ? 1 : 0;
