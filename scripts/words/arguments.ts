import { parse, TYPE, type MessageFormatElement } from '@formatjs/icu-messageformat-parser';

/** What a message is to be given: text, a number, or one of some words. */
export type Kind = 'text' | 'number' | 'word';

/** The arguments of an ICU message, by name in the order in which they stand. @throws when it cannot be read */
export function argumentsOf(pattern: string): Map<string, Kind> {
  const found = new Map<string, Kind>();
  const add = (name: string, kind: Kind) => {
    const before = found.get(name);
    // What is chosen by and shown as well is text that may be one of those words.
    found.set(
      name,
      before === undefined || before === kind ? kind : kind === 'number' || before === 'number' ? 'number' : 'word'
    );
  };
  const walk = (elements: readonly MessageFormatElement[]) => {
    for (const element of elements) {
      if (element.type === TYPE.argument) add(element.value, 'text');
      if (element.type === TYPE.number || element.type === TYPE.date || element.type === TYPE.time)
        add(element.value, 'number');
      if (element.type === TYPE.plural || element.type === TYPE.select) {
        add(element.value, element.type === TYPE.plural ? 'number' : 'word');
        for (const option of Object.values(element.options)) walk(option.value);
      }
    }
  };
  walk(parse(pattern, { ignoreTag: true }));
  return found;
}

/** TypeScript of what each message of a catalogue is given.
 * @param said where the type of what is said comes from @param text the type of an argument that is shown as it is */
export function messagesModule(catalogue: Readonly<Record<string, string>>, said: string, text = 'Arg'): string {
  const types: Record<Kind, string> = { text, number: 'number', word: 'string' };
  const members = Object.entries(catalogue).map(([key, pattern]) => {
    const given = [...argumentsOf(pattern)].map(([name, kind]) => `${name}: ${types[kind]}`);
    return `  '${key}': ${given.length > 0 ? `{ ${given.join('; ')} }` : 'Nothing'};`;
  });
  return `// Written by \`npm run words\` from the English catalogue.
import type { Arg } from '${said}';

type Nothing = Record<never, never>;

/** What each message is given. */
export interface Messages {
${members.join('\n')}
}
`;
}
