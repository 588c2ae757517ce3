import { numberedFaces } from '$core/formats';
import type { Model } from '$core/machine';
import { alignLegs, brokenForGood, whyInList, type Plan, type Step } from '$core/plan';
import { jobWords, jointName, legName, SHEET, toolName } from '$core/words';
import { duration } from '$lib/ui/format';
import type { Translate } from '$lib/words';
import { headFacts, type JobHead } from './head';
import { INK, PT, Sheet, type Look } from './sheet';

/** Height of a step's number on the drawing of a face, as it is printed, mm. */
const NUMBER_MM = 2.1;
/** A face with more numbers than this has the whole breadth of the page. */
const FEW = 8;
const GAP = 6;
/** Shades of depth between the two legs, the nearest first. */
const DEPTHS = ['#eef3f4', '#d9e6e9', '#c2d6db', '#a9c3ca', '#8eafb8', '#7299a4'];
const BOX = 13;

/** The job on paper: what has to lie ready, each face with the steps' numbers on it, and both legs facing each other, to be ticked. */
export function jobSheetPdf(words: Translate, model: Model, plan: Plan, job: JobHead): Promise<Buffer<ArrayBuffer>> {
  const { t } = words;
  const sheet = new Sheet({ title: t('paper.job', { number: job.number }), language: words.language });
  sheet.heading(1, t('paper.jobFor', { number: job.number, work: jobWords(model, plan.goals) }));
  sheet.facts([
    ...headFacts(words, model, job),
    [t('paper.likely'), duration(plan.times.p50)],
    [t('paper.cautious'), duration(plan.times.p80)]
  ]);
  ready(sheet, words, model, plan);
  faces(sheet, words, model, plan);
  legs(sheet, words, plan);
  leg(sheet, words, plan, 'prove');
  return sheet.end(
    t('paper.footPlan', {
      number: job.number,
      machine: `${model.machine.model} ${model.machine.revision}`,
      hash: plan.machine.hash.slice(0, 8)
    }),
    t
  );
}

function ready(sheet: Sheet, { told }: Translate, model: Model, plan: Plan): void {
  const lists: [title: string, items: string[]][] = [
    [
      told(SHEET.inHand),
      [
        ...plan.inHand.spares.map(
          (s) => `${told(s.name)}${s.numbers.length > 0 ? `, ${told(SHEET.numbers(s.numbers))}` : ''}`
        ),
        ...plan.inHand.tools.map((use) => told(SHEET.tool(toolName(use.tool), use.substitutes.map(toolName)))),
        ...plan.inHand.consumables.map((c) => told(SHEET.item(c.name, c.amount)))
      ]
    ],
    [told(SHEET.broken), brokenForGood(model, plan).map((j) => told(jointName(model, j)))]
  ];
  for (const [title, items] of lists.filter(([, all]) => all.length > 0)) {
    sheet.heading(2, title);
    sheet.list(items);
  }
}

/** Faces with few numbers stand side by side. */
function faces(sheet: Sheet, { t, told }: Translate, model: Model, plan: Plan): void {
  const wide = sheet.width;
  const half = (wide - GAP) / 2;
  const breadth = (numbers: number) => (numbers > FEW ? wide : half);
  const shown = numberedFaces(model, plan, told, (bare, numbers) => (NUMBER_MM * PT * bare.width) / breadth(numbers));
  if (shown.length === 0) return;
  sheet.heading(2, t('paper.faces'));
  let x = sheet.left;
  let row = 0;
  for (const { picture, numbers } of shown) {
    const width = breadth(numbers);
    const height = Math.min(118 * PT, (width * picture.height) / picture.width);
    if (x > sheet.left && (width === wide || x + width > sheet.left + wide + 1)) {
      sheet.gap(row + GAP);
      [x, row] = [sheet.left, 0];
    }
    if (sheet.need(height + 14)) [x, row] = [sheet.left, 0];
    const y = sheet.doc.y;
    sheet.picture(picture, x, y, width, height);
    sheet.doc.y = y;
    row = Math.max(row, height);
    x += width + GAP;
  }
  sheet.gap(row + GAP);
}

interface Line {
  text: string;
  look: Look;
}

