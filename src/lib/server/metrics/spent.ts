import { AsyncLocalStorage } from 'node:async_hooks';
import pg from 'pg';

/** What was spent on the database for one request. */
export interface Spent {
  queries: number;
  ms: number;
  /** The statement that took longest, without its values. */
  slowest?: { sql: string; ms: number };
}

/** What is spent for the request that is being answered: set by the gate. */
export const spending = new AsyncLocalStorage<Spent>();

let heard: (ms: number) => void = () => {};
/** Hears how long each question to the database took, whoever asked it. */
export const onQuery = (listener: (ms: number) => void): void => void (heard = listener);

function spend(store: Spent | undefined, sql: string, ms: number): void {
  heard(ms);
  if (!store) return;
  store.queries++;
  store.ms += ms;
  if (!store.slowest || ms > store.slowest.ms) store.slowest = { sql, ms };
}

/** A named statement stays with its connection: behind a pooler that lends connections by the transaction another one meets it there. */
function unnamed(what: unknown): unknown {
  if (typeof what !== 'object' || what === null || !('name' in what) || what instanceof pg.Query) return what;
  const { name: _name, ...rest } = what;
  return rest;
}

/** A connection that tells how long each question took, until its answer was there, and keeps nothing of one for the next. */
export class TimedClient extends pg.Client {
  override query(...args: unknown[]): never {
    args[0] = unnamed(args[0]);
    const [what] = args;
    const sql = typeof what === 'string' ? what : ((what as { text?: string } | undefined)?.text ?? '');
    const store = spending.getStore();
    const from = performance.now();
    const done = () => spend(store, sql, performance.now() - from);
    const last = args.length - 1;
    const callback = args[last];
    // The pool asks with a callback, everybody else with a promise.
    if (typeof callback === 'function') {
      args[last] = (...answer: unknown[]) => {
        done();
        callback(...answer);
      };
      return super.query(...(args as [never])) as never;
    }
    const answer = super.query(...(args as [never])) as unknown;
    if (answer instanceof Promise) answer.then(done, done);
    return answer as never;
  }
}
