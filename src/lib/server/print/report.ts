import { stampText } from '$core/calendar';
import type { Model } from '$core/machine';
import type { Plan } from '$core/plan';
import { forCustomers, outcomeOf, reportSections, screwRows, type ReportLine, type RunState } from '$core/run';
import { duration } from '$lib/ui/format';
import type { Translate } from '$lib/words';
import { headFacts, letterhead, type JobHead, type Letterhead } from './head';
import { INK, PT, Sheet } from './sheet';

/** A small picture as JPEG, with what it shows. */
export interface Photo {
  bytes: Uint8Array;
  caption: string;
}

/** The report: first what came of it, in plain words; then what was found and measured, and photos; behind it the full record. */
export function reportPdf(
  words: Translate,
  model: Model,
  plans: readonly Plan[],
  state: RunState,
  job: JobHead,
  shop: Letterhead,
  photos: readonly Photo[] = []
): Promise<Buffer<ArrayBuffer>> {
  const { t, told } = words;
  const when = (at: string) => stampText(at, shop.place);
  const sheet = new Sheet({ title: t('paper.report', { number: job.number }), language: words.language });
  const sections = reportSections(model, plans, state, shop.place);

  letterhead(sheet, shop);
  sheet.heading(1, t('paper.report', { number: job.number }));
  sheet.facts(headFacts(words, model, job));
  result(sheet, words, outcomeOf(model, plans, state), state.signed !== undefined);
  for (const section of forCustomers(sections)) {
    sheet.heading(2, told(section.title));
    for (const line of section.lines) said(sheet, words, line);
  }
  pictures(sheet, t('paper.photos'), photos);
  sheet.heading(2, t('paper.signed'));
  if (state.signed) {
    sheet.paragraph(`${state.signed.by}, ${when(state.signed.at)}`);
    if (state.signed.note) sheet.paragraph(state.signed.note);
  } else sheet.paragraph(t('paper.notSigned'), { bold: true, colour: INK.now });
  if (state.countersigned)
    sheet.paragraph(t('paper.secondPerson', { by: state.countersigned.by, at: when(state.countersigned.at) }));
  for (const c of state.corrections)
    sheet.paragraph(`${t('paper.correction', { text: c.text })} ${when(c.at)}${c.by ? `, ${c.by}` : ''}`);

  record(sheet, words, model, state, sections, when);
  return sheet.end(
    t('paper.foot', { number: job.number, machine: `${model.machine.model} ${model.machine.revision}` }),
    t
  );
}

function said(sheet: Sheet, { told }: Translate, { text, more, bad }: ReportLine): void {
  sheet.paragraph(told(text), bad ? { bold: true, colour: INK.now } : {});
  if (more) sheet.paragraph(told(more), { size: 8.5, colour: INK.soft }, 10);
}

/** The result on a ground of its own. */
function result(sheet: Sheet, { t, told }: Translate, lines: readonly ReportLine[], isSigned: boolean): void {
  sheet.gap(8);
  const inset = 12;
  const width = sheet.width - 2 * inset;
  const shown = [...lines, ...(isSigned ? [] : [{ text: t('paper.notSigned'), bad: true }])].flatMap((line) => [
    { text: told(line.text), look: { size: 11.5, bold: true, colour: line.bad ? INK.now : INK.black } },
    ...(line.more ? [{ text: told(line.more), look: { size: 9.5, colour: INK.soft } }] : [])
  ]);
  if (shown.length === 0) return;
  const height = shown.reduce((sum, { text, look }) => sum + sheet.heightOf(text, look, width) + 3, 0) + 2 * inset - 3;
  sheet.need(height);
  const top = sheet.doc.y;
  sheet.ornament(() => {
    sheet.doc.rect(sheet.left, top, sheet.width, height).fill(INK.wash);
    sheet.doc.rect(sheet.left, top, 3, height).fill(lines.some((l) => l.bad) || !isSigned ? INK.now : INK.black);
  });
  sheet.doc.y = top + inset;
  for (const { text, look } of shown) {
    const y = sheet.doc.y;
    sheet.tagged('P', () => sheet.at(text, sheet.left + inset, y, width, look));
    sheet.doc.y = y + sheet.heightOf(text, look, width) + 3;
  }
  sheet.doc.y = top + height;
}

function pictures(sheet: Sheet, title: string, photos: readonly Photo[]): void {
  if (photos.length === 0) return;
  sheet.heading(2, title);
  const column = sheet.width / 3;
  const row = 52 * PT;
  photos.forEach(({ bytes, caption }, i) => {
    if (i % 3 === 0) sheet.need(row);
    const [x, y] = [sheet.left + (i % 3) * column, sheet.doc.y];
    sheet.tagged(
      'Figure',
      () => void sheet.doc.image(Buffer.from(bytes), x, y, { fit: [column - 8, row - 26] }),
      undefined,
      { alt: caption }
    );
    sheet.tagged('Caption', () => sheet.at(caption, x, y + row - 24, column - 8, { size: 8 }));
    sheet.doc.y = i % 3 === 2 || i === photos.length - 1 ? y + row : y;
  });
}

/** Everything that was recorded, with when and by whom, and the account of screws group by group. */
function record(
  sheet: Sheet,
  { t, told }: Translate,
  model: Model,
  state: RunState,
  sections: ReturnType<typeof reportSections>,
  when: (at: string) => string
): void {
  // Nothing was recorded yet.
  if (state.lastAt === undefined) return;
  sheet.doc.addPage();
  sheet.heading(1, t('report.fullRecord'));
  sheet.paragraph(t('paper.benchTime', { time: duration(state.activeSeconds) }));
  for (const section of sections) {
    sheet.heading(2, told(section.title));
    sheet.table(
      [
        { title: t('paper.what'), share: 0.58 },
        { title: t('paper.whenAndWho'), share: 0.42 }
      ],
      section.lines.map((l) => [
        { text: [told(l.text), told(l.more)].filter(Boolean).join('\n'), bad: l.bad === true },
        [l.at && when(l.at), l.by].filter(Boolean).join(', ')
      ]),
      8.5
    );
  }
  const rows = screwRows(model, state);
  if (rows.length === 0) return;
  sheet.heading(2, t('paper.screws'));
  sheet.table(
    [
      { title: t('report.group'), share: 0.38 },
      { title: t('report.size'), share: 0.22 },
      { title: t('report.inTheMachine'), share: 0.11, isRight: true },
      { title: t('report.out'), share: 0.07, isRight: true },
      { title: t('report.back'), share: 0.07, isRight: true },
      { title: t('report.result'), share: 0.15 }
    ],
    rows.map((row) => [
      told(row.name),
      told(row.size),
      String(row.expected),
      String(row.out),
      String(row.back),
      { text: told(row.account), bad: !row.closes }
    ]),
    8.5
  );
}
