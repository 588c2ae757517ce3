import { createHash, randomUUID } from 'node:crypto';
import sharp from 'sharp';
import yazl from 'yazl';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { contentHash } from '$core/machine';
import { RecordingEvent } from '$core/recording';
import { demoAccess, demoText } from '$core/testing/machines';
import { tearDown } from '$core/testing/teardown';
import { keepPhoto } from '../bench/photos';
import { findRun } from '../bench/runs';
import { pool } from '../database/pool';
import { findJob } from '../jobs/jobs';
import { machineDocument } from '../library/machines';
import { closePlanner } from '../planning/plans';
import { goBackUp } from '../recordings/back-up';
import { appendRecorded, beginRecording } from '../recordings/recordings';
import { addPerson } from '../sign-in/people';
import { freshDatabase } from '../testing/database';
import { draftFromArchive, writeArchive } from './archive';
import { draftOfPage } from './drafts';
import { draftPhoto, photosOfDraft } from './photos';

let database: Awaited<ReturnType<typeof freshDatabase>>;
let tam: string;
beforeAll(async () => {
  database = await freshDatabase();
  tam = await addPerson(pool(), { signIn: 'tam', name: 'Tam Okello', role: 'technician' }, 'a long enough password');
});
afterAll(async () => {
  await closePlanner();
  await database.drop();
});

const drafts = async (): Promise<number> => (await pool().query('select count(*)::int as n from draft')).rows[0].n;
const jpeg = () =>
  sharp({ create: { width: 60, height: 40, channels: 3, background: '#456' } })
    .jpeg()
    .toBuffer();
async function zipped(files: Record<string, string | Buffer>): Promise<Buffer> {
  const zip = new yazl.ZipFile();
  for (const [name, content] of Object.entries(files)) zip.addBuffer(Buffer.from(content), name);
  zip.end();
  const chunks: Buffer[] = [];
  for await (const chunk of zip.outputStream) chunks.push(chunk as Buffer);
  return Buffer.concat(chunks);
}
const manifest = JSON.stringify({ format: 'eager-wrench/archive@1', hasRecording: false, photos: [] });
const read = (bytes: Buffer) => draftFromArchive(pool(), bytes, { by: tam });
/** The same bytes with one text in place of another as long. */
const patched = (bytes: Buffer, from: string, to: string): Buffer =>
  Buffer.from(bytes.toString('latin1').replaceAll(from, to), 'latin1');

describe('an archive', () => {
  it('carries a recorded machine with its record and its pictures to another shop', async () => {
    const number = await beginRecording(
      { customer: 'MS Terna', serial: '', complaint: '', dueOn: null },
      {
        maker: 'Norrvik',
        model: 'Fathom 14',
        size: { widthMm: 323, depthMm: 222, heightMm: 18 },
        measuredBy: 'ruler',
        rest: { part: 'case', name: 'Case' }
      },
      [{ face: 'underside', name: 'Underside', pose: { up: 'underside', lid: 'closed' } }],
      { by: tam }
    );
    const { recordingId } = (await findJob(pool(), number))!;
    const photo = randomUUID();
    const picture = await jpeg();
    const now = Date.now();
    const corners = [
      [0.1, 0.1],
      [0.9, 0.1],
      [0.9, 0.9],
      [0.1, 0.9]
    ];
    const { events } = tearDown(demoAccess('norrvik-fathom-14'), 3);
    const until = events.indexOf(events.filter((e) => e.type === 'moved')[2]!);
    const told = [
      ...events.slice(0, until + 1),
      { type: 'photo', photo, face: 'underside', sha256: createHash('sha256').update(picture).digest('hex') },
      { type: 'scaled', photo, scale: { by: 'corners', corners } }
    ].map((e, i) => RecordingEvent.parse({ ...e, id: randomUUID(), at: new Date(now + i * 10).toISOString() }));
    expect(await appendRecorded(recordingId!, told, tam)).toMatchObject({ ok: true });
    expect(
      await keepPhoto(pool(), { id: photo, album: { recording: recordingId! }, person: tam, bytes: picture })
    ).toEqual({ ok: true });
    const begun = await goBackUp(recordingId!, [], tam);
    if (!begun.ok) throw new Error(JSON.stringify(begun));
    const { fileId } = (await findRun(pool(), begun.run))!;
    const { machine } = (await machineDocument(pool(), fileId))!;

    const archive = await writeArchive(pool(), fileId, machine);
    const back = await read(archive);
    if (!back.ok) throw new Error(JSON.stringify(back.problems));
    expect(contentHash((await draftOfPage({ draft: back.draft })).first)).toBe(contentHash(machine));
    const [behind] = await photosOfDraft(pool(), back.draft);
    expect(behind).toMatchObject({ face: 'underside', scale: { by: 'corners', corners } });
    expect((await draftPhoto(pool(), back.draft, behind!.photo))!.subarray(0, 2)).toEqual(Buffer.from([0xff, 0xd8]));
    // Read twice it is two drafts.
    expect(await read(archive)).toMatchObject({ ok: true });
  });
  it('of a machine alone is one, too', async () => {
    const back = await read(await zipped({ 'manifest.json': manifest, 'machine.json': demoText() }));
    if (!back.ok) throw new Error(JSON.stringify(back.problems));
    const { first } = await draftOfPage({ draft: back.draft });
    expect(contentHash(first)).toBe(contentHash(demoAccess().model.machine));
  });
});

