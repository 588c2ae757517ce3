import { describe, expect, it } from 'vitest';
import { tray, type TrayStyle } from '$core/fasteners';
import { plan, screwsTakenOut } from '$core/plan';
import { DEMO_MACHINES, demoAccess } from '$core/testing/machines';
import { singleGoals } from '../../../demo/testing/goals';
import { jobSheetPdf, trayPdf } from './pdf';

const pages = (pdf: Buffer) => pdf.toString('latin1').match(/\/Type \/Page\b/g)?.length ?? 0;

describe('paper', () => {
  it.each(DEMO_MACHINES)('%s: a tray has as many A4 pages as sheets, whatever its style', async (id) => {
    const access = demoAccess(id);
    const parts = singleGoals(access.model.machine).filter((g) => g.do === 'replace');
    const made = plan(access, parts.slice(-3));
    for (const style of ['bin-per-step', 'map', 'in-the-part'] satisfies TrayStyle[]) {
      const laid = tray(access.model, screwsTakenOut(access.model, made), style);
      const pdf = await trayPdf(access.model, laid);
      expect(pages(pdf)).toBe(laid.sheets);
      expect(pdf.toString('latin1').match(/MediaBox \[0 0 595\.28 841\.89\]/g)).toHaveLength(laid.sheets);
    }
  });

  it('a job sheet holds a long job, numbers its pages, and prints names of any alphabet', async () => {
    const access = demoAccess('norrvik-pilot-14');
    const made = plan(access, [{ do: 'replace', part: 'board' }]);
    const pdf = await jobSheetPdf(access.model, made, { number: 7, customer: 'MS Łódź, Ж. Øre', serial: 'NP14-1', complaint: 'x'.repeat(2000) });
    expect(pages(pdf)).toBeGreaterThan(2);
    expect(pages(pdf)).toBeLessThan(12);
    expect(pdf.subarray(-7).toString()).toContain('%%EOF');
  });
});
