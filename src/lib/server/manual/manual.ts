import { Marked, type Tokens } from 'marked';
import type { Language } from '$core/language';

/** A part of the manual under one heading. */
export interface Section {
  /** In the address: that of its page, or the page's with its own. */
  id: string;
  level: 1 | 2;
  title: string;
  /** What stands below the heading; pictures are named by their file alone. */
  html: string;
  /** The same as plain words, for searching. */
  text: string;
}

const SOURCES: Record<string, string> = import.meta.glob('/docs/manual/**/*.md', {
  query: '?raw',
  import: 'default',
  eager: true
});
/** In the order in which a job goes through the shop. */
const PAGES = [
  'README',
  'intake',
  'diagnosis',
  'battery',
  'plan',
  'parts',
  'bench',
  'report',
  'drawing',
  'practice',
  'leads',
  'words'
];
const FOLDERS: Readonly<Record<Language, string>> = { en: '/docs/manual', de: '/docs/manual/de' };

const slug = (title: string): string =>
  title
    .toLowerCase()
    .normalize('NFD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');

/** Pages become one: a way to another page is a way to its heading, and a picture is told by its name. */
const markdown = new Marked({
  walkTokens(token) {
    if (token.type === 'link') (token as Tokens.Link).href = (token as Tokens.Link).href.replace(/^(\w+)\.md$/, '#$1');
    if (token.type === 'image') (token as Tokens.Image).href = (token as Tokens.Image).href.replace(/^.*\//, '');
  }
});

function sectionsOf(page: string, source: string): Section[] {
  // Each heading with what follows it, up to the next.
  return source.split(/^(?=##? )/m).map((part) => {
    const [, marks, title, body] = /^(##?) (.*)\n([^]*)$/.exec(part)!;
    const html = markdown.parse(body!, { async: false });
    return {
      id: marks === '#' ? page : `${page}-${slug(title!)}`,
      level: marks === '#' ? 1 : 2,
      title: title!,
      html,
      text: `${title} ${html.replace(/<[^>]*>/g, ' ')}`
    };
  });
}

const made = new Map<Language, readonly Section[]>();

/** The whole manual in a language, in the order in which one reads it. */
export function manual(language: Language): readonly Section[] {
  const known = made.get(language);
  if (known) return known;
  const all = PAGES.flatMap((page) => sectionsOf(page, SOURCES[`${FOLDERS[language]}/${page}.md`]!));
  made.set(language, all);
  return all;
}
