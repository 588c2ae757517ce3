import { here } from '$lib/server/http/here'; /** Thrown at who asks for more than may wait at once. */
export class TooMuchAtOnce extends Error {}

interface Waiting {
  person: string;
  /** How long it is expected to take, in any unit that all share. */
  size: number;
  since: number;
  begin: () => void;
}

/** What somebody was given counts half as much after so long, ms. */
const FORGOTTEN_MS = 5000;

/**
 * Lets so many pieces of work go on at once, shared between people: next is whoever has least under way, of those the shortest
 * piece, what its person was given lately added to its size; one that has waited long comes before a shorter one that has not.
 */
export class FairQueue {
  private readonly underWay = new Map<string, number>();
  private readonly waiting: Waiting[] = [];
  private readonly given = new Map<string, { size: number; at: number }>();

  /**
   * @param atOnce pieces of work at the same time
   * @param each how many pieces of one person may be under way or wait
   * @param patience a piece that has waited for so long counts as one of half its size, ms
   */
  constructor(
    private readonly atOnce: number,
    private readonly each: number,
    private readonly patience = 2000,
    private readonly now: () => number = () => performance.now()
  ) {}

  /** @throws TooMuchAtOnce; what `work` throws; an AbortError when the signal says so before it has begun */
  async run<T>(person: string, size: number, work: () => Promise<T>, signal?: AbortSignal): Promise<T> {
    const mine = (this.underWay.get(person) ?? 0) + this.waiting.filter((w) => w.person === person).length;
    if (mine >= this.each) throw new TooMuchAtOnce(here().t('server.atMostAtOnceWaitUntil', { each: this.each }));
    await this.turn(person, size, signal);
    try {
      return await work();
    } finally {
      const left = this.underWay.get(person)! - 1;
      if (left > 0) this.underWay.set(person, left);
      else this.underWay.delete(person);
      this.next();
    }
  }

  private turn(person: string, size: number, signal?: AbortSignal): Promise<void> {
    signal?.throwIfAborted();
    return new Promise((resolve, reject) => {
      const entry: Waiting = { person, size, since: this.now(), begin: resolve };
      const leave = () => {
        const at = this.waiting.indexOf(entry);
        if (at < 0) return;
        this.waiting.splice(at, 1);
        reject(signal!.reason);
      };
      signal?.addEventListener('abort', leave, { once: true });
      entry.begin = () => {
        signal?.removeEventListener('abort', leave);
        resolve();
      };
      this.waiting.push(entry);
      this.next();
    });
  }

  private next(): void {
    const now = this.now();
    const rank = ({ person, size, since }: Waiting) =>
      [
        this.underWay.get(person) ?? 0,
        (size + this.lately(person, now)) * 0.5 ** ((now - since) / this.patience),
        since
      ] as const;
    // One place is never one person's: whoever asks for something small finds it free.
    const most = Math.max(1, this.atOnce - 1);
    const ready = () => this.waiting.filter((w) => (this.underWay.get(w.person) ?? 0) < most);
    while (ready().length > 0 && [...this.underWay.values()].reduce((sum, n) => sum + n, 0) < this.atOnce) {
      const ranked = ready().map((w) => [w, rank(w)] as const);
      const [first] = ranked.reduce((best, other) => (before(other[1], best[1]) ? other : best));
      this.waiting.splice(this.waiting.indexOf(first), 1);
      this.underWay.set(first.person, (this.underWay.get(first.person) ?? 0) + 1);
      this.given.set(first.person, { size: this.lately(first.person, now) + first.size, at: now });
      first.begin();
    }
    if (this.waiting.length === 0 && this.underWay.size === 0) this.given.clear();
  }

  private lately(person: string, now: number): number {
    const given = this.given.get(person);
    return given ? given.size * 0.5 ** ((now - given.at) / FORGOTTEN_MS) : 0;
  }
}

function before(a: readonly number[], b: readonly number[]): boolean {
  const at = a.findIndex((n, i) => n !== b[i]);
  return at >= 0 && a[at]! < b[at]!;
}
