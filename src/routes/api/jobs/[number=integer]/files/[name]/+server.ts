import { placeFor } from '$core/calendar';
import { foldJob, languageOfPapers } from '$core/job';
import { Language, spoken } from '$core/language';
import { factsOf, needsOfJob } from '$lib/server/jobs/facts';
import { error } from '@sveltejs/kit';
import { tray } from '$core/fasteners';
import { planMarkdown, runDocument, runTable, stepTable, traySvg } from '$core/formats';
import { screwsTakenOut, type Plan } from '$core/plan';
import { allSteps, fold, plansOf, type RunEvent } from '$core/run';
import { pool } from '$lib/server/database/pool';
import { photoOf } from '$lib/server/bench/photos';
import { eventsOf, findRun } from '$lib/server/bench/runs';
import { planOfJob } from '$lib/server/planning/of-job';
import { drawFace, print } from '$lib/server/planning/plans';
import { tagged } from '$lib/server/http/tagged';
import { attachment } from '$lib/server/http/attachment';
import { audit } from '$lib/server/database/audit';
import { shopSettings } from '$lib/server/settings/shop';
import { styleFrom } from '$lib/tray-styles';
import type { RequestHandler } from './$types';
import { goalParts } from '$core/goals';
import { here, wordsIn } from '$lib/server/http/here';

type Asked = Awaited<ReturnType<typeof planOfJob>> & { query: URLSearchParams };
type Body = string | Uint8Array<ArrayBuffer>;

const trayOf = ({ model, plan, query }: Asked) =>
  tray(model, screwsTakenOut(model, plan), styleFrom(query.get('style')));

/** More photos than this make a report that nobody prints. */
const PRINTED_PHOTOS = 60;

/** The run of a job as it was recorded. */
async function runOf({ job }: Asked): Promise<{ first: Plan; events: RunEvent[] }> {
  const run = job.runId ? await findRun(pool(), job.runId) : undefined;
  if (!run) error(409, here().t('server.thisJobHasNotBeenOn'));
  return { first: run.plan, events: (await eventsOf(pool(), run.id)).events };
}
/** What was said at the counter, and the head of a paper, in the language that the customer reads or that is asked for instead. */
async function counter({ query, job }: Asked) {
  const [state, { name, place }] = [foldJob(await factsOf(pool(), job.id)), await shopSettings(pool())];
  const asked = Language.safeParse(query.get('language'));
  const language = asked.success ? asked.data : languageOfPapers(state, { place });
  return { state, language, shop: { name, place: placeFor(place, language) } };
}
const about = ({ job: { number, customer, serial, complaint } }: Asked) => ({ number, customer, serial, complaint });

