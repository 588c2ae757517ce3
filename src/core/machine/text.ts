import { z } from 'zod';

/** C0 and C1 controls (NUL above all, which PostgreSQL refuses) and marks that reorder text on screen. */
// eslint-disable-next-line no-control-regex
const UNFIT = /[\u0000-\u001f\u007f-\u009f\u200e\u200f\u202a-\u202e\u2066-\u2069]/;

/** Text as it is taken from a field where people write or paste: without the marks that nobody sees and no record takes. */
export const cleaned = (text: string): string =>
  [...text]
    .filter((char) => char === '\n' || char === '\r' || char === '\t' || (!UNFIT.test(char) && wellFormed(char)))
    .join('');

function wellFormed(text: string): boolean {
  for (const char of text) {
    const code = char.codePointAt(0)!;
    if (code >= 0xd800 && code <= 0xdfff) return false;
  }
  return true;
}

/** One line of text that people wrote: trimmed of nothing, but free of control characters. */
export function line(max: number) {
  return z
    .string()
    .min(1, 'is empty')
    .max(max, `is longer than ${max} characters`)
    .refine((text) => !UNFIT.test(text), 'holds a control character')
    .refine(wellFormed, 'is not well-formed Unicode');
}

/** What was written in several lines as one, cut where there is no more room, and never within a character. @param max as of `line` */
export function asLine(text: string, max: number): string {
  const cut = text.replace(/\s+/g, ' ').trim().slice(0, max);
  return cut.replace(/[\ud800-\udbff]$/, '').trim();
}

/** An identifier within one machine file: lower case letters, digits, single hyphens. */
export const Id = z
  .string()
  .max(64, 'is longer than 64 characters')
  .regex(/^[a-z0-9]+(-[a-z0-9]+)*$/, 'must be lower case letters, digits and single hyphens');

/** An identifier for what people call something: `Fan screws` gives `fan-screws`. @param otherwise for what has no letter in it */
export function idFor(name: string, otherwise: string): string {
  const id = name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, 60)
    .replace(/^-+|-+$/g, '');
  return id === '' ? otherwise : id;
}

/** An identifier that nothing of its kind has yet. @param taken those that are there; @param otherwise for what has no letter in it */
export function freshId(wanted: string, taken: Iterable<string>, otherwise: string): string {
  const all = new Set(taken);
  const base = idFor(wanted, otherwise);
  for (let n = 1; ; n++) {
    const id = n === 1 ? base : `${base}-${n}`;
    if (!all.has(id)) return id;
  }
}

/** A name that nothing of its kind has yet: the second fan is the fan 2. */
export function freshName(wanted: string, taken: Iterable<string>): string {
  const all = new Set(taken);
  for (let n = 1; ; n++) {
    const name = n === 1 ? wanted : `${wanted} ${n}`;
    if (!all.has(name)) return name;
  }
}

/** Several lines that people wrote: notes. Line breaks and tabs are fine, other controls are not. */
export function prose(max: number) {
  return z
    .string()
    .max(max, `is longer than ${max} characters`)
    .refine((text) => !UNFIT.test(text.replace(/[\n\r\t]/g, '')), 'holds a control character')
    .refine(wellFormed, 'is not well-formed Unicode');
}
