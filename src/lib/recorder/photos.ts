import { FlatPhotos } from '$lib/ui/photo';
import type { Recorder } from './recorder.svelte';

/** The photos of a recording: from this device where they lie here, else from the server. */
export class RecordPhotos extends FlatPhotos {
  constructor(private readonly recorder: Recorder) {
    super(async (photo) => {
      const here = await recorder.photos.here(photo);
      if (here) return here;
      const response = await fetch(`${recorder.channel.url}/photos/${photo}`).catch(() => undefined);
      return response?.ok ? response.blob() : undefined;
    });
  }

  /** The newest of a face that has been brought to scale, ready to lie under the drawing; undefined until it is. */
  onFace(face: string): string | undefined {
    const { photos, faces, about } = this.recorder.state;
    const newest = photos.findLast((p) => p.face === face && p.scale);
    const side = faces.find((f) => f.id === face);
    if (!newest?.scale || !side || !about) return undefined;
    const { photo, scale } = newest;
    const size = { widthMm: side.widthMm ?? about.size.widthMm, heightMm: side.heightMm ?? about.size.depthMm };
    return this.of({ photo, scale, size });
  }
}
