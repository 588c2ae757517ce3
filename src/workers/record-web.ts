import { catalogueOf, speaker, type Language } from '../core/language';
import { readRecord, type Reading, type RecordState } from '../core/recording';

/** In the browser: what a record says of its machine, worked out away from the screen. Who asks again while it works hears the newest. */
export interface RecordAsked {
  id: number;
  state: RecordState;
  language: Language;
}
export interface RecordTold {
  id: number;
  reading: Reading;
}

let newest = 0;
self.addEventListener('message', ({ data }: MessageEvent<RecordAsked>) => {
  newest = data.id;
  // A newer question that came meanwhile is heard first.
  setTimeout(() => void answer(data));
});

async function answer({ id, state, language }: RecordAsked): Promise<void> {
  if (id !== newest) return;
  const speak = speaker(language, await catalogueOf(language));
  self.postMessage({ id, reading: readRecord(state, speak) } satisfies RecordTold);
}
