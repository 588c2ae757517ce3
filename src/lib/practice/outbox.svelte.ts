import type { Answered } from '$core/practice';

/** What of a browser's store is used. */
type Store = Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>;

/** So many are sent at once. */
const BATCH = 50;

/**
 * Answers of one person that the server has not taken yet, kept on this device until it has. Each has its id, so that one that is
 * sent twice counts once.
 */
export class PracticeOutbox {
  #waiting = $state.raw<readonly Answered[]>([]);
  /** Answers that the server will not have: their machine or their exercise is not known there any more. */
  refused = $state(0);
  #sending = false;

  /** @param send answers whether the server took them, undefined where it could not be reached */
  constructor(
    private readonly person: string,
    private readonly store: Store | undefined,
    private readonly send: (answers: readonly Answered[]) => Promise<boolean | undefined>
  ) {
    this.#waiting = this.#read();
  }

  get count(): number {
    return this.#waiting.length;
  }

  add(answered: Answered): void {
    this.#keep((waiting) => [...waiting, answered]);
    void this.flush();
  }

  /** Sends what waits; what the server refuses for good is not sent again. */
  async flush(): Promise<void> {
    if (this.#sending) return;
    this.#sending = true;
    try {
      while (this.#waiting.length > 0) {
        const batch = this.#waiting.slice(0, BATCH);
        const isTaken = await this.send(batch);
        if (isTaken === undefined) return;
        if (!isTaken) this.refused += batch.length;
        const sent = new Set(batch.map((a) => a.id));
        this.#keep((waiting) => waiting.filter((a) => !sent.has(a.id)));
      }
    } finally {
      this.#sending = false;
    }
  }

  get #key(): string {
    return `practice-answers ${this.person}`;
  }

  #read(): readonly Answered[] {
    try {
      return JSON.parse(this.store?.getItem(this.#key) ?? '[]') as Answered[];
    } catch {
      return [];
    }
  }

  /** Another page of the same person may have kept some since. */
  #keep(change: (waiting: readonly Answered[]) => readonly Answered[]): void {
    const own = new Set(this.#waiting.map((a) => a.id));
    const waiting = change([...this.#waiting, ...this.#read().filter((a) => !own.has(a.id))]);
    this.#waiting = waiting;
    try {
      if (waiting.length === 0) this.store?.removeItem(this.#key);
      else this.store?.setItem(this.#key, JSON.stringify(waiting));
    } catch {
      // A full store keeps nothing: the answers are still here as long as the page is.
    }
  }
}

/** Sends answers to the server. */
export async function sendAnswers(answers: readonly Answered[]): Promise<boolean | undefined> {
  const answer = await fetch('/api/practice', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ answers })
  }).catch(() => undefined);
  if (!answer || answer.status >= 500 || answer.status === 401 || answer.status === 429) return undefined;
  return answer.ok;
}
