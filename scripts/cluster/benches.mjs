import { createHash, randomUUID } from 'node:crypto';

const sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

/** Runs of the demo's job at the bench, one for each bench. @returns {Promise<string[]>} their ids */
export async function runsFor(database, count) {
  const rows = await database.ask(
    'eager_wrench',
    `with twin as (
       insert into job (machine_file_id, customer, serial, complaint, goals, work, created_by, waits)
       select j.machine_file_id, 'MS Ship, bench ' || i, '', 'Many benches', j.goals, j.work, j.created_by, 'working'
         from job j, generate_series(1, ${count}) i where j.number = 102
       returning id)
     insert into run (job_id, machine_file_id, plan, p50_seconds, p80_seconds, started_by)
     select twin.id, r.machine_file_id, r.plan, r.p50_seconds, r.p80_seconds, r.started_by
       from twin, run r join job j on j.id = r.job_id where j.number = 102
     returning id`
  );
  return rows.map(({ id }) => id);
}

/**
 * A bench that records on and on as a browser does: each event goes into its outbox, and the outbox is sent until it was answered,
 * the same events under the same ids.
 */
export class Bench {
  /** Ids of what was answered. */
  answered = [];
  refused = [];
  most = 0;
  /** When the newest event that was answered had been recorded, ms of this process's clock. */
  newest = 0;
  outbox = [];
  #isOver = false;
  /** Records nothing for now; what is in the outbox still goes. */
  rests = false;

  /** @param {(ms: number) => void} tell hears of each answer, with how long it took */
  constructor(cluster, cookie, run, everyMs, tell = () => {}) {
    Object.assign(this, { cluster, cookie, run, everyMs, tell });
  }

  start() {
    this.#work = Promise.all([this.#record(), this.#send()]);
    return this;
  }
  #work;
  #recorded = new Map();

  /** No more events; what is in the outbox still goes. */
  async finish() {
    this.#isOver = true;
    await this.#work;
  }

  /** A picture that the record names, sent once. @returns the status of the answer */
  async photo(bytes) {
    const photo = randomUUID();
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    this.outbox.push({ id: randomUUID(), at: new Date().toISOString(), type: 'photo', photo, sha256 });
    while (this.outbox.some((e) => e.photo === photo)) await sleep(50);
    const { status } = await this.cluster.call(`/api/runs/${this.run}/photos/${photo}`, {
      method: 'POST',
      headers: { 'content-type': 'image/jpeg', cookie: this.cookie },
      body: bytes
    });
    return status;
  }

  async #record() {
    await sleep(Math.random() * this.everyMs);
    while (!this.#isOver) {
      if (this.rests) {
        await sleep(50);
        continue;
      }
      const id = randomUUID();
      this.outbox.push({ id, at: new Date().toISOString(), type: 'note', text: id });
      this.#recorded.set(id, performance.now());
      this.most = Math.max(this.most, this.outbox.length);
      await sleep(this.everyMs * (0.5 + Math.random()));
    }
  }

  async #send() {
    while (!this.#isOver || this.outbox.length > 0) {
      const events = this.outbox.slice(0, 100);
      if (events.length === 0) {
        await sleep(25);
        continue;
      }
      const from = performance.now();
      const answer = await this.cluster
        .call(`/api/runs/${this.run}/events`, {
          method: 'POST',
          headers: { 'content-type': 'application/json', cookie: this.cookie },
          body: JSON.stringify({ events })
        })
        .catch(() => undefined);
      if (answer?.status === 200) {
        this.tell(performance.now() - from);
        this.outbox.splice(0, events.length);
        this.answered.push(...events.map((e) => e.id));
        this.newest = this.#recorded.get(events.at(-1).id) ?? this.newest;
        for (const { id } of events) this.#recorded.delete(id);
      } else {
        // What the server will never take is no fault of a machine.
        if (answer && answer.status < 500 && answer.status !== 429) this.refused.push(answer.status);
        await sleep(200 + Math.random() * 300);
      }
    }
  }
}

/** What of these the database has: how many are lost, how many are there more than once. */
export async function countedIn(database, benches) {
  const rows = await database.ask(
    'eager_wrench',
    `select coalesce(body ->> 'text', id::text) as id, count(*)::int as n from run_event group by 1`
  );
  const there = new Map(rows.map(({ id, n }) => [id, n]));
  const ids = benches.flatMap((b) => b.answered);
  return {
    answered: ids.length,
    lost: ids.filter((id) => !there.has(id)).length,
    doubled: ids.filter((id) => there.get(id) > 1).length
  };
}
