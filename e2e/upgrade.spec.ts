import pg from 'pg';
import { THOROUGH } from '$core/testing/effort';
import { migrate } from '../db/migrate';
import { App, expect, restored, signIn, signInByForm, test } from './fixtures';

/** What a shop has written down, before and after. */
async function look<T extends pg.QueryResultRow>(url: string, ask: (sql: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  return ask(client).finally(() => client.end());
}

/** Of each table a print of every row, in these columns. */
async function prints(sql: pg.Client, columns: Record<string, string[]>): Promise<Record<string, string>> {
  const found: Record<string, string> = {};
  for (const [table, names] of Object.entries(columns)) {
    const row = `row(${names.map((n) => pg.escapeIdentifier(n)).join(',')})::text`;
    const { rows } = await sql.query(
      `select count(*) || ' ' || coalesce(md5(string_agg(${row}, ';' order by ${row})), '') as print from ${pg.escapeIdentifier(table)}`
    );
    found[table] = rows[0].print;
  }
  return found;
}

async function columnsOf(sql: pg.Client): Promise<Record<string, string[]>> {
  const { rows } = await sql.query(
    `select table_name as "table", array_agg(column_name::text order by ordinal_position) as columns
     from information_schema.columns where table_schema = 'public' and table_name not in ('migration', 'rate_limit') group by 1`
  );
  return Object.fromEntries(rows.map((r) => [r.table, r.columns]));
}

/** The steps of each run as its events tell them, read by SQL alone: what was recorded and not taken back. */
const STEPS_RECORDED = `
  select j.number, r.steps_done as shown, (
    select count(*)::int from jsonb_array_elements(coalesce(r.plan_now, r.plan) -> 'steps') s where exists (
      select from run_event e where e.run_id = r.id and e.body ->> 'step' = s ->> 'id'
        and e.body ->> 'type' in ('done', 'tested', 'skipped')
        and not exists (select from run_event u where u.run_id = r.id and u.body ->> 'type' = 'undo' and u.body ->> 'event' = e.id::text)
    )
  ) as recorded
  from run r join job j on j.id = r.job_id order by j.number`;

test('a shop of the version before is taken over in place, every address answers, and its work goes on', async ({
  browser,
  playwright
}) => {
  const { name, url } = await restored('db/dumps/0007.sql.gz');
  const columns = await look(url, columnsOf);
  const before = await look(url, (sql) => prints(sql, columns));
  expect(before.run_event).toMatch(/^383 /);
  await migrate(url);
  expect(await look(url, (sql) => prints(sql, columns))).toEqual(before);

  const app = await App.on(name);
  try {
    const runs = await app.sql<{ number: string; shown: number; recorded: number }>(STEPS_RECORDED);
    expect(runs.map((r) => [r.number, r.shown])).toEqual(runs.map((r) => [r.number, r.recorded]));
    expect(runs.reduce((sum, r) => sum + r.recorded, 0)).toBe(188);

    const request = await playwright.request.newContext({ baseURL: app.address });
    await signInByForm(request, app.address, 'ines');
    const answers = async (path: string, statuses = [200]) => {
      const answer = await request.get(path, { maxRedirects: 0 });
      expect(statuses, `${path}: ${answer.status()}`).toContain(answer.status());
      return answer;
    };
    for (const path of ['jobs', 'jobs/new', 'machines', 'spares', 'settings', 'people', 'me', 'api/jobs.csv'])
      await answers(`/${path}`);
    for (const { id } of await app.sql<{ id: number }>('select id from machine_file order by id'))
      for (const path of [
        `machines/${id}`,
        `api/machines/${id}`,
        ...['drawing.svg', 'screws.csv', 'cables.csv', 'parts.csv'].map((f) => `api/machines/${id}/${f}`)
      ])
        await answers(`/${path}`);
    const begun = new Set(runs.map((r) => r.number));
    // Every second one, where not all is to be tried: each kind of job is among them.
    for (const { number, goals } of await app.sql<{ number: string; goals: unknown[] }>(
      `select number, goals from job where ${THOROUGH} or number % 2 = 1 or jsonb_array_length(goals) = 0`
    )) {
      await answers(`/jobs/${number}`, [200, 303]);
      for (const page of ['intake', 'cell', 'fault', 'spares', 'plan', 'compare', 'tray', 'bench', 'report'])
        await answers(`/jobs/${number}/${page}`, [200, 303, ...(goals.length === 0 ? [404, 409] : [])]);
      if (goals.length === 0) continue;
      for (const file of ['plan.json', 'plan.md', 'plan.csv', 'tray.svg', 'job-sheet.pdf'])
        await answers(`/api/jobs/${number}/files/${file}`);
      for (const file of ['run.json', 'run.csv', 'report.pdf'])
        await answers(`/api/jobs/${number}/files/${file}`, [begun.has(number) ? 200 : 409]);
    }

    // What was begun is gone on with, at its step.
    const context = await browser.newContext({ baseURL: app.address });
    const page = await context.newPage();
    await signIn(page, 'tam');
    await page.goto('/jobs/107/bench');
    await expect(page.locator('[data-ready=true]')).toBeVisible();
    const step = page.locator('section[data-step] p[aria-live]');
    await expect(step).toHaveText('Unplug: fan plug');
    if (await page.getByRole('button', { name: /^Understood/ }).isVisible()) await page.keyboard.press('Enter');
    await page.keyboard.press('Enter');
    await expect(step).not.toHaveText('Unplug: fan plug');
    await expect(page.getByRole('status')).toContainText(/Saved(?! here)/);
    const after = await app.sql<{ number: string; shown: number }>(STEPS_RECORDED);
    expect(after.find((r) => r.number === '107')?.shown).toBe(34);
    await context.close();
    await request.dispose();
  } finally {
    await app.close();
  }
});
