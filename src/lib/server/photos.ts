import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import type { Queryable } from './database';
import { settings } from './settings';

/** A camera's picture has some 12 to 50 million points; a small file that unfolds to more is no picture of a bench. */
const MAX_POINTS = 60_000_000;
const LONG_SIDE = 2000;
const THUMB_SIDE = 320;

export type TakenPhoto = { ok: true } | { ok: false; why: string };

/** By their first bytes: what the sender calls a file counts for nothing. */
const KINDS: readonly ((b: Buffer) => boolean)[] = [
  (b) => b.subarray(0, 3).equals(Buffer.from([0xff, 0xd8, 0xff])),
  (b) => b.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])),
  (b) => b.subarray(0, 4).toString('latin1') === 'RIFF' && b.subarray(8, 12).toString('latin1') === 'WEBP'
];

// One picture at a time, on one thread: memory stays that of one picture whoever sends how many.
sharp.concurrency(1);
sharp.cache(false);
let last: Promise<unknown> = Promise.resolve();
function inTurn<T>(work: () => Promise<T>): Promise<T> {
  const mine = last.then(work, work);
  last = mine.catch(() => {});
  return mine;
}

/** Writes a picture anew: points only, turned upright, without place, camera or anything else that came with it. */
export function writtenAnew(bytes: Buffer): Promise<{ ok: true; jpeg: Buffer; thumb: Buffer; width: number; height: number } | { ok: false; why: string }> {
  if (!KINDS.some((is) => is(bytes))) return Promise.resolve({ ok: false, why: 'This is no photo: JPEG, PNG and WebP are taken.' });
  return inTurn(async () => {
    try {
      const open = () => sharp(bytes, { limitInputPixels: MAX_POINTS, failOn: 'error', pages: 1 }).rotate();
      const { data: jpeg, info } = await open().resize(LONG_SIDE, LONG_SIDE, { fit: 'inside', withoutEnlargement: true }).flatten({ background: '#fff' }).jpeg({ quality: 82 }).toBuffer({ resolveWithObject: true });
      const thumb = await sharp(jpeg).resize(THUMB_SIDE, THUMB_SIDE, { fit: 'inside', withoutEnlargement: true }).jpeg({ quality: 70 }).toBuffer();
      return { ok: true, jpeg, thumb, width: info.width, height: info.height };
    } catch (error) {
      const isBomb = /pixel limit/i.test((error as Error).message);
      return { ok: false, why: isBomb ? `The photo unfolds to more than ${MAX_POINTS / 1e6} million points.` : 'The photo is damaged: it cannot be read to its end.' };
    }
  });
}

/** Keeps a picture of a run under the id that the bench gave it; sent again it changes nothing. */
export async function keepPhoto(db: Queryable, { id, run, person, bytes }: { id: string; run: string; person: string; bytes: Buffer }): Promise<TakenPhoto> {
  const known = (await db.query('select run_id as run from photo where id = $1', [id])).rows[0];
  if (known) return known.run === run ? { ok: true } : { ok: false, why: 'A photo of this id belongs to another run.' };
  const anew = await writtenAnew(bytes);
  if (!anew.ok) return anew;
  const folder = settings.photoFolder;
  if (folder) {
    await mkdir(folder, { recursive: true });
    // Whole or not at all: it gets its name once it is written. The name is ours, an id that the route has checked.
    const path = fileOf(folder, id);
    await writeFile(`${path}.part`, anew.jpeg);
    await rename(`${path}.part`, path);
  }
  await db.query(
    'insert into photo (id, run_id, person_id, width, height, bytes, thumb) values ($1, $2, $3, $4, $5, $6, $7) on conflict (id) do nothing',
    [id, run, person, anew.width, anew.height, folder ? null : anew.jpeg, anew.thumb]
  );
  return { ok: true };
}

/** A picture as JPEG; undefined when it has not arrived. */
export async function photoOf(db: Queryable, run: string, id: string, small = false): Promise<Buffer | undefined> {
  const { rows } = await db.query(`select ${small ? 'thumb' : 'bytes'} as bytes from photo where id = $1 and run_id = $2`, [id, run]);
  if (!rows[0]) return undefined;
  if (rows[0].bytes) return rows[0].bytes;
  if (!settings.photoFolder) throw new Error(`photo ${id} lies in a folder, and PHOTO_FOLDER is not set`);
  return readFile(fileOf(settings.photoFolder, id));
}

const fileOf = (folder: string, id: string) => join(folder, `${id}.jpg`);
