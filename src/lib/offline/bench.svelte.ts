import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { v4 as uuid } from 'uuid';
import type { z } from 'zod';
import type { Said } from '$core/language';
import { cleaned, type Model } from '$core/machine';
import type { Plan } from '$core/plan';
import { message } from '$lib/words';
import {
  CLOCK_TOLERANCE_MS,
  fold,
  inOrder,
  isAddable,
  planInForce,
  plansOf,
  RunEvent,
  when,
  type Fact,
  type Obstacle,
  type RunState
} from '$core/run';
import { nextBatch, refusedOf, type Refused } from './batches';
import { isKept, keep, keptOf, takeOverOld, type KeptEvent } from './kept';
import { Photos } from './photos.svelte';
import { followRun } from './run-stream';
import { Again } from '../again';

export type Sync = 'saved' | 'saving' | 'waiting' | 'signed-out' | 'refused';
const RETRY_MS = [500, 1000, 2000, 5000, 10_000];
/** An answer is not waited for longer than this: a connection may be silent without being cut, ms. */
const PATIENCE_MS = 20_000;

/** Whose bench it is: facts go to the server under this id's session alone. */
export interface Worker {
  id: string;
  name: string;
}

function notRecorded({ issues }: z.ZodError): Said {
  const { path, message: why } = issues[0]!;
  return message('offline.cannotRecord', { place: path.join(', '), why });
}

/**
 * A run at the bench. Facts count at once and go to the server as soon as it can be reached; this browser keeps all of the run's events,
 * so that it comes back as it was also without the server. Only what the server has said to have is called saved.
 */
