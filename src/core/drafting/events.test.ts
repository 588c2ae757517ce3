import { describe, expect, it } from 'vitest';
import { seeded } from '../solve';
import { demoAccess } from '../testing/machines';
import { changesBetween, foldDraft, steps, type DraftEvent } from '.';

const first = demoAccess().model.machine;
let n = 0;
const id = () => `00000000-0000-4000-8000-${String(++n).padStart(12, '0')}`;

/** A table at which people draw. */
class Table {
  readonly events: DraftEvent[] = [];
  get machine() {
    return foldDraft(first, this.events).machine;
  }
  say(by: string, more: Pick<DraftEvent, 'changes'> & { undoes?: string | undefined }) {
    const { undoes, changes } = more;
    this.events.push({
      id: id(),
      at: '2026-01-05T08:00:00.000Z',
      type: 'edited',
      by,
      changes,
      ...(undoes === undefined ? {} : { undoes })
    });
  }
  note(by: string, text: string) {
    const now = this.machine;
    this.say(by, { changes: changesBetween(now, { ...now, notes: [...now.notes, text] }) });
  }
  rename(by: string, joint: number, name: string) {
    const now = this.machine;
    this.say(by, {
      changes: changesBetween(now, { ...now, joints: now.joints.map((j, i) => (i === joint ? { ...j, name } : j)) })
    });
  }
  undo(by: string) {
    const { undo } = steps(this.events, by);
    if (undo) this.say(by, undo);
    return undo !== undefined;
  }
  redo(by: string) {
    const { redo } = steps(this.events, by);
    if (redo) this.say(by, redo);
    return redo !== undefined;
  }
}
const names = (table: Table) => table.machine.joints.slice(0, 3).map((j) => j.name);

describe('steps back and forth', () => {
  it('go through all of one\u2019s own edits, and forth again, until something new is drawn', () => {
    const table = new Table();
    const begun = names(table);
    table.rename('ines', 0, 'A');
    table.rename('ines', 1, 'B');
    table.rename('ines', 0, 'C');
    expect(names(table)).toEqual(['C', 'B', begun[2]]);
    table.undo('ines');
    table.undo('ines');
    expect(names(table)).toEqual(['A', begun[1], begun[2]]);
    table.redo('ines');
    expect(names(table)).toEqual(['A', 'B', begun[2]]);
    table.undo('ines');
    table.undo('ines');
    expect(names(table)).toEqual(begun);
    expect(table.undo('ines')).toBe(false);
    table.redo('ines');
    table.redo('ines');
    table.redo('ines');
    expect(table.redo('ines')).toBe(false);
    expect(names(table)).toEqual(['C', 'B', begun[2]]);
    table.undo('ines');
    table.rename('ines', 2, 'D');
    expect(table.redo('ines')).toBe(false);
    expect(names(table)).toEqual(['A', 'B', 'D']);
  });
  it('are one\u2019s own: another\u2019s edits stay', () => {
    const table = new Table();
    table.rename('ines', 0, 'A');
    table.rename('tam', 1, 'B');
    table.undo('ines');
    expect(names(table)[1]).toBe('B');
    expect(names(table)[0]).not.toBe('A');
    expect(table.undo('ines')).toBe(false);
  });
  it('back and forth by lot come back to the same bytes', () => {
    const random = seeded(5);
    const table = new Table();
    for (let i = 0; i < 60; i++) {
      const by = random() < 0.5 ? 'ines' : 'tam';
      const dice = random();
      if (dice < 0.5) table.rename(by, Math.floor(random() * 20), `Name ${i}`);
      else if (dice < 0.8) table.undo(by);
      else table.redo(by);
    }
    while (table.undo('ines') || table.undo('tam'));
    const { refused } = foldDraft(first, table.events);
    // What two changed one over the other cannot be taken back by the first of them: it is refused, and told.
    if (refused.length === 0) expect(JSON.stringify(table.machine)).toBe(JSON.stringify(first));
    expect(foldDraft(first, [...table.events, ...table.events]).machine).toEqual(table.machine);
  });
});

describe('two at one table', () => {
  it('the second is told that what he would change was changed meanwhile, and nothing is overwritten', () => {
    const table = new Table();
    const [a, b] = [first.joints[0]!, first.joints[1]!];
    const over = (joint: typeof a, name: string) =>
      changesBetween(first, { ...first, joints: first.joints.map((j) => (j === joint ? { ...j, name } : j)) });
    table.say('ines', { changes: over(a, 'Hers') });
    table.say('tam', { changes: over(a, 'His') });
    table.say('tam', { changes: over(b, 'His own') });
    const { machine, refused } = foldDraft(first, table.events);
    expect(machine.joints.slice(0, 2).map((j) => j.name)).toEqual(['Hers', 'His own']);
    expect(refused).toEqual([table.events[1]!.id]);
  });
});
