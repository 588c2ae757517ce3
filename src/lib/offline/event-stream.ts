import { Again } from '../again';

const LISTEN_AGAIN_MS = 3000;

interface Hearer<E> {
  /** From which position of the record's events on. */
  after(): number;
  heard(events: E[], seq: number): void;
  /** The stream is there: the first sign that the server is. */
  opened(): void;
  lost(): void;
}

/** Hears what others record, as it happens, until it is ended. @param url of the record @returns what ends it */
export function followEvents<E>(url: string, by: Hearer<E>): () => void {
  let stream: EventSource | undefined;
  const again = new Again([LISTEN_AGAIN_MS]);
  const listen = () => {
    const mine = new EventSource(`${url}/stream?after=${by.after()}`);
    stream = mine;
    mine.onmessage = ({ data, lastEventId }) =>
      by.heard((JSON.parse(data) as { events: E[] }).events, Number(lastEventId));
    mine.onopen = () => by.opened();
    mine.onerror = () => {
      by.lost();
      // A broken connection the browser takes up again by itself; an answer of refusal, such as from a server whose database is down, it takes for final.
      if (mine.readyState === EventSource.CLOSED && stream === mine) again.later(listen);
    };
  };
  listen();
  return () => {
    again.stop();
    stream?.close();
    stream = undefined;
  };
}
