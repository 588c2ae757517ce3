import { readInstrument, type Reading } from '$core/instruments';

/** Hears the shop's measuring devices while one works. @returns what ends it */
export function hearInstruments(hear: (reading: Reading) => void): () => void {
  const stream = new EventSource('/api/devices/stream');
  stream.onmessage = ({ data }: MessageEvent<string>) => {
    const reading = readInstrument(data);
    if (reading) hear(reading);
  };
  return () => stream.close();
}
