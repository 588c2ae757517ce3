import { v4 as uuid } from 'uuid';
import type { Model } from '$core/machine';
import type { Plan } from '$core/plan';
import { fold, planInForce, plansOf, type Fact, type Obstacle, type RunEvent, type RunState } from '$core/run';
import { confirm, keep, waiting } from './outbox';
import { keepPhoto, sendPhotos } from './photos';

export type Sync = 'saved' | 'saving' | 'waiting' | 'signed-out' | 'refused';
const RETRY_MS = [500, 1000, 2000, 5000, 10_000];
const LISTEN_AGAIN_MS = 3000;

/** A run at the bench: facts count at once, are kept in the browser, and go to the server in order when it can be reached. */
export class Bench {
  events = $state.raw<RunEvent[]>([]);
  sync = $state<Sync>('saving');
  /** Why the server refused, and what stands in the way of signing. */
  refusal = $state<{ message: string; obstacles: Obstacle[] } | undefined>();
  /** Photos that the server will not have, and why. */
  refusedPhotos = $state<Record<string, string>>({});
  /** Photos that the server has not got yet. */
  photosWaiting = $state(0);
  /** The plan in force; derived from the changes of plan alone, so that it stays the same thing from step to step. */
  readonly plan: Plan = $derived.by(() => planInForce(this.first, this.#changes));
  /** All plans of the run, the one it was started with first. */
  readonly plans: Plan[] = $derived.by(() => plansOf(this.first, this.#changes));
  readonly state: RunState = $derived.by(() => fold(this.model, this.first, this.events));
  readonly #changes: RunEvent[] = $derived(this.events.filter((e) => e.type === 'replanned' || e.type === 'undo'));

  #pending: RunEvent[] = [];
  #sending = false;
  /** What an earlier visit left is known: before that nothing can be said to be saved. */
  #opened = false;
  #tries = 0;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #stream: EventSource | undefined;
  #again: ReturnType<typeof setTimeout> | undefined;

  constructor(
    readonly run: string,
    readonly model: Model,
    readonly first: Plan,
    recorded: RunEvent[],
    private readonly who: string
  ) {
    this.events = recorded;
  }

  /** Takes up what an earlier visit could not send. */
  async open(): Promise<void> {
    const known = new Set(this.events.map((e) => e.id));
    // A browser that keeps nothing (private windows, a full disk) works on without.
    const kept = await waiting(this.run, this.who).catch(() => []);
    this.#pending = [...kept.filter((e) => !known.has(e.id)), ...this.#pending];
    this.events = [...this.events, ...kept.filter((e) => !known.has(e.id))];
    void confirm(this.run, this.who, known);
    this.#opened = true;
    void this.#send();
    void this.#sendPhotos();
  }

  /** Hears what others record on this run, as it happens, from this position of the run's events on. */
  follow(after: number): void {
    addEventListener('online', this.#now);
    this.#listen(after);
  }

  #listen(after: number): void {
    let reached = after;
    const stream = new EventSource(`/api/runs/${this.run}/stream?after=${after}`);
    this.#stream = stream;
    stream.onmessage = ({ data, lastEventId }) => {
      reached = Number(lastEventId);
      this.hear((JSON.parse(data) as { events: RunEvent[] }).events);
    };
    // A stream that comes back is the first sign that the server is there again.
    stream.onopen = () => void this.#now();
    stream.onerror = () => {
      // A broken connection the browser takes up again by itself; an answer of refusal, such as from a server whose database is down, it takes for final.
      if (stream.readyState !== EventSource.CLOSED || this.#stream !== stream) return;
      this.#again = setTimeout(() => this.#listen(reached), LISTEN_AGAIN_MS);
    };
  }

  /** Adds others' events; one's own come back and change nothing. */
  hear(events: readonly RunEvent[]): void {
    const known = new Set(this.events.map((e) => e.id));
    const fresh = events.filter((e) => !known.has(e.id));
    if (fresh.length > 0) this.events = [...this.events, ...fresh];
  }

  close(): void {
    clearTimeout(this.#timer);
    clearTimeout(this.#again);
    this.#stream?.close();
    if (this.#stream) removeEventListener('online', this.#now);
    this.#stream = undefined;
  }

  readonly #now = (): void => {
    this.#tries = 0;
    void this.#send();
    void this.#sendPhotos();
  };

  /** A picture counts at once, like any fact; its bytes follow when the server can be reached. */
  async takePhoto(bytes: Blob, step?: string): Promise<void> {
    const photo = uuid();
    await keepPhoto(this.run, this.who, photo, bytes);
    this.record({ type: 'photo', photo, ...(step ? { step } : {}) });
    void this.#sendPhotos();
  }

  #photos: Promise<unknown> = Promise.resolve();
  #sendPhotos(): Promise<unknown> {
    // One round at a time: two would send the same picture twice.
    this.#photos = this.#photos.then(async () => {
      this.photosWaiting = await sendPhotos(this.run, this.who, (photo, why) => (this.refusedPhotos = { ...this.refusedPhotos, [photo]: why })).catch(() => this.photosWaiting);
    });
    return this.#photos;
  }

  record(fact: Fact): void {
    // Two facts within one clock tick keep their order, and a clock set back does not undo what was done.
    const last = this.events.reduce((latest, e) => (e.at > latest ? e.at : latest), '');
    const now = new Date().toISOString();
    const at = now > last ? now : new Date(Date.parse(last) + 1).toISOString();
    const event = { ...fact, id: uuid(), at } as RunEvent;
    this.events = [...this.events, { ...event, by: this.who }];
    this.#pending.push(event);
    this.sync = 'saving';
    void keep(this.run, this.who, event).finally(() => void this.#send());
  }

  async #send(): Promise<void> {
    if (this.#sending || !this.#opened) return;
    if (this.#pending.length === 0) {
      if (this.sync !== 'refused') this.sync = 'saved';
      return;
    }
    this.#sending = true;
    clearTimeout(this.#timer);
    const batch = this.#pending.slice(0, 200).map(({ by: _by, ...event }) => event);
    try {
      const response = await fetch(`/api/runs/${this.run}/events`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ events: batch }) });
      // Always read: an answer left unread holds its connection, and browsers have few.
      const answer = await response.json();
      if (response.ok) await this.#taken(batch);
      else if (response.status === 409 || response.status === 422) await this.#refused(batch, answer);
      else throw new Error(`status ${response.status}`, { cause: response.status });
    } catch (error) {
      this.sync = (error as Error).cause === 401 ? 'signed-out' : 'waiting';
      this.#timer = setTimeout(() => void this.#send(), RETRY_MS[Math.min(this.#tries++, RETRY_MS.length - 1)]);
      this.#sending = false;
      return;
    }
    this.#sending = false;
    void this.#send();
  }

  async #taken(batch: { id: string }[]): Promise<void> {
    const ids = new Set(batch.map((e) => e.id));
    this.#pending = this.#pending.filter((e) => !ids.has(e.id));
    this.#tries = 0;
    this.refusal = undefined;
    this.sync = this.#pending.length > 0 ? 'saving' : 'saved';
    await confirm(this.run, this.who, ids);
  }

  /** Only a signature can be refused by a run that is open; it is taken back so that work can go on. */
  async #refused(batch: { id: string }[], answer: { message: string; event?: string; obstacles?: Obstacle[] }): Promise<void> {
    const ids = new Set(answer.event ? [answer.event] : batch.map((e) => e.id));
    this.refusal = { message: answer.message, obstacles: answer.obstacles ?? [] };
    this.#pending = this.#pending.filter((e) => !ids.has(e.id));
    this.events = this.events.filter((e) => !ids.has(e.id));
    this.sync = this.#pending.length > 0 ? 'saving' : 'refused';
    await confirm(this.run, this.who, ids);
  }
}
