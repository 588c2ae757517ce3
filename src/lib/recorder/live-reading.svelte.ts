import type { Language } from '$core/language';
import type { Reading, RecordState } from '$core/recording';
import type { RecordAsked, RecordTold } from '$workers/record-web';

/** What the record says by now, worked out beside the screen; until it has been, what it said before stands. */
export class LiveReading {
  reading = $state.raw<Reading>();
  /** An answer to the newest state is still to come. */
  isWorking = $state(false);
  #asked = 0;
  #worker: Worker | undefined;

  constructor(private readonly language: Language) {}

  ask(state: RecordState): void {
    this.#worker ??= this.#begin();
    this.isWorking = true;
    this.#worker.postMessage({ id: ++this.#asked, state, language: this.language } satisfies RecordAsked);
  }

  #begin(): Worker {
    const worker = new Worker(new URL('../../workers/record-web.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<RecordTold>) => {
      if (data.id !== this.#asked) return;
      this.reading = data.reading;
      this.isWorking = false;
    };
    worker.onerror = (event) => {
      event.preventDefault();
      this.close();
      this.isWorking = false;
    };
    return worker;
  }

  close(): void {
    this.#worker?.terminate();
    this.#worker = undefined;
  }
}
