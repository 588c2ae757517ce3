import { inEnglish } from '../testing/english';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { plan } from '../plan';
import { DEMO_MACHINES, demoAccess } from '../testing/machines';
import { fold, proposedNote as proposedNoteSaid, RunEvent, suspects as suspectsSaid } from '.';
import { chanceWords } from '../words';

const suspects = (...asked: Parameters<typeof suspectsSaid>) => inEnglish(suspectsSaid(...asked));
const proposedNote = (...asked: Parameters<typeof proposedNoteSaid>) => inEnglish(proposedNoteSaid(...asked));

const { model } = demoAccess();
const made = plan(demoAccess(), [{ do: 'replace', part: 'battery' }]);

let serial = 0;
const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const event = (body: Record<string, unknown>): RunEvent =>
  RunEvent.parse({
    id: uuid(++serial),
    at: new Date(Date.UTC(2026, 10, 25, 8) + serial * 1000).toISOString(),
    ...body
  });
const moves = made.steps.findIndex((s) => s.do === 'move' && s.part === 'battery');
/** All steps before the battery comes, as expected but for these. */
const upTo = (change: Record<string, Record<string, unknown> | null> = {}) =>
  made.steps.slice(0, moves).flatMap((s) => {
    const other = change[s.id];
    return other === null
      ? []
      : [event({ type: 'done', step: s.id, ...(s.count === undefined ? {} : { count: s.count }), ...other })];
  });
const ranked = (events: RunEvent[], part = 'battery') => suspects(model, made, fold(model, made, events), part);
const screws = 'down/joint:battery-screws';

describe('it resists', () => {
  it('says a share of the doubt in words', () => {
    expect(inEnglish([0.9, 0.3, 0.1, 0.01].map(chanceWords))).toEqual([
      'most likely',
      'likely',
      'possible',
      'unlikely'
    ]);
  });
  it('a group that was counted short comes first, and says by how much', () => {
    const [first] = ranked([...upTo({ [screws]: { count: 4 } })]);
    expect(inEnglish(first)).toMatchObject({
      id: 'battery-screws',
      joint: 'battery-screws',
      text: '1 of 5 still in: battery screws'
    });
    expect(first!.probability).toBeGreaterThan(0.5);
  });
  it('so does a step that was skipped, with what was said of it, and one that was never done', () => {
    const skipped = ranked([
      ...upTo({ [screws]: null }),
      event({ type: 'skipped', step: screws, note: 'bit too large' })
    ]);
    expect(inEnglish(skipped[0])).toMatchObject({ id: 'battery-screws', look: 'It was skipped: bit too large' });
    expect(ranked(upTo({ [screws]: null }))[0]).toMatchObject({
      id: 'battery-screws',
      text: 'Not opened yet: battery screws'
    });
  });
  it('with everything done as it should be, the fastener that nobody wrote down is thought of before what was counted', () => {
    const all = ranked(upTo());
    expect(all[0]!.id).toBe('undocumented');
    expect(all.map((s) => s.id)).toContain('battery-screws');
  });
  it('what was looked at and was not it falls behind; what was found is out', () => {
    const events = upTo();
    const [first] = ranked(events);
    const cleared = ranked([...events, event({ type: 'looked', part: 'battery', suspect: first!.id, found: false })]);
    expect(cleared[0]!.id).not.toBe(first!.id);
    expect(cleared.find((s) => s.id === first!.id)!.probability).toBeLessThan(first!.probability);
    const found = [...events, event({ type: 'looked', part: 'battery', suspect: first!.id, found: true })];
    expect(ranked(found).some((s) => s.id === first!.id)).toBe(false);
    // Of another part nothing is known by that.
    expect(ranked(found, 'fan').some((s) => s.id === 'undocumented')).toBe(true);
    expect(fold(model, made, found).looks).toHaveLength(1);
  });
  it('what was noted as stripped or hidden is doubted before what was not', () => {
    const doubted = ranked([...upTo(), event({ type: 'not-so', step: screws, what: 'stripped' })]);
    expect(doubted[0]!.id).toBe('battery-screws');
  });
  it('clips that are hooked say which way to draw', () => {
    const cover = ranked(
      [
        event({ type: 'done', step: 'down/joint:cover-screws', count: 8 }),
        event({ type: 'done', step: 'down/joint:cover-clips' })
      ],
      'bottom-cover'
    );
    expect(inEnglish(cover.find((s) => s.id === 'cover-clips/hooks'))).toMatchObject({
      text: expect.stringContaining('the front edge'),
      look: expect.stringContaining('up and towards you')
    });
  });
  it('on every part of every machine, in any state: shares that add up to one, each suspect once, joints that are there', () => {
    for (const id of DEMO_MACHINES) {
      const access = demoAccess(id);
      const parts = access.model.machine.parts.filter((p) => p.moves.length > 0);
      const whole = plan(access, [{ do: 'replace', part: 'board' }]);
      fc.assert(
        fc.property(
          fc.subarray(whole.steps.filter((s) => s.leg === 'down')),
          fc.constantFrom(...parts),
          (steps, part) => {
            const state = fold(
              access.model,
              whole,
              steps.map((s) =>
                event({ type: 'done', step: s.id, ...(s.count === undefined ? {} : { count: s.count }) })
              )
            );
            const all = suspects(access.model, whole, state, part.id);
            expect(all.reduce((sum, s) => sum + s.probability, 0)).toBeCloseTo(1, 9);
            expect(new Set(all.map((s) => s.id)).size).toBe(all.length);
            for (const s of all) if (s.joint) expect(() => access.model.joint(s.joint!)).not.toThrow();
          }
        ),
        { numRuns: 30 }
      );
    }
  });
  it('what held such a part in earlier runs is thought of sooner, and proposed as a note of the file', () => {
    const events = upTo();
    const state = fold(model, made, events);
    const share = (times: number) =>
      suspects(model, made, state, 'battery', [{ part: 'battery', suspect: 'battery-screws', times }]).find(
        (s) => s.id === 'battery-screws'
      )!.probability;
    expect(share(1)).toBeGreaterThan(share(0));
    expect(share(9)).toBeGreaterThan(share(1));
    expect(inEnglish(proposedNote(model, { part: 'battery', suspect: 'battery-screws', times: 2 }))).toBe(
      'The battery was held twice by the battery screws: check there first.'
    );
    expect(proposedNote(model, { part: 'battery', suspect: 'undocumented', times: 1 })).toMatch(
      /once by a fastener that this file does not know/
    );
    expect(proposedNote(model, { part: 'gone', suspect: 'battery-screws', times: 1 })).toBeUndefined();
  });
});
