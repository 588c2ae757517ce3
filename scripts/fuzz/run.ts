import pg from 'pg';
import { seeded } from '$core/solve';
import { requests, type Known, type Sent } from './requests';

export interface Answered {
  total: number;
  byStatus: Record<number, number>;
  /** Requests that were answered with 5xx, or not at all, the first ones. */
  failures: { sent: Sent; status: number | string; text: string }[];
  failed: number;
}

export async function knownOf(databaseUrl: string): Promise<Known> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  const column = async <T>(sql: string) =>
    (await client.query({ text: sql, rowMode: 'array' })).rows.map((r) => r[0] as T);
  try {
    return {
      jobs: await column('select number::int from job order by 1'),
      files: await column('select id::int from machine_file order by 1'),
      runs: await column('select id from run order by started_at'),
      numbers: await column('select number from spare order by 1 limit 20'),
      steps: await column(`select s ->> 'id' from run, jsonb_array_elements(plan -> 'steps') s limit 40`),
      people: await column('select id from person')
    };
  } finally {
    await client.end();
  }
}

/**
 * Sends so many requests, each as nobody, a technician or a lead, and looks at what is answered: nothing that comes in may be our fault.
 * @param cookies of the people to ask as; '' for nobody
 */
export async function fuzz(
  address: string,
  known: Known,
  cookies: readonly string[],
  count: number,
  seed: number,
  atOnce = 8
): Promise<Answered> {
  const random = seeded(seed);
  const next = requests(known, random);
  const found: Answered = { total: 0, byStatus: {}, failures: [], failed: 0 };
  const worker = async () => {
    while (found.total < count) {
      found.total++;
      const sent = next();
      const cookie = cookies[Math.floor(random() * cookies.length)]!;
      let status: number | string;
      let text = '';
      try {
        const response = await fetch(`${address}${sent.path}`, {
          method: sent.method,
          redirect: 'manual',
          signal: AbortSignal.timeout(60_000),
          headers: { origin: address, ...sent.headers, ...(cookie ? { cookie } : {}) },
          ...(sent.body !== undefined && sent.method !== 'HEAD' ? { body: sent.body as BodyInit } : {})
        });
        status = response.status;
        text = await response.text();
        // A page's data comes with the status of each of its parts within.
        if (status === 200 && sent.path.includes('/__data.json') && /"type":"error","status":5\d\d/.test(text))
          status = 500;
      } catch (error) {
        status = `no answer: ${(error as Error).message}`;
      }
      if (typeof status === 'number') found.byStatus[status] = (found.byStatus[status] ?? 0) + 1;
      // The supplier is away in this set-up: 502 says so in words. What cannot even be sent is no request.
      if (
        typeof status === 'string'
          ? !/invalid|Failed to parse URL|expected HTTP token/i.test(status)
          : status >= 500 && !(status === 502 && /supplier/i.test(text))
      ) {
        found.failed++;
        if (found.failures.length < 20) found.failures.push({ sent, status, text: text.slice(0, 300) });
      }
    }
  };
  await Promise.all(Array.from({ length: atOnce }, worker));
  return found;
}
