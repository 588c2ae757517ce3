import { createRequire } from 'node:module';
import PDFDocument from 'pdfkit';
import { stampText } from '$core/calendar';
import { drawingPicture } from '$core/drawing';
import type { Tray } from '$core/fasteners';
import { trayPicture } from '$core/formats';
import type { ShopSettings } from '$core/job';
import { modelOf, type Machine, type Model } from '$core/machine';
import { brokenForGood, zoneAt, type Plan } from '$core/plan';
import { machineAfter, reportSections, screwRows, type RunState } from '$core/run';
import { duration } from '$lib/ui/format';
import { goalParts } from '$core/goals';
import type { Language } from '$core/language';
import { jobWords, jointName, legName, SHEET, toolName, TRAY } from '$core/words';
import type { Translate } from '$lib/words';
import { wordsIn } from '../http/here';
import { drawPicture } from './picture';

/** Points of a PDF page per millimetre. */
const PT = 72 / 25.4;
const A4 = { width: 210, height: 297 };

const { resolve } = createRequire(import.meta.url);
/** Letters of most alphabets, in the file: what a customer is called is printed whatever its letters. */
const FONTS = {
  plain: resolve('dejavu-fonts-ttf/ttf/DejaVuSansCondensed.ttf'),
  bold: resolve('dejavu-fonts-ttf/ttf/DejaVuSansCondensed-Bold.ttf')
};

type Doc = InstanceType<typeof PDFDocument>;

function begin(title: string): { doc: Doc; bytes: Promise<Buffer<ArrayBuffer>> } {
  const doc = new PDFDocument({
    size: 'A4',
    margin: 14 * PT,
    bufferPages: true,
    info: { Title: title, Producer: 'Eager Wrench', Creator: 'Eager Wrench' }
  });
  doc.registerFont('plain', FONTS.plain).registerFont('bold', FONTS.bold).font('plain');
  const bytes = new Promise<Buffer<ArrayBuffer>>((done, failed) => {
    const chunks: Buffer[] = [];
    doc.on('data', (chunk: Buffer) => chunks.push(chunk));
    doc.on('end', () => done(Buffer.concat(chunks)));
    doc.on('error', failed);
  });
  return { doc, bytes };
}

/** The tray's sheets at true scale, A4. */
export function trayPdf({ told }: Translate, model: Model, tray: Tray): Promise<Buffer<ArrayBuffer>> {
  const { doc, bytes } = begin(told(TRAY.title(`${model.machine.maker} ${model.machine.model}`)));
  const picture = trayPicture(model, tray, told);
  for (let sheet = 0; sheet < tray.sheets; sheet++) {
    if (sheet > 0) doc.addPage();
    drawPicture(doc, picture, [0, -sheet * tray.sheet.heightMm * PT], PT);
  }
  doc.end();
  return bytes;
}

export interface JobSheet {
  number: number;
  customer: string;
  serial: string;
  complaint: string;
}

/** What can be printed, as it is sent to the thread that writes it. */
export type Paper = { language: Language; machine: Machine } & (
  | { what: 'tray'; tray: Tray }
  | { what: 'job sheet'; plan: Plan; job: JobSheet }
  | {
      what: 'report';
      plans: Plan[];
      state: RunState;
      job: JobSheet;
      shop: Pick<ShopSettings, 'name' | 'place'>;
      photos: Photo[];
    }
);

export function printed(paper: Paper): Promise<Buffer<ArrayBuffer>> {
  const model = modelOf(paper.machine);
  const words = wordsIn(paper.language);
  switch (paper.what) {
    case 'tray':
      return trayPdf(words, model, paper.tray);
    case 'job sheet':
      return jobSheetPdf(words, model, paper.plan, paper.job);
    case 'report':
      return reportPdf(words, model, paper.plans, paper.state, paper.job, paper.shop, paper.photos);
  }
}

/** A small picture as JPEG, with what it shows. */
export interface Photo {
  bytes: Uint8Array;
  caption: string;
}

