import { error } from '@sveltejs/kit';
import { transaction, type Queryable } from './pool';
import { here } from '$lib/server/http/here';

/** Who asks for something, and the id that the browser gave to the asking; without an id each asking is one of its own. */
export interface Asking {
  by: string;
  once?: string | undefined;
}

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;

/** The id from a form's field or a header; what is none is left out. */
export const onceFrom = (value: FormDataEntryValue | null): string | undefined =>
  typeof value === 'string' && UUID.test(value) ? value : undefined;

/**
 * Does something once, however often it is asked for under one id: the id is kept in the transaction of what is done, and the answer
 * beside it. Two who ask at the same moment wait for each other. What was refused (`ok: false`) may be asked for again.
 * @param what names the kind of thing: an id that was used for another is no id for this
 * @throws 409 when the id belongs to somebody else or to something else
 */
export async function once<T>({ by, once: id }: Asking, what: string, work: (db: Queryable) => Promise<T>): Promise<T> {
  return transaction(async (db) => {
    if (id === undefined) return work(db);
    const { rowCount } = await db.query(
      'insert into done_once (id, person_id, what) values ($1, $2, $3) on conflict (id) do nothing',
      [id, by, what]
    );
    if (rowCount === 0) {
      const { rows } = await db.query('select person_id as by, what, answer from done_once where id = $1', [id]);
      if (rows[0]?.by !== by || rows[0].what !== what) error(409, here().t('server.thisIdWasUsedForSomething'));
      return rows[0].answer as T;
    }
    const answer = await work(db);
    if (isRefused(answer)) await db.query('delete from done_once where id = $1', [id]);
    else await db.query('update done_once set answer = $2 where id = $1', [id, JSON.stringify(answer ?? null)]);
    return answer;
  });
}

const isRefused = (answer: unknown): boolean =>
  typeof answer === 'object' && answer !== null && 'ok' in answer && answer.ok === false;
