import { randomUUID } from 'node:crypto';
import yauzl from 'yauzl';
import yazl from 'yazl';
import { ARCHIVE_FORMAT, archiveProblems, Manifest, photoName, type Entry } from '$core/formats';
import { parseDocument, parseMachine, type Machine } from '$core/machine';
import { RECORDING_FORMAT } from '$core/recording';
import { problem, refusal, refused, whyNot, type Result } from '$core/result';
import { message } from '$lib/words';
import { here } from '../http/here';
import type { Asking } from '../database/once';
import type { Queryable } from '../database/pool';
import { eventsOfRecording } from '../recordings/recordings';
import { beginDraft } from './drafts';
import { photosOfDraft, photosOfFile, putDraftPhoto, type DraftPhoto } from './photos';
import { writtenAnew } from '../bench/photos';

/** A machine file with the recording and the pictures that it was made of, as one open archive. */
export async function writeArchive(db: Queryable, fileId: number, machine: Machine): Promise<Buffer> {
  const photos = await photosOfFile(db, fileId);
  const { rows } = await db.query<{ id: string }>('select id from recording where machine_file_id = $1 limit 1', [
    fileId
  ]);
  const recording = rows[0] && {
    format: RECORDING_FORMAT,
    id: rows[0].id,
    events: (await eventsOfRecording(db, rows[0].id)).events
  };
  const manifest: Manifest = {
    format: ARCHIVE_FORMAT,
    hasRecording: recording !== undefined,
    photos: photos.map(({ photo, face, scale }) => ({ photo, face, ...(scale ? { scale } : {}) }))
  };
  const zip = new yazl.ZipFile();
  const put = (name: string, value: unknown) => zip.addBuffer(Buffer.from(`${JSON.stringify(value, null, 1)}\n`), name);
  put('manifest.json', manifest);
  put('machine.json', machine);
  if (recording) put('recording.json', recording);
  // Pictures are packed already.
  for (const { photo, bytes } of photos) zip.addBuffer(bytes, photoName(photo), { compress: false });
  zip.end();
  const chunks: Buffer[] = [];
  for await (const chunk of zip.outputStream) chunks.push(chunk as Buffer);
  return Buffer.concat(chunks);
}

/**
 * Begins a draft with what an archive holds. What it holds is told from its table of contents before anything is unpacked, and nothing
 * of it is ever written under a name of its own.
 */
export async function draftFromArchive(
  db: Queryable,
  bytes: Buffer,
  asking: Asking
): Promise<Result<{ draft: string }>> {
  const read = await unpacked(bytes);
  if (!read.ok) return read;
  const { files } = read;
  const manifest = parseDocument(files.get('manifest.json')!.toString('utf8'), Manifest, 500_000);
  if (!manifest.ok) return within('manifest.json', manifest.problems);
  const machine = parseMachine(files.get('machine.json')!.toString('utf8'));
  if (!machine.ok) return within('machine.json', machine.problems);
  // Every picture is looked at before anything is kept.
  const photos: (Omit<DraftPhoto, 'photo'> & { jpeg: Buffer })[] = [];
  for (const { photo, face, scale } of manifest.value.photos) {
    const picture = files.get(photoName(photo));
    if (!picture) continue;
    const anew = await writtenAnew(picture, asking.by);
    if (!anew.ok) return refused('not-a-photo', `${photoName(photo)}: ${here().told(whyNot(anew))}`);
    photos.push({ face, scale: scale ?? null, jpeg: anew.jpeg });
  }
  const draft = await beginDraft(machine.value, asking);
  // Under ids of their own: the same archive may be read twice.
  if ((await photosOfDraft(db, draft)).length === 0)
    for (const photo of photos) await putDraftPhoto(db, { ...photo, draft, photo: randomUUID(), by: asking.by });
  return { ok: true, draft };
}

const within = (file: string, problems: Parameters<typeof refusal>[0]) =>
  refusal(problems.slice(0, 20).map((p) => ({ ...p, place: `${file}: ${p.place}` })));

const NO_ZIP = () => refusal([problem([], 'not-an-archive', message('server.notAnArchive'))]);

async function unpacked(bytes: Buffer): Promise<Result<{ files: Map<string, Buffer> }>> {
  let zip: yauzl.ZipFile;
  try {
    zip = await new Promise((resolve, reject) =>
      yauzl.fromBuffer(
        bytes,
        { lazyEntries: true, validateEntrySizes: true, strictFileNames: true },
        (error, opened) => (error ? reject(error) : resolve(opened))
      )
    );
  } catch {
    return NO_ZIP();
  }
  try {
    const entries = await contentsOf(zip);
    const problems = archiveProblems(entries.map(described));
    if (problems.length > 0) return refusal(problems.slice(0, 20));
    const files = new Map<string, Buffer>();
    for (const entry of entries) files.set(entry.fileName, await contentOf(zip, entry));
    return { ok: true, files };
  } catch {
    // A table of contents that lies: sizes that are not so, names with a way out, entries over each other.
    return NO_ZIP();
  } finally {
    zip.close();
  }
}

const described = (entry: yauzl.Entry): Entry => ({
  name: entry.fileName,
  packedBytes: entry.compressedSize,
  unpackedBytes: entry.uncompressedSize
});

/** More than this nobody reads on. */
const MOST_LISTED = 1000;

const contentsOf = (zip: yauzl.ZipFile): Promise<yauzl.Entry[]> =>
  new Promise((resolve, reject) => {
    const entries: yauzl.Entry[] = [];
    zip.on('entry', (entry: yauzl.Entry) => {
      entries.push(entry);
      if (entries.length > MOST_LISTED) resolve(entries);
      else zip.readEntry();
    });
    zip.on('end', () => resolve(entries));
    zip.on('error', reject);
    zip.readEntry();
  });

/** The content of an entry, which is as long as its table of contents says: what goes on is an error. */
const contentOf = (zip: yauzl.ZipFile, entry: yauzl.Entry): Promise<Buffer> =>
  new Promise((resolve, reject) =>
    zip.openReadStream(entry, (error, stream) => {
      if (error) return reject(error);
      const chunks: Buffer[] = [];
      stream.on('data', (chunk: Buffer) => chunks.push(chunk));
      stream.on('end', () => resolve(Buffer.concat(chunks)));
      stream.on('error', reject);
    })
  );
