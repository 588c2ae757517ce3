import { inEnglish } from '../testing/english';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { answerWords, HazardAnswers, QUESTIONS, triage } from '.';
import { CONDITION_WORDS } from '../words';

const harmless = Object.fromEntries(QUESTIONS.map((q) => [q.id, Object.keys(q.answers)[0]!]));
const anyAnswers = fc.record(
  Object.fromEntries(QUESTIONS.map((q) => [q.id, fc.constantFrom(...Object.keys(q.answers))])),
  { requiredKeys: [] }
);

describe('hazard triage', () => {
  it('asks for what has no answer, and lets pass what is harmless', () => {
    expect(triage({}).open).toEqual(QUESTIONS.map((q) => q.id));
    expect(triage(harmless)).toEqual({ open: [], stops: [], conditions: [] });
  });

  it.each([
    ['cell', 'swollen'],
    ['cell', 'burnt'],
    ['cell', 'leaking'],
    ['heat', 'yes'],
    ['dirt', 'yes']
  ])('stops at %s: %s, says what to do, and points at local rules', (question, answer) => {
    const { stops } = triage({ ...harmless, [question]: answer });
    expect(stops.map((s) => s.question)).toEqual([question]);
    expect(inEnglish(stops[0]!.now).join(' ')).toMatch(/local rules/);
    if (question !== 'dirt') expect(inEnglish(stops[0]!.now).join(' ')).toMatch(/licensed carriers/);
  });

  it('a doubtful cell, liquid, glass and a bad adapter change the work and do not end it', () => {
    const found = triage({ cell: 'doubtful', heat: 'no', liquid: 'wet', glass: 'yes', adapter: 'damaged', dirt: 'no' });
    expect(found.stops).toEqual([]);
    expect(found.conditions.map((c) => CONDITION_WORDS[c])).toHaveLength(4);
    expect(inEnglish(CONDITION_WORDS['cell-doubtful'])).toMatch(/no solvent, no metal, no bending, no charging/);
  });

  it('one more answer never takes a stop or a condition away', () => {
    fc.assert(
      fc.property(anyAnswers, (answers) => {
        const whole = triage(HazardAnswers.parse(answers));
        for (const left of Object.keys(answers)) {
          const { [left]: _, ...rest } = answers;
          const fewer = triage(rest);
          expect(whole.stops).toEqual(expect.arrayContaining(fewer.stops));
          expect(whole.conditions).toEqual(expect.arrayContaining(fewer.conditions));
        }
      })
    );
  });

  it('takes only answers that were offered', () => {
    expect(HazardAnswers.safeParse({ cell: 'fine' }).success).toBe(false);
    expect(HazardAnswers.safeParse({ mood: 'good' }).success).toBe(false);
    expect(inEnglish(answerWords('cell', 'swollen'))).toMatch(/Swollen/);
  });
});
