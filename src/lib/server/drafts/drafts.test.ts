import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { changesBetween, startOf, type DraftEvent } from '$core/drafting';
import { contentHash, type Machine } from '$core/machine';
import { WHOLE_PICTURE, type Scale } from '$core/recording';
import { demoAccess } from '$core/testing/machines';
import { english } from '$core/testing/english';
import { pool } from '../database/pool';
import { machinesToChoose } from '../library/choice';
import { closePlanner } from '../planning/plans';
import { addPerson } from '../sign-in/people';
import { freshDatabase } from '../testing/database';
import { draftPhoto, keepDraftPhoto, photosOfDraft, scaleDraftPhoto } from './photos';
import { appendEdits, beginDraft, draftOfPage, eventsOfDraft, keepDraft, listDrafts } from './drafts';

let database: Awaited<ReturnType<typeof freshDatabase>>;
let ines: string;
let tam: string;
beforeAll(async () => {
  database = await freshDatabase();
  ines = await addPerson(pool(), { signIn: 'ines', name: 'Ines Havgaard', role: 'lead' }, 'a long enough password');
  tam = await addPerson(pool(), { signIn: 'tam', name: 'Tam Okello', role: 'technician' }, 'a long enough password');
});
afterAll(async () => {
  await closePlanner();
  await database.drop();
});

const fathom = demoAccess().model.machine;
const edit = (before: Machine, after: Machine): DraftEvent => ({
  id: randomUUID(),
  at: new Date().toISOString(),
  type: 'edited',
  changes: changesBetween(before, after)
});
const renamed = (machine: Machine, joint: number, name: string): Machine => ({
  ...machine,
  joints: machine.joints.map((j, i) => (i === joint ? { ...j, name } : j))
});
const document = async (id: string): Promise<Machine> =>
  (await pool().query('select document from draft where id = $1', [id])).rows[0].document;

describe('a draft', () => {
  it('is begun once, and shows what it began with and each edit after it', async () => {
    const once = randomUUID();
    const id = await beginDraft(fathom, { by: ines, once });
    expect(await beginDraft(fathom, { by: ines, once })).toBe(id);
    const first = edit(fathom, renamed(fathom, 0, 'First'));
    expect(await appendEdits(id, [first, first], ines)).toEqual({ ok: true, seq: 1 });
    expect(await appendEdits(id, [first], ines)).toEqual({ ok: true, seq: 1 });
    expect((await document(id)).joints[0]!.name).toBe('First');
    expect((await draftOfPage({ draft: id })).first.joints[0]!.name).toBe(fathom.joints[0]!.name);
    expect((await eventsOfDraft(pool(), id)).events).toMatchObject([{ id: first.id, by: 'Ines Havgaard' }]);
    expect((await listDrafts(pool()))[0]).toMatchObject({ id, model: 'Fathom 14', startedBy: 'Ines Havgaard' });
  });
  it('of two people who change the same thing keeps what came first, names the other, and takes none of his batch', async () => {
    const id = await beginDraft(fathom, { by: ines });
    expect(await appendEdits(id, [edit(fathom, renamed(fathom, 0, 'Hers'))], ines)).toMatchObject({ ok: true });
    const [over, beside] = [edit(fathom, renamed(fathom, 0, 'His')), edit(fathom, renamed(fathom, 1, 'Beside'))];
    expect(await appendEdits(id, [beside, over], tam)).toMatchObject({
      ok: false,
      problems: [{ code: 'conflict', place: over.id }]
    });
    expect((await document(id)).joints.slice(0, 2).map((j) => j.name)).toEqual(['Hers', fathom.joints[1]!.name]);
    expect(await appendEdits(id, [beside], tam)).toMatchObject({ ok: true, seq: 2 });
    // At the same moment one of them comes first.
    const now = await document(id);
    const both = await Promise.all(
      [ines, tam].map((by, i) => appendEdits(id, [edit(now, renamed(now, 2, `Name ${i}`))], by))
    );
    expect(both.filter((b) => b.ok)).toHaveLength(1);
  });
  it('is refused an edit under an id that was used for another', async () => {
    const id = await beginDraft(fathom, { by: ines });
    const one = edit(fathom, renamed(fathom, 0, 'One'));
    await appendEdits(id, [one], ines);
    const other = { ...edit(fathom, renamed(fathom, 1, 'Two')), id: one.id };
    expect(await appendEdits(id, [other], ines)).toMatchObject({ ok: false, problems: [{ code: 'changed' }] });
  });
  it('takes no edit that puts something else in the place of a thing, and nothing of its batch', async () => {
    const id = await beginDraft(fathom, { by: ines });
    const fine = edit(fathom, renamed(fathom, 0, 'Fine'));
    const not = edit(fathom, renamed(fathom, 1, 'Not'));
    const joint = fathom.joints[1]!;
    for (const now of ['a string', { ...joint, kind: 'spoon' }, { ...joint, id: 'other' }, { ...joint, more: 1 }, []]) {
      const broken = { ...not, changes: not.changes.map((c) => ({ ...c, now })) } as DraftEvent;
      expect(await appendEdits(id, [fine, broken], ines)).toMatchObject({
        ok: false,
        problems: [{ place: broken.id, code: 'misshapen' }]
      });
    }
    expect(await document(id)).toEqual(fathom);
    expect((await eventsOfDraft(pool(), id)).events).toEqual([]);
    expect(await appendEdits(id, [fine, not], ines)).toMatchObject({ ok: true });
  });
  it('is kept as a file with a revision of its own, or says what is wrong with it by place', async () => {
    const id = await beginDraft(fathom, { by: tam });
    const kept = await keepDraft(id, tam);
    if (!kept.ok) throw new Error(JSON.stringify(kept.problems[0]));
    expect(kept.row).toMatchObject({ standing: 'draft', revision: fathom.revision, hash: contentHash(fathom) });
    // Opened and kept unchanged it is the file that it was.
    const unchanged = await keepDraft(await beginDraft(fathom, { by: ines }), ines);
    expect(unchanged).toMatchObject({ ok: true, row: { fileId: kept.row.fileId } });
    await appendEdits(id, [edit(fathom, renamed(fathom, 0, 'Other'))], tam);
    const again = await keepDraft(id, tam);
    if (!again.ok) throw new Error(JSON.stringify(again.problems[0]));
    expect(again.row.revision).not.toBe(fathom.revision);
    expect((await machinesToChoose(pool(), {})).machines.filter((m) => m.standing === 'draft')).toHaveLength(2);

    const about = { maker: 'Norrvik', model: 'Tarn', widthMm: 300, depthMm: 210, heightMm: 17 };
    const start = startOf('from-below', about, english);
    const empty = await beginDraft(start, { by: tam });
    const broken = { ...start, parts: start.parts.map((p) => (p.id === 'bottom-cover' ? { ...p, name: '' } : p)) };
    await appendEdits(empty, [edit(start, broken)], tam);
    expect(await keepDraft(empty, tam)).toMatchObject({ ok: false, problems: [{ place: 'parts[1].name' }] });
  });
});