/** The job on paper: what it is, what has to lie ready, the machine opened, and every step to be ticked. */
export function jobSheetPdf(
  { t, told }: Translate,
  model: Model,
  plan: Plan,
  job: JobSheet
): Promise<Buffer<ArrayBuffer>> {
  const { machine } = model;
  const { doc, bytes } = begin(t('paper.job', { number: job.number }));
  const left = 14 * PT;
  const width = (A4.width - 28) * PT;
  const bottom = (A4.height - 20) * PT;
  /** Begins a new page when so much does not fit any more. */
  const need = (height: number) => {
    if (doc.y + height > bottom) doc.addPage();
  };

  doc
    .font('bold')
    .fontSize(16)
    .text(t('paper.jobFor', { number: job.number, work: jobWords(model, plan.goals) }), left, 14 * PT, { width });
  doc
    .font('plain')
    .fontSize(10)
    .text(
      t(job.serial ? 'paper.machineSerial' : 'paper.machine', {
        machine: `${machine.maker} ${machine.model} ${machine.revision}`,
        serial: job.serial,
        customer: job.customer
      }),
      { width }
    );
  if (job.complaint) doc.text(t('paper.complaint', { complaint: job.complaint }), { width });
  doc
    .text(t('paper.times', { likely: duration(plan.times.p50), cautious: duration(plan.times.p80) }), { width })
    .moveDown(0.6);

  const zone =
    zoneAt(
      plan,
      plan.steps.findIndex((s) => s.leg === 'swap')
    ) ?? machine.zones[0]!.id;
  const swap = plan.steps.findIndex((s) => s.leg === 'swap');
  const drawing = drawingPicture(
    model,
    zone,
    machineAfter(
      model,
      plan,
      (s) =>
        s.leg !== 'up' &&
        plan.steps.indexOf(s) < swap &&
        s.do === 'move' &&
        !goalParts(plan.goals).includes(s.part ?? '')
    ),
    { goals: goalParts(plan.goals), speak: told }
  );
  const height = 70 * PT;
  const scale = Math.min(width / drawing.width, height / drawing.height);
  const middle = [left + (width - scale * drawing.width) / 2, doc.y + (height - scale * drawing.height) / 2] as const;
  drawPicture(doc, drawing, middle, scale);
  doc.y += height + 8;

  const list = (title: string, items: readonly string[]) => {
    if (items.length === 0) return;
    need(34);
    doc.font('bold').fontSize(10.5).text(title, left, doc.y, { width }).font('plain').fontSize(9.5);
    for (const item of items) tick(item);
    doc.moveDown(0.5);
  };
  const tick = (text: string, indent = 0) => {
    const x = left + 14 + indent;
    const h = doc.heightOfString(text, { width: width - 14 - indent });
    need(h + 2);
    const y = doc.y;
    doc
      .rect(left + indent, y + 1.5, 8, 8)
      .lineWidth(0.6)
      .stroke('#12222a');
    doc.text(text, x, y, { width: width - 14 - indent });
    doc.y = y + h + 2;
  };
  list(told(SHEET.inHand), [
    ...plan.inHand.spares.map(
      (s) => `${told(s.name)}${s.numbers.length > 0 ? `, ${told(SHEET.numbers(s.numbers))}` : ''}`
    ),
    ...plan.inHand.tools.map((use) => told(SHEET.tool(toolName(use.tool), use.substitutes.map(toolName)))),
    ...plan.inHand.consumables.map((c) => told(SHEET.item(c.name, c.amount)))
  ]);
  list(
    told(SHEET.broken),
    brokenForGood(model, plan).map((j) => told(jointName(model, j)))
  );

  let leg = '';
  plan.steps.forEach((step, i) => {
    if (step.leg !== leg) {
      leg = step.leg;
      need(40);
      doc
        .moveDown(0.4)
        .font('bold')
        .fontSize(11)
        .text(told(legName(step.leg)), left, doc.y, { width })
        .font('plain')
        .fontSize(9.5)
        .moveDown(0.15);
    }
    const caution = step.cautions.find((c) => c.harm) ?? (step.unheld ? step.cautions[0] : undefined);
    tick(`${i + 1}. ${told(step.text)}${step.tool ? ` (${told(toolName(step.tool))})` : ''}`);
    if (step.detail) {
      need(12);
      doc
        .fontSize(8)
        .fillColor('#435a65')
        .text(told(step.detail), left + 14, doc.y, { width: width - 14 })
        .fillColor('black')
        .fontSize(9.5);
    }
    if (caution) {
      need(14);
      doc
        .font('bold')
        .fontSize(8.5)
        .text(`${told(SHEET.caution)}: ${told(caution.text)}`, left + 14, doc.y, { width: width - 14 })
        .font('plain')
        .fontSize(9.5);
    }
  });

  foot(
    doc,
    t('paper.footPlan', {
      number: job.number,
      machine: `${machine.model} ${machine.revision}`,
      hash: plan.machine.hash.slice(0, 8)
    }),
    t
  );
  doc.end();
  return bytes;
}

