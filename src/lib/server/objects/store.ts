import { createHash } from 'node:crypto';
import { AwsClient } from 'aws4fetch';
import { settings } from '../settings/environment';

/** The store did not answer, or would not: nothing is known of what lies there. */
export class StoreOutOfReach extends Error {}

/** Given up after, ms: whoever waits for a picture waits no longer, and work in the background is tried again. */
const PATIENCE_MS = 10_000;

/** Where large things lie that never change: a bucket of an object store that speaks the S3 protocol. */
export class ObjectStore {
  readonly #aws: AwsClient;
  readonly #address: string;

  /** @param address of the bucket, as in https://store.example/eager-wrench */
  constructor(address: string, region: string, key: string, secret: string) {
    this.#address = address.replace(/\/$/, '');
    this.#aws = new AwsClient({ accessKeyId: key, secretAccessKey: secret, region, service: 's3', retries: 0 });
  }

  /** Lays an object down, or over the one of that name; the store compares what arrived with its SHA-256. */
  async put(name: string, bytes: Buffer, type: string): Promise<void> {
    await this.#ask('PUT', name, {
      body: new Uint8Array(bytes),
      headers: { 'content-type': type, 'x-amz-content-sha256': createHash('sha256').update(bytes).digest('hex') }
    });
  }

  /** undefined where there is no such object. */
  async get(name: string): Promise<Buffer | undefined> {
    const answer = await this.#ask('GET', name);
    return answer && Buffer.from(answer);
  }

  /** Takes an object away; nothing where there is none. */
  async remove(name: string): Promise<void> {
    await this.#ask('DELETE', name);
  }

  /** Whether the bucket answers within so many ms. */
  async answers(withinMs = 1000): Promise<boolean> {
    return this.#ask('HEAD', '', {}, withinMs).then(
      (answer) => answer !== undefined,
      () => false
    );
  }

  async #ask(
    method: string,
    name: string,
    init: RequestInit = {},
    withinMs = PATIENCE_MS
  ): Promise<ArrayBuffer | undefined> {
    const url = `${this.#address}/${name}`;
    let answer: Response;
    let body: ArrayBuffer;
    try {
      answer = await this.#aws.fetch(url, { ...init, method, signal: AbortSignal.timeout(withinMs) });
      body = await answer.arrayBuffer();
    } catch (error) {
      const { cause, message } = error as Error & { cause?: { code?: string } };
      throw new StoreOutOfReach(`the object store does not answer (${cause?.code ?? message})`);
    }
    if (answer.ok) return body;
    const said = Buffer.from(body).toString('utf8');
    const code = /<Code>(\w{1,60})<\/Code>/.exec(said)?.[1] ?? String(answer.status);
    if (method === 'GET' && code === 'NoSuchKey') return undefined;
    throw new StoreOutOfReach(`the object store refused ${method} (${code})`);
  }
}

let known: { of: object; store: ObjectStore } | undefined;

/** The shop's object store, where it has one. */
export function objectStore(): ObjectStore | undefined {
  const of = settings.objectStore;
  if (!of) return undefined;
  if (known?.of !== of) known = { of, store: new ObjectStore(of.address, of.region, of.key, of.secret) };
  return known.store;
}
