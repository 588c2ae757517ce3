import { describe, expect, it } from 'vitest';
import { STANDARD_PLACE } from '../calendar';
import { plan } from '../plan';
import { english } from '../testing/english';
import { demoAccess } from '../testing/machines';
import { fold, forCustomers, outcomeOf, reportSections, RunEvent } from '.';

const { model } = demoAccess();
const made = plan(demoAccess(), [{ do: 'replace', part: 'fan' }]);
let n = 0;
const event = (body: Record<string, unknown>): RunEvent =>
  RunEvent.parse({
    id: `00000000-0000-4000-8000-${String(++n).padStart(12, '0')}`,
    at: new Date(Date.UTC(2026, 10, 25, 8) + n * 1000).toISOString(),
    ...body
  });
/** Every step done, with changes by step id. */
const whole = (change: Record<string, Record<string, unknown>[]> = {}): RunEvent[] =>
  made.steps.flatMap((s) =>
    (
      change[s.id] ?? [
        s.do === 'test'
          ? { type: 'tested', outcome: 'pass' }
          : { type: 'done', ...(s.count === undefined ? {} : { count: s.count }) }
      ]
    ).map((body) => event({ step: s.id, ...body }))
  );
const told = (events: RunEvent[]) =>
  outcomeOf(model, [made], fold(model, made, events)).map((l) => `${l.bad ? '! ' : ''}${english(l.text)}`);
const tests = made.steps.filter((s) => s.do === 'test');
const screws = made.steps
  .filter((s) => s.do === 'close' && s.count !== undefined && model.joint(s.joint!).kind === 'screws')
  .reduce((sum, s) => sum + s.count!, 0);

describe('what came of a job', () => {
  it('is three lines where all went well', () => {
    expect(told(whole())).toEqual([
      'Replace the fan: done',
      `All ${tests.length} tests after the work passed.`,
      `All ${screws} screws that came out are back in their place.`
    ]);
  });

  it('names the tests that failed, and says when nothing was done', () => {
    expect(told(whole({ 'prove/cooling': [{ type: 'tested', outcome: 'fail' }] }))[1]).toBe(
      `! 1 of ${tests.length} tests after the work failed: Fan and temperature.`
    );
    expect(told([])).toEqual(['! Replace the fan: not done']);
  });

  it('says which screws are missing: since before, by our work, or still to be accounted for', () => {
    const out = made.steps.find((s) => s.id === 'down/joint:fan-screws')!;
    const back = made.steps.find((s) => s.mirror === out.id)!;
    const one = [{ type: 'done', count: out.count! - 1 }];
    const before = whole({ [out.id]: one, [back.id]: one });
    const missing = [...before, event({ type: 'account', joint: 'fan-screws', fate: 'missing-as-received', count: 1 })];
    expect(told(before).at(-1)).toBe('! The screws do not add up: fan screws.');
    expect(told(missing).at(-1)).toBe(
      `${screws - 1} screws are back in place; one was already missing when the machine came in: fan screws.`
    );
    const lost = [
      ...whole({ [back.id]: one }),
      event({ type: 'account', joint: 'fan-screws', fate: 'lost', count: 1 })
    ];
    expect(told(lost).at(-1)).toBe(`! ${screws - 1} screws are back in place; one screw is missing: fan screws.`);
  });

  it('leaves the full record to who asks for it', () => {
    const sections = reportSections(
      model,
      [made],
      fold(model, made, [...whole(), event({ type: 'note', text: 'Dusty.' })]),
      STANDARD_PLACE
    );
    expect(forCustomers(sections).map((s) => s.id)).toEqual(['found']);
    expect(sections.map((s) => s.id)).toContain('tested');
  });
});
