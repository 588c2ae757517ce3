import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { later } from '../background/queue';
import { transaction, type Queryable } from '../database/pool';
import { FairQueue } from '../planning/fair-queue';
import { objectStore } from '../objects/store';
import { settings } from '../settings/environment';
import { isThere, objectNameOf, readElsewhere, write } from './photo-places';
import { refusal, refused, whyNot, type Problem, type Result } from '$core/result';
import { here } from '$lib/server/http/here';

/** A camera's picture has some 12 to 50 million points; a small file that unfolds to more is no picture of a bench. */
const MAX_POINTS = 60_000_000;
const LONG_SIDE = 2000;
const THUMB_SIDE = 320;

/** Why a picture is not kept. */
export type PhotoCode = 'somebody-else' | 'not-recorded' | 'not-the-picture' | 'no-room';
export type TakenPhoto = Result<object, Problem & { code: PhotoCode }>;

/** By their first bytes: what the sender calls a file counts for nothing. */
const KINDS: readonly ((b: Buffer) => boolean)[] = [
  (b) => b.subarray(0, 3).equals(Buffer.from([0xff, 0xd8, 0xff])),
  (b) => b.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])),
  (b) => b.subarray(0, 4).toString('latin1') === 'RIFF' && b.subarray(8, 12).toString('latin1') === 'WEBP'
];

// One picture at a time, on one thread: memory stays that of one picture whoever sends how many. Whoever sends many waits beside
// the others, not before them.
sharp.concurrency(1);
sharp.cache(false);
const unfolding = new FairQueue(1, 40);

/** Writes a picture anew: points only, turned upright, without place, camera or anything else that came with it. */
export function writtenAnew(
  bytes: Buffer,
  person = ''
): Promise<Result<{ jpeg: Buffer; thumb: Buffer; width: number; height: number }>> {
  if (!KINDS.some((is) => is(bytes)))
    return Promise.resolve(refused('not-a-photo', here().t('server.thisIsNotAPhotoOnly')));
  return unfolding.run(person, bytes.length, async () => {
    try {
      const open = () => sharp(bytes, { limitInputPixels: MAX_POINTS, failOn: 'error', pages: 1 }).rotate();
      const { data: jpeg, info } = await open()
        .resize(LONG_SIDE, LONG_SIDE, { fit: 'inside', withoutEnlargement: true })
        .flatten({ background: '#fff' })
        .jpeg({ quality: 82 })
        .toBuffer({ resolveWithObject: true });
      const thumb = await sharp(jpeg)
        .resize(THUMB_SIDE, THUMB_SIDE, { fit: 'inside', withoutEnlargement: true })
        .jpeg({ quality: 70 })
        .toBuffer();
      return { ok: true, jpeg, thumb, width: info.width, height: info.height };
    } catch (error) {
      const isBomb = /pixel limit/i.test((error as Error).message);
      return isBomb
        ? refused('too-large', here().t('server.thePhotoHasMoreThanMillion', { millions: MAX_POINTS / 1e6 }))
        : refused('damaged', here().t('server.thePhotoIsDamagedItCannot'));
    }
  });
}

/** What a picture was taken for: a run, or the recording of a machine. */
export type Album = { run: string } | { recording: string };

/** Where an album's pictures and events stand, and whether anything may still be added to it. */
const tablesOf = (album: Album) =>
  'run' in album
    ? {
        id: album.run,
        column: 'run_id',
        events: 'run_event',
        within: 'run_id = $1 and month = (select month from run where id = $1)',
        isClosed: 'select 1 from run where id = $1 and signed_at is not null'
      }
    : {
        id: album.recording,
        column: 'recording_id',
        events: 'recording_event',
        within: 'recording_id = $1',
        isClosed: 'select 1 from recording where id = $1 and closed_at is not null'
      };

