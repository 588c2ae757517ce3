import { join } from 'node:path';
import { createRequire } from 'node:module';
import { freePort } from '../setup/system.mjs';
import { Process } from './process.mjs';

const HOST = '127.0.0.1';
const BUCKET = 'eager-wrench';
/** Whom the stand-in lets in. */
const KEY = 'S3RVER';

/** The object store on loopback: a stand-in from the registry that speaks enough of the S3 protocol. */
export class Store {
  /** @param {string} folder where its objects lie @param {string} log */
  async start(folder, log) {
    this.port = await freePort();
    const program = createRequire(import.meta.url).resolve('s3rver/bin/s3rver.js');
    const options = { directory: folder, port: String(this.port), address: HOST, 'configure-bucket': BUCKET };
    this.process = new Process(
      'store',
      [process.execPath, program, ...Object.entries(options).flatMap(([name, value]) => [`--${name}`, value])],
      { log: join(log, 'store.log') }
    ).start();
    return this;
  }

  get env() {
    return { OBJECT_STORE: `http://${HOST}:${this.port}/${BUCKET}`, OBJECT_STORE_KEY: KEY, OBJECT_STORE_SECRET: KEY };
  }
}
