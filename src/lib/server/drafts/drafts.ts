import { randomUUID } from 'node:crypto';
import { error } from '@sveltejs/kit';
import { applied, misshapen, type DraftEvent } from '$core/drafting';
import { contentHash, Machine } from '$core/machine';
import { problem, refusal, type Problem, type Result } from '$core/result';
import { message } from '$lib/words';
import { RUN_CHANNEL } from '../bench/run-feed';
import { audit } from '../database/audit';
import { once, type Asking } from '../database/once';
import { pool, transaction, type Queryable } from '../database/pool';
import { here } from '../http/here';
import { fileOf, keepFile, nextRevision, type MachineRow } from '../library/machines';
import { checkMachineFile } from '../planning/plans';
import { namesOf } from '../sign-in/people';

export interface DraftRow {
  id: string;
  machineId: string;
  maker: string;
  model: string;
  startedBy: string;
  changedAt: string;
  keptAs: number | null;
}

/** Begins a draft with a machine: a new one, a copy, or a file that is to be changed. @returns its id */
export async function beginDraft(machine: Machine, asking: Asking, from?: number): Promise<string> {
  return once(asking, 'draft', async (db) => {
    const id = randomUUID();
    const text = JSON.stringify(machine);
    await db.query(
      `insert into draft (id, machine_id, maker, model, machine_file_id, first, document, started_by) values ($1, $2, $3, $4, $5, $6, $6, $7)`,
      [id, machine.id, machine.maker, machine.model, from ?? null, text, asking.by]
    );
    await audit(db, asking.by, 'draft_begun', machine.id, {});
    return id;
  });
}

/** Drafts that somebody works on, the last changed first. */
export async function listDrafts(db: Queryable): Promise<DraftRow[]> {
  const { rows } = await db.query(
    `select d.id, d.machine_id as "machineId", d.maker, d.model, p.display_name as "startedBy", d.changed_at as "changedAt", d.kept_as::int as "keptAs"
       from draft d join person p on p.id = d.started_by order by d.changed_at desc limit 100`
  );
  return rows.map((r: Omit<DraftRow, 'changedAt'> & { changedAt: Date }) => ({
    ...r,
    changedAt: r.changedAt.toISOString()
  }));
}

/** What a draft began with. @throws 404 when there is none */
export async function draftOfPage({ draft }: { draft: string }): Promise<{ id: string; first: Machine }> {
  const { rows } = await pool().query('select id, first from draft where id = $1', [draft]);
  if (!rows[0]) error(404, here().t('server.thereIsNoSuchDraft'));
  return rows[0];
}

/** Edits of a draft in the order in which they were taken; `by` is the person's display name. */
export async function eventsOfDraft(
  db: Queryable,
  id: string,
  after = 0,
  limit?: number
): Promise<{ events: DraftEvent[]; seq: number }> {
  const { rows } = await db.query<{ seq: number; person: string; body: DraftEvent }>(
    'select seq::int as seq, person_id as person, body from draft_event where draft_id = $1 and seq > $2 order by seq limit $3',
    [id, after, limit ?? null]
  );
  const names = await namesOf(db, [...new Set(rows.map((r) => r.person))]);
  return {
    events: rows.map(({ person, body }) => ({ ...body, by: names.get(person) ?? 'unknown' })),
    seq: rows.at(-1)?.seq ?? after
  };
}

export interface EditNotTaken extends Problem {
  code: 'changed' | 'conflict' | 'misshapen' | 'too-large';
}

/** A notebook's file has a third of a megabyte. */
const MOST_BYTES = 4_000_000;

/**
 * Takes each edit once, and what it says stood there has to stand there: what somebody else has changed meanwhile is not overwritten.
 * All or none of the edits are taken; each one refused is named.
 */
