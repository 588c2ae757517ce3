import { writeFileSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import sharp from 'sharp';

/** `npm run icons`: the pictures that a device shows of the installed application, from static/mark.svg. */
const root = new URL('../static/', import.meta.url);
const mark = await readFile(new URL('mark.svg', root), 'utf8');
/** A device cuts its own shape out of such a picture: the mark stands within the middle four fifths, on its own ground. */
const maskable = mark
  .replace('viewBox="0 0 32 32"', 'viewBox="-4 -4 40 40"')
  .replace(/<rect [^>]*>/, '<rect x="-4" y="-4" width="40" height="40" fill="#123640"/>');
for (const [name, svg, size] of [
  ['icon-192.png', mark, 192],
  ['icon-512.png', mark, 512],
  ['icon-maskable-512.png', maskable, 512],
  ['icon-touch-180.png', maskable, 180]
]) {
  const png = await sharp(Buffer.from(svg), { density: 72 * (size / 32) })
    .resize(size, size)
    .png({ compressionLevel: 9 })
    .toBuffer();
  writeFileSync(new URL(name, root), png);
}
