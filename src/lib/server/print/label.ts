import qrcode from 'qrcode-generator';
import type { Model } from '$core/machine';
import type { Translate } from '$lib/words';
import type { JobHead } from './head';
import { INK, PT, Sheet } from './sheet';

/** A label of a common roll, mm. */
const LABEL = { width: 62, height: 29 };
const EDGE = 2.5 * PT;

/** A label for the machine: the job's number to be read by eye and by a reader, and whose it is. */
export function labelPdf(words: Translate, { machine }: Model, job: JobHead): Promise<Buffer<ArrayBuffer>> {
  const { t } = words;
  const title = t('server.labelJob', { number: String(job.number) });
  const sheet = new Sheet({ title, language: words.language, isTrueSize: true, size: LABEL });
  const side = LABEL.height * PT - 2 * EDGE;
  sheet.tagged('Figure', () => square(sheet, `EW-${job.number}`, EDGE, EDGE, side), undefined, {
    alt: `EW-${job.number}`
  });
  const x = 2 * EDGE + side;
  const width = LABEL.width * PT - x - EDGE;
  let y = EDGE;
  for (const [text, size, bold] of [
    [title, 13, true],
    [job.customer, 9, true],
    [`${machine.maker} ${machine.model}`, 8, false],
    [job.serial, 8, false]
  ] as const) {
    if (!text) continue;
    const look = { size, bold };
    const height = sheet.heightOf(text, look, width);
    if (y + height > LABEL.height * PT - EDGE) break;
    sheet.tagged('P', () => sheet.at(text, x, y, width, look));
    y += height + 1.5;
  }
  return sheet.close();
}

/** A QR code, its modules as squares. */
function square(sheet: Sheet, text: string, x: number, y: number, side: number): void {
  const code = qrcode(0, 'M');
  code.addData(text);
  code.make();
  const count = code.getModuleCount();
  const size = side / count;
  for (let row = 0; row < count; row++)
    for (let column = 0; column < count; column++)
      // A hair more than its place: no white lines between neighbours.
      if (code.isDark(row, column)) sheet.doc.rect(x + column * size, y + row * size, size * 1.02, size * 1.02);
  sheet.doc.fill(INK.black);
}
