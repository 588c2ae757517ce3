import { del, get, set, update } from 'idb-keyval';

/** Photos of a run that the server has not got yet, kept in the browser's database under the name of who took them. */
const list = (run: string, person: string) => `photos ${run} ${person}`;
const one = (photo: string) => `photo ${photo}`;

export async function keepPhoto(run: string, person: string, photo: string, bytes: Blob): Promise<void> {
  // The picture first: a list never names what is not there.
  await set(one(photo), bytes);
  await update<string[]>(list(run, person), (all) => [...(all ?? []), photo]);
}

export const photoHere = (photo: string): Promise<Blob | undefined> => get<Blob>(one(photo));

/**
 * Sends what waits, oldest first, until the server cannot be reached.
 * @param refused hears of a photo that the server will not have, and why; it is given up
 * @returns how many are still waiting
 */
export async function sendPhotos(run: string, person: string, refused: (photo: string, why: string) => void): Promise<number> {
  const waiting = (await get<string[]>(list(run, person))) ?? [];
  let left = waiting.length;
  for (const photo of waiting) {
    const bytes = await get<Blob>(one(photo));
    if (bytes) {
      const response = await fetch(`/api/runs/${run}/photos/${photo}`, { method: 'POST', headers: { 'content-type': 'application/octet-stream' }, body: bytes }).catch(() => undefined);
      if (!response) return left;
      const answer = (await response.json().catch(() => ({}))) as { message?: string };
      if (response.status === 413 || response.status === 422) refused(photo, answer.message ?? 'The server will not have it.');
      else if (!response.ok) return left;
    }
    await update<string[]>(list(run, person), (all) => (all ?? []).filter((p) => p !== photo));
    await del(one(photo));
    left--;
  }
  return left;
}
