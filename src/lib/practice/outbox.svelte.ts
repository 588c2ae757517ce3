import type { Answered, RehearsedWork } from '$core/practice';
import { Again } from '../again';

/** What of a browser's store is used. */
type Store = Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>;

/** So many are sent at once. */
const BATCH = 50;
/** What could not be sent is tried again after these, ms. */
const RETRY_MS = [1000, 2000, 5000, 10_000, 30_000];
/** An answer is not waited for longer than this: a connection may be silent without being cut, ms. */
const PATIENCE_MS = 20_000;

/**
 * What one person did in practice and the server has not taken yet, kept on this device until it has. Each has its id, so that what is
 * sent twice counts once.
 */
export class PracticeOutbox<T extends { id: string }> {
  #waiting = $state.raw<readonly T[]>([]);
  /** What the server will not have: its machine is not known there any more. */
  refused = $state(0);
  #sending = false;
  #isFollowing = false;
  readonly #again = new Again(RETRY_MS);

  /**
   * @param key of this person and this kind
   * @param send answers whether the server took them, undefined where it could not be reached
   */
  constructor(
    private readonly key: string,
    private readonly store: Store | undefined,
    private readonly send: (some: readonly T[]) => Promise<boolean | undefined>
  ) {
    this.#waiting = this.#read();
  }

  get count(): number {
    return this.#waiting.length;
  }

  add(one: T): void {
    this.#keep((waiting) => [...waiting, one]);
    void this.flush();
  }

  /** Sends what waits, now and whenever there may be a network again. @returns what ends it */
  follow(): () => void {
    const now = () => {
      this.#again.afresh();
      void this.flush();
    };
    this.#isFollowing = true;
    addEventListener('online', now);
    now();
    return () => {
      this.#isFollowing = false;
      this.#again.stop();
      removeEventListener('online', now);
    };
  }

  /** Sends what waits; what the server refuses for good is not sent again. */
  async flush(): Promise<void> {
    if (this.#sending) return;
    this.#sending = true;
    this.#again.stop();
    try {
      while (this.#waiting.length > 0) {
        const batch = this.#waiting.slice(0, BATCH);
        const isTaken = await this.send(batch);
        if (isTaken === undefined) {
          // One that fails while the network comes back is followed by no word of that: it is tried again by itself.
          if (this.#isFollowing) this.#again.later(() => void this.flush());
          return;
        }
        this.#again.afresh();
        if (!isTaken) this.refused += batch.length;
        const sent = new Set(batch.map((a) => a.id));
        this.#keep((waiting) => waiting.filter((a) => !sent.has(a.id)));
      }
    } finally {
      this.#sending = false;
    }
  }

  #read(): readonly T[] {
    try {
      return JSON.parse(this.store?.getItem(this.key) ?? '[]') as T[];
    } catch {
      return [];
    }
  }

  /** Another page of the same person may have kept some since. */
  #keep(change: (waiting: readonly T[]) => readonly T[]): void {
    const own = new Set(this.#waiting.map((a) => a.id));
    const waiting = change([...this.#waiting, ...this.#read().filter((a) => !own.has(a.id))]);
    this.#waiting = waiting;
    try {
      if (waiting.length === 0) this.store?.removeItem(this.key);
      else this.store?.setItem(this.key, JSON.stringify(waiting));
    } catch {
      // A full store keeps nothing: all is still here as long as the page is.
    }
  }
}

/** Sends to an address under a name. */
const sender =
  (path: string, name: string) =>
  async (some: readonly unknown[]): Promise<boolean | undefined> => {
    const answer = await fetch(path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ [name]: some }),
      signal: AbortSignal.timeout(PATIENCE_MS)
    }).catch(() => undefined);
    if (!answer || answer.status >= 500 || answer.status === 401 || answer.status === 429) return undefined;
    return answer.ok;
  };

/** What a person answered. */
export const answersOutbox = (person: string, store: Store): PracticeOutbox<Answered> =>
  new PracticeOutbox<Answered>(`practice-answers ${person}`, store, sender('/api/practice', 'answers'));
/** What a person rehearsed. */
export const rehearsalsOutbox = (person: string, store: Store): PracticeOutbox<RehearsedWork> =>
  new PracticeOutbox<RehearsedWork>(`rehearsals ${person}`, store, sender('/api/practice/rehearsals', 'rehearsals'));
