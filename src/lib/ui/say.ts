import { invalidateAll } from '$app/navigation';
import type { JobFact } from '$core/job';

/**
 * Writes a fact of a job down and shows the page anew.
 * @returns what went wrong, in words; undefined when it is written down
 */
export async function sayOfJob(job: number, fact: JobFact): Promise<string | undefined> {
  const response = await fetch(`/api/jobs/${job}/facts`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(fact) }).catch(() => undefined);
  if (!response) return 'The server does not answer. What you said is not written down yet: say it again in a moment.';
  if (!response.ok) return ((await response.json().catch(() => undefined)) as { message?: string } | undefined)?.message ?? 'This could not be written down.';
  await invalidateAll();
  return undefined;
}
