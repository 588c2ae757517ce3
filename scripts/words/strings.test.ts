import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { ROOT } from '../setup/system.mjs';
import { straysOfComponent, straysOfModule } from './strings';

/** Said to who sets a server up, who reads a table with a program, or names of tones and keys: no words of a screen. */
const NOT_SAID = new Set([
  'src/lib/server/settings/environment.ts',
  'src/lib/server/settings/secrets.ts',
  'src/lib/server/metrics/metrics.ts',
  'src/routes/api/jobs.csv/+server.ts',
  'src/lib/offline/pages.ts'
]);
const KNOWN = [
  /^in (person|writing)$/,
  /^(old|new) (number|serial)$/,
  /^(bench keys|nobody has this one|eager-wrench feed|eager-wrench reading|job sheet|fact of job \{\})$/,
  /^input(:not\([^)]*\))*, textarea, select/,
  /^\(?coalesce\(\(select /,
  /^lower\(\{\}\) collate /,
  /^run_id = /,
  /^accept-language, cookie$/,
  // What a page says that is shown when nothing else can be.
  /^(That did not work|Go to jobs)$/
];

it('what is said stands in the catalogues, in no component and no route', () => {
  const files = (readdirSync(join(ROOT, 'src'), { recursive: true }) as string[])
    .map((f) => `src/${f}`)
    .filter((f) => /^src\/(lib|routes|workers)\//.test(f) && /\.(svelte|ts)$/.test(f))
    .filter((f) => !/\.test\.ts$|\/testing\/|\/messages\.ts$/.test(f) && !NOT_SAID.has(f));
  expect(files.length).toBeGreaterThan(150);
  const strays = files.flatMap((file) => {
    const text = readFileSync(join(ROOT, file), 'utf8');
    const found = file.endsWith('.svelte') ? straysOfComponent(text) : straysOfModule(text);
    return found.filter((s) => !KNOWN.some((k) => k.test(s.text))).map((s) => `${file}:${s.line} ${s.text}`);
  });
  expect(strays).toEqual([]);
});

it('a stray is found wherever it stands', () => {
  expect(straysOfModule("const a = 'Not saved yet';\nlog.info('never mind this');").map((s) => s.line)).toEqual([1]);
  expect(straysOfModule('const a = `Job ${n} is closed`; db.query("select a from b where c");')).toHaveLength(1);
  const component = `<script lang="ts">
  const a = 'Try it again';
</script>
<p class="flex border-b px-3 text-soft">{t('x')}</p>
<button aria-label="Close">{isOpen ? 'Close it now' : ''}</button>
<p>Hello</p>
<p class={isOpen ? 'open' : 'shut'}>{n === 0 ? 'same' : n < 0 ? t('less') : n + ' more'}</p>`;
  expect(straysOfComponent(component).map((s) => [s.line, s.text])).toEqual([
    [2, 'Try it again'],
    [5, 'Close'],
    [5, 'Close it now'],
    [6, 'Hello'],
    [7, 'same'],
    [7, 'more']
  ]);
});
