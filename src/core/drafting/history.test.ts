import { describe, expect, it } from 'vitest';
import { english } from '../testing/english';
import { demoAccess } from '../testing/machines';
import { changesBetween, foldDraft, sittings, type DraftEvent } from '.';
import type { Machine } from '../machine';

const first = demoAccess('norrvik-fathom-14').model.machine;

/** Edits of people at minutes of a day. */
function drawn(...edits: [by: string, minute: number, (m: Machine) => Machine][]): DraftEvent[] {
  let machine = first;
  return edits.map(([by, minute, edit], i) => {
    const next = edit(machine);
    const changes = changesBetween(machine, next);
    machine = next;
    return {
      id: `00000000-0000-4000-8000-${String(i).padStart(12, '0')}`,
      at: new Date(Date.UTC(2026, 10, 28, 9, minute)).toISOString(),
      by,
      type: 'edited',
      changes
    };
  });
}
const named = (part: string, name: string) => (m: Machine) => ({
  ...m,
  parts: m.parts.map((p) => (p.id === part ? { ...p, name } : p))
});
const told = (events: DraftEvent[]) =>
  sittings(first, events).map(({ by, edits, refused, changes }) => [
    by,
    edits,
    refused,
    changes.map((c) => english(c))
  ]);

describe('who drew what', () => {
  it('is told by the sitting, the newest first, in the trade’s words', () => {
    const events = drawn(
      ['Ines', 0, named('fan', 'Blower')],
      ['Ines', 5, named('ssd', 'Drive')],
      ['Tam', 6, named('ssd', 'Drive of 512 GB')],
      ['Tam', 40, named('battery', 'Cell')]
    );
    expect(told(events)).toEqual([
      ['Tam', 1, 0, [expect.stringMatching(/Battery.*Cell|Cell/)]],
      ['Tam', 1, 0, [expect.stringContaining('Drive of 512 GB')]],
      ['Ines', 2, 0, [expect.stringContaining('Blower'), expect.stringContaining('Drive')]]
    ]);
    expect(sittings(first, events).map(({ to }) => to.slice(11, 16))).toEqual(['09:40', '09:06', '09:05']);
  });
  it('says nothing of what was taken back in the same sitting, and counts an edit once', () => {
    const name = first.parts.find((p) => p.id === 'fan')!.name;
    const events = drawn(['Ines', 0, named('fan', 'Blower')], ['Ines', 1, named('fan', name)]);
    expect(told([...events, events[0]!])).toEqual([['Ines', 2, 0, []]]);
  });
  it('counts what did not fit any more, and ends where the draft does', () => {
    const [a] = drawn(['Ines', 0, named('fan', 'Blower')]);
    const [b] = drawn(['Tam', 1, named('fan', 'Ventilator')]);
    const events = [a!, { ...b!, id: '00000000-0000-4000-8000-00000000000b' }];
    expect(told(events).map((row) => row.slice(0, 3))).toEqual([
      ['Tam', 1, 1],
      ['Ines', 1, 0]
    ]);
    expect(foldDraft(first, events).refused).toEqual([events[1]!.id]);
  });
  it('is nothing where nothing was drawn', () => expect(sittings(first, [])).toEqual([]));
});
