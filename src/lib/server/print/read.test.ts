import { randomUUID } from 'node:crypto';
import { getDocument, VerbosityLevel } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { describe, expect, it } from 'vitest';
import { STANDARD_SETTINGS } from '$core/job';
import { makeQuote } from '$core/money';
import { fold, type RunEvent } from '$core/run';
import { tray } from '$core/fasteners';
import { plan, screwsTakenOut } from '$core/plan';
import { answerLetters, EXERCISE_KINDS } from '$core/exercises';
import { setOf } from '$core/practice';
import { demoGround } from '$core/testing/demo-faults';
import { demoAccess } from '$core/testing/machines';
import { wordsIn } from '../http/here';
import { exercisesPdf } from './exercises';
import { intakePdf } from './intake';
import { jobSheetPdf } from './job-sheet';
import { labelPdf } from './label';
import { quotePdf } from './quote';
import { reportPdf } from './report';
import { trayPdf } from './tray';

const access = demoAccess();
const { model } = access;
const made = plan(access, [{ do: 'replace', part: 'fan' }]);
const job = { number: 7, customer: 'MS Łódź', serial: 'NF14-1', complaint: 'Rattles.' };

interface Tagged {
  role?: string;
  alt?: string;
  children?: Tagged[];
  id?: string;
}

/** Reads a document as a reader of another maker does. */
async function read(pdf: Promise<Buffer>) {
  const document = await getDocument({ data: new Uint8Array(await pdf), verbosity: VerbosityLevel.ERRORS }).promise;
  const pages = await Promise.all(
    Array.from({ length: document.numPages }, async (_, i) => {
      const page = await document.getPage(i + 1);
      const { items } = await page.getTextContent({ includeMarkedContent: true });
      // Text by the mark that it stands in.
      const texts = new Map<string, string>();
      const open: (string | undefined)[] = [];
      for (const item of items) {
        if ('str' in item) {
          const at = open.findLast((id) => id !== undefined);
          if (at !== undefined) texts.set(at, (texts.get(at) ?? '') + item.str + (item.hasEOL ? ' ' : ''));
        } else if (item.type === 'endMarkedContent') open.pop();
        else open.push(item.id);
      }
      return { tree: (await page.getStructTree()) as Tagged, texts, view: page.view };
    })
  );
  const walk = (node: Tagged, role: string, texts: Map<string, string>): { role: string; text: string }[] => {
    const own = node.role ?? role;
    return [
      ...(node.alt === undefined ? [] : [{ role: own, text: node.alt }]),
      ...(node.id !== undefined && texts.has(node.id) ? [{ role: own, text: texts.get(node.id)!.trim() }] : []),
      ...(node.children ?? []).flatMap((child) => walk(child, own, texts))
    ];
  };
  const byPage = pages.map(({ tree, texts }) => walk(tree, '', texts));
  const said = byPage.flat();
  return {
    said,
    byPage,
    of: (role: string) => said.filter((s) => s.role === role).map((s) => s.text),
    pages: document.numPages,
    view: pages[0]!.view,
    language: ((await document.getMetadata()).info as { Language?: string }).Language,
    title: ((await document.getMetadata()).info as { Title?: string }).Title,
    preferences: (await document.getViewerPreferences()) as Record<string, unknown> | null
  };
}

