import { pictureMap, type RecordState } from '$core/recording';
import { flattened } from './flatten';
import type { Recorder } from './recorder.svelte';

type Photo = RecordState['photos'][number];

/** The photos of a recording as they lie on their faces: each brought to scale once, and shown from this device where it lies here. */
export class PhotoLayer {
  /** Addresses of flattened pictures, by photo and scale. */
  #flat = $state.raw<ReadonlyMap<string, string>>(new Map());
  readonly #working = new Set<string>();
  readonly #urls: string[] = [];

  constructor(private readonly recorder: Recorder) {}

  /** The newest photo of a face that has been brought to scale, ready to lie under the drawing; undefined until it is. */
  of(face: string): string | undefined {
    const photo = this.recorder.state.photos.findLast((p) => p.face === face && p.scale);
    if (!photo) return undefined;
    const key = keyOf(photo);
    if (!this.#flat.has(key)) void this.#flatten(photo, key);
    return this.#flat.get(key);
  }

  /** The picture as it was taken: from this device, or from the server. */
  async bytes(photo: string): Promise<Blob | undefined> {
    const here = await this.recorder.photos.here(photo);
    if (here) return here;
    const response = await fetch(`${this.recorder.channel.url}/photos/${photo}`).catch(() => undefined);
    return response?.ok ? response.blob() : undefined;
  }

  async #flatten(photo: Photo, key: string): Promise<void> {
    if (this.#working.has(key)) return;
    this.#working.add(key);
    const { state } = this.recorder;
    const face = state.faces.find((f) => f.id === photo.face)!;
    const size = {
      widthMm: face.widthMm ?? state.about!.size.widthMm,
      heightMm: face.heightMm ?? state.about!.size.depthMm
    };
    const bytes = await this.bytes(photo.photo);
    const bitmap = bytes && (await createImageBitmap(bytes).catch(() => undefined));
    const map = bitmap && pictureMap(photo.scale!, bitmap.width / bitmap.height, size);
    if (!bitmap || !map) {
      // It may come later: from another device, over the server.
      setTimeout(() => this.#working.delete(key), 5000);
      return;
    }
    const url = URL.createObjectURL(await flattened(bitmap, map, size));
    bitmap.close();
    this.#urls.push(url);
    this.#flat = new Map([...this.#flat, [key, url]]);
  }

  close(): void {
    for (const url of this.#urls) URL.revokeObjectURL(url);
  }
}

const keyOf = (photo: Photo): string => `${photo.photo} ${JSON.stringify(photo.scale)}`;
