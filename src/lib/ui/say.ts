import { invalidateAll } from '$app/navigation';
import type { JobFact } from '$core/job';
import type { Said } from '$core/language';
import { message } from '$lib/words';
import { v4 as uuid } from 'uuid';
import { Unanswered } from './unanswered';

const ids = new Unanswered(() => uuid());

/**
 * Writes a fact of a job down and shows the page anew. Said again because no answer came, it counts once.
 * @returns what went wrong, in words; undefined when it is written down
 */
export async function sayOfJob(job: number, fact: JobFact): Promise<Said | undefined> {
  const body = JSON.stringify(fact);
  const said = `${job} ${body}`;
  const response = await fetch(`/api/jobs/${job}/facts`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'idempotency-key': ids.of(said) },
    body
  }).catch(() => undefined);
  if (!response || response.status >= 500) return message('common.notSavedNoAnswer');
  ids.answered(said);
  if (!response.ok)
    return (
      ((await response.json().catch(() => undefined)) as { message?: string } | undefined)?.message ??
      message('common.couldNotBeSaved')
    );
  await invalidateAll();
  return undefined;
}
