import { stampText } from '$core/calendar';
import { drawingPicture, untouched } from '$core/drawing';
import { answerWords, QUESTIONS } from '$core/hazards';
import type { JobState } from '$core/job';
import type { Model } from '$core/machine';
import { DATA, MARKS, zoneName } from '$core/words';
import type { Translate } from '$lib/words';
import { headFacts, letterhead, signatures, type JobHead, type Letterhead } from './head';
import { INK, PT, Sheet } from './sheet';

/** What was asked, seen and agreed. */
export type IntakePaper = Pick<JobState, 'hazards' | 'intake' | 'marks'> & {
  /** When it came in, ISO 8601. */
  at: string;
};

/** The receipt that a customer takes away: what was handed in, in what state, and what was agreed. */
export function intakePdf(
  words: Translate,
  model: Model,
  { hazards, intake, marks, at }: IntakePaper,
  job: JobHead,
  shop: Letterhead
): Promise<Buffer<ArrayBuffer>> {
  const { t, told } = words;
  const sheet = new Sheet({ title: t('paper.intake', { number: job.number }), language: words.language });
  letterhead(sheet, shop);
  sheet.heading(1, t('paper.intake', { number: job.number }));
  sheet.facts([
    ...headFacts(words, model, job),
    [t('paper.handedIn'), stampText(at, shop.place)],
    [t('paper.accessories'), intake?.accessories.join(', ') || t('paper.none')],
    [t('paper.data'), intake ? told(DATA[intake.data]) : t('report.notNoted')],
    [t('paper.seals'), t('paper.sealsAgreed', { agreed: intake?.sealsAgreed ? 'yes' : 'no' })]
  ]);
  if (intake?.note) sheet.paragraph(intake.note);

  const answered = QUESTIONS.filter((q) => hazards[q.id] !== undefined);
  if (answered.length > 0) {
    sheet.heading(2, t('paper.asked'));
    sheet.table(
      [
        { title: t('paper.question'), share: 0.6 },
        { title: t('paper.answer'), share: 0.4 }
      ],
      answered.map((q) => [told(q.text), told(answerWords(q.id, hazards[q.id]!))])
    );
  }

  sheet.heading(2, t('paper.condition'));
  if (marks.length === 0) sheet.paragraph(t('paper.nothingSeen'));
  for (const zone of model.machine.zones) {
    const here = marks.filter((m) => m.zone === zone.id);
    if (here.length === 0) continue;
    const bare = drawingPicture(model, zone.id, untouched(), { speak: told });
    const width = 100 * PT;
    const height = (width * bare.height) / bare.width;
    sheet.need(height + 12);
    const y = sheet.doc.y;
    const letter = (3.4 * PT * bare.width) / width;
    sheet.picture(
      {
        ...bare,
        items: [
          ...bare.items,
          ...here.flatMap((m) => [
            { shapes: [{ d: disc(m.at, letter * 0.8), fill: INK.now, stroke: '#ffffff', strokeWidth: letter / 10 }] },
            {
              text: String(marks.indexOf(m) + 1),
              at: [m.at[0], m.at[1] + letter / 3] as const,
              centred: true as const,
              size: letter,
              bold: true as const,
              fill: '#ffffff'
            }
          ])
        ]
      },
      sheet.left,
      y,
      width,
      height
    );
    const x = sheet.left + width + 10;
    const column = sheet.width - width - 10;
    let at = y + 4;
    const lines = [
      told(zoneName(model, zone.id)),
      ...here.map((m) => [`${marks.indexOf(m) + 1}. ${told(MARKS[m.what])}`, m.note].filter(Boolean).join(': '))
    ];
    lines.forEach((text, i) => {
      const look = { size: 9.5, bold: i === 0 };
      sheet.tagged('P', () => sheet.at(text, x, at, column, look));
      at += sheet.heightOf(text, look, column) + 3;
    });
    sheet.doc.y = Math.max(y + height, at) + 6;
  }
  signatures(sheet, words, [t('paper.customer'), t('paper.counter')]);
  return sheet.end(t('paper.footJob', { number: job.number, customer: job.customer }), t);
}

const disc = ([x, y]: readonly [number, number], r: number) =>
  `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;
