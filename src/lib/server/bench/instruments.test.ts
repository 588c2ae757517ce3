import { createServer, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterEach, expect, it, vi } from 'vitest';
import { hearInstruments } from './instruments';

const ends: (() => void)[] = [];
afterEach(() => {
  for (const end of ends.splice(0)) end();
});

/** Devices that say what a test writes, to whoever listens. */
async function devices(): Promise<{ url: string; say: (bytes: Uint8Array | string) => void; isHeard: () => boolean }> {
  const listening = new Set<ServerResponse>();
  const server = createServer((_, response) => {
    response.writeHead(200, { 'content-type': 'application/x-ndjson' });
    response.flushHeaders();
    listening.add(response);
    response.on('close', () => listening.delete(response));
  });
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  ends.push(() => (server.closeAllConnections(), server.close()));
  return {
    url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    say: (bytes) => listening.forEach((r) => r.write(bytes)),
    isHeard: () => listening.size > 0
  };
}

it('hears each reading once, however its bytes come, and nothing that is none', async () => {
  const { url, say, isHeard } = await devices();
  const heard: string[] = [];
  ends.push(hearInstruments(url, (line) => heard.push(line)));
  await vi.waitFor(() => expect(isHeard()).toBe(true));
  const torque = '{"format":"eager-wrench/device@1","device":"torque-driver","value":0.2,"unit":"N\u00b7m"}';
  const bytes = new TextEncoder().encode(`noise\n${torque}\n{"device":"kettle"}\n`);
  // The dot between the units is two bytes, and they come apart.
  const cut = bytes.indexOf(0xc2) + 1;
  say(bytes.slice(0, cut));
  await new Promise((later) => setTimeout(later, 50));
  say(bytes.slice(cut));
  await vi.waitFor(() => expect(heard).toEqual([torque]));
});
