import { readInstrument, type PrintLabel } from '$core/instruments';
import { log } from '../http/log';
import { settings } from '../settings/environment';

/**
 * The shop's devices, over HTTP: readings come as lines of JSON (`eager-wrench/device@1`) on `/stream`, labels
 * (`eager-wrench/label@1`) go to `/label`. Whatever else speaks these two can stand in their place.
 */
const AGAIN_MS = 2000;
const LONGEST_LINE = 1000;

/** Hears readings until it is ended; a device that is away is waited for. */
export function hearInstruments(url: string, hear: (line: string) => void): () => void {
  const over = new AbortController();
  void (async () => {
    while (!over.signal.aborted) {
      try {
        const response = await fetch(new URL('/stream', url), { signal: over.signal });
        const decoder = new TextDecoder();
        let rest = '';
        for await (const chunk of response.body as unknown as AsyncIterable<Uint8Array>) {
          const lines = (rest + decoder.decode(chunk, { stream: true })).split('\n');
          rest = lines.pop()!.slice(-LONGEST_LINE);
          for (const line of lines) if (readInstrument(line)) hear(line);
        }
      } catch (err) {
        if (!over.signal.aborted) log.debug({ err }, 'the devices do not answer');
      }
      await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
    }
  })();
  return () => over.abort();
}

/** @returns whether the printer took it */
export async function printLabel(label: PrintLabel): Promise<boolean> {
  if (!settings.instrumentsUrl) return false;
  const response = await fetch(new URL('/label', settings.instrumentsUrl), {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(label),
    signal: AbortSignal.timeout(5000)
  }).catch(() => undefined);
  return response?.ok ?? false;
}
