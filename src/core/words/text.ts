import type { Joint, Machine, Model } from '../machine';
import { type FileText, type Said, say } from '../language';

/** Words of a machine file with what it calls them in other languages. */
export function fileText({ translations }: Pick<Machine, 'translations'>, text: string): FileText {
  let others: Record<string, string> | undefined;
  for (const language in translations) {
    const texts = translations[language]!;
    if (Object.hasOwn(texts, text)) (others ??= {})[language] = texts[text]!;
  }
  return others ? { file: text, in: others } : { file: text };
}

/** A name of a machine file. */
export const fileName = (machine: Pick<Machine, 'translations'>, name: string): FileText => ({
  ...fileText(machine, name),
  name: true
});

export const partName = ({ machine, part }: Model, id: string): FileText => fileName(machine, part(id).name);
export const jointName = ({ machine }: Model, { name }: Joint): FileText => fileName(machine, name);
export const zoneName = ({ machine, zone }: Model, id: string): FileText => fileName(machine, zone(id).name);

/** "a, b, c and d", or the first four of them "and 3 more". */
export function listed(items: readonly Said[]): Said | readonly Said[] {
  const few = items.slice(0, 4);
  const n = items.length - few.length;
  return n > 0 ? say('list.more', { items: few, n }) : few;
}

/** Whether a joint's English name is of several ("bottom cover screws") or of one ("fan plug"). */
export const numberOf = ({ name }: Joint): 'plural' | 'one' => (/[^s]s$/.test(name) ? 'plural' : 'one');

/** "a or b or c". */
export const anyOf = (items: readonly Said[]): Said =>
  items.slice(1).reduce<Said>((one, other) => say('list.anyOf', { one, other }), items[0] ?? '');

/** One line that says what, and another that says how. */
export interface Phrase {
  text: Said;
  detail?: Said | undefined;
}