/** What is read of a step: what to do and with what, how, what can hurt, and why it differs from its mirror. */
function lines({ t, told }: Translate, plan: Plan, step: Step): Line[] {
  const cautions = step.cautions.filter((c) => c.harm || step.unheld !== undefined || step.holds !== undefined);
  const why = step.leg === 'up' ? whyInList(plan, step) : step.departs;
  const said: (Line | undefined)[] = [
    {
      text: t('paper.step', {
        number: plan.steps.indexOf(step) + 1,
        text: step.text,
        tool: step.tool ? toolName(step.tool) : '',
        has: step.tool ? 'yes' : 'no'
      }),
      look: { size: 8.8 }
    },
    step.detail ? { text: told(step.detail), look: { size: 7.4, colour: INK.soft } } : undefined,
    ...cautions.map(({ text }) => ({
      text: `${told(SHEET.caution)}: ${told(text)}`,
      look: { size: 7.8, bold: true, colour: INK.now }
    })),
    why ? { text: told(why), look: { size: 7.4, bold: true, colour: INK.soft } } : undefined
  ];
  return said.filter((line) => line !== undefined);
}

/** A leg that stands alone: what is done at the turning point, the tests at the end. */
function leg(sheet: Sheet, words: Translate, plan: Plan, leg: 'swap' | 'prove'): void {
  const steps = plan.steps.filter((s) => s.leg === leg);
  if (steps.length === 0) return;
  sheet.heading(2, words.told(legName(leg)));
  sheet.list(
    steps.map((s) =>
      lines(words, plan, s)
        .map((l) => l.text)
        .join(' ')
    )
  );
}

/** The way down reads from above, the way up from below; a step stands beside its mirror. Read aloud, each is in the order of the work. */
function legs(sheet: Sheet, words: Translate, plan: Plan): void {
  const { t } = words;
  const strip = 9;
  const width = (sheet.width - strip) / 2 - 4;
  const right = sheet.left + width + strip + 8;
  const deepest = Math.max(1, ...plan.steps.map((s) => s.depth ?? 0));
  const heightOf = (step: Step | undefined) =>
    step ? lines(words, plan, step).reduce((sum, l) => sum + sheet.heightOf(l.text, l.look, width - BOX) + 1, 0) : 0;
  const write = (step: Step, x: number) => {
    let y = sheet.doc.y;
    sheet.box(x, y);
    for (const { text, look } of lines(words, plan, step)) {
      sheet.at(text, x + BOX, y, width - BOX, look);
      y += sheet.heightOf(text, look, width - BOX) + 1;
    }
  };
  const heads = () => {
    const y = sheet.doc.y;
    const head = { size: 10, bold: true };
    sheet.tagged('P', () => sheet.at(t('paper.readDown'), sheet.left, y, width, head));
    sheet.tagged('P', () => sheet.at(t('paper.readUp'), right, y, width, head));
    sheet.gap(16);
  };
  if (!sheet.need(90)) sheet.gap(6);
  heads();
  const read: { down: ReturnType<Sheet['kept']>[]; up: ReturnType<Sheet['kept']>[] } = { down: [], up: [] };
  for (const { down, up } of alignLegs(plan)) {
    const height = Math.max(heightOf(down), heightOf(up)) + 3.5;
    if (sheet.need(height)) heads();
    const y = sheet.doc.y;
    const band = Math.min(5, Math.floor((((down ?? up)!.depth ?? 0) / deepest) * 5.99));
    sheet.ornament(() => sheet.doc.rect(sheet.left + width + 4, y - 1, strip, height).fill(DEPTHS[band]!));
    if (down) read.down.push(sheet.kept('LBody', () => write(down, sheet.left)));
    if (up) read.up.push(sheet.kept('LBody', () => write(up, right)));
    sheet.doc.y = y + height;
  }
  const list = (bodies: typeof read.down) => {
    const tag = sheet.part('L');
    for (const body of bodies) {
      const item = sheet.part('LI', tag);
      item.add(body);
      item.end();
    }
    tag.end();
  };
  list(read.down);
  leg(sheet, words, plan, 'swap');
  list(read.up.reverse());
}
