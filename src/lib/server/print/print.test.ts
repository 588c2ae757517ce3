import { wordsIn } from '../http/here';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { STANDARD_SETTINGS } from '$core/job';
import { fold, type RunEvent } from '$core/run';
import { tray, type TrayStyle } from '$core/fasteners';
import { plan, screwsTakenOut } from '$core/plan';
import { DEMO_MACHINES, demoAccess } from '$core/testing/machines';
import { boardPlan } from '$core/testing/plans';
import { singleGoals } from '../../../../demo/testing/goals';
import { jobSheetPdf } from './job-sheet';
import { reportPdf } from './report';
import { trayPdf } from './tray';

const words = wordsIn('en');

const job = { number: 7, customer: 'MS Łódź, Ж. Øre', serial: 'NP14-1', complaint: '' };

const pages = (pdf: Buffer) => pdf.toString('latin1').match(/\/Type \/Page\b/g)?.length ?? 0;

describe('paper', () => {
  it.each(DEMO_MACHINES)('%s: a tray has as many A4 pages as sheets, whatever its style', async (id) => {
    const access = demoAccess(id);
    const parts = singleGoals(access.model.machine).filter((g) => g.do === 'replace');
    const made = plan(access, parts.slice(-3));
    for (const style of ['bin-per-step', 'map', 'in-the-part'] satisfies TrayStyle[]) {
      const laid = tray(access.model, screwsTakenOut(access.model, made), style);
      const pdf = await trayPdf(words, access.model, laid, job);
      expect(pages(pdf)).toBe(laid.sheets);
      expect(pdf.toString('latin1').match(/MediaBox \[0 0 595\.28 841\.89\]/g)).toHaveLength(laid.sheets);
    }
  });

  it('a job sheet holds a long job, numbers its pages, and prints names of any alphabet', async () => {
    const access = demoAccess('norrvik-pilot-14');
    const made = plan(access, [{ do: 'replace', part: 'board' }]);
    const pdf = await jobSheetPdf(words, access.model, made, {
      number: 7,
      customer: 'MS Łódź, Ж. Øre',
      serial: 'NP14-1',
      complaint: 'x'.repeat(2000)
    });
    expect(pages(pdf)).toBeGreaterThan(2);
    expect(pages(pdf)).toBeLessThan(12);
    expect(pdf.subarray(-7).toString()).toContain('%%EOF');
  });

  it('a report holds every section on as many pages as it needs, with its photos', async () => {
    const access = demoAccess();
    const made = boardPlan();
    let n = 0;
    const event = (body: object) =>
      ({
        id: `00000000-0000-4000-8000-${String(++n).padStart(12, '0')}`,
        at: new Date(Date.UTC(2026, 10, 25, 8) + n * 1000).toISOString(),
        by: 'Ж. Øre',
        ...body
      }) as RunEvent;
    const events = made.steps.flatMap((s) => [
      event({ type: 'note', step: s.id, text: 'As drawn. '.repeat(6) }),
      s.do === 'test'
        ? event({ type: 'tested', step: s.id, outcome: 'pass' })
        : event({ type: 'done', step: s.id, ...(s.count === undefined ? {} : { count: s.count }) })
    ]);
    const job = { number: 7, customer: 'MS Łódź', serial: '', complaint: 'Dead.' };
    const bytes = await sharp({ create: { width: 320, height: 240, channels: 3, background: '#245' } })
      .jpeg()
      .toBuffer();
    const photos = Array.from({ length: 7 }, () => ({ bytes, caption: 'Lift out the main board' }));
    const without = await reportPdf(
      words,
      access.model,
      [made],
      fold(access.model, made, events),
      job,
      STANDARD_SETTINGS
    );
    const withThem = await reportPdf(
      words,
      access.model,
      [made],
      fold(access.model, made, events),
      job,
      STANDARD_SETTINGS,
      photos
    );
    expect(pages(without)).toBeGreaterThan(3);
    expect(pages(withThem)).toBeGreaterThanOrEqual(pages(without));
    expect(withThem.toString('latin1').match(/\/Subtype \/Image/g)?.length).toBe(7);
    expect(
      pages(await reportPdf(words, access.model, [made], fold(access.model, made, []), job, STANDARD_SETTINGS))
    ).toBe(1);
  });
});