export async function appendEdits(
  id: string,
  sent: readonly DraftEvent[],
  person: string
): Promise<Result<{ seq: number }, EditNotTaken>> {
  return transaction(async (db) => {
    const { rows } = await db.query('select document from draft where id = $1 for update', [id]);
    let machine = rows[0].document as Machine;
    let seq: number = (
      await db.query('select coalesce(max(seq), 0)::int as seq from draft_event where draft_id = $1', [id])
    ).rows[0].seq;
    const refused: EditNotTaken[] = [];
    const refuse = (event: DraftEvent, code: EditNotTaken['code'], words: Problem['message']) =>
      refused.push({ code, place: event.id, message: words, severity: 'error' });
    const before = seq;
    for (const { by: _by, ...event } of sent) {
      const same = (
        await db.query('select draft_id as draft, body::jsonb = $2::jsonb as same from draft_event where id = $1', [
          event.id,
          JSON.stringify(event)
        ])
      ).rows[0];
      if (same?.draft === id && same.same) continue;
      if (same) {
        refuse(event, 'changed', message('server.eventChanged'));
        continue;
      }
      const why = event.changes.map(misshapen).find((w) => w !== undefined);
      if (why !== undefined) {
        refuse(event, 'misshapen', message('server.editMisshapen', { why }));
        continue;
      }
      const next = applied(machine, event.changes);
      if (!next.ok) {
        const { conflict } = next;
        refuse(
          event,
          'conflict',
          message('server.draftChangedMeanwhile', { what: conflict.what === 'thing' ? conflict.id : conflict.field })
        );
        continue;
      }
      machine = next.machine;
      seq += 1;
      await db.query('insert into draft_event (draft_id, seq, id, person_id, body) values ($1, $2, $3, $4, $5)', [
        id,
        seq,
        event.id,
        person,
        JSON.stringify(event)
      ]);
    }
    const text = JSON.stringify(machine);
    if (text.length > MOST_BYTES)
      for (const event of sent) refuse(event, 'too-large', message('server.draftTooLarge', { mB: MOST_BYTES / 1e6 }));
    if (refused.length > 0) throw new Refused(refused);
    if (seq > before) {
      await db.query(
        `update draft set document = $2, machine_id = $3, maker = $4, model = $5, changed_at = now() where id = $1`,
        [id, text, String(machine.id), String(machine.maker), String(machine.model)]
      );
      await db.query('select pg_notify($1, $2)', [RUN_CHANNEL, id]);
    }
    return { ok: true as const, seq };
  }).catch((thrown: unknown): Result<{ seq: number }, EditNotTaken> => {
    if (thrown instanceof Refused) return refusal(thrown.refused);
    throw thrown;
  });
}

class Refused extends Error {
  constructor(readonly refused: EditNotTaken[]) {
    super('refused');
  }
}

/** Keeps a draft as a file of the library, as it is now: jobs may run on it, and others can check it. */
export async function keepDraft(id: string, by: string): Promise<Result<{ row: MachineRow }>> {
  const { rows } = await pool().query('select document from draft where id = $1', [id]);
  const read = Machine.safeParse(rows[0].document);
  if (!read.success) return refusal(read.error.issues.slice(0, 20).map((i) => problem(i.path, i.code, i.message)));
  // Nothing that differs from a file that is there: it is that file.
  const same = await fileOf(pool(), contentHash(read.data));
  if (same) return { ok: true, row: same };
  const numbered = { ...read.data, revision: await revisionFor(read.data) };
  const file = await checkMachineFile(JSON.stringify(numbered));
  if (!file.ok) return file;
  return transaction(async (db) => {
    const { row } = await keepFile(db, { machine: file.machine, hash: contentHash(file.machine) }, by, 'draft');
    await db.query('update draft set kept_as = $2 where id = $1', [id, row.fileId]);
    return { ok: true as const, row };
  });
}

/** The revision that a draft says, unless a file of its machine is called so already. */
async function revisionFor({ id, revision }: Machine): Promise<string> {
  const { rowCount } = await pool().query('select 1 from machine_file where machine_id = $1 and revision = $2', [
    id,
    revision
  ]);
  return rowCount === 0 ? revision : nextRevision(pool(), id);
}
