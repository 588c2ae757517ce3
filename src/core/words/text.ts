/** What all sentences are put together with. */

/** A name as it reads within a sentence: "Fan screws" in lower case, "SSD" and "DC-in socket" as they are. */
export const inSentence = (name: string): string =>
  /^[A-Z][a-z]/.test(name) ? name[0]!.toLowerCase() + name.slice(1) : name;

/** As a sentence begins. */
export const begun = (text: string): string => text[0]!.toUpperCase() + text.slice(1);

/** "the screw", "4 screws". */
export const counted = (n: number, one: string): string => (n === 1 ? `the ${one}` : `${n} ${one}s`);

/** Pieces that apply, one after the other; undefined when none does. */
export const sentence = (...pieces: (string | false | undefined)[]): string | undefined =>
  pieces.filter(Boolean).join(' ') || undefined;

export const percent = (share: number): string => `${Math.round(100 * share)}\u00a0%`;

/** "a, b, c and d", or the first four of them "and 3 more". */
export function listed(items: readonly string[]): string {
  const few = items.slice(0, 4);
  const more = items.length - few.length;
  return more > 0
    ? `${few.join(', ')} and ${more} more`
    : few.length > 1
      ? `${few.slice(0, -1).join(', ')} and ${few.at(-1)}`
      : (few[0] ?? '');
}

/** One line that says what, and another that says how. */
export interface Phrase {
  text: string;
  detail?: string;
}
