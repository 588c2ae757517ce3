import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { parseDocument } from '$core/machine';
import type { Problem, Result } from '$core/result';
import { runFeed } from '../bench/run-feed';
import { textBody } from './body';
import { here } from './here';
import { log } from './log';
import { serverSent } from './server-sent';

/** A plan made at the bench is an event of some 150 kB. */
const MAX_BYTES = 3_000_000;
const Batch = z.strictObject({ events: z.array(z.unknown()).min(1).max(500) });

/** Events that a browser sends, read one by one; 422 names each one that cannot be read, and then none of them is taken. */
export async function batchOf<E>(
  request: Request,
  schema: z.ZodType<E>
): Promise<{ events: E[] } | { refused: Response }> {
  const batch = parseDocument(await textBody(request, MAX_BYTES), Batch, MAX_BYTES);
  if (!batch.ok)
    return {
      refused: json(
        {
          message: `${batch.problems[0]!.place} ${here().told(batch.problems[0]!.message)}`,
          problems: batch.problems,
          refused: []
        },
        { status: 422 }
      )
    };
  const events: E[] = [];
  const refused: { event: string | null; index: number; why: 'unreadable'; message: string }[] = [];
  for (const [index, sent] of batch.value.events.entries()) {
    const read = schema.safeParse(sent);
    if (read.success) events.push(read.data);
    else refused.push({ event: idOf(sent), index, why: 'unreadable', message: wordsOf(read.error) });
  }
  if (refused.length > 0)
    return {
      refused: json({ message: `/events/${refused[0]!.index} ${refused[0]!.message}`, refused }, { status: 422 })
    };
  return { events };
}

/** What becomes of a batch: the position reached, or each event that is not taken and why (409). */
export function answerTo<P extends Problem>(taken: Result<{ seq: number }, P>): Response {
  if (taken.ok) return json({ seq: taken.seq });
  const said = taken.problems.map(({ code: why, place: event, severity: _, ...more }) => ({ event, why, ...more }));
  return json({ ...said[0], refused: said }, { status: 409 });
}

const idOf = (sent: unknown): string | null =>
  typeof sent === 'object' && sent !== null && 'id' in sent && typeof sent.id === 'string' ? sent.id : null;

function wordsOf({ issues: [issue] }: z.ZodError): string {
  return `${issue!.path.length > 0 ? `${issue!.path.join('/')}: ` : ''}${issue!.message}`;
}

/** The position that a request asks to go on from; undefined where it is none. @param text a parameter or a header */
export function positionIn(text: string | null): number | undefined {
  const after = Number(text ?? 0);
  return Number.isSafeInteger(after) && after >= 0 ? after : undefined;
}

/** Events in one message. */
const PAGE = 300;

/**
 * Events of a record as they come, server-sent: each message holds those after the last one, its id the position reached.
 * @param after the position to begin at
 * @param read events after a position, so many at most, and the position reached
 */
export function eventStream(
  cookies: Parameters<typeof serverSent>[0],
  person: string,
  record: string,
  after: number,
  read: (after: number, limit: number) => Promise<{ events: unknown[]; seq: number }>
): Response {
  let seq = after;
  return serverSent(cookies, person, (send) => {
    // One look at a time; told again while looking, it looks again.
    let looking = false;
    let again = false;
    const look = async () => {
      if (looking) return void (again = true);
      looking = true;
      do {
        again = false;
        try {
          const { events, seq: reached } = await read(seq, PAGE);
          if (events.length > 0) {
            // A long record comes in pages.
            again ||= events.length === PAGE;
            seq = reached;
            send(`id: ${seq}\ndata: ${JSON.stringify({ events })}\n\n`);
          }
        } catch (err) {
          // The feed tells everybody to look once the database is back.
          log.warn({ err }, 'a stream could not read its record');
        }
      } while (again);
      looking = false;
    };
    const stop = runFeed().watch(record, () => void look());
    void look();
    // What a broken look missed.
    return { stop, beat: look };
  });
}
