import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { v4 as uuid } from 'uuid';
import type { z } from 'zod';
import { CLOCK_TOLERANCE_MS, inOrder, when } from '$core/happened';
import type { Said } from '$core/language';
import { cleaned } from '$core/machine';
import { message } from '$lib/words';
import { Again } from '../again';
import { nextBatch, refusedOf, type Refused } from './batches';
import { followEvents } from './event-stream';
import { isKept, keep, keptOf, type Carried, type KeptEvent } from './kept';
import { Photos } from './photos.svelte';

export type Sync = 'saved' | 'saving' | 'waiting' | 'signed-out' | 'refused';
const RETRY_MS = [500, 1000, 2000, 5000, 10_000];
/** An answer is not waited for longer than this: a connection may be silent without being cut, ms. */
const PATIENCE_MS = 20_000;

/** Whose bench it is: facts go to the server under this id's session alone. */
export interface Worker {
  id: string;
  name: string;
}

/** One record at the bench: its id, where its events, stream and photos lie on the server, and how an event is read. */
export interface Channel<E extends Carried> {
  record: string;
  url: string;
  schema: z.ZodType<E>;
}

/** What happened, without what the outbox adds to it. */
export type Told<E> = E extends Carried ? Omit<E, 'id' | 'at' | 'by' | 'took'> : never;

/**
 * Facts of one record on their way to the server. They count at once and go as soon as it can be reached; this browser keeps all of
 * the record's events, so that it comes back as it was also without the server. Only what the server has said to have is called saved.
 */
export class Outbox<E extends Carried> {
  events = $state.raw<E[]>([]);
  sync = $state<Sync>('saving');
  /** Whether this browser keeps anything: where it does not, what is not sent is lost with the page. */
  keeps = $state(true);
  /** What the server will not have, and why: kept here until somebody has dealt with it. */
  setAside = $state.raw<readonly KeptEvent<E>[]>([]);
  /** Why something could not be recorded, in words. */
  problem = $state.raw<Said>('');
  /** So far this device's clock is off, ms: the server's time less its own. */
  clockOffMs = $state(0);
  readonly photos: Photos;