/** A line at the foot of every page, with the page's number. */
function foot(doc: Doc, text: string, t: Translate['t']): void {
  const left = 14 * PT;
  const width = (A4.width - 28) * PT;
  const { start, count } = doc.bufferedPageRange();
  for (let i = start; i < start + count; i++) {
    doc.switchToPage(i);
    // Below the margin, where text would otherwise open a new page.
    doc.page.margins.bottom = 0;
    doc
      .font('plain')
      .fontSize(8)
      .text(text, left, (A4.height - 12) * PT, { width: width - 60, lineBreak: false });
    doc.text(t('paper.page', { page: i + 1, count }), left + width - 60, (A4.height - 12) * PT, {
      width: 60,
      align: 'right',
      lineBreak: false
    });
  }
}

/** The report that a customer reads, on paper. */
export function reportPdf(
  { t, told }: Translate,
  model: Model,
  plans: readonly Plan[],
  state: RunState,
  job: JobSheet,
  { name, place }: Pick<ShopSettings, 'name' | 'place'>,
  photos: readonly Photo[] = []
): Promise<Buffer<ArrayBuffer>> {
  const { machine } = model;
  const { doc, bytes } = begin(t('paper.report', { number: job.number }));
  const left = 14 * PT;
  const width = (A4.width - 28) * PT;
  const when = (at: string) => stampText(at, place);
  const line = (text: string, more = '', bad = false) => {
    const height = doc
      .font(bad ? 'bold' : 'plain')
      .fontSize(10)
      .heightOfString(text, { width });
    if (doc.y + height + (more ? 12 : 0) > (A4.height - 20) * PT) doc.addPage();
    doc.text(text, left, doc.y, { width });
    if (more)
      doc.font('plain').fontSize(8.5).fillColor('#435a65').text(more, left, doc.y, { width }).fillColor('black');
    doc.moveDown(0.2);
  };
  const title = (text: string) => {
    if (doc.y > (A4.height - 40) * PT) doc.addPage();
    doc.moveDown(0.6).font('bold').fontSize(12).text(text, left, doc.y, { width }).moveDown(0.2);
  };

  if (name)
    doc
      .font('plain')
      .fontSize(10)
      .text(name, left, 14 * PT, { width });
  doc
    .font('bold')
    .fontSize(17)
    .text(t('paper.report', { number: job.number }), left, name ? doc.y + 4 : 14 * PT, { width });
  line(
    t(job.serial ? 'paper.machineSerial' : 'paper.machine', {
      machine: `${machine.maker} ${machine.model} ${machine.revision}`,
      serial: job.serial,
      customer: job.customer
    })
  );
  if (job.complaint) line(t('paper.complaint', { complaint: job.complaint }));
  line(t('paper.benchTime', { time: duration(state.activeSeconds) }));
  for (const section of reportSections(model, plans, state, place)) {
    title(told(section.title));
    for (const l of section.lines)
      line(
        told(l.text),
        [told(l.more), l.at && `${when(l.at)}${l.by ? `, ${l.by}` : ''}`].filter(Boolean).join('. '),
        l.bad
      );
  }
  title(t('paper.screws'));
  for (const row of screwRows(model, state))
    line(
      t('paper.screwRow', { name: row.name, size: row.size, out: row.out, back: row.back, account: row.account }),
      '',
      !row.closes
    );
  if (photos.length > 0) title(t('paper.photos'));
  const column = width / 3;
  const row = 52 * PT;
  photos.forEach(({ bytes, caption }, i) => {
    if (i % 3 === 0 && doc.y + row > (A4.height - 20) * PT) doc.addPage();
    const [x, y] = [left + (i % 3) * column, doc.y];
    doc.image(Buffer.from(bytes), x, y, { fit: [column - 8, row - 26] });
    doc
      .font('plain')
      .fontSize(8)
      .text(caption, x, y + row - 24, { width: column - 8, height: 20, ellipsis: true });
    doc.y = i % 3 === 2 || i === photos.length - 1 ? y + row : y;
  });
  title(t('paper.signed'));
  if (state.signed) line(`${state.signed.by}, ${when(state.signed.at)}`, state.signed.note);
  else line(t('paper.notSigned'), '', true);
  if (state.countersigned)
    line(t('paper.secondPerson', { by: state.countersigned.by, at: when(state.countersigned.at) }));
  for (const c of state.corrections)
    line(t('paper.correction', { text: c.text }), `${when(c.at)}${c.by ? `, ${c.by}` : ''}`);
  foot(doc, t('paper.foot', { number: job.number, machine: `${machine.model} ${machine.revision}` }), t);
  doc.end();
  return bytes;
}
