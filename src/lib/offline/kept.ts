import { createStore, del as delOld, get as getOld, promisifyRequest, type UseStore } from 'idb-keyval';
import type { Happened } from '$core/happened';
import type { RunEvent } from '$core/run';
import type { Said } from '$core/language';

/** An event as it is carried to the server and back. */
export interface Carried extends Happened {
  type: string;
  /** Who: from the session of whoever sent it. */
  by?: string | undefined;
}

/**
 * What this browser keeps of the benches that were open in it: every event it knows of, whether the server has it or not, so that a
 * bench comes back as it was without the server. Each event is a row of its own: to keep one costs the same however many there are.
 * What the server has not got is sent under the person's own session alone, never under another name from a shared bench.
 */
export interface KeptEvent<E extends Carried = RunEvent> {
  /** The run, or the recording: what it is an event of. */
  run: string;
  event: E;
  /** The id of whose it is. */
  person: string;
  /**
   * `refused`: the server will not have it; it stays here until somebody has dealt with it. `withdrawn`: dealt with, as an addition to
   * a signed record or as a signature that was taken back.
   */
  is: 'waiting' | 'sent' | 'refused' | 'withdrawn';
  /** Why it was refused, in words. */
  why?: Said;
  /** Recorded here by this person: should the server ever lose it, it is sent again. */
  isOwn?: true;
}

/** A picture that the server has not got, or will not have. */
export interface KeptPhoto {
  run: string;
  photo: string;
  person: string;
  bytes: Blob;
  is: 'waiting' | 'refused';
  why?: Said;
}

/** A bench that can be opened here. */
export interface KeptBench {
  /** Its run, or its recording. */
  run: string;
  /** The page that it is opened with, where that is not the bench. */
  page?: 'record';
  job: number;
  customer: string;
  machine: string;
  work: string;
  /** Who had it open, and when, ISO 8601. */
  person: string;
  at: string;
  waiting?: number;
}

/** Longer than this a browser's database is not waited for, ms: some never answer. */
const PATIENCE_MS = 2000;

let store: UseStore | undefined;
const use: UseStore = (mode, then) => (store ??= createStore('eager-wrench', 'kept'))(mode, then);

/** The next one who asks opens the database anew. */
export const dropConnection = (): void => void (store = undefined);

export class KeepsNothing extends Error {}

/** @throws KeepsNothing when it fails or does not answer in time */
async function inTime<T>(work: () => Promise<T>): Promise<T> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  try {
    return await Promise.race([
      work(),
      new Promise<never>(
        (_, reject) => (timer = setTimeout(() => reject(new Error('it does not answer')), PATIENCE_MS))
      )
    ]);
  } catch (error) {
    // A database that was closed under us is opened anew the next time.
    dropConnection();
    throw new KeepsNothing(`This browser keeps nothing: ${(error as Error).message}`, { cause: error });
  } finally {
    clearTimeout(timer);
  }
}

const rowsOf = (kind: 'event' | 'photo', run: string) => IDBKeyRange.bound([kind, run], [kind, run, []]);
const allOf = (kind: 'event' | 'photo' | 'bench') => IDBKeyRange.bound([kind], [kind, []]);
const keyOf = (row: KeptEvent<Carried>) => ['event', row.run, row.event.id];

/** All or none of what is written in `work`. */
const write = (work: (s: IDBObjectStore) => void): Promise<void> =>
  inTime(() =>
    use('readwrite', (s) => {
      work(s);
      return promisifyRequest(s.transaction);
    })
  );

/** All that is kept of a run, in no order. */
export const keptOf = <E extends Carried = RunEvent>(run: string): Promise<KeptEvent<E>[]> =>
  inTime(() => use('readonly', (s) => promisifyRequest<KeptEvent<E>[]>(s.getAll(rowsOf('event', run)))));

/** Keeps events, or changes how they stand. */
export const keep = (rows: readonly KeptEvent<Carried>[]): Promise<void> =>
  write((s) => rows.forEach((row) => s.put(row, keyOf(row))));

/** Whether an event is still there: a browser may be emptied while one works. */
export const isKept = (row: KeptEvent<Carried>): Promise<boolean> =>
  inTime(() => use('readonly', async (s) => (await promisifyRequest(s.getKey(keyOf(row)))) !== undefined));

export const keptPhotos = (run: string): Promise<KeptPhoto[]> =>
  inTime(() => use('readonly', (s) => promisifyRequest<KeptPhoto[]>(s.getAll(rowsOf('photo', run)))));
export const keepPhoto = (row: KeptPhoto): Promise<void> => write((s) => s.put(row, ['photo', row.run, row.photo]));
export const dropPhoto = (run: string, photo: string): Promise<void> => write((s) => s.delete(['photo', run, photo]));
export const keptPhoto = (run: string, photo: string): Promise<KeptPhoto | undefined> =>
  inTime(() => use('readonly', (s) => promisifyRequest<KeptPhoto | undefined>(s.get(['photo', run, photo]))));

/** Remembers that a bench can be opened here. */
export const keepBench = (bench: KeptBench): Promise<void> => write((s) => s.put(bench, ['bench', bench.run]));

/** The benches that can be opened here, the last one first, each with how much of it the server has not got. */
export async function keptBenches(): Promise<KeptBench[]> {
  const [benches, events] = await inTime(() =>
    use('readonly', (s) =>
      Promise.all([
        promisifyRequest<KeptBench[]>(s.getAll(allOf('bench'))),
        promisifyRequest<KeptEvent[]>(s.getAll(allOf('event')))
      ])
    )
  );
  const waiting = (run: string) =>
    events.filter((e) => e.run === run && (e.is === 'waiting' || e.is === 'refused')).length;
  return benches.map((b) => ({ ...b, waiting: waiting(b.run) })).sort((a, b) => (a.at < b.at ? 1 : -1));
}

/** Whoever signs out leaves nothing that could be looked at: all that the server has goes; what it has not got stays, under its person. */
export async function forgetSent(): Promise<void> {
  const events = await inTime(() => use('readonly', (s) => promisifyRequest<KeptEvent[]>(s.getAll(allOf('event')))));
  await write((s) => {
    for (const row of events) if (row.is === 'sent' || row.is === 'withdrawn') s.delete(keyOf(row));
    s.delete(allOf('bench'));
  });
}

/** What an earlier version of this application kept for its next visit, by the person's name; taken over once. */
export async function takeOverOld(run: string, name: string, person: string): Promise<void> {
  await inTime(async () => {
    const events = await getOld<RunEvent[]>(`outbox ${run} ${name}`);
    if (events) await keep(events.map((event) => ({ run, event, person, is: 'waiting' })));
    await delOld(`outbox ${run} ${name}`);
    for (const photo of (await getOld<string[]>(`photos ${run} ${name}`)) ?? []) {
      const bytes = await getOld<Blob>(`photo ${photo}`);
      if (bytes) await keepPhoto({ run, photo, person, bytes, is: 'waiting' });
      await delOld(`photo ${photo}`);
    }
    await delOld(`photos ${run} ${name}`);
  });
}
