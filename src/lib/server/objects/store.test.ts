import { createHash, createHmac } from 'node:crypto';
import { createServer, type IncomingMessage, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { ObjectStore, StoreOutOfReach } from './store';

const KEY = 'a-shop';
const SECRET = 'wJalr+/EXAMPLE/of-a-secret';
const REGION = 'north-1';

const sha256 = (bytes: Buffer | string) => createHash('sha256').update(bytes).digest('hex');
const hmac = (key: Buffer | string, text: string) => createHmac('sha256', key).update(text).digest();

/** As the signature has it: all but letters, digits and `-._~`, whatever way it came. */
const encoded = (text: string) =>
  encodeURIComponent(text).replaceAll(/[!'()*]/g, (c) => `%${c.charCodeAt(0).toString(16).toUpperCase()}`);

/** The signature of a request, worked out anew from what arrived: AWS Signature Version 4, as its specification has it. */
function signatureOf({ method, url, headers }: IncomingMessage, signed: string, scope: string): string {
  const [path, query = ''] = url!.split('?');
  const lines = signed.split(';').map((name) => `${name}:${String(headers[name]).trim()}\n`);
  const canonical = [
    method,
    decodeURIComponent(path!).split('/').map(encoded).join('/'),
    query,
    lines.join(''),
    signed,
    headers['x-amz-content-sha256']
  ].join('\n');
  const toSign = ['AWS4-HMAC-SHA256', headers['x-amz-date'], scope, sha256(canonical)].join('\n');
  const key = scope.split('/').reduce<Buffer | string>((made, part) => hmac(made, part), `AWS4${SECRET}`);
  return hmac(key, toSign).toString('hex');
}

const objects = new Map<string, Buffer>();
let server: Server;
let address = '';

/** A store that lets in whoever signs rightly, and takes only what was signed. */
beforeAll(async () => {
  server = createServer((request, response) => {
    const chunks: Buffer[] = [];
    request.on('data', (chunk: Buffer) => chunks.push(chunk));
    request.on('end', () => {
      const body = Buffer.concat(chunks);
      const refuse = (status: number, code: string) =>
        response.writeHead(status).end(`<Error><Code>${code}</Code></Error>`);
      const [, key, scope, signed, signature] =
        /^AWS4-HMAC-SHA256 Credential=([^/]+)\/(\S+), SignedHeaders=(\S+), Signature=(\w{64})$/.exec(
          request.headers.authorization ?? ''
        ) ?? [];
      const isScoped = scope === `${String(request.headers['x-amz-date']).slice(0, 8)}/${REGION}/s3/aws4_request`;
      if (key !== KEY || !isScoped || signature !== signatureOf(request, signed!, scope))
        return refuse(403, 'SignatureDoesNotMatch');
      const said = request.headers['x-amz-content-sha256'];
      if (request.method === 'PUT' && said !== sha256(body)) return refuse(400, 'XAmzContentSHA256Mismatch');
      const name = decodeURIComponent(request.url!);
      if (request.method === 'PUT') objects.set(name, body);
      if (request.method === 'DELETE') objects.delete(name);
      const found = objects.get(name);
      if (request.method === 'GET' && !found) return refuse(404, 'NoSuchKey');
      return response.writeHead(200).end(request.method === 'GET' ? found : undefined);
    });
  });
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}/photos-of-a-shop`;
});
afterAll(() => new Promise((done) => server.close(done)));

it('what is laid down, fetched and taken away is signed as a store asks for it', async () => {
  const store = new ObjectStore(`${address}/`, REGION, KEY, SECRET);
  const bytes = Buffer.from([0xff, 0xd8, 0, 1, 2]);
  for (const name of ['photos/2f1c.jpg', 'records/a b, d’é.json']) {
    expect(await store.get(name)).toBeUndefined();
    await store.put(name, bytes, 'image/jpeg');
    expect([...objects.keys()]).toContain(`/photos-of-a-shop/${name}`);
    expect(await store.get(name)).toEqual(bytes);
    await store.remove(name);
    expect(await store.get(name)).toBeUndefined();
  }
  await expect.poll(() => store.answers(), { timeout: 60_000 }).toBe(true);
});

it('another secret, another name or another region is refused, and said so', async () => {
  for (const store of [
    new ObjectStore(address, REGION, KEY, `${SECRET}x`),
    new ObjectStore(address, REGION, 'another-shop', SECRET),
    new ObjectStore(address, 'south-1', KEY, SECRET)
  ]) {
    await expect(store.put('photos/1.jpg', Buffer.from('x'), 'image/jpeg')).rejects.toThrow(StoreOutOfReach);
    await expect(store.get('photos/1.jpg')).rejects.toThrow('refused GET (SignatureDoesNotMatch)');
    expect(await store.answers()).toBe(false);
  }
  expect(objects.size).toBe(0);
});
