import { AsyncLocalStorage } from 'node:async_hooks';
import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { error } from '@sveltejs/kit';
import { Piscina } from 'piscina';
import type { Done, Task } from '$workers/plan-thread';
import { FairQueue } from './fair-queue';
import { log } from '../http/log';
import { settings } from '../settings/environment';
import { here } from '$lib/server/http/here';

/** Whose request is being answered, and whether they still want it: set by the gate for all that it leads to. */
export interface Asker {
  person: string;
  signal?: AbortSignal;
}
export const asking = new AsyncLocalStorage<Asker>();

/** A first plan is not waited for longer than this, ms. */
const DEADLINE_MS = 60_000;
/** Pieces of work of one person that may be under way or wait. */
const EACH = 24;

/** A piece of work that somebody waits for. */
export interface UnderWay {
  do: Task['do'];
  /** Waiting for a thread, being done, or a plan that stands and is searched for a better order. */
  stage: 'waiting' | 'working' | 'proving';
  /** Since it was asked for, s. */
  seconds: number;
  /** How far the plan may be from the best order, as a share of it, once that is known. */
  gap?: number;
}

interface Piece extends Omit<UnderWay, 'seconds'> {
  person: string;
  since: number;
}
const pieces = new Set<Piece>();

/** What is being done, for a person or for all, the oldest first. */
export function underWay(person?: string): UnderWay[] {
  return [...pieces]
    .filter((p) => person === undefined || p.person === person)
    .map(({ do: what, stage, since, gap }) => ({
      do: what,
      stage,
      seconds: Math.round((performance.now() - since) / 1000),
      ...(gap === undefined ? {} : { gap })
    }));
}

const threadCount = () => settings.planThreads ?? Math.max(2, availableParallelism() - 1);
let threads: Piscina<Task, Done<Task>> | undefined;
let queue: FairQueue | undefined;

function pool(): Piscina<Task, Done<Task>> {
  threads ??= new Piscina({
    filename: settings.planThread ?? fileURLToPath(new URL('../../../workers/plan-thread.source.mjs', import.meta.url)),
    minThreads: 0,
    maxThreads: threadCount(),
    maxQueue: 200,
    idleTimeout: 60_000
  });
  // A thread that breaks fails the work that it was at; the pool starts another.
  if (threads.listenerCount('error') === 0) threads.on('error', (err: unknown) => log.error({ err }, 'a thread broke'));
  return threads;
}

/**
 * A piece of work in a thread, when its turn has come: threads are shared between people, short work first.
 * @param size how long it is expected to take, against others
 * @param begun is given the piece of work, to say how it goes
 * @throws 503 when it is not done within the deadline; an AbortError when the signal says that nobody wants it any more
 */
export async function inThread<T extends Task>(
  task: T,
  size: number,
  signal: AbortSignal | undefined,
  transfer: readonly unknown[] = [],
  begun: (piece: Pick<Piece, 'stage' | 'gap'>) => void = () => {}
): Promise<Done<T>> {
  queue ??= new FairQueue(threadCount(), EACH);
  const person = asking.getStore()?.person ?? '';
  const piece: Piece = { do: task.do, person, stage: 'waiting', since: performance.now() };
  pieces.add(piece);
  return queue
    .run(
      person,
      size,
      async () => {
        piece.stage = 'working';
        begun(piece);
        const late = AbortSignal.timeout(DEADLINE_MS);
        try {
          return (await pool().run(task, {
            signal: signal ? AbortSignal.any([signal, late]) : late,
            ...(transfer.length > 0 ? { transferList: transfer as never } : {})
          })) as Done<T>;
        } catch (thrown) {
          if (late.aborted && !signal?.aborted) error(503, here().t('server.thisTakesTooLongToCalculate'));
          throw thrown;
        }
      },
      signal
    )
    .finally(() => pieces.delete(piece));
}

/** Ends all threads: when the process stops, and between tests. */
export async function closeThreads(): Promise<void> {
  const closing = threads;
  threads = undefined;
  queue = undefined;
  await closing?.destroy();
}
