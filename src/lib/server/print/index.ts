import type { Tray } from '$core/fasteners';
import { trayPicture } from '$core/formats';
import type { Language } from '$core/language';
import { modelOf, type Machine, type Model } from '$core/machine';
import type { Plan } from '$core/plan';
import type { RunState } from '$core/run';
import { TRAY } from '$core/words';
import type { Translate } from '$lib/words';
import { wordsIn } from '../http/here';
import { intakePdf, type IntakePaper } from './intake';
import { jobSheetPdf, type JobHead } from './job-sheet';
import { labelPdf } from './label';
import { drawPicture } from './picture';
import { quotePdf, type QuotePaper } from './quote';
import { reportPdf, type Letterhead, type Photo } from './report';
import { PT, Sheet } from './sheet';

/** What can be printed, as it is sent to the thread that writes it. */
export type Paper = { language: Language; machine: Machine; job: JobHead } & (
  | { what: 'tray'; tray: Tray }
  | { what: 'job sheet'; plan: Plan }
  | { what: 'report'; plans: Plan[]; state: RunState; shop: Letterhead; photos: Photo[] }
  | ({ what: 'quote'; shop: Letterhead } & QuotePaper)
  | ({ what: 'intake'; shop: Letterhead } & IntakePaper)
  | { what: 'label' }
);

export function printed(paper: Paper): Promise<Buffer<ArrayBuffer>> {
  const model = modelOf(paper.machine);
  const words = wordsIn(paper.language);
  switch (paper.what) {
    case 'tray':
      return trayPdf(words, model, paper.tray, paper.job);
    case 'job sheet':
      return jobSheetPdf(words, model, paper.plan, paper.job);
    case 'report':
      return reportPdf(words, model, paper.plans, paper.state, paper.job, paper.shop, paper.photos);
    case 'quote':
      return quotePdf(words, model, paper, paper.job, paper.shop);
    case 'intake':
      return intakePdf(words, model, paper, paper.job, paper.shop);
    case 'label':
      return labelPdf(words, model, paper.job);
  }
}

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

export { jobSheetPdf, labelPdf, intakePdf, quotePdf, reportPdf };
export type { Photo };