describe('a picture of a draft', () => {
  const picture = () =>
    sharp({ create: { width: 40, height: 30, channels: 3, background: '#a8c' } })
      .jpeg()
      .withExif({ IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '54/1 10/1 0/1' } })
      .toBuffer();
  const given = async (draft: string, photo: string, bytes?: Buffer) =>
    keepDraftPhoto(pool(), {
      draft,
      photo,
      face: 'underside',
      scale: null,
      bytes: bytes ?? (await picture()),
      by: tam
    });

  it('is written anew, lies on its side, and is brought to scale', async () => {
    const [draft, photo] = [await beginDraft(fathom, { by: tam }), randomUUID()];
    expect(await given(draft, photo)).toEqual({ ok: true });
    expect(await given(draft, photo)).toEqual({ ok: true });
    expect(await photosOfDraft(pool(), draft)).toEqual([{ photo, face: 'underside', scale: null }]);
    expect((await sharp((await draftPhoto(pool(), draft, photo))!).metadata()).exif).toBeUndefined();
    const scale: Scale = { by: 'distance', from: [0.1, 0.5], to: [0.9, 0.5], mm: 250 };
    expect(await scaleDraftPhoto(pool(), draft, photo, scale)).toBe(true);
    expect(await photosOfDraft(pool(), draft)).toEqual([{ photo, face: 'underside', scale }]);
  });
  it('of another draft is not given, not scaled, and not replaced', async () => {
    const [hers, his, photo] = [
      await beginDraft(fathom, { by: ines }),
      await beginDraft(fathom, { by: tam }),
      randomUUID()
    ];
    await given(hers, photo);
    const before = await draftPhoto(pool(), hers, photo);
    expect(await given(his, photo)).toMatchObject({ ok: false, problems: [{ code: 'taken' }] });
    expect(await draftPhoto(pool(), his, photo)).toBeUndefined();
    expect(await scaleDraftPhoto(pool(), his, photo, WHOLE_PICTURE)).toBe(false);
    expect(await draftPhoto(pool(), hers, photo)).toEqual(before);
    expect(await photosOfDraft(pool(), his)).toEqual([]);
  });
  it('that is none is refused in words, and nothing of it stays', async () => {
    const [draft, photo] = [await beginDraft(fathom, { by: tam }), randomUUID()];
    expect(await given(draft, photo, Buffer.from('<svg/>'))).toMatchObject({ ok: false });
    expect(await photosOfDraft(pool(), draft)).toEqual([]);
  });
});
