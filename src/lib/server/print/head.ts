import type { ShopSettings } from '$core/job';
import type { Model } from '$core/machine';
import type { Translate } from '$lib/words';
import { INK, type Sheet } from './sheet';

/** Whose machine a paper is about. */
export interface JobHead {
  number: number;
  customer: string;
  serial: string;
  complaint: string;
}

/** Whose paper it is, and how dates are written on it. */
export type Letterhead = Pick<ShopSettings, 'name' | 'place'>;

/** The shop's name over what follows, with a line below it. */
export function letterhead(sheet: Sheet, { name }: Letterhead): void {
  if (!name) return;
  sheet.paragraph(name, { size: 10, bold: true, colour: INK.soft });
  sheet.rule(INK.black);
  sheet.gap(10);
}

/** What a sheet says of whose machine it is about. */
export const headFacts = ({ t }: Translate, { machine }: Model, job: JobHead): [string, string][] => [
  [t('report.for'), job.customer],
  [t('report.machine'), `${machine.maker} ${machine.model} ${machine.revision}`],
  [t('report.serialNumber'), job.serial || t('report.notNoted')],
  [t('report.complaint'), job.complaint || t('report.noneNoted')]
];

/** Lines to be signed by hand. */
export function signatures(sheet: Sheet, { t }: Translate, who: readonly string[]): void {
  sheet.need(70);
  sheet.gap(44);
  const column = sheet.width / 2;
  const y = sheet.doc.y;
  who.forEach((name, i) => {
    const x = sheet.left + i * column;
    sheet.ornament(() =>
      sheet.doc
        .moveTo(x, y)
        .lineTo(x + column - 24, y)
        .lineWidth(0.6)
        .stroke(INK.black)
    );
    sheet.tagged('P', () => sheet.at(t('paper.dateAndSignature', { who: name }), x, y + 4, column - 24, { size: 8.5 }));
  });
  sheet.gap(24);
}
