import { randomUUID } from 'node:crypto';
import { mkdirSync, mkdtempSync, readdirSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoText } from '$core/testing/machines';
import { pool } from '../database/pool';
import { addJob, findJob } from '../jobs/jobs';
import { importMachine } from '../library/machines';
import { addPerson } from '../sign-in/people';
import { keepPhoto, photoOf, writtenAnew } from './photos';
import { appendEvents, startRun } from './runs';
import { machineDocument } from '../library/machines';
import { createHash } from 'node:crypto';
import { settings } from '../settings/environment';
import { freshDatabase } from '../testing/database';
import { whyNot } from '$core/result';

let database: Awaited<ReturnType<typeof freshDatabase>>;
let person: string;
let runs: string[];
let fileId: number;

beforeAll(async () => {
  database = await freshDatabase();
  person = await addPerson(pool(), { signIn: 'tam', name: 'Tam Okello', role: 'technician' }, 'a long enough password');
  const imported = await importMachine(pool(), demoText(), person);
  if (!imported.ok) throw new Error('the demo machine has faults');
  runs = [];
  ({ fileId } = imported.row);
  for (let i = 0; i < 2; i++) {
    const number = await addJob(
      {
        fileId: imported.row.fileId,
        customer: 'MS Terna',
        serial: '',
        complaint: '',
        goals: [{ do: 'replace', part: 'fan' }],
        work: 'Replace fan',
        dueOn: null
      },
      { by: person }
    );
    runs.push(await startRun(pool(), (await findJob(pool(), number))!, person));
  }
});
afterAll(() => database.drop());

const colour = { r: 40, g: 90, b: 110 };
const picture = (width = 300, height = 200) => sharp({ create: { width, height, channels: 3, background: colour } });
const withPlace = () =>
  picture()
    .withExif({ IFD0: { Make: 'Somebody' }, IFD3: { GPSLatitude: '59/1 10/1 0/1', GPSLatitudeRef: 'N' } })
    .jpeg()
    .toBuffer();
/** Says in the record that a picture was taken, as a bench does before it sends it. */
async function recorded(bytes: Buffer, run = runs[0]!, by = person): Promise<string> {
  const photo = randomUUID();
  const { machine, hash } = (await machineDocument(pool(), fileId))!;
  const answer = await appendEvents(
    run,
    machine,
    hash,
    [
      {
        type: 'photo',
        id: randomUUID(),
        at: new Date().toISOString(),
        photo,
        sha256: createHash('sha256').update(bytes).digest('hex')
      }
    ],
    by
  );
  expect(answer.ok).toBe(true);
  return photo;
}
const count = async () => (await pool().query('select count(*)::int as n from photo')).rows[0].n as number;