describe('a hostile archive is refused in words, and leaves nothing', () => {
  const cases: [string, () => Promise<Buffer>, RegExp][] = [
    ['that is none', async () => Buffer.from('no archive'), /no archive|notAnArchive/],
    ['that is empty', async () => Buffer.alloc(0), /notAnArchive/],
    [
      'that is cut off',
      async () => (await zipped({ 'manifest.json': manifest, 'machine.json': demoText() })).subarray(0, 400),
      /notAnArchive/
    ],
    [
      'with a way out of its folder',
      async () =>
        patched(
          await zipped({ 'manifest.json': manifest, 'machine.json': demoText(), 'xx/evil.sh': 'rm' }),
          'xx/evil',
          '../evil'
        ),
      /notAnArchive/
    ],
    [
      'with a file of another kind',
      () => zipped({ 'manifest.json': manifest, 'machine.json': demoText(), 'run.js': 'alert(1)' }),
      /no file of an archive/
    ],
    [
      'that would burst',
      () => zipped({ 'manifest.json': manifest, 'machine.json': Buffer.alloc(3_500_000, ' ') }),
      /would grow/
    ],
    [
      'larger than anything in it may be',
      () => zipped({ 'manifest.json': manifest, 'machine.json': Buffer.alloc(30_000_000, ' ') }),
      /at most/
    ],
    ['without a machine', () => zipped({ 'manifest.json': manifest }), /lacks machine\.json/],
    [
      'whose machine is none',
      () => zipped({ 'manifest.json': manifest, 'machine.json': '{"format":1}' }),
      /machine\.json/
    ],
    [
      'whose picture is none',
      () => {
        const photo = randomUUID();
        return zipped({
          'manifest.json': JSON.stringify({
            format: 'eager-wrench/archive@1',
            hasRecording: false,
            photos: [{ photo, face: 'underside' }]
          }),
          'machine.json': demoText(),
          [`photos/${photo}.jpg`]: '<svg onload="alert(1)"/>'
        });
      },
      /photos\//
    ]
  ];
  it.each(cases)('%s', async (_, make, words) => {
    const before = await drafts();
    const back = await read(await make());
    expect(back.ok).toBe(false);
    expect(JSON.stringify(back)).toMatch(words);
    expect(await drafts()).toBe(before);
  });
  it('whose table of contents lies about a size', async () => {
    const bytes = await zipped({ 'manifest.json': manifest, 'machine.json': demoText() });
    const before = await drafts();
    // The size unpacked, in the table of contents at the end: four bytes, 24 after its mark.
    const at = bytes.lastIndexOf(Buffer.from('PK\u0001\u0002', 'latin1'));
    bytes.writeUInt32LE(1000, at + 24);
    expect(await read(bytes)).toMatchObject({ ok: false });
    expect(await drafts()).toBe(before);
  });
});
