import { error } from '@sveltejs/kit';
import { drawingSvg, untouched } from '$core/drawing';
import { tray } from '$core/fasteners';
import { planMarkdown, stepTable, traySvg } from '$core/formats';
import { goalParts, screwsTakenOut } from '$core/plan';
import { jobSheetPdf, trayPdf } from '$lib/server/pdf';
import { planOfJob } from '$lib/server/plan-of-job';
import { styleFrom } from '$lib/tray-styles';
import type { RequestHandler } from './$types';

type Asked = Awaited<ReturnType<typeof planOfJob>> & { query: URLSearchParams };
type Body = string | Uint8Array<ArrayBuffer>;

const trayOf = ({ model, plan, query }: Asked) => tray(model, screwsTakenOut(model, plan), styleFrom(query.get('style')));

/** What can be taken away of a job, by the name that follows its number. */
const FILES: Record<string, { type: string; write: (asked: Asked) => Body | Promise<Body> }> = {
  'plan.json': { type: 'application/json', write: ({ plan }) => `${JSON.stringify(plan, null, 1)}\n` },
  'plan.md': { type: 'text/markdown; charset=utf-8', write: ({ model, plan }) => planMarkdown(model, plan) },
  'plan.csv': { type: 'text/csv; charset=utf-8', write: ({ plan }) => stepTable(plan) },
  'tray.svg': { type: 'image/svg+xml', write: (asked) => traySvg(asked.model, trayOf(asked)) },
  'tray.pdf': { type: 'application/pdf', write: (asked) => trayPdf(asked.model, trayOf(asked)) },
  'job-sheet.pdf': { type: 'application/pdf', write: ({ model, plan, job }) => jobSheetPdf(model, plan, job) },
  'drawing.svg': {
    type: 'image/svg+xml',
    write: ({ model, machine, query, job }) => {
      const zone = machine.zones.find((z) => z.id === query.get('zone')) ?? machine.zones[0]!;
      return drawingSvg(model, zone.id, untouched(), { goals: goalParts(job.goals) });
    }
  }
};

export const GET: RequestHandler = async ({ params, url }) => {
  const file = Object.hasOwn(FILES, params.name) ? FILES[params.name]! : undefined;
  if (!file) error(404, `A job has no file ${params.name.slice(0, 40)}.`);
  const asked = await planOfJob(params);
  const body = await file.write({ ...asked, query: url.searchParams });
  // Shown in a page where it is a picture; saved under a name that says what it is.
  const disposition = url.searchParams.has('show') ? 'inline' : 'attachment';
  return new Response(body, { headers: { 'content-type': file.type, 'content-disposition': `${disposition}; filename="job-${asked.job.number}-${params.name}"`, 'cache-control': 'private, no-cache' } });
};
