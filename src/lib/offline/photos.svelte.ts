import { dropPhoto, keepPhoto, keptPhoto, keptPhotos, type KeptPhoto } from './kept';
import type { Said } from '$core/language';
import { message } from '$lib/words';
import { Again } from '../again';

/** Again after so long when the server could not be reached or had no room, ms. */
const AGAIN_MS = 10_000;
/** A picture of some megabytes over a slow line, ms. */
const PATIENCE_MS = 120_000;

/** Photos of a record on their way to the server: one after the other, each kept in this browser until the server has it. */
export class Photos {
  /** How many the server has not got yet. */
  waiting = $state(0);
  /** Photos that the server will not have, and why, by id: they stay here. */
  refused = $state.raw<Record<string, Said>>({});
  /** What keeps the others back, in words: the server's disk is full. */
  problem = $state('');

  /** Those that this browser does not keep: they are sent from here. */
  readonly #loose = new Map<string, KeptPhoto>();
  #sending: Promise<void> | undefined;
  readonly #again = new Again([AGAIN_MS]);

  constructor(
    private readonly of: { record: string; url: string },
    private readonly person: string
  ) {}

  async open(): Promise<void> {
    const mine = await this.#mine();
    this.waiting = mine.filter((p) => p.is === 'waiting').length;
    this.refused = Object.fromEntries(
      mine.flatMap((p) => (p.is === 'refused' ? [[p.photo, p.why ?? message('offline.notAccepted')]] : []))
    );
  }

  async take(photo: string, bytes: Blob): Promise<void> {
    const row: KeptPhoto = { run: this.of.record, photo, person: this.person, bytes, is: 'waiting' };
    this.waiting++;
    await keepPhoto(row).catch(() => this.#loose.set(photo, row));
  }

  /** A picture as it lies here; undefined when it does not. */
  async here(photo: string): Promise<Blob | undefined> {
    return (this.#loose.get(photo) ?? (await keptPhoto(this.of.record, photo).catch(() => undefined)))?.bytes;
  }

  close(): void {
    this.#again.stop();
  }

  /** Sends what waits until the server cannot take more; the event of each picture has to be there first. */
  send(): Promise<void> {
    // One round at a time: two would send the same picture twice.
    return (this.#sending ??= this.#round().finally(() => (this.#sending = undefined)));
  }

  /** Gives the server the file of a picture that it has lost. @returns why it will not have it, in words */
  async again(photo: string, file: Blob): Promise<Said | undefined> {
    const response = await this.#post(photo, file);
    if (response?.ok) return undefined;
    const answer = (await response?.json().catch(() => undefined)) as { message?: string } | undefined;
    return answer?.message ?? message('offline.notReached');
  }

  #post(photo: string, bytes: Blob): Promise<Response | undefined> {
    return fetch(`${this.of.url}/photos/${photo}`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: bytes,
      signal: AbortSignal.timeout(PATIENCE_MS)
    }).catch(() => undefined);
  }

  async #mine(): Promise<KeptPhoto[]> {
    const kept = await keptPhotos(this.of.record).catch(() => []);
    return [...kept, ...this.#loose.values()].filter((p) => p.person === this.person);
  }

  async #round(): Promise<void> {
    this.#again.stop();
    const rows = (await this.#mine()).filter((p) => p.is === 'waiting');
    this.waiting = rows.length;
    this.problem = '';
    for (const row of rows) {
      const response = await this.#post(row.photo, row.bytes);
      const answer = (await response?.json().catch(() => ({}))) as { message?: string } | undefined;
      if (response?.ok) {
        this.#loose.delete(row.photo);
        await dropPhoto(this.of.record, row.photo).catch(() => {});
      } else if (response && [403, 413, 415, 422].includes(response.status)) {
        const why = answer?.message ?? message('offline.notAccepted');
        this.refused = { ...this.refused, [row.photo]: why };
        const aside: KeptPhoto = { ...row, is: 'refused', why };
        await keepPhoto(aside).catch(() => this.#loose.set(row.photo, aside));
      } else {
        if (response?.status === 507) this.problem = answer?.message ?? '';
        this.#again.later(() => void this.send());
        return;
      }
      this.waiting--;
    }
  }
}
