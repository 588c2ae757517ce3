import { deflateSync, inflateSync, strFromU8, strToU8 } from 'fflate';

/** Large documents, with what they are packed to once they were sent. */
const documents = new WeakMap<object, { text?: string }>();

/**
 * A large document that goes to the browser packed (src/hooks.ts): its JSON deflated, in base 64, once however many pages it goes with.
 * Writing out a machine and a plan value by value was a third of what such a page cost the server.
 * @param document plain JSON that does not change any more, and is kept: packing is dear
 */
export function packed<T extends object>(document: T): T {
  if (!documents.has(document)) documents.set(document, {});
  return document;
}

/** What a value is packed to; undefined where it goes like any other. */
export function packedText(value: unknown): string | undefined {
  const kept = typeof value === 'object' && value !== null ? documents.get(value) : undefined;
  return kept && (kept.text ??= btoa(strFromU8(deflateSync(strToU8(JSON.stringify(value))), true)));
}

/** What was packed to this text. */
export const unpacked = (text: string): unknown => JSON.parse(strFromU8(inflateSync(strToU8(atob(text), true))));