  #pending = $state.raw<E[]>([]);
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
    readonly channel: Channel<E>,
    recorded: { events: E[]; seq: number },
    readonly me: Worker
  ) {
    this.events = recorded.events;
    this.#seq = recorded.seq;
    this.#onServer = new Set(recorded.events.map((e) => e.id));
    this.photos = new Photos(channel, me.id);
  }

  /** How many facts the server has not got. */
  get unsent(): number {
    return this.#pending.length;
  }

  /** Takes up what this browser knows of the record: what an earlier visit could not send, and what the server had then. */
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
    void this.keep(
      this.events.filter((e) => this.#onServer.has(e.id) && !stored.has(e.id)).map((e) => this.#sentRow(e))
    );
    this.#opened = true;
    void this.#send();
    await this.photos.open();
  }

  async #kept(): Promise<KeptEvent<E>[]> {
    try {
      await this.takeOver();
      return await keptOf<E>(this.channel.record);
    } catch {
      this.keeps = false;
      return [];
    }
  }

  /** Brings in what an earlier version kept in another way. */
  protected async takeOver(): Promise<void> {}

  #row(event: E, is: KeptEvent['is']): KeptEvent<E> {
    return { run: this.channel.record, event, person: this.me.id, is };
  }

  #sentRow(event: E): KeptEvent<E> {
    return { ...this.#row(event, 'sent'), ...(this.#own.has(event.id) ? { isOwn: true } : {}) };
  }

  protected async keep(rows: readonly KeptEvent<E>[]): Promise<void> {
    if (rows.length === 0) return;
    try {
      await keep(rows);
      this.keeps = true;
    } catch {
      this.keeps = false;
    }
  }

  /** Hears what others record, as it happens. */
  follow(): void {
    addEventListener('online', this.#now);
    this.#unfollow = followEvents<E>(this.channel.url, {
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
  hear(events: readonly E[]): void {
    for (const e of events) this.#onServer.add(e.id);
    const told = new Map(events.map((e) => [e.id, e]));
    const known = new Set(this.events.map((e) => e.id));
    const fresh = events.filter((e) => !known.has(e.id));
    // A time that the server put in place of a wrong one is the only thing that it changes.
    const changed = this.events.some((e) => told.has(e.id) && told.get(e.id)!.took !== e.took);
    if (fresh.length > 0 || changed) this.events = [...this.events.map((e) => told.get(e.id) ?? e), ...fresh];
    void this.keep(events.map((event) => this.#sentRow(event)));
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

  /** Keeps a picture's bytes until the server has them. @returns what its event says of it */
  protected async takePicture(bytes: Blob): Promise<{ photo: string; sha256: string }> {
    const photo = uuid();
    const digest = bytesToHex(sha256(new Uint8Array(await bytes.arrayBuffer())));
    await this.photos.take(photo, bytes);
    return { photo, sha256: digest };
  }

  /** Facts as the events that they would be, or why they cannot be recorded: by the same schema as the server's. */
  #read(fact: Told<E>): { event: E } | { why: Said } {
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
    return this.#readEvent({ ...fields, id: uuid(), at: new Date(at).toISOString() });
  }

  #readEvent(value: unknown): { event: E } | { why: Said } {
    const read = this.channel.schema.safeParse(value);
    if (read.success) return { event: read.data };
    const { path, message: why } = read.error.issues[0]!;
    return { why: message('offline.cannotRecord', { place: path.join(', '), why }) };
  }

  /** @returns why a fact cannot be recorded, in words */
  check(fact: Told<E>): Said | undefined {
    const read = this.#read(fact);
    return 'why' in read ? read.why : undefined;
  }

  /** @returns the event that it was recorded as; if there is none, `problem` says why */
  record(fact: Told<E>): E | undefined {
    const read = this.#read(fact);
    if ('why' in read) {
      this.problem = read.why;
      return undefined;
    }
    this.problem = '';
    this.#take(read.event);
    return read.event;
  }

  #take(event: E): void {
    this.#own.add(event.id);
    this.events = [...this.events, { ...event, by: this.me.name }];
    this.#pending = [...this.#pending, event];
    this.sync = 'saving';
    void this.#keepPending(event);
    // The server is told at once, whether or not this browser keeps anything.
    void this.#send();
  }

  async #keepPending(event: E): Promise<void> {
    const [oldest] = this.#pending;
    // Emptied while one works: then all that waits is kept anew.
    const isWhole =
      oldest === undefined || oldest === event || (await isKept(this.#row(oldest, 'waiting')).catch(() => true));
    const waiting = this.#pending.filter((e) => !isWhole || e === event);
    await this.keep(waiting.map((e) => this.#row(e, 'waiting')));
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
      const answer = await this.#ask<{ events: E[]; seq: number; more?: boolean }>(
        `${this.channel.url}/events?after=${this.#seq}`
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
      this.#pending = [...lost.map(({ by: _by, took: _took, ...e }) => e as unknown as E), ...this.#pending];
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
    const { status, body } = await this.#ask<{ message?: string; refused?: Refused[] }>(`${this.channel.url}/events`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ events: batch })
    });
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

  #taken(batch: readonly E[]): void {
    const ids = new Set(batch.map((e) => e.id));
    for (const id of ids) this.#onServer.add(id);
    this.#pending = this.#pending.filter((e) => !ids.has(e.id));
    this.#again.afresh();
    this.sync = 'saving';
    this.taken();
    void this.keep(batch.map((event) => this.#sentRow({ ...event, by: this.me.name })));
  }

  /** The server has taken something. */
  protected taken(): void {}

  /** Whether a refused event is taken back instead of set aside, so that work can go on. */
  protected isWithdrawn(_event: E, _why: Refused): boolean {
    return false;
  }

  #refused(named: readonly { event: E; why: Refused }[]): void {
    const ids = new Set(named.map(({ event }) => event.id));
    const back = named.filter(({ event, why }) => this.isWithdrawn(event, why));
    const aside = named
      .filter((n) => !back.includes(n))
      .map(({ event, why }): KeptEvent<E> => ({ ...this.#row(event, 'refused'), why: why.message }));
    this.setAside = [...this.setAside, ...aside];
    this.#pending = this.#pending.filter((e) => !ids.has(e.id));
    this.events = this.events.filter((e) => !ids.has(e.id));
    this.sync = back.length > 0 ? 'refused' : 'saving';
    // What was taken back is not sent again at the next visit.
    void this.keep([...aside, ...back.map(({ event }) => this.#row(event, 'withdrawn'))]);
  }

  /** Sends what was set aside once more, with other words where it has any. @returns why that cannot be, in words */
  sendAgain(row: KeptEvent<E>, words?: string): Said | undefined {
    const said =
      words === undefined
        ? row.event
        : { ...row.event, ...('text' in row.event ? { text: cleaned(words) } : { note: cleaned(words) }) };
    const read = this.#readEvent(said);
    if ('why' in read) return read.why;
    this.setAside = this.setAside.filter((r) => r !== row);
    this.#take(read.event);
    return undefined;
  }
}
