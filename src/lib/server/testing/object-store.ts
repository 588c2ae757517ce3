import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import S3rver from 's3rver';

/** Whom the store lets in. */
const KEY = 'S3RVER';
const BUCKET = 'photos-of-a-shop';

/**
 * For tests only: an object store that is another's program. It knows who may come in; of signatures it looks at the form alone.
 */
export class StoreForTests {
  #server!: S3rver;
  #port = 0;
  readonly #folder = mkdtempSync(join(tmpdir(), 'object-store-'));

  /** Opens it where it was before, with what lay in it. */
  async open(): Promise<this> {
    this.#server = new S3rver({
      port: this.#port,
      address: '127.0.0.1',
      silent: true,
      directory: this.#folder,
      configureBuckets: [{ name: BUCKET, configs: [] }]
    });
    this.#port = (await this.#server.run()).port;
    return this;
  }

  /** What the settings say of it. */
  get setting(): { address: string; region: string; key: string; secret: string } {
    return { address: `http://127.0.0.1:${this.#port}/${BUCKET}`, region: 'us-east-1', key: KEY, secret: KEY };
  }

  close(): Promise<void> {
    return this.#server.close();
  }

  /** Closes it, with all that lies in it. */
  async end(): Promise<void> {
    await this.close();
    rmSync(this.#folder, { recursive: true });
  }
}