describe('paper, as a reader of another maker takes it', () => {
  it('a job sheet is read in the order of the work: down, then back up, whatever the page looks like', async () => {
    const paper = await read(jobSheetPdf(wordsIn('de'), model, made, job));
    expect(paper.language).toBe('de');
    expect(paper.title).toBe('Auftrag 7');
    expect(paper.of('H1')).toEqual(['Auftrag 7: Lüfter ersetzen']);
    const legs = made.steps.flatMap((s, i) => (['isolate', 'down', 'up'].includes(s.leg) ? [i + 1] : []));
    const numbers = paper.byPage.map((page) =>
      page.flatMap(({ role, text }) => (role === 'LBody' ? (/^(\d+)\. /.exec(text)?.[1] ?? []) : [])).map(Number)
    );
    expect(numbers.flat()).toEqual(expect.arrayContaining(legs));
    // Beside each other to the eye, the way up from below; one after the other to the ear.
    for (const page of numbers) expect(page).toEqual([...page].sort((a, b) => a - b));
    expect(numbers.some((page) => page.includes(1) && page.includes(legs.at(-1)!))).toBe(true);
    expect(paper.of('Figure').length).toBeGreaterThan(0);
  });

  it('every paper says its language, its title and its head, and has nothing untold', async () => {
    const words = wordsIn('en');
    const shop = { name: 'Depot', place: STANDARD_SETTINGS.place };
    const papers = {
      report: await read(reportPdf(words, model, [made], fold(model, made, []), job, shop)),
      quote: await read(
        quotePdf(
          words,
          model,
          {
            quote: makeQuote(STANDARD_SETTINGS.rates, { p50: 3600, p80: 5400 }, [
              { what: 'part', text: 'Fan', number: 'NF14-3000', quantity: 1, each: 2400 }
            ]),
            at: '2026-11-25T08:00:00Z',
            work: 'Replace the fan',
            names: { 'NF14-3000': { file: 'Fan', in: { de: 'Lüfter' }, name: true } }
          },
          job,
          shop
        )
      ),
      intake: await read(
        intakePdf(words, model, { hazards: { cell: 'sound' }, marks: [], at: '2026-11-25T08:00:00Z' }, job, shop)
      )
    };
    for (const [name, paper] of Object.entries(papers)) {
      expect(paper.language, name).toBe('en');
      expect(paper.of('H1')[0], name).toBe(paper.title);
      expect(paper.of('P').join(' '), name).toContain('MS Łódź');
    }
    expect(papers.report.of('P').join(' ')).toContain('Replace the fan: not done');
    const cells = papers.quote.of('TD');
    expect(papers.quote.of('TH')).toEqual(['What', 'Part number', 'Likely', 'Maximum']);
    expect(cells).toEqual(
      expect.arrayContaining(['Labour: 1 h 00 min, at most 1 h 30 min', 'Fan', 'NF14-3000', '€24.00', 'Tax, 24%'])
    );
    // 69.00 for the hour and 24.00 for the fan, with a tax of 24 %; 103.50 for an hour and a half.
    expect(papers.quote.of('P').join(' ')).toContain('Total €115.32, at most €158.10');
    expect(papers.intake.of('TD')).toContain('Nothing wrong with it');
  });

  it('a report holds the whole record: each thing that was done, when and by whom, and how long the bench took', async () => {
    const words = wordsIn('en');
    const at = (minute: number) => `2026-11-25T08:${String(minute).padStart(2, '0')}:00Z`;
    const first = made.steps.find((s) => s.do === 'open' && s.count !== undefined)!;
    const events = [
      { type: 'done', step: first.id, count: first.count },
      { type: 'note', text: 'A foot is missing' },
      { type: 'swapped', part: 'fan', old: { serial: 'A-1' }, new: { serial: 'B-2' } }
    ].map((body, i) => ({ id: randomUUID(), at: at(i + 1), by: 'Tam Okello', ...body })) as unknown as RunEvent[];
    const shop = { name: 'Depot', place: STANDARD_SETTINGS.place };
    const paper = await read(reportPdf(words, model, [made], fold(model, made, events), job, shop));
    const cells = paper.of('TD').join('\n');
    expect(paper.of('TH')).toEqual(expect.arrayContaining(['What', 'When, and who']));
    for (const text of ['A foot is missing', 'A-1', 'B-2']) expect(cells).toContain(text);
    expect(cells).toMatch(/Tam Okello/);
    expect(paper.of('P').join(' ')).toMatch(/Time at the bench|bench/i);
    expect(paper.of('P').join(' ')).toMatch(/\d+ min/);
  });

  it('what has true measures asks to be printed as large as it is, and says in words what it shows', async () => {
    const laid = tray(model, screwsTakenOut(model, made), 'bin-per-step');
    const paper = await read(trayPdf(wordsIn('en'), model, laid, job));
    expect(paper.preferences).toMatchObject({ PrintScaling: 'None' });
    expect(paper.of('Figure')[0]).toContain(`bin 1, ${laid.bins[0]!.count} of ${laid.bins[0]!.size}`);
    const label = await read(labelPdf(wordsIn('en'), model, job));
    expect(label.preferences).toMatchObject({ PrintScaling: 'None' });
    // 62 x 29 mm.
    expect(label.view.slice(2).map((pt) => Math.round((pt * 25.4) / 72))).toEqual([62, 29]);
    expect(label.said.map((s) => s.text)).toEqual(['EW-7', 'Job 7', 'MS Łódź', 'Norrvik Fathom 14', 'NF14-1']);
  });

  it('exercises come with their options by letters, and their answers on pages of their own', async () => {
    const ground = demoGround('norrvik-fathom-14');
    const wish = { name: 'Week 3', kinds: [...EXERCISE_KINDS], count: 11, seed: 2 };
    const set = setOf(ground, wish)!;
    const { hash, faults = null } = ground;
    const paper = await read(exercisesPdf(wordsIn('en'), ground.access.model, { set, hash, faults }));
    expect([paper.title, paper.language]).toEqual(['Week 3', 'en']);
    expect(paper.preferences?.PrintScaling).toBe('None');
    expect(paper.of('H1')).toEqual(['Week 3', 'Answers']);
    const answers = paper.byPage.findIndex((page) => page.some((s) => s.role === 'H1' && s.text === 'Answers'));
    expect(answers).toBeGreaterThan(0);
    // Nothing of an answer stands among the questions, and each has its own, in the same order.
    const headings = (from: number, to?: number) =>
      paper.byPage.slice(from, to).flatMap((page) => page.filter((s) => s.role === 'H2').map((s) => s.text));
    expect(headings(0, answers)).toHaveLength(11);
    expect(headings(answers)).toEqual(headings(0, answers));
    const options = paper.of('LBody');
    expect(options).toHaveLength(set.exercises.reduce((n, e) => n + e.options.length, 0));
    expect(options.every((text) => /^[A-Z](\s|$)/.test(text))).toBe(true);
    const told = paper.byPage
      .slice(answers)
      .flat()
      .map((s) => s.text);
    for (const exercise of set.exercises) {
      const letters = answerLetters(ground, exercise);
      if (letters !== undefined) expect(told.some((text) => text.startsWith(`${letters}:`))).toBe(true);
    }
    const figures = (pages: typeof paper.byPage) => pages.flat().filter((s) => s.role === 'Figure');
    expect(figures(paper.byPage.slice(0, answers)).length).toBeGreaterThan(4);
    expect(figures(paper.byPage).every((f) => f.text !== '')).toBe(true);
  });
});