export class Bench {
  events = $state.raw<RunEvent[]>([]);
  sync = $state<Sync>('saving');
  /** Whether this browser keeps anything: where it does not, what is not sent is lost with the page. */
  keeps = $state(true);
  /** Why the server refused a signature, and what stands in its way. */
  refusal = $state.raw<{ message: Said; obstacles: Obstacle[] } | undefined>();
  /** What the server will not have, and why: kept here until somebody has dealt with it. */
  setAside = $state.raw<readonly KeptEvent[]>([]);
  /** Why something could not be recorded, in words. */
  problem = $state.raw<Said>('');
  /** So far this device's clock is off, ms: the server's time less its own. */
  clockOffMs = $state(0);
  readonly photos: Photos;
  /** The plan in force; derived from the changes of plan alone, so that it stays the same thing from step to step. */
  readonly plan: Plan = $derived.by(() => planInForce(this.first, this.#changes));
  /** All plans of the run, the one it was started with first. */
  readonly plans: Plan[] = $derived.by(() => plansOf(this.first, this.#changes));
  readonly state: RunState = $derived.by(() => fold(this.model, this.first, this.events));
  readonly #changes: RunEvent[] = $derived(this.events.filter((e) => e.type === 'replanned' || e.type === 'undo'));

  #pending = $state.raw<RunEvent[]>([]);
  #sending = false;
  /** What an earlier visit left is known: before that nothing can be said to be saved. */
  #opened = false;
  /** The server has answered since the last time that it did not. */
  #reached = false;
  /** One by one after an answer that refuses without a name: then it is told by itself which one is meant. */
  #oneByOne = false;
  readonly #again = new Again(RETRY_MS);
  #unfollow: (() => void) | undefined;
  /** The position up to which the server's events are known. */
  #seq: number;
  /** Ids that the server is known to have. */
  readonly #onServer: Set<string>;
  /** Ids of what was recorded here by this person. */
  readonly #own = new Set<string>();

  constructor(
    readonly run: string,
    readonly model: Model,
    readonly first: Plan,
    recorded: { events: RunEvent[]; seq: number },
    readonly me: Worker
  ) {
    this.events = recorded.events;
    this.#seq = recorded.seq;
    this.#onServer = new Set(recorded.events.map((e) => e.id));
    this.photos = new Photos(run, me.id);
  }

  /** How many facts the server has not got. */
  get unsent(): number {
    return this.#pending.length;
  }

  /** Takes up what this browser knows of the run: what an earlier visit could not send, and what the server had then. */
  async open(): Promise<void> {
    const kept = await this.#kept();
    const known = new Set(this.events.map((e) => e.id));
    const mine = kept.filter((k) => k.person === this.me.id);
    for (const k of mine) if (k.isOwn || k.is === 'waiting') this.#own.add(k.event.id);
    const waiting = inOrder(mine.filter((k) => k.is === 'waiting' && !known.has(k.event.id)).map((k) => k.event));
    const sent = kept.filter((k) => k.is === 'sent' && !known.has(k.event.id)).map((k) => k.event);
    this.setAside = mine.filter((k) => k.is === 'refused');
    this.#pending = [...waiting, ...this.#pending];
    this.events = [...this.events, ...sent, ...waiting.map((e) => ({ ...e, by: this.me.name }))];
    const stored = new Set(kept.filter((k) => k.is === 'sent').map((k) => k.event.id));
    void this.#keep(
      this.events.filter((e) => this.#onServer.has(e.id) && !stored.has(e.id)).map((e) => this.#sentRow(e))
    );
    this.#opened = true;
    void this.#send();
    await this.photos.open();
  }

  async #kept(): Promise<KeptEvent[]> {
    try {
      await takeOverOld(this.run, this.me.name, this.me.id);
      return await keptOf(this.run);
    } catch {
      this.keeps = false;
      return [];
    }
  }

  #sentRow(event: RunEvent): KeptEvent {
    return {
      run: this.run,
      event,
      person: this.me.id,
      is: 'sent',
      ...(this.#own.has(event.id) ? { isOwn: true } : {})
    };
  }

  async #keep(rows: readonly KeptEvent[]): Promise<void> {
    if (rows.length === 0) return;
    try {
      await keep(rows);
      this.keeps = true;
    } catch {
      this.keeps = false;
    }
  }

  /** Hears what others record on this run, as it happens. */
  follow(): void {
    addEventListener('online', this.#now);
    this.#unfollow = followRun(this.run, {
      after: () => this.#seq,
      heard: (events, seq) => {
        this.#seq = Math.max(this.#seq, seq);
        this.hear(events);
      },
      opened: () => this.#now(),
      // Whether the server can be reached is found out by asking it.
      lost: () => {
        this.#reached = false;
        void this.#send();
      }
    });
  }

  /** Takes the server's word: others' events are added, one's own come back as it has them. */
  hear(events: readonly RunEvent[]): void {
    for (const e of events) this.#onServer.add(e.id);
    const told = new Map(events.map((e) => [e.id, e]));
    const known = new Set(this.events.map((e) => e.id));
    const fresh = events.filter((e) => !known.has(e.id));
    // A time that the server put in place of a wrong one is the only thing that it changes.
    const changed = this.events.some((e) => told.has(e.id) && told.get(e.id)!.took !== e.took);
    if (fresh.length > 0 || changed) this.events = [...this.events.map((e) => told.get(e.id) ?? e), ...fresh];
    void this.#keep(events.map((event) => this.#sentRow(event)));
    this.#pending = this.#pending.filter((e) => !told.has(e.id));
  }

  close(): void {
    this.#again.stop();
    if (this.#unfollow) removeEventListener('online', this.#now);
    this.#unfollow?.();
    this.#unfollow = undefined;
    this.photos.close();
  }

  readonly #now = (): void => {
    this.#again.afresh();
    void this.#send();
  };

  /** A picture counts at once, like any fact; its bytes follow when the server can be reached. */
  async takePhoto(bytes: Blob, step?: string): Promise<void> {
    const photo = uuid();
    const digest = bytesToHex(sha256(new Uint8Array(await bytes.arrayBuffer())));
    await this.photos.take(photo, bytes);
    this.record({ type: 'photo', photo, sha256: digest, ...(step ? { step } : {}) });
  }

  /** Facts as the events that they would be, or why they cannot be recorded: by the same schema as the server's. */
  #read(fact: Fact): { event: RunEvent } | { why: Said } {
    const now = Date.now() + this.clockOffMs;
    // Two facts within one clock tick keep their order, and a clock set back does not undo what was done; one that ran ahead is not followed.
    const last = this.events.reduce(
      (latest, e) => (when(e) > latest && Date.parse(when(e)) <= now + CLOCK_TOLERANCE_MS ? when(e) : latest),
      ''
    );
    const at = last === '' ? now : Math.max(now, Date.parse(last) + 1);
    const fields = Object.fromEntries(
      Object.entries(fact).map(([k, v]) => [k, typeof v === 'string' ? cleaned(v) : v])
    );
    const read = RunEvent.safeParse({ ...fields, id: uuid(), at: new Date(at).toISOString() });
    if (read.success) return { event: read.data };
    return { why: notRecorded(read.error) };
  }

