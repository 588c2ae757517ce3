import type { Tray } from '$core/fasteners';
import { trayPicture } from '$core/formats';
import type { Model } from '$core/machine';
import { TRAY } from '$core/words';
import type { Translate } from '$lib/words';
import type { JobHead } from './head';
import { drawPicture } from './picture';
import { PT, Sheet } from './sheet';

/** The tray's sheets at true scale, A4. */
export function trayPdf(words: Translate, model: Model, tray: Tray, job: JobHead): Promise<Buffer<ArrayBuffer>> {
  const { t, told } = words;
  const title = told(TRAY.title(`${model.machine.maker} ${model.machine.model}`));
  const sheet = new Sheet({ title, language: words.language, isTrueSize: true });
  const picture = trayPicture(model, tray, told);
  for (let page = 0; page < tray.sheets; page++) {
    if (page > 0) sheet.doc.addPage();
    sheet.tagged(
      'Figure',
      () => drawPicture(sheet.doc, picture, [0, -page * tray.sheet.heightMm * PT], PT),
      undefined,
      { alt: t('tray.theSheet', { bins: tray.bins.map((b) => t('tray.binOf', b)).join('; ') }) }
    );
  }
  return sheet.end(t('paper.footJob', { number: job.number, customer: job.customer }), t);
}
