import type { PictureMap } from '$core/recording';

/** Points of the flattened picture along its longer side: as many as a bench's screen has, doubled for a closer look. */
const LONG_SIDE = 1600;

/**
 * A photo as it would look from straight above, cut to its face.
 * @param map where each place of the face lies on the photo
 * @returns a PNG, as broad and high as the face
 */
export async function flattened(
  photo: ImageBitmap,
  map: PictureMap,
  { widthMm, heightMm }: { widthMm: number; heightMm: number }
): Promise<Blob> {
  const k = LONG_SIDE / Math.max(widthMm, heightMm);
  const [width, height] = [Math.round(widthMm * k), Math.round(heightMm * k)];
  const from = pixelsOf(photo);
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d')!;
  const to = context.createImageData(width, height);
  const [read, write] = [new Uint32Array(from.data.buffer), new Uint32Array(to.data.buffer)];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [u, v] = map.toPicture([(x + 0.5) / k, (y + 0.5) / k]);
      const [px, py] = [Math.floor(u * from.width), Math.floor(v * from.height)];
      // What the photo does not show stays clear.
      if (px >= 0 && py >= 0 && px < from.width && py < from.height) write[y * width + x] = read[py * from.width + px]!;
    }
  context.putImageData(to, 0, 0);
  return canvas.convertToBlob({ type: 'image/png' });
}

function pixelsOf(photo: ImageBitmap): ImageData {
  // Larger than what comes out of it a photo only takes time.
  const k = Math.min(1, (LONG_SIDE * 1.25) / Math.max(photo.width, photo.height));
  const canvas = new OffscreenCanvas(Math.round(photo.width * k), Math.round(photo.height * k));
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.drawImage(photo, 0, 0, canvas.width, canvas.height);
  return context.getImageData(0, 0, canvas.width, canvas.height);
}
