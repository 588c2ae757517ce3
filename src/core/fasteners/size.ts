import type { Screw } from '../machine';
import { refused, type Result } from '../result';

export interface ScrewSize {
  threadMm: number;
  lengthMm: number;
  head?: Screw['head'];
}

export type ParsedSize = Result<{ size: ScrewSize }>;

/** Words that people write behind a size, and the head that each means. */
const HEADS: [RegExp, Screw['head']][] = [
  [/\b(broad|flat[- ]broad|wide)\b/, 'flat-broad'],
  [/\b(countersunk|csk|flush)\b/, 'countersunk'],
  [/\bshoulder(ed)?\b/, 'shoulder'],
  [/\bcheese\b/, 'cheese'],
  [/\b(standoff|stand-off)\b/, 'standoff'],
  [/\b(pan|round)\b/, 'pan']
];
/** Threads and lengths found in notebooks, mm, with room to spare. */
const THREAD = { least: 0.8, most: 6 };
const LENGTH = { least: 1, most: 60 };
const PITCH = { least: 0.15, most: 1 };

/**
 * Reads a size as people write it: `M2.5x4`, `M2 x 3.5 broad`, `2.5 mm x 4 mm`, `m 2,5 × 4`.
 * One length alone can be thread or length and is refused as ambiguous, with what each reading would mean.
 * @returns thread and length in mm, or what is wrong in a reader's words
 */
export function parseScrewSize(text: string): ParsedSize {
  const plain = text
    .trim()
    .toLowerCase()
    .replace(/,(?=\d)/g, '.')
    .replace(/[×*]/g, 'x');
  if (plain.length > 60) return refused('too-long', 'is too long for a screw size');
  // Between thread and length the pitch may stand: M2.5x0.45x4.
  const match =
    /^(m\s*)?(\d+(?:\.\d+)?)\s*(mm)?(?:\s*x\s*(\d+(?:\.\d+)?)\s*(mm)?)?(?:\s*x\s*(\d+(?:\.\d+)?)\s*(?:mm)?)?(?:\s*([a-z][a-z -]*))?$/.exec(
      plain
    );
  if (!match) return refused('not-a-size', 'is not a screw size: write thread x length, as in M2.5 x 4');
  const [, metric, first, , middle, , third, words] = match;
  const second = third ?? middle;
  const pitch = third === undefined ? undefined : Number(middle);
  const one = Number(first);
  if (second === undefined) {
    return refused(
      'ambiguous',
      metric
        ? `gives the thread M${one} alone: the length is wanted as well, as in M${one} x 4`
        : `could be an M${one} thread or a length of ${one} mm: write both, as in M2 x ${one} or M${one} x 4`
    );
  }
  const two = Number(second);
  if (one < THREAD.least || one > THREAD.most)
    return refused('out-of-range', `has a thread of ${one} mm; from ${THREAD.least} to ${THREAD.most} mm are known`);
  if (pitch !== undefined && (pitch < PITCH.least || pitch > PITCH.most || pitch >= one))
    return refused(
      'out-of-range',
      `has a pitch of ${pitch} mm between thread and length; from ${PITCH.least} to ${PITCH.most} mm are known`
    );
  if (two < LENGTH.least || two > LENGTH.most)
    return refused('out-of-range', `has a length of ${two} mm; from ${LENGTH.least} to ${LENGTH.most} mm are known`);
  if (words === undefined) return { ok: true, size: { threadMm: one, lengthMm: two } };
  // "Not flush" says what it is not: that is no head.
  const denied = /\b(?:not|non|no)[ -]+([a-z -]+)/.exec(words);
  if (denied)
    return refused('unknown-head', `says what its head is not ("${words.trim()}"): say what it is, or leave it out`);
  const head = HEADS.find(([word]) => word.test(words))?.[1];
  if (!head)
    return refused(
      'unknown-head',
      `has a head "${words.trim()}" that is not known: ${HEADS.map(([, name]) => name).join(', ')}`
    );
  return { ok: true, size: { threadMm: one, lengthMm: two, head } };
}

/** The size as it is written on bins and in steps; the head is named where it is not a pan head. */
export function sizeText(size: ScrewSize): string {
  const head = size.head && size.head !== 'pan' ? ` ${size.head === 'flat-broad' ? 'broad' : size.head}` : '';
  return `M${size.threadMm} x ${size.lengthMm}${head}`;
}
