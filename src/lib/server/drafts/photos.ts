import { foldRecording, type Scale } from '$core/recording';
import { photoOf, writtenAnew } from '../bench/photos';
import type { Queryable } from '../database/pool';
import { eventsOfRecording } from '../recordings/recordings';
import { refused, type Result } from '$core/result';
import { message } from '$lib/words';

/** A picture behind the drawing. */
export interface DraftPhoto {
  photo: string;
  face: string;
  scale: Scale | null;
}

export async function photosOfDraft(db: Queryable, draft: string): Promise<DraftPhoto[]> {
  const { rows } = await db.query(
    'select id as photo, face, scale from draft_photo where draft_id = $1 order by received_at, id',
    [draft]
  );
  return rows;
}

export async function draftPhoto(db: Queryable, draft: string, photo: string): Promise<Buffer | undefined> {
  const { rows } = await db.query('select bytes from draft_photo where draft_id = $1 and id = $2', [draft, photo]);
  return rows[0]?.bytes;
}

/** Keeps a picture of a draft, written anew; sent again it changes nothing. */
export async function keepDraftPhoto(
  db: Queryable,
  { draft, photo, face, scale, bytes, by }: { draft: string; bytes: Buffer; by: string } & DraftPhoto
): Promise<Result<object>> {
  const anew = await writtenAnew(bytes, by);
  if (!anew.ok) return anew;
  await putDraftPhoto(db, { draft, photo, face, scale, by, jpeg: anew.jpeg });
  // Under an id that is taken nothing was put: it is this draft's own, sent again, or somebody else's.
  return (await draftPhoto(db, draft, photo)) ? { ok: true } : refused('taken', message('server.photoOfAnother'));
}

/** The same for a picture that has been written anew. */
export async function putDraftPhoto(
  db: Queryable,
  { draft, photo, face, scale, jpeg, by }: { draft: string; jpeg: Buffer; by: string } & DraftPhoto
): Promise<void> {
  await db.query(
    `insert into draft_photo (id, draft_id, person_id, face, scale, bytes) values ($1, $2, $3, $4, $5, $6) on conflict (id) do nothing`,
    [photo, draft, by, face, scale === null ? null : JSON.stringify(scale), jpeg]
  );
}

/** Another scale for a picture that is there. @returns whether it is */
export async function scaleDraftPhoto(db: Queryable, draft: string, photo: string, scale: Scale): Promise<boolean> {
  const { rowCount } = await db.query('update draft_photo set scale = $3 where draft_id = $1 and id = $2', [
    draft,
    photo,
    JSON.stringify(scale)
  ]);
  return rowCount === 1;
}

/** Pictures of the recording that a file was made of, as far as they have arrived, each with its bytes. */
export async function photosOfFile(db: Queryable, fileId: number): Promise<(DraftPhoto & { bytes: Buffer })[]> {
  const { rows } = await db.query<{ id: string }>('select id from recording where machine_file_id = $1', [fileId]);
  const found: (DraftPhoto & { bytes: Buffer })[] = [];
  for (const { id } of rows) {
    const { photos } = foldRecording((await eventsOfRecording(db, id)).events);
    for (const { photo, face, scale } of photos) {
      const bytes = await photoOf(db, { recording: id }, photo);
      if (bytes) found.push({ photo, face, scale: scale ?? null, bytes });
    }
  }
  return found;
}
