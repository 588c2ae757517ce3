import { pictureMap, type Scale } from '$core/recording';
import type { Machine } from '$core/machine';
import { flattened } from '$lib/recorder/flatten';

/** A picture behind the drawing. */
export interface Behind {
  photo: string;
  face: string;
  scale: Scale | null;
}

/** Pictures of a draft as they lie on their sides, each flattened once. */
export class PhotosBehind {
  photos = $state.raw<readonly Behind[]>([]);
  #flat = $state.raw<ReadonlyMap<string, string>>(new Map());
  readonly #working = new Set<string>();

  constructor(
    private readonly draft: string,
    photos: readonly Behind[]
  ) {
    this.photos = photos;
  }

  /** The newest picture of a side, ready to lie under the drawing; undefined until it is. */
  of(face: string, machine: Machine): string | undefined {
    const behind = this.photos.findLast((p) => p.face === face);
    if (behind && !this.#working.has(behind.photo)) void this.#flatten(behind, machine);
    return behind && this.#flat.get(behind.photo);
  }

  async #flatten({ photo, scale }: Behind, machine: Machine): Promise<void> {
    this.#working.add(photo);
    const response = await fetch(`/api/drafts/${this.draft}/photos/${photo}`).catch(() => undefined);
    if (!response?.ok) return;
    const bitmap = await createImageBitmap(await response.blob());
    const size = { widthMm: machine.size.widthMm, heightMm: machine.size.depthMm };
    // Without a scale it is taken to show the side and nothing else.
    const whole: Scale = {
      by: 'corners',
      corners: [
        [0, 0],
        [1, 0],
        [1, 1],
        [0, 1]
      ]
    };
    const map = pictureMap(scale ?? whole, bitmap.width / bitmap.height, size);
    if (!map) return;
    const url = URL.createObjectURL(await flattened(bitmap, map, size));
    this.#flat = new Map([...this.#flat, [photo, url]]);
  }

  /** @returns why it was not taken, in words; undefined when it was */
  async add(face: string, file: Blob): Promise<string | undefined> {
    const photo = crypto.randomUUID();
    const response = await fetch(`/api/drafts/${this.draft}/photos/${photo}?face=${face}`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: file
    }).catch(() => undefined);
    if (!response?.ok) {
      const answer = (await response?.json().catch(() => undefined)) as { message?: string } | undefined;
      return answer?.message ?? '';
    }
    this.photos = [...this.photos, { photo, face, scale: null }];
    return undefined;
  }

  close(): void {
    for (const url of this.#flat.values()) URL.revokeObjectURL(url);
  }
}
