import { IntlMessageFormat } from 'intl-messageformat';
import type { Arg, FileText, Language, Message, Said } from './said';

/** Messages by their keys, in the ICU message format. */
export type Catalogue = Readonly<Record<string, string>>;

/** Puts into words. */
export type Speak = (said: Said) => string;

/** Languages that write names in lower case within a sentence. */
const LOWERS_NAMES: ReadonlySet<string> = new Set(['en']);

/** A name as it reads within a sentence: "Fan screws" in lower case, "SSD" and "DC-in socket" as they are. */
const lowered = (name: string): string => (/^[A-Z][a-z]/.test(name) ? name[0]!.toLowerCase() + name.slice(1) : name);

/** As a sentence begins. */
const begun = (text: string): string => (text === '' ? text : text[0]!.toUpperCase() + text.slice(1));

/** Messages that were read once, by the catalogue that they are of and the locale of their numbers. */
const known = new WeakMap<Catalogue, Map<string, Map<string, IntlMessageFormat>>>();

function formatsOf(catalogue: Catalogue, spelling: string): Map<string, IntlMessageFormat> {
  let bySpelling = known.get(catalogue);
  if (!bySpelling) known.set(catalogue, (bySpelling = new Map()));
  let formats = bySpelling.get(spelling);
  if (!formats) bySpelling.set(spelling, (formats = new Map()));
  return formats;
}

let unsaid: (key: string, why: string) => void = () => {};
/** Hears of what could only be told by its key: it is in no catalogue, or was not given what it should be. */
export const onUnsaid = (listener: (key: string, why: string) => void): void => void (unsaid = listener);

/**
 * Speaks a language. What a catalogue does not have is told by its key: a record is read whatever stands in it.
 * @param spelling the locale of numbers, where it is another than the language's own: `en-US`
 * @param isolates names within a sentence are written in their own direction, whatever that of the sentence
 */
export function speaker(
  language: Language,
  catalogue: Catalogue,
  spelling: string = language,
  isolates = false
): Speak {
  const formats = formatsOf(catalogue, spelling);
  const together = new Intl.ListFormat(language === 'en' ? 'en-GB' : language);

  function formatOf(key: string): IntlMessageFormat | undefined {
    const known = formats.get(key);
    if (known) return known;
    const pattern = Object.hasOwn(catalogue, key) ? catalogue[key] : undefined;
    if (pattern === undefined) return undefined;
    const made = new IntlMessageFormat(pattern, spelling, undefined, { ignoreTag: true });
    formats.set(key, made);
    return made;
  }

  const ofFile = ({ file, in: others, name }: FileText, isWithin: boolean): string => {
    const text = others?.[language] ?? file;
    return isWithin && name && LOWERS_NAMES.has(language) ? lowered(text) : text;
  };

  /** What is not there leaves its place empty. */
  const arg = (value: Arg | null | undefined): string | number =>
    value === undefined || value === null
      ? ''
      : typeof value === 'number'
        ? value
        : isList(value)
          ? together.format(value.map(within))
          : within(value);

  function message({ say, with: given = {} }: Message): string {
    const format = formatOf(say);
    if (!format) {
      unsaid(say, 'is in no catalogue');
      return say;
    }
    const values = Object.fromEntries(Object.entries(given).map(([name, value]) => [name, arg(value)]));
    try {
      return String(format.format(values));
    } catch (error) {
      unsaid(say, (error as Error).message);
      return say;
    }
  }

  const isolated = (text: string): string => (isolates ? `\u2068${text}\u2069` : text);

  /** Within another sentence. */
  function within(said: Said): string {
    if (typeof said === 'string') return isolated(said);
    if ('file' in said) return isolated(ofFile(said, true));
    return 'all' in said ? said.all.map(speak).join(' ') : message(said);
  }

  /** On its own: what begins with a name or another message begins as a sentence does; what somebody wrote stays as it is. */
  function speak(said: Said): string {
    if (typeof said === 'string') return said;
    if ('file' in said) return ofFile(said, false);
    if ('all' in said) return said.all.map(speak).join(' ');
    const first = /^\{(\w+)\}/.exec(catalogue[said.say] ?? '')?.[1];
    const isOurs = first !== undefined && typeof said.with?.[first] === 'object';
    return isOurs ? begun(message(said)) : message(said);
  }
  return speak;
}

const isList = (value: Arg): value is readonly Said[] => Array.isArray(value);

/** The same value with all that it says put into words: for documents and interfaces that are read as they are. */
export function spoken<T>(value: T, speak: Speak): Spoken<T> {
  const walk = (v: unknown): unknown => {
    if (typeof v !== 'object' || v === null) return v;
    if (isSaid(v)) return speak(v);
    if (Array.isArray(v)) return v.map(walk);
    return Object.fromEntries(Object.entries(v).map(([key, inner]) => [key, walk(inner)]));
  };
  return walk(value) as Spoken<T>;
}

/** A value whose sayings are text. */
export type Spoken<T> = T extends Said
  ? T extends string
    ? T
    : string
  : T extends object
    ? { [K in keyof T]: Spoken<T[K]> }
    : T;

const isSaid = (value: object): value is Exclude<Said, string> =>
  ('say' in value && typeof value.say === 'string') ||
  ('file' in value && typeof value.file === 'string') ||
  ('all' in value && Array.isArray(value.all));
