import { access, mkdir, readFile, rename, rm, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { log } from '../http/log';
import { objectStore } from '../objects/store';
import { settings } from '../settings/environment';
import { here } from '$lib/server/http/here';

/** What a row of `photo` says of where the picture lies: in the row itself, in the object store, or in a folder. */
export interface Lying {
  id: string;
  inRow: boolean;
  inStore: boolean;
}

/** What is wrong with a disk, as against with us. */
const NO_ROOM = new Set(['ENOSPC', 'EDQUOT', 'EACCES', 'EPERM', 'EROFS', 'ENOTDIR', 'EIO']);

/** What a picture is called in the object store. */
export const objectNameOf = (id: string): string => `photos/${id}.jpg`;
const fileOf = (folder: string, id: string) => join(folder, `${id}.jpg`);

/** A picture that does not lie in its row; undefined where it was lost. */
export async function readElsewhere({ id, inStore }: Lying): Promise<Buffer | undefined> {
  const store = objectStore();
  if (inStore && store) return store.get(objectNameOf(id));
  if (!settings.photoFolder)
    throw new Error(
      inStore
        ? `photo ${id} lies in the object store, and OBJECT_STORE is not set`
        : `photo ${id} lies in a folder, and PHOTO_FOLDER is not set`
    );
  return readFile(fileOf(settings.photoFolder, id)).catch((error: NodeJS.ErrnoException) => {
    // Lost from the folder: it can be sent again.
    if (error.code === 'ENOENT') return undefined;
    throw error;
  });
}

/** Whether a picture is still where it is said to lie. */
export async function isThere(lying: Lying): Promise<boolean> {
  if (lying.inRow) return true;
  const store = objectStore();
  if (lying.inStore && store) return (await store.get(objectNameOf(lying.id))) !== undefined;
  // Where nobody can look, nobody can say that it is lost.
  if (!settings.photoFolder) return true;
  return access(fileOf(settings.photoFolder, lying.id)).then(
    () => true,
    () => false
  );
}

/** Writes a picture's file, whole or not at all: it gets its name once it is written. The name is ours, an id that the route has checked. */
export async function write(folder: string, id: string, jpeg: Buffer): Promise<string | undefined> {
  const path = fileOf(folder, id);
  const part = `${path}.part`;
  try {
    await mkdir(folder, { recursive: true });
    await writeFile(part, jpeg);
    await rename(part, path);
    return undefined;
  } catch (err) {
    await rm(part, { force: true }).catch(() => {});
    if (!NO_ROOM.has((err as NodeJS.ErrnoException).code ?? '')) throw err;
    log.error({ err }, 'a photo could not be written');
    return here().t('server.noRoomForPhotos');
  }
}

/** Takes a picture's file away, once it lies in the object store. */
export async function removeFile(id: string): Promise<void> {
  if (settings.photoFolder) await rm(fileOf(settings.photoFolder, id), { force: true });
}
