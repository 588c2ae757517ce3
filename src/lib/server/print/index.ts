import type { Tray } from '$core/fasteners';
import type { Language } from '$core/language';
import { modelOf, type Machine } from '$core/machine';
import type { Plan } from '$core/plan';
import type { RunState } from '$core/run';
import { wordsIn } from '../http/here';
import { exercisesPdf, type ExercisePaper } from './exercises';
import { intakePdf, type IntakePaper } from './intake';
import type { JobHead, Letterhead } from './head';
import { jobSheetPdf } from './job-sheet';
import { labelPdf } from './label';
import { quotePdf, type QuotePaper } from './quote';
import { reportPdf, type Photo } from './report';
import { trayPdf } from './tray';

/** What can be printed, as it is sent to the thread that writes it. */
export type Paper = OfJob | ({ what: 'exercises'; language: Language; machine: Machine } & ExercisePaper);

type OfJob = { language: Language; machine: Machine; job: JobHead } & (
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
    case 'exercises':
      return exercisesPdf(words, model, paper);
    case 'label':
      return labelPdf(words, model, paper.job);
  }
}
