import { readDevice, type Reading } from '$core/devices';

/** Hears the shop's measuring devices while one works. @returns what ends it */
export function hearDevices(hear: (reading: Reading) => void): () => void {
  const stream = new EventSource('/api/devices/stream');
  stream.onmessage = ({ data }: MessageEvent<string>) => {
    const reading = readDevice(data);
    if (reading) hear(reading);
  };
  return () => stream.close();
}
