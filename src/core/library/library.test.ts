import { describe, expect, it } from 'vitest';
import { demoAccess } from '../testing/machines';
import { inEnglish } from '../testing/english';
import { howKnown, isClean, knowledgeOf, mayBecome, proposedChange } from '.';

describe('what may be said of a file', () => {
  const tam = { id: 'tam', role: 'technician' };
  const ines = { id: 'ines', role: 'lead' };
  it('a second person checks a draft, a lead puts in force what was checked', () => {
    expect(mayBecome({ standing: 'draft', drawnBy: 'tam' }, tam)).toBeUndefined();
    expect(mayBecome({ standing: 'draft', drawnBy: 'tam' }, ines)).toBe('checked');
    expect(mayBecome({ standing: 'draft', drawnBy: 'ines' }, tam)).toBe('checked');
    expect(mayBecome({ standing: 'draft', drawnBy: 'tam' }, { id: 'ola', role: 'trainee' })).toBeUndefined();
    expect(mayBecome({ standing: 'checked', drawnBy: 'tam' }, tam)).toBeUndefined();
    expect(mayBecome({ standing: 'checked', drawnBy: 'ines' }, ines)).toBe('in-force');
  });
  it('of what is being recorded, or is in force, nothing more', () => {
    for (const standing of ['begun', 'in-force'] as const)
      expect(mayBecome({ standing, drawnBy: 'tam' }, ines)).toBeUndefined();
  });
});

describe('a clean run', () => {
  const clean = { findings: [], conflicts: {}, replans: [], steps: {} };
  it('is one that found everything as the file says', () => {
    expect(isClean(clean)).toBe(true);
    const note = { event: 'e', at: '', what: 'note', note: 'a remark' };
    expect(isClean({ ...clean, findings: [note] })).toBe(true);
    expect(isClean({ ...clean, findings: [{ ...note, what: 'hidden-elsewhere' }] })).toBe(false);
    expect(isClean({ ...clean, replans: [{ event: 'e', at: '', why: 'stuck' }] })).toBe(false);
    expect(isClean({ ...clean, conflicts: { a: [] } })).toBe(false);
    for (const outcome of ['skipped', 'fail'] as const)
      expect(isClean({ ...clean, steps: { a: { event: 'e', at: '', outcome } } })).toBe(false);
  });
});

describe('how a thing is known', () => {
  const origins = {
    'joints/fan-screws/b': { how: 'guessed', sure: 0.7 },
    'joints/fan-screws/at': { how: 'recorded' },
    'joints/fan-plug/b': { how: 'answered' },
    'joints/fan-plug/seconds': { how: 'guessed', sure: 0.5 },
    'joints/cover-screws/at': { how: 'recorded' },
    'joints/cover-screws/screw/lengthMm': { how: 'measured' }
  } as const;
  it('is as sure as what is least sure of it, times left out, and confirmed by a run that followed it', () => {
    expect(howKnown({ origins }, 'joints/fan-screws')).toBe('guessed');
    expect(howKnown({ origins }, 'joints/fan-plug')).toBe('answered');
    expect(howKnown({ origins }, 'joints/cover-screws')).toBe('recorded');
    expect(howKnown({ origins }, 'joints/fan-screws', 2)).toBe('confirmed');
    expect(howKnown({ origins }, 'joints/other')).toBe('written');
    expect(howKnown({}, 'joints/fan-screws', 2)).toBe('written');
  });
  it('is counted over all joints of a file', () => {
    const all = demoAccess().model.machine;
    const { length } = all.joints;
    expect(knowledgeOf(all).written).toBe(length);
    const id = all.joints[0]!.id;
    const some = { ...all, origins: { [`joints/${id}/b`]: { how: 'guessed' as const } } };
    expect(knowledgeOf(some)).toMatchObject({ written: length - 1, guessed: 1 });
    expect(knowledgeOf(some, { [id]: 3 })).toMatchObject({ written: length - 1, confirmed: 1 });
  });
});

describe('what runs found', () => {
  const { model } = demoAccess();
  const found = (what: string, notes: string[] = []) =>
    proposedChange(model, { step: 'down/joint:fan-screws', what, times: 2, notes });
  it('is proposed as a change where it tells of the file, and not where it tells of one machine', () => {
    expect(inEnglish(found('different-size', ['M2 x 4'])!)).toMatch(
      /fan screws: twice the size was another\. Noted: M2 x 4/i
    );
    expect(inEnglish(found('hidden-elsewhere')!)).toContain('it was somewhere else');
    for (const what of ['stripped', 'broken', 'missing-as-received', 'already-open'])
      expect(found(what)).toBeUndefined();
  });
  it('is nothing where the file has no such joint, or the step is of none', () => {
    expect(proposedChange(model, { step: 'down/joint:nothing', what: 'more', times: 1, notes: [] })).toBeUndefined();
    expect(proposedChange(model, { step: 'prove/wifi', what: 'more', times: 1, notes: [] })).toBeUndefined();
  });
});
