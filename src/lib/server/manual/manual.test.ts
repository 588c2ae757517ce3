import { existsSync } from 'node:fs';
import { expect, it } from 'vitest';
import { LANGUAGES } from '$core/language';
import { manual } from './manual';

it.each(LANGUAGES)('every way within the manual leads somewhere, and every picture is there, in %s', (language) => {
  const sections = manual(language);
  const ids = new Set(sections.map((s) => s.id));
  const html = sections.map((s) => s.html).join('');
  const ways = [...html.matchAll(/href="([^"]+)"/g)].map((m) => m[1]!);
  expect(ways.length).toBeGreaterThan(8);
  for (const way of ways)
    expect(
      [...ids].map((id) => `#${id}`),
      way
    ).toContain(way);
  const pictures = [...html.matchAll(/<img src="([^"]+)" alt="([^"]*)"/g)];
  expect(pictures.length).toBeGreaterThan(8);
  for (const [, file, alt] of pictures) {
    expect(existsSync(`docs/screenshots/${file}`), file).toBe(true);
    expect(alt).not.toBe('');
  }
});

it('has the same parts in every language', () => {
  const shape = (language: (typeof LANGUAGES)[number]) => manual(language).map((s) => [s.id.split('-')[0], s.level]);
  for (const language of LANGUAGES) expect(shape(language)).toEqual(shape('en'));
});
