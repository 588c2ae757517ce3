import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { messagesModule } from './words/arguments';
import { wordsPage } from './words/terms';
import { ROOT } from './setup/system.mjs';

/** Writes what each message is given, from the English catalogues; a test tells whether they are current. */
for (const [folder, said, text] of [
  ['src/core/language', './said', 'Arg'],
  // A screen may have nothing to put in a place.
  ['src/lib/words', '$core/language', 'Arg | null | undefined']
] as const) {
  const catalogue = JSON.parse(readFileSync(join(ROOT, folder, 'catalogue/en.json'), 'utf8')) as Record<string, string>;
  writeFileSync(join(ROOT, folder, 'messages.ts'), messagesModule(catalogue, said, text));
}

/** The words of the trade, as a page of the manual. */
for (const [language, folder] of [
  ['en', 'docs/manual'],
  ['de', 'docs/manual/de']
] as const) {
  const catalogue = JSON.parse(readFileSync(join(ROOT, `src/lib/words/catalogue/${language}.json`), 'utf8')) as Record<
    string,
    string
  >;
  writeFileSync(join(ROOT, folder, 'words.md'), wordsPage(catalogue, language));
}
