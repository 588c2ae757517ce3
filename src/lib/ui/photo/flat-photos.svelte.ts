import { pictureMap, type Scale } from '$core/recording';
import { flattened } from './flatten';

/** A photo, how it lies on its face, and how large that is, mm. */
export interface Lying {
  photo: string;
  scale: Scale;
  size: { widthMm: number; heightMm: number };
}

/** How long to wait for a photo that has not come yet, from another device, ms. */
const AGAIN_MS = 5000;

/** Photos as they lie on their faces: each flattened once for its scale. */
export class FlatPhotos {
  /** Addresses of flattened pictures, by photo, scale and size. */
  #flat = $state.raw<ReadonlyMap<string, string>>(new Map());
  readonly #working = new Set<string>();

  /** @param bytes the picture as it was taken; undefined while it cannot be had */
  constructor(readonly bytes: (photo: string) => Promise<Blob | undefined>) {}

  /** The picture, ready to lie under a drawing; undefined until it is. */
  of(lying: Lying): string | undefined {
    const key = JSON.stringify(lying);
    if (!this.#flat.has(key)) void this.#flatten(lying, key);
    return this.#flat.get(key);
  }

  async #flatten({ photo, scale, size }: Lying, key: string): Promise<void> {
    if (this.#working.has(key)) return;
    this.#working.add(key);
    const bytes = await this.bytes(photo);
    const bitmap = bytes && (await createImageBitmap(bytes).catch(() => undefined));
    const map = bitmap && pictureMap(scale, bitmap.width / bitmap.height, size);
    if (!bitmap || !map) {
      setTimeout(() => this.#working.delete(key), AGAIN_MS);
      return;
    }
    const url = URL.createObjectURL(await flattened(bitmap, map, size));
    bitmap.close();
    this.#flat = new Map([...this.#flat, [key, url]]);
  }

  close(): void {
    for (const url of this.#flat.values()) URL.revokeObjectURL(url);
  }
}