/** What the record says of a picture: who took it, and its SHA-256 where that was known. */
async function eventOf(
  db: Queryable,
  album: Album,
  photo: string
): Promise<{ person: string; sha256: string | null } | undefined> {
  const { id, within, events } = tablesOf(album);
  const { rows } = await db.query(
    `select person_id as person, coalesce(body ->> 'sha256', body -> 'event' ->> 'sha256') as sha256 from ${events}
      where ${within} and (body ->> 'type' = 'photo' and body ->> 'photo' = $2 or body ->> 'type' = 'added' and body -> 'event' ->> 'photo' = $2) order by seq limit 1`,
    [id, photo]
  );
  return rows[0];
}

/**
 * Keeps a picture under the id that the bench gave it; sent again it changes nothing, and one whose file was lost comes
 * back. The event of the picture has to be there: nothing is taken that nobody recorded, that somebody else took, or that is
 * not the picture that was taken.
 */
export async function keepPhoto(
  db: Queryable,
  { id, album, person, bytes }: { id: string; album: Album; person: string; bytes: Buffer }
): Promise<TakenPhoto> {
  const refuse = (code: PhotoCode, message: string): TakenPhoto =>
    refusal([{ code, place: id, message, severity: 'error' }]);
  const known = (
    await db.query(
      'select id, coalesce(run_id, recording_id) as "of", sha256, bytes is not null as "inRow", stored_at is not null as "inStore" from photo where id = $1',
      [id]
    )
  ).rows[0];
  const of = tablesOf(album);
  if (known && known.of !== of.id) return refuse('not-the-picture', here().t('server.aPhotoWithThisIdBelongs'));
  const event = await eventOf(db, album, id);
  if (!event) return refuse('not-recorded', here().t('server.theRecordDoesNotNameThis'));
  if (event.person !== person) return refuse('somebody-else', here().t('server.somebodyElseTookThisPhotoOnly'));
  const digest = createHash('sha256').update(bytes).digest();
  const wanted =
    event.sha256 === null ? (known?.sha256 as Buffer | null | undefined) : Buffer.from(event.sha256, 'hex');
  if (wanted && !digest.equals(wanted)) return refuse('not-the-picture', here().t('server.thisIsNotThePhotoThat'));
  if (known && (await isThere(known))) return { ok: true };
  if (!wanted && (await db.query(of.isClosed, [of.id])).rowCount === 1)
    return refuse('not-the-picture', here().t('server.theRunIsSignedAndIts'));
  const anew = await writtenAnew(bytes, person);
  if (!anew.ok) return refuse('not-the-picture', here().told(whyNot(anew)));
  const store = objectStore();
  const folder = store ? undefined : settings.photoFolder;
  if (known?.inStore && store) {
    await store.put(objectNameOf(id), anew.jpeg, 'image/jpeg');
    return { ok: true };
  }
  if (folder) {
    const problem = await write(folder, id, anew.jpeg);
    if (problem) return refuse('no-room', problem);
  }
  // On its way to the store it lies in its row: a store that is away keeps nobody waiting, and loses nothing.
  await transaction(async (tx) => {
    const { rowCount } = await tx.query(
      `insert into photo (id, ${of.column}, person_id, width, height, bytes, thumb, sha256) values ($1, $2, $3, $4, $5, $6, $7, $8) on conflict (id) do nothing`,
      [id, of.id, person, anew.width, anew.height, folder ? null : anew.jpeg, anew.thumb, digest]
    );
    if (store && rowCount === 1) await later(tx, 'store-photo', id, { photo: id });
  });
  return { ok: true };
}

/** A picture as JPEG; undefined when it has not arrived. A run that goes on from a recording shows that one's pictures, too. */
export async function photoOf(db: Queryable, album: Album, id: string, small = false): Promise<Buffer | undefined> {
  const { rows } = await db.query(
    `select id, ${small ? 'thumb' : 'bytes'} as bytes, stored_at is not null as "inStore" from photo
      where id = $1 and ($2 in (run_id, recording_id) or recording_id = (select c.id from recording c join run r on r.job_id = c.job_id where r.id = $2))`,
    [id, tablesOf(album).id]
  );
  if (!rows[0]) return undefined;
  return rows[0].bytes ?? readElsewhere(rows[0]);
}
