import { dayText } from '$core/calendar';
import type { Model } from '$core/machine';
import { written, type Quote } from '$core/money';
import { answeredHow } from '$core/words';
import type { Said } from '$core/language';
import { duration } from '$lib/ui/format';
import type { Translate } from '$lib/words';
import { headFacts, letterhead, signatures, type JobHead, type Letterhead } from './head';
import { INK, Sheet } from './sheet';

/** A quote as it was given, with the names of its parts by their numbers, and the answer if there is one. */
export interface QuotePaper {
  quote: Quote;
  /** ISO 8601. */
  at: string;
  work: Said;
  names: Readonly<Record<string, Said>>;
  answer?: { approved: boolean; from: string; how: string; at: string };
}

/** What the work would cost, expected and at most, to be agreed to by the customer. */
export function quotePdf(
  words: Translate,
  model: Model,
  { quote, at, work, names, answer }: QuotePaper,
  job: JobHead,
  shop: Letterhead
): Promise<Buffer<ArrayBuffer>> {
  const { t, told } = words;
  const sheet = new Sheet({ title: t('paper.quote', { number: job.number }), language: words.language });
  const amount = (minor: number) => written(minor, quote.currency, shop.place.language);
  const { p50, p80 } = quote.seconds;
  letterhead(sheet, shop);
  sheet.heading(1, t('paper.quote', { number: job.number }));
  sheet.facts([
    ...headFacts(words, model, job),
    [t('paper.work'), told(work)],
    [t('paper.dated'), dayText(at, shop.place)]
  ]);
  sheet.gap(10);
  sheet.table(
    [
      { title: t('paper.what'), share: 0.46 },
      { title: t('paper.partNumber'), share: 0.2 },
      { title: t('spares.likely'), share: 0.17, isRight: true },
      { title: t('spares.maximum'), share: 0.17, isRight: true }
    ],
    [
      ...quote.lines.map((line) => [
        line.what === 'labour'
          ? t('paper.labour', { likely: duration(p50), cautious: duration(p80) })
          : told((line.number && names[line.number]) || line.text),
        line.number ?? '',
        amount(line.expected),
        amount(line.atMost)
      ]),
      [t('paper.tax', { percent: quote.taxBp / 10_000 }), '', amount(quote.expected.tax), amount(quote.atMost.tax)]
    ],
    9.5
  );
  sheet.gap(8);
  sheet.paragraph(t('paper.total', { expected: amount(quote.expected.gross), atMost: amount(quote.atMost.gross) }), {
    size: 12,
    bold: true
  });
  sheet.paragraph(t('paper.quoteMeans'), { colour: INK.soft });
  if (answer)
    sheet.paragraph(
      t('paper.answered', {
        approved: answer.approved ? 'yes' : 'no',
        from: answer.from,
        how: answeredHow(answer.how),
        at: dayText(answer.at, shop.place)
      }),
      { bold: true }
    );
  else signatures(sheet, words, [t('paper.customerAgrees')]);
  return sheet.end(t('paper.footJob', { number: job.number, customer: job.customer }), t);
}
