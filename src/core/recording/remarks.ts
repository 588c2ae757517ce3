import { asLine } from '../machine';
import type { RecordState } from './state';

/** What was written down of the machine as a whole: as many lines as a file takes. */
export const machineRemarks = ({ notes }: RecordState): string[] =>
  notes
    .filter((n) => n.part === undefined)
    .map((n) => asLine(n.text, 600))
    .filter((text) => text !== '')
    .slice(0, 100);

/** What was written down of a part, and why it did not come at first; undefined where nothing was. */
export function partRemark({ notes, resisted }: RecordState, part: string): string | undefined {
  const own = [...resisted.map((r) => ({ ...r, text: r.why })), ...notes]
    .filter((said) => said.part === part)
    .sort((a, b) => a.when - b.when)
    .map((said) => said.text);
  return asLine(own.join('; '), 400) || undefined;
}
