import { collectDefaultMetrics, Counter, Gauge, Histogram, Registry } from 'prom-client';
import { version } from '$app/environment';
import { tasksState } from '../background/queue';
import { pool, poolState } from '../database/pool';
import { openStreams } from '../http/server-sent';
import { onDoubted } from '../planning/doubted';
import { underWay } from '../planning/threads';
import { onQuery, type Spent } from './spent';

/** Everything that this process tells of itself, in the Prometheus text format; the names are of that trade: base units, `_total` for counts. */
export const registry = new Registry();
collectDefaultMetrics({ register: registry, prefix: 'eager_wrench_' });

const SECONDS = [0.005, 0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 20];
const requests = new Histogram({
  name: 'eager_wrench_request_seconds',
  help: 'Requests by route, from their first byte to the answer; streams until they begin',
  labelNames: ['route', 'method', 'status'],
  buckets: SECONDS,
  registers: [registry]
});
const databaseTime = new Histogram({
  name: 'eager_wrench_request_database_seconds',
  help: 'Of that, time in which the database was asked',
  labelNames: ['route'],
  buckets: SECONDS,
  registers: [registry]
});
const slow = new Counter({
  name: 'eager_wrench_slow_requests_total',
  help: 'Requests that took longer than a second; the log names them with their slowest statement',
  labelNames: ['route'],
  registers: [registry]
});
const queries = new Histogram({
  name: 'eager_wrench_query_seconds',
  help: 'Questions to the database',
  buckets: SECONDS,
  registers: [registry]
});
onQuery((ms) => queries.observe(ms / 1000));
const standbyReads = new Counter({
  name: 'eager_wrench_standby_reads_total',
  help: 'Reads that may be a moment old: answered by a standby; asked of the primary, since the standby was behind or failed',
  labelNames: ['how'],
  registers: [registry]
});
const doubtedPlans = new Counter({
  name: 'eager_wrench_doubted_plans_total',
  help: 'Plans that the check, a second reading of the machine file, does not agree with; the log names them',
  registers: [registry]
});
onDoubted(() => doubtedPlans.inc());
new Gauge({
  name: 'eager_wrench_database_connections',
  help: 'Connections of this process, by what they do; waiting: requests without one',
  labelNames: ['state'],
  registers: [registry],
  collect() {
    for (const [state, n] of Object.entries(poolState())) this.set({ state }, n);
  }
});
new Gauge({
  name: 'eager_wrench_streams',
  help: 'Streams of events that are open',
  registers: [registry],
  collect() {
    this.set(openStreams());
  }
});
new Gauge({
  name: 'eager_wrench_thread_work',
  help: 'Plans, checks and drawings in threads, by stage',
  labelNames: ['stage'],
  registers: [registry],
  collect() {
    for (const stage of ['waiting', 'working', 'proving'])
      this.set({ stage }, underWay().filter((p) => p.stage === stage).length);
  }
});
new Gauge({
  name: 'eager_wrench_background_work',
  help: 'Work in the background, of all processes together: waiting, active, and failed, which was given up and waits for a lead',
  labelNames: ['task', 'state'],
  registers: [registry],
  async collect() {
    // Nothing is told while the database is away, rather than what is no longer so.
    this.reset();
    for (const { task, waiting, active, failed } of await tasksState(pool()).catch(() => []))
      for (const [state, n] of Object.entries({ waiting, active, failed })) this.set({ task, state }, n);
  }
});
new Gauge({
  name: 'eager_wrench_build_info',
  help: 'Always 1; the build is its label',
  labelNames: ['version'],
  registers: [registry]
}).set({ version }, 1);

/** Above this a request is named in the log, ms. */
export const SLOW_MS = 1000;

/** Counts a request that was answered. @param route as it is written in the routes, so that there are few; @param ms from its arrival */
export function answered(route: string, method: string, status: number, ms: number, spent: Spent): void {
  requests.observe({ route, method, status }, ms / 1000);
  databaseTime.observe({ route }, spent.ms / 1000);
  if (ms > SLOW_MS) slow.inc({ route });
}

/** Counts a read that may be a moment old. */
export const standbyRead = (how: 'standby' | 'behind' | 'failed'): void => standbyReads.inc({ how });
