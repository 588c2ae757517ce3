import { parse, TYPE, type MessageFormatElement } from '@formatjs/icu-messageformat-parser';
import { printAST } from '@formatjs/icu-messageformat-parser/printer.js';
import type { Catalogue } from '$core/language';

/** Languages that nobody speaks, to look at screens in: one is longer, the other runs from right to left besides. */
export const TRIALS = ['longer', 'mirrored'] as const;
export type Trial = (typeof TRIALS)[number];

const ACCENTED: Readonly<Record<string, string>> = { a: 'áá', e: 'éé', i: 'íí', n: 'ññ', o: 'óó', r: 'ŕŕ', u: 'úú' };
/** Written against the direction of its letters until what closes it. */
const [OVERRIDE, POP] = ['\u202e', '\u202c'];

/** About 40 % longer within each word, accented; still to be read. */
const longer = (text: string): string =>
  text.replace(/[aeinoru]/gi, (letter) => {
    const two = ACCENTED[letter.toLowerCase()]!;
    return letter === letter.toLowerCase() ? two : two[0]!.toUpperCase() + two[1];
  });
const mirrored = (text: string): string => (/\p{L}/u.test(text) ? `${OVERRIDE}${longer(text)}${POP}` : text);

/**
 * A catalogue in a language that nobody speaks, for looking at screens: what stays as it was is not in the catalogue, what is cut is too
 * narrow, what stands on the wrong side was not written for both directions. What a message is given stays as it is.
 */
export function onTrial(catalogue: Catalogue, trial: Trial): Catalogue {
  const change = trial === 'longer' ? longer : mirrored;
  const changed = (elements: MessageFormatElement[]): MessageFormatElement[] =>
    elements.map((el) => {
      if (el.type === TYPE.literal) return { ...el, value: change(el.value) };
      if (el.type === TYPE.tag) return { ...el, children: changed(el.children) };
      if (el.type !== TYPE.select && el.type !== TYPE.plural) return el;
      const options = Object.entries(el.options).map(([name, o]) => [name, { ...o, value: changed(o.value) }]);
      return { ...el, options: Object.fromEntries(options) };
    });
  return Object.fromEntries(Object.entries(catalogue).map(([key, text]) => [key, printAST(changed(parse(text)))]));
}
