import { boxOf, flatten, type Zone } from '$core/machine';
import { WHOLE_PICTURE, type Scale } from '$core/recording';
import { FlatPhotos } from '$lib/ui/photo';

/** A picture behind the drawing. */
export interface Behind {
  photo: string;
  face: string;
  scale: Scale | null;
}

/** Pictures of a draft, as they lie on its sides. */
export class DraftPhotos extends FlatPhotos {
  photos = $state.raw<readonly Behind[]>([]);
  readonly #draft: string;

  constructor(draft: string, photos: readonly Behind[]) {
    super(async (photo) => {
      const response = await fetch(this.addressOf(photo)).catch(() => undefined);
      return response?.ok ? response.blob() : undefined;
    });
    this.#draft = draft;
    this.photos = photos;
  }

  /** Where the picture is as it was taken. */
  addressOf = (photo: string): string => `/api/drafts/${this.#draft}/photos/${photo}`;

  newest(face: string): Behind | undefined {
    return this.photos.findLast((p) => p.face === face);
  }

  /** The newest of a side, ready to lie under the drawing; undefined until it is. */
  onFace({ id, outline }: Zone): string | undefined {
    const newest = this.newest(id);
    if (!newest) return undefined;
    const box = boxOf(flatten(outline));
    const size = { widthMm: box.maxX - box.minX, heightMm: box.maxY - box.minY };
    return this.of({ photo: newest.photo, scale: newest.scale ?? WHOLE_PICTURE, size });
  }

  /** @returns why it was not taken, in words, which may be none; undefined when it was */
  async add(face: string, file: Blob): Promise<string | undefined> {
    const photo = crypto.randomUUID();
    const why = await sent(`${this.addressOf(photo)}?face=${face}`, file);
    if (why === undefined) this.photos = [...this.photos, { photo, face, scale: null }];
    return why;
  }

  /** Brings a picture to scale. @returns as `add` does */
  async setScale(photo: string, scale: Scale): Promise<string | undefined> {
    const why = await sent(`${this.addressOf(photo)}?scale=${encodeURIComponent(JSON.stringify(scale))}`);
    if (why === undefined) this.photos = this.photos.map((p) => (p.photo === photo ? { ...p, scale } : p));
    return why;
  }
}

async function sent(url: string, body?: Blob): Promise<string | undefined> {
  const headers = { 'content-type': 'application/octet-stream' };
  const response = await fetch(url, { method: 'POST', headers, ...(body ? { body } : {}) }).catch(() => undefined);
  if (response?.ok) return undefined;
  const answer = (await response?.json().catch(() => undefined)) as { message?: string } | undefined;
  return answer?.message ?? '';
}
