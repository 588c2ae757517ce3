import type { Said } from '../language';
/** Something that is wrong with what was given, told by its place. A warning is worth saying but stops nothing. */
export interface Problem {
  /** What kind it is, for programs: `unknown-reference`. */
  code: string;
  /** Where: `joints[3].screw.lengthMm`, or `file` for the document as a whole. */
  place: string;
  message: Said;
  severity: 'error' | 'warning';
}

export function problem(path: readonly PropertyKey[], code: string, message: Said): Problem {
  return { code, place: placeOf(path), message, severity: 'error' };
}

export function warning(path: readonly PropertyKey[], code: string, message: Said): Problem {
  return { code, place: placeOf(path), message, severity: 'warning' };
}

function placeOf(path: readonly PropertyKey[]): string {
  if (path.length === 0) return 'file';
  return path
    .map((key, i) => (typeof key === 'number' ? `[${key}]` : `${i === 0 ? '' : '.'}${shown(String(key))}`))
    .join('');
}

/** A text from a document, cut and stripped so that a problem's message cannot be made to lie or to sprawl. */
export function shown(text: string): string {
  const plain = [...text].map((char) => (/[\p{C}\p{Z}]/u.test(char) && char !== ' ' ? '\u00b7' : char)).join('');
  return plain.length > 60 ? `${plain.slice(0, 57)}...` : plain;
}