/** What can be taken away of a job, by the name that follows its number. */
const FILES: Record<string, { type: string; write: (asked: Asked) => Body | Promise<Body> }> = {
  'plan.json': {
    type: 'application/json',
    write: ({ plan }) => `${JSON.stringify(spoken(plan, here().told), null, 1)}\n`
  },
  'plan.md': {
    type: 'text/markdown; charset=utf-8',
    write: ({ model, plan }) => planMarkdown(model, plan, here().told)
  },
  'plan.csv': { type: 'text/csv; charset=utf-8', write: ({ plan }) => stepTable(plan, here().told) },
  'tray.svg': { type: 'image/svg+xml', write: (asked) => traySvg(asked.model, trayOf(asked), here().told) },
  'tray.pdf': {
    type: 'application/pdf',
    write: (asked) =>
      print(
        { what: 'tray', language: here().language, machine: asked.machine, job: about(asked), tray: trayOf(asked) },
        asked.machine.joints.length
      )
  },
  'job-sheet.pdf': {
    type: 'application/pdf',
    write: (asked) =>
      print(
        { what: 'job sheet', language: here().language, machine: asked.machine, plan: asked.plan, job: about(asked) },
        asked.machine.joints.length + asked.plan.steps.length
      )
  },
  'report.pdf': {
    type: 'application/pdf',
    write: async (asked) => {
      const { first, events } = await runOf(asked);
      const plans = plansOf(first, events);
      const steps = allSteps(plans);
      const state = fold(asked.model, first, events);
      const { shop, language } = await counter(asked);
      const words = wordsIn(language);
      const photos = await Promise.all(
        state.photos.slice(0, PRINTED_PHOTOS).map(async (p) => {
          const bytes = await photoOf(pool(), { run: asked.job.runId! }, p.photo, true);
          return bytes ? [{ bytes, caption: words.told(p.note ?? steps.get(p.step ?? '')?.text) }] : [];
        })
      );
      return print(
        {
          what: 'report',
          language,
          machine: asked.machine,
          plans,
          state,
          job: about(asked),
          shop,
          photos: photos.flat()
        },
        asked.machine.joints.length + events.length + 20 * photos.length
      );
    }
  },
  'quote.pdf': {
    type: 'application/pdf',
    write: async (asked) => {
      const { state, shop, language } = await counter(asked);
      if (!state.quote) error(409, here().t('server.noQuoteYet'));
      const needs = await needsOfJob(pool(), asked.job.id);
      return print(
        {
          what: 'quote',
          language,
          machine: asked.machine,
          job: about(asked),
          shop,
          quote: state.quote.quote,
          at: state.quote.at,
          work: asked.job.work,
          names: Object.fromEntries(
            needs.flatMap((n) => [...n.numbers, n.number ?? ''].map((number) => [number, n.name]))
          ),
          ...(state.answer ? { answer: state.answer } : {})
        },
        state.quote.quote.lines.length
      );
    }
  },
  'intake.pdf': {
    type: 'application/pdf',
    write: async (asked) => {
      const { state, shop, language } = await counter(asked);
      const { hazards, intake, marks } = state;
      return print(
        {
          what: 'intake',
          language,
          machine: asked.machine,
          job: about(asked),
          shop,
          hazards,
          ...(intake ? { intake } : {}),
          marks,
          at: asked.job.createdAt
        },
        asked.machine.joints.length
      );
    }
  },
  'label.pdf': {
    type: 'application/pdf',
    write: (asked) => print({ what: 'label', language: here().language, machine: asked.machine, job: about(asked) }, 1)
  },
  'run.json': {
    type: 'application/json',
    write: async (asked) => {
      const { first, events } = await runOf(asked);
      return runDocument(asked.model, first, events, about(asked));
    }
  },
  'run.csv': {
    type: 'text/csv; charset=utf-8',
    write: async (asked) => {
      const { first, events } = await runOf(asked);
      return runTable(asked.model, first, events, here().told);
    }
  },
  'drawing.svg': {
    type: 'image/svg+xml',
    write: ({ machine, query, job }) => {
      const zone = machine.zones.find((z) => z.id === query.get('zone')) ?? machine.zones[0]!;
      return drawFace(machine, zone.id, { goals: goalParts(job.goals) });
    }
  }
};

export const GET: RequestHandler = async ({ params, url, request, locals }) => {
  const file = Object.hasOwn(FILES, params.name) ? FILES[params.name]! : undefined;
  if (!file) error(404, here().t('server.aJobHasNoFile', { name: params.name.slice(0, 40) }));
  const asked = await planOfJob(params);
  const body = await file.write({ ...asked, query: url.searchParams });
  // Shown in a page where it is a picture; saved under a name that says what it is.
  const isShown = url.searchParams.has('show');
  // What leaves the shop is written down, opened to be printed as well as saved; a picture within a page does not leave it.
  const isWithinPage = isShown && file.type.startsWith('image/');
  if (!isWithinPage)
    await audit(pool(), locals.person!.id, 'exported', `job ${asked.job.number}`, { file: params.name });
  return tagged(request, body, {
    'content-type': file.type,
    'content-disposition': attachment(`job-${asked.job.number}-${params.name}`, isShown ? 'inline' : 'attachment'),
    'cache-control': 'private, no-cache'
  });
};
