import { TERMS } from '../../src/lib/words/terms';

/** The page of words in the manual, from a catalogue of the screens: in the order of the alphabet. */
export function wordsPage(catalogue: Readonly<Record<string, string>>, language: string): string {
  const rows = TERMS.map((id) => [catalogue[`term.${id}`]!, catalogue[`term.${id}.means`]!] as const)
    .sort(([a], [b]) => a.localeCompare(b, language))
    .map(([word, meaning]) => `| ${word} | ${meaning} |`);
  return [
    `# ${catalogue['help.words']}`,
    '',
    catalogue['help.wordsAbout'],
    '',
    `| ${catalogue['help.word']} | ${catalogue['help.meaning']} |`,
    '| --- | --- |',
    ...rows,
    ''
  ].join('\n');
}