  /** @returns why a fact cannot be recorded, in words */
  check(fact: Fact): Said | undefined {
    const read = this.#read(fact);
    return 'why' in read ? read.why : undefined;
  }

  /** @returns whether it was recorded; if not, `problem` says why */
  record(fact: Fact): boolean {
    const read = this.#read(fact);
    if ('why' in read) {
      this.problem = read.why;
      return false;
    }
    this.problem = '';
    this.#take(read.event);
    return true;
  }

  #take(event: RunEvent): void {
    this.#own.add(event.id);
    this.events = [...this.events, { ...event, by: this.me.name }];
    this.#pending = [...this.#pending, event];
    this.sync = 'saving';
    void this.#keepPending(event);
    // The server is told at once, whether or not this browser keeps anything.
    void this.#send();
  }

  async #keepPending(event: RunEvent): Promise<void> {
    const row = (e: RunEvent): KeptEvent => ({ run: this.run, event: e, person: this.me.id, is: 'waiting' });
    const [oldest] = this.#pending;
    // Emptied while one works: then all that waits is kept anew.
    const isWhole = oldest === undefined || oldest === event || (await isKept(row(oldest)).catch(() => true));
    const waiting = this.#pending.filter((e) => !isWhole || e === event);
    await this.#keep(waiting.map(row));
  }

  async #send(): Promise<void> {
    if (this.#sending || !this.#opened) return;
    this.#sending = true;
    this.#again.stop();
    try {
      while (!this.#reached || this.#pending.length > 0) {
        if (!this.#reached) await this.#reach();
        else await this.#sendSome();
      }
      this.#again.afresh();
      this.#oneByOne = false;
      if (this.sync !== 'refused') this.sync = 'saved';
      void this.photos.send();
    } catch (error) {
      this.#reached = false;
      this.sync = (error as Error).cause === 401 ? 'signed-out' : 'waiting';
      if ((error as Error).cause === 403) this.problem = message('offline.roleOver');
      this.#again.later(() => void this.#send());
    } finally {
      this.#sending = false;
    }
  }

  /** Asks the server what it has besides, so that nothing is called saved on an old page's word. */
  async #reach(): Promise<void> {
    for (let more = true; more;) {
      const answer = await this.#ask<{ events: RunEvent[]; seq: number; more?: boolean }>(
        `/api/runs/${this.run}/events?after=${this.#seq}`
      );
      if (answer.status !== 200) throw new Error(`status ${answer.status}`, { cause: answer.status });
      this.#seq = Math.max(this.#seq, answer.body.seq ?? 0);
      if (answer.body.events?.length) this.hear(answer.body.events);
      more = answer.body.more === true;
    }
    // What was sent and is not there any more (a server set back to an earlier day) is sent again.
    const waiting = new Set(this.#pending.map((e) => e.id));
    const lost = inOrder(
      this.events.filter((e) => this.#own.has(e.id) && !this.#onServer.has(e.id) && !waiting.has(e.id))
    );
    if (lost.length > 0)
      this.#pending = [...lost.map(({ by: _by, took: _took, ...e }) => e as RunEvent), ...this.#pending];
    this.#reached = true;
  }

  async #ask<T>(url: string, init: RequestInit = {}): Promise<{ status: number; body: T }> {
    const response = await fetch(url, { ...init, signal: AbortSignal.timeout(PATIENCE_MS) });
    const date = Date.parse(response.headers.get('date') ?? '');
    if (!Number.isNaN(date)) this.clockOffMs = Math.abs(date - Date.now()) > CLOCK_TOLERANCE_MS ? date - Date.now() : 0;
    // Always read: an answer left unread holds its connection, and browsers have few.
    return { status: response.status, body: (await response.json()) as T };
  }

  async #sendSome(): Promise<void> {
    const batch = nextBatch(this.#pending, this.#oneByOne);
    const { status, body } = await this.#ask<{ message?: string; refused?: Refused[] }>(
      `/api/runs/${this.run}/events`,
      { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ events: batch }) }
    );
    if (status === 200) return this.#taken(batch);
    if (status !== 409 && status !== 413 && status !== 422) throw new Error(`status ${status}`, { cause: status });
    const named = refusedOf(batch, body.refused ?? []);
    if (named.length > 0) this.#refused(named);
    // Where the answer does not say which one is meant, it is told by sending each by itself.
    else if (batch.length > 1) this.#oneByOne = true;
    else
      this.#refused([
        { event: batch[0]!, why: { event: batch[0]!.id, message: body.message ?? message('offline.notAccepted') } }
      ]);
  }

  #taken(batch: readonly RunEvent[]): void {
    const ids = new Set(batch.map((e) => e.id));
    for (const id of ids) this.#onServer.add(id);
    this.#pending = this.#pending.filter((e) => !ids.has(e.id));
    this.#again.afresh();
    this.refusal = undefined;
    this.sync = 'saving';
    void this.#keep(batch.map((event) => this.#sentRow({ ...event, by: this.me.name })));
  }

  /** What the server will not have is set aside; a signature is taken back, so that work can go on. */
  #refused(named: readonly { event: RunEvent; why: Refused }[]): void {
    const ids = new Set(named.map(({ event }) => event.id));
    const isSignature = ({ event }: { event: RunEvent }) => event.type === 'signed' || event.type === 'countersigned';
    const signature = named.find(isSignature);
    if (signature) this.refusal = { message: signature.why.message, obstacles: signature.why.obstacles ?? [] };
    const aside = named
      .filter((n) => !isSignature(n))
      .map(({ event, why }): KeptEvent => ({
        run: this.run,
        event,
        person: this.me.id,
        is: 'refused',
        why: why.message
      }));
    this.setAside = [...this.setAside, ...aside];
    this.#pending = this.#pending.filter((e) => !ids.has(e.id));
    this.events = this.events.filter((e) => !ids.has(e.id));
    this.sync = signature ? 'refused' : 'saving';
    // A signature that was taken back is not sent again at the next visit.
    const back = named
      .filter(isSignature)
      .map(({ event }): KeptEvent => ({ run: this.run, event, person: this.me.id, is: 'withdrawn' }));
    void this.#keep([...aside, ...back]);
  }

  /** Sends what was set aside once more, with other words where it has any. @returns why that cannot be, in words */
  sendAgain(row: KeptEvent, words?: string): Said | undefined {
    const said =
      words === undefined
        ? row.event
        : { ...row.event, ...('text' in row.event ? { text: cleaned(words) } : { note: cleaned(words) }) };
    const read = RunEvent.safeParse(said);
    if (!read.success) return notRecorded(read.error);
    this.setAside = this.setAside.filter((r) => r !== row);
    this.#take(read.data);
    return undefined;
  }

  /** Puts what came too late for the signature beside it. */
  addToRecord(row: KeptEvent): void {
    if (!isAddable(row.event) || !this.record({ type: 'added', event: row.event })) return;
    this.setAside = this.setAside.filter((r) => r !== row);
    void this.#keep([{ ...row, is: 'withdrawn' }]);
  }
}
