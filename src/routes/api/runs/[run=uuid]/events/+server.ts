import { error, json } from '@sveltejs/kit';
import { z } from 'zod';
import { parseDocument } from '$core/machine';
import { RunEvent } from '$core/run';
import { textBody } from '$lib/server/http/body';
import { pool } from '$lib/server/database/pool';
import { machineDocument } from '$lib/server/library/machines';
import { appendEvents, eventsOf, findRun } from '$lib/server/bench/runs';
import type { RequestHandler } from './$types';
import { here } from '$lib/server/http/here';

/** A plan made at the bench is an event of some 150 kB. */
const MAX_BYTES = 3_000_000;
const Batch = z.strictObject({ events: z.array(z.unknown()).min(1).max(500) });
/** One answer holds no more events than this; who asks goes on from the position reached. */
const PAGE = 1000;

/** Events after a position, and the position reached; `more` when that is not the end yet. */
export const GET: RequestHandler = async ({ params, url }) => {
  const after = Number(url.searchParams.get('after') ?? 0);
  if (!Number.isSafeInteger(after) || after < 0) error(400, here().t('server.afterMustBeAWholeNumber'));
  if (!(await findRun(pool(), params.run))) error(404, here().t('server.thereIsNoSuchRun'));
  const page = await eventsOf(pool(), params.run, after, PAGE);
  return json({ ...page, more: page.events.length === PAGE });
};

/** Takes events, each once; 409 and 422 name each one that is refused, and then none of the batch was taken. */
export const POST: RequestHandler = async ({ params, request, locals }) => {
  const batch = parseDocument(await textBody(request, MAX_BYTES), Batch, MAX_BYTES);
  if (!batch.ok)
    return json(
      {
        message: `${batch.problems[0]!.place} ${here().told(batch.problems[0]!.message)}`,
        problems: batch.problems,
        refused: []
      },
      { status: 422 }
    );
  const events: RunEvent[] = [];
  const refused: { event: string | null; index: number; why: 'unreadable'; message: string }[] = [];
  for (const [index, sent] of batch.value.events.entries()) {
    const read = RunEvent.safeParse(sent);
    if (read.success) events.push(read.data);
    else refused.push({ event: idOf(sent), index, why: 'unreadable', message: wordsOf(read.error) });
  }
  if (refused.length > 0)
    return json({ message: `/events/${refused[0]!.index} ${refused[0]!.message}`, refused }, { status: 422 });
  const run = await findRun(pool(), params.run);
  if (!run) error(404, here().t('server.thereIsNoSuchRun'));
  const file = await machineDocument(pool(), run.fileId);
  const answer = await appendEvents(run.id, file!.machine, file!.hash, events, locals.person!.id);
  if (answer.ok) return json({ seq: answer.seq });
  const said = answer.problems.map(({ code: why, place: event, message, obstacles }) => ({
    event,
    why,
    message,
    ...(obstacles ? { obstacles } : {})
  }));
  return json({ ...said[0], refused: said }, { status: 409 });
};

const idOf = (sent: unknown): string | null =>
  typeof sent === 'object' && sent !== null && 'id' in sent && typeof sent.id === 'string' ? sent.id : null;

function wordsOf({ issues: [issue] }: z.ZodError): string {
  return `${issue!.path.length > 0 ? `${issue!.path.join('/')}: ` : ''}${issue!.message}`;
}
