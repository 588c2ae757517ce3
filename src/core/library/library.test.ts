import { describe, expect, it } from 'vitest';
import { demoAccess } from '../testing/machines';
import { inEnglish } from '../testing/english';
import { howKnown, isClean, knowledgeOf, mayBecome, proposedChanges } from '.';

describe('what may be said of a file', () => {
  const tam = { id: 'tam', role: 'technician' };
  const ines = { id: 'ines', role: 'lead' };
  it('a second person checks a draft, a lead puts in force what was checked', () => {
    expect(mayBecome({ standing: 'draft', drawnBy: 'tam' }, tam)).toBeUndefined();
    expect(mayBecome({ standing: 'draft', drawnBy: 'tam' }, ines)).toBe('checked');
    expect(mayBecome({ standing: 'draft', drawnBy: 'ines' }, tam)).toBe('checked');
    expect(mayBecome({ standing: 'draft', drawnBy: 'tam' }, { id: 'ola', role: 'trainee' })).toBeUndefined();
    expect(mayBecome({ standing: 'checked', drawnBy: 'tam' }, tam)).toBeUndefined();
    for (const standing of ['draft', 'checked'] as const)
      expect(mayBecome({ standing, drawnBy: 'tam', gap: 'cell-untold' }, ines)).toBeUndefined();
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
  const { machine } = model;
  const differed = (what: string, more: object = {}) => ({
    step: 'down/joint:fan-screws',
    what,
    times: 2,
    notes: [],
    ...more
  });
  const proposed = (...found: ReturnType<typeof differed>[]) => proposedChanges(model, [{ machine, differed: found }]);
  it('is proposed as a change where it tells of the file, and not where it tells of one machine', () => {
    const [size] = proposed(differed('different-size', { notes: ['M2 x 4'] }));
    expect(inEnglish(size!.words)).toMatch(/fan screws: twice the size was another\. Noted: M2 x 4/i);
    expect(size!.thing).toEqual({ joint: 'fan-screws' });
    expect(inEnglish(proposed(differed('hidden-elsewhere'))[0]!.words)).toContain('it was somewhere else');
    for (const what of ['stripped', 'broken', 'missing-as-received', 'already-open'])
      expect(proposed(differed(what))).toEqual([]);
  });
  it('is nothing where the file has no such joint, or the step is of none', () => {
    expect(
      proposed(differed('more', { step: 'down/joint:nothing' }), differed('more', { step: 'prove/wifi' }))
    ).toEqual([]);
  });
  it('is counted over all files that say the same of the joint, and answered by the file that says otherwise', () => {
    const other = { joints: machine.joints.map((j) => (j.id === 'fan-screws' ? { ...j, seconds: j.seconds + 1 } : j)) };
    const found = [differed('more', { notes: ['one under the label'] }), differed('fewer', { times: 7 })];
    const same = { joints: machine.joints.map((j) => ({ ...j })) };
    const words = (on: Pick<typeof machine, 'joints'>[]) =>
      proposedChanges(
        model,
        on.map((m) => ({ machine: m, differed: found }))
      ).map((p) => inEnglish(p.words));
    expect(words([machine])).toHaveLength(2);
    expect(words([machine, same])[0]).toMatch(/14 times/);
    expect(words([machine, other])).toEqual(words([machine]));
    expect(words([other, { joints: [] }])).toEqual([]);
  });
});
