import { randomUUID } from 'node:crypto';
import https from 'node:https';
import { Bench } from './benches.mjs';

/** A person's event each twenty seconds, ten times as fast. */
const EVERY_MS = 2000;
const PHOTO_MS = 60_000;
const THINK_MS = 3000;
/** What desks look at. */
export const PAGES = [
  '/jobs',
  '/jobs?q=coffee',
  '/machines',
  '/machines/2',
  '/jobs/101/report',
  '/spares',
  '/jobs/104/intake'
];

export const sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
/** The value below which that share of a list lies; undefined of none. */
export const quantile = (list, of) =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(of * list.length))];

/** Benches and desks that press on a loopback cluster, over runs of its own. */
export class Load {
  /** @param {{ cluster: any, cookies: string[], runs: string[], picture: Buffer }} on */
  constructor(on) {
    Object.assign(this, on);
  }

  async page(path, n = 0) {
    const from = performance.now();
    const { status } = await this.cluster.call(path, {
      headers: { cookie: this.cookies[n % this.cookies.length] },
      seconds: 120
    });
    return { ms: performance.now() - from, status };
  }

  /** Every page by every process, so that what is made once is there: a shop's processes have served for weeks. */
  async warm() {
    for (const path of PAGES) for (let i = 0; i < 12; i++) await this.page(path, i);
  }

  /** A stream of a run's events, held open. @returns how to end it */
  #stream(run, cookie, heard) {
    return new Promise((resolve, reject) => {
      const request = https.get(
        `${this.cluster.address}/api/runs/${run}/stream`,
        { agent: this.cluster.agent, headers: { cookie } },
        (answer) => {
          if (answer.statusCode !== 200) reject(new Error(`a stream was answered with ${answer.statusCode}`));
          answer.on('data', heard).on('error', () => {});
          resolve(() => request.destroy());
        }
      );
      request.on('error', reject);
    });
  }

  /**
   * So many of each, until that time is over and all that was recorded has been answered.
   * @returns ms of each answer to events, photos and pages; what failed; how much was heard on the streams
   */
  async run(benchCount, desks, seconds) {
    const [events, photos, pages, failed] = [[], [], [], []];
    let heard = 0;
    let isOver = false;
    const benches = this.runs
      .slice(0, benchCount)
      .map((run, i) =>
        new Bench(this.cluster, this.cookies[i % this.cookies.length], run, EVERY_MS, (ms) => events.push(ms)).start()
      );
    const streams = await Promise.all(benches.map((b) => this.#stream(b.run, b.cookie, () => heard++)));
    const taking = benches.map(async (bench) => {
      await sleep(Math.random() * PHOTO_MS);
      while (!isOver) {
        const from = performance.now();
        const status = await bench.photo(this.picture);
        photos.push(performance.now() - from);
        if (status !== 200) failed.push(`photo ${status}`);
        for (let waited = 0; waited < PHOTO_MS && !isOver; waited += 500) await sleep(500);
      }
    });
    const looking = Array.from({ length: desks }, async (_, i) => {
      await sleep(Math.random() * THINK_MS);
      for (let n = i; !isOver; n++) {
        const path = PAGES[n % PAGES.length];
        const { ms, status } = await this.page(path, i);
        pages.push(ms);
        if (status !== 200) failed.push(`${path} ${status}`);
        await sleep(THINK_MS * (0.5 + Math.random()));
      }
    });
    const from = performance.now();
    await sleep(seconds * 1000);
    isOver = true;
    const took = (performance.now() - from) / 1000;
    await Promise.all([...benches.map((b) => b.finish()), ...looking, ...taking]);
    for (const end of streams) end();
    return { events, photos, pages, failed, heard, seconds: took };
  }

  /**
   * As many of each as are answered, one after the other for each asker; each has several benches, so that none has a day's work in a
   * minute. @returns events and pages a second
   */
  async most(askers, seconds) {
    const until = performance.now() + seconds * 1000;
    let events = 0;
    let pages = 0;
    const recording = Array.from({ length: askers }, async (_, i) => {
      const runs = this.runs.filter((_run, n) => n % askers === i);
      for (let n = 0; performance.now() < until; n++) {
        const id = randomUUID();
        const { status } = await this.cluster.call(`/api/runs/${runs[n % runs.length]}/events`, {
          method: 'POST',
          headers: { 'content-type': 'application/json', cookie: this.cookies[i % this.cookies.length] },
          body: JSON.stringify({ events: [{ id, at: new Date().toISOString(), type: 'note', text: id }] })
        });
        if (status === 200) events++;
      }
    });
    const looking = Array.from({ length: askers }, async (_, i) => {
      for (let n = i; performance.now() < until; n++)
        if ((await this.page(PAGES[n % PAGES.length], i)).status === 200) pages++;
    });
    await Promise.all([...recording, ...looking]);
    return { events: events / seconds, pages: pages / seconds };
  }
}
