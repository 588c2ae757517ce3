/** Something wrong in a document, named by its place. A warning is worth saying but stops nothing. */
export interface Fault {
  /** Where: `joints[3].screw.lengthMm`, or `file` for the document as a whole. */
  place: string;
  message: string;
  severity: 'fault' | 'warning';
}

export function fault(path: readonly PropertyKey[], message: string): Fault {
  return { place: placeOf(path), message, severity: 'fault' };
}

export function warning(path: readonly PropertyKey[], message: string): Fault {
  return { place: placeOf(path), message, severity: 'warning' };
}

function placeOf(path: readonly PropertyKey[]): string {
  if (path.length === 0) return 'file';
  return path
    .map((key, i) => (typeof key === 'number' ? `[${key}]` : `${i === 0 ? '' : '.'}${shown(String(key))}`))
    .join('');
}

/** A text from a document, cut and stripped so that a fault's message cannot be made to lie or to sprawl. */
export function shown(text: string): string {
  const plain = [...text].map((char) => (/[\p{C}\p{Z}]/u.test(char) && char !== ' ' ? '\u00b7' : char)).join('');
  return plain.length > 60 ? `${plain.slice(0, 57)}...` : plain;
}