describe('a photo', () => {
  it('is written anew: without the place, upright, no larger than it has to be', async () => {
    const bytes = await withPlace();
    expect((await sharp(bytes).metadata()).exif).toBeDefined();
    const anew = await writtenAnew(bytes);
    if (!anew.ok) throw new Error(String(whyNot(anew)));
    const after = await sharp(anew.jpeg).metadata();
    expect([after.format, after.exif, after.icc, after.xmp]).toEqual(['jpeg', undefined, undefined, undefined]);
    expect(anew.jpeg.includes('Somebody')).toBe(false);
    const turned = await writtenAnew(await picture(300, 200).withMetadata({ orientation: 6 }).jpeg().toBuffer());
    expect(turned).toMatchObject({ ok: true, width: 200, height: 300 });
    const large = await writtenAnew(await picture(5000, 3000).png().toBuffer());
    expect(large).toMatchObject({ ok: true, width: 2000, height: 1200 });
  });
  it('is kept once under its id, for its run alone', async () => {
    const bytes = await withPlace();
    const id = await recorded(bytes);
    for (let i = 0; i < 2; i++)
      expect(await keepPhoto(pool(), { id, album: { run: runs[0]! }, person, bytes })).toEqual({ ok: true });
    expect(await keepPhoto(pool(), { id, album: { run: runs[1]! }, person, bytes })).toMatchObject({ ok: false });
    expect((await photoOf(pool(), { run: runs[0]! }, id))!.subarray(0, 3)).toEqual(Buffer.from([0xff, 0xd8, 0xff]));
    expect((await sharp(await photoOf(pool(), { run: runs[0]! }, id, true)).metadata()).width).toBeLessThanOrEqual(320);
    expect(await photoOf(pool(), { run: runs[1]! }, id)).toBeUndefined();
    await expect(pool().query('delete from photo')).rejects.toThrow(/permission denied/);
  });
  it('may lie in a folder of the shop instead', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'eager-wrench-photos-'));
    settings.photoFolder = folder;
    try {
      const bytes = await withPlace();
      const id = await recorded(bytes);
      expect(await keepPhoto(pool(), { id, album: { run: runs[0]! }, person, bytes })).toEqual({ ok: true });
      expect(readdirSync(folder)).toEqual([`${id}.jpg`]);
      expect((await photoOf(pool(), { run: runs[0]! }, id))!.length).toBeGreaterThan(100);
      expect((await pool().query('select bytes from photo where id = $1', [id])).rows[0].bytes).toBeNull();
      // Lost from the folder it comes back when it is sent again, and nothing else in its place.
      rmSync(join(folder, `${id}.jpg`));
      expect(await photoOf(pool(), { run: runs[0]! }, id)).toBeUndefined();
      expect(
        await keepPhoto(pool(), {
          id,
          album: { run: runs[0]! },
          person,
          bytes: await picture(10, 10).jpeg().toBuffer()
        })
      ).toMatchObject({
        ok: false,
        problems: [{ code: 'not-the-picture', message: expect.stringMatching(/SHA-256/) }]
      });
      expect(await keepPhoto(pool(), { id, album: { run: runs[0]! }, person, bytes })).toEqual({ ok: true });
      expect((await photoOf(pool(), { run: runs[0]! }, id))!.length).toBeGreaterThan(100);
    } finally {
      settings.photoFolder = undefined;
    }
  });
  it('that is none is refused in words, and nothing of it stays', async () => {
    const before = await count();
    const whole = await withPlace();
    // A picture of 8,000 by 8,000 equal points takes little room until it is unfolded.
    const bomb = await sharp({
      create: { width: 8_000, height: 8_000, channels: 3, background: '#000' },
      limitInputPixels: false
    })
      .png({ compressionLevel: 1 })
      .toBuffer();
    const refused: [string, Buffer, RegExp][] = [
      [
        'a script in a drawing',
        Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>'),
        /not a photo/
      ],
      ['a page', Buffer.from('<!doctype html><script>alert(1)</script>'), /not a photo/],
      ['an animation', Buffer.from('GIF89a\u0001\u0000\u0001\u0000'), /not a photo/],
      ['nothing', Buffer.alloc(0), /not a photo/],
      ['a picture cut off', whole.subarray(0, Math.floor(whole.length / 3)), /damaged/],
      [
        'a head without a body',
        Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0]), Buffer.from('<script>')]),
        /damaged/
      ],
      ['a picture that unfolds', bomb, /million pixels/]
    ];
    expect(bomb.length).toBeLessThan(2_000_000);
    for (const [name, bytes, why] of refused) {
      const answer = await keepPhoto(pool(), { id: await recorded(bytes), album: { run: runs[0]! }, person, bytes });
      expect(answer, name).toMatchObject({ ok: false, problems: [{ message: expect.stringMatching(why) }] });
    }
    expect(await count()).toBe(before);
  });
  it('is taken only where the record names it, from who took it', async () => {
    const bytes = await withPlace();
    expect(await keepPhoto(pool(), { id: randomUUID(), album: { run: runs[0]! }, person, bytes })).toMatchObject({
      ok: false,
      problems: [{ code: 'not-recorded' }]
    });
    const id = await recorded(bytes);
    const ines = await addPerson(
      pool(),
      { signIn: 'ines', name: 'Ines Havgaard', role: 'lead' },
      'a long enough password'
    );
    expect(await keepPhoto(pool(), { id, album: { run: runs[0]! }, person: ines, bytes })).toMatchObject({
      ok: false,
      problems: [{ code: 'somebody-else' }]
    });
    expect(await photoOf(pool(), { run: runs[0]! }, id)).toBeUndefined();
  });
  it('says so where there is no room for it, leaves no half a file, and is taken once there is', async () => {
    const bytes = await withPlace();
    const id = await recorded(bytes);
    const folder = mkdtempSync(join(tmpdir(), 'eager-wrench-photos-'));
    // A file where the folder should be, and a disk that is full.
    const blocked = join(folder, 'blocked');
    writeFileSync(blocked, '');
    const full = join(folder, 'full');
    mkdirSync(full);
    symlinkSync('/dev/full', join(full, `${id}.jpg.part`));
    try {
      for (const nowhere of [join(blocked, 'photos'), full]) {
        settings.photoFolder = nowhere;
        const answer = await keepPhoto(pool(), { id, album: { run: runs[0]! }, person, bytes });
        expect(answer, nowhere).toMatchObject({
          ok: false,
          problems: [{ code: 'no-room', message: expect.stringMatching(/no room/) }]
        });
      }
      expect(readdirSync(full)).toEqual([]);
      // What is no lack of room is our own fault, and is not told as one.
      const odd = join(folder, 'odd');
      mkdirSync(join(odd, `${id}.jpg.part`), { recursive: true });
      settings.photoFolder = odd;
      await expect(keepPhoto(pool(), { id, album: { run: runs[0]! }, person, bytes })).rejects.toThrow(/EISDIR/);
      rmSync(odd, { recursive: true });
      expect((await pool().query('select 1 from photo where id = $1', [id])).rowCount).toBe(0);
      settings.photoFolder = folder;
      expect(await keepPhoto(pool(), { id, album: { run: runs[0]! }, person, bytes })).toEqual({ ok: true });
      expect(readdirSync(folder).sort()).toEqual([`${id}.jpg`, 'blocked', 'full'].sort());
    } finally {
      settings.photoFolder = undefined;
      rmSync(folder, { recursive: true, force: true });
    }
  });
});
