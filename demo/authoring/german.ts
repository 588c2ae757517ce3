import type { Machine } from '$core/machine';
import german from './german.json' with { type: 'json' };

type Translations = NonNullable<Machine['translations']>;

const texts: Readonly<Record<string, string>> = german;

/** Every text in a document. */
function* textsIn(value: unknown): Generator<string> {
  if (typeof value === 'string') yield value;
  else if (typeof value === 'object' && value !== null) for (const inner of Object.values(value)) yield* textsIn(inner);
}

/** A document with what its names and texts are called in German, in the order in which it has them. */
export function withGerman<T extends object>(document: T): T & { translations: Translations } {
  const used = new Set(textsIn(document));
  const de = Object.fromEntries([...used].flatMap((text) => (texts[text] ? [[text, texts[text]] as const] : [])));
  return { ...document, translations: { de } };
}
