import { AsyncLocalStorage } from 'node:async_hooks';
import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { MessageChannel } from 'node:worker_threads';
import { error } from '@sveltejs/kit';
import { Piscina } from 'piscina';
import type { Machine } from '$core/machine';
import { PlanningError, requestKey, type Plan, type PlanRequest, type Progress } from '$core/plan';
import type { Checked, Made, Result, Task } from '../../workers/plan-thread';
import { FairQueue } from './fair-queue';
import { log } from './log';
import type { Paper } from './pdf';
import { settings } from './settings';

/** Whose request is being answered, and whether they still want it: set by the gate for all that it leads to. */
export interface Asker {
  person: string;
  signal?: AbortSignal;
}
export const asking = new AsyncLocalStorage<Asker>();

/** A proof is not waited for longer than this: the best plan so far is given then, and says what is proved of it, ms. */
const ENOUGH_MS = 20_000;
/** A first plan is not waited for longer than this, ms. */
const DEADLINE_MS = 60_000;
/** Pieces of work of one person that may be under way or wait. */
const EACH = 24;

/** Plans that were made lately, by what was asked; those under way are shared by all who ask the same, and stopped when none of them is there any more. */
const made = new Map<string, { plan: Promise<Plan>; wanted: Set<symbol>; stop: AbortController; isDone: boolean }>();
const KEEP = 200;
/** An asker who cannot leave. */
const ALWAYS = Symbol('always');

const threadCount = () => settings.planThreads ?? Math.max(2, availableParallelism() - 1);
let threads: Piscina<Task, Result<Task>> | undefined;
let queue: FairQueue | undefined;

function pool(): Piscina<Task, Result<Task>> {
  threads ??= new Piscina({
    filename: settings.planThread ?? fileURLToPath(new URL('../../workers/plan-thread.source.mjs', import.meta.url)),
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
 * @throws 503 when it is not done within the deadline; an AbortError when the signal says that nobody wants it any more
 */
async function inThread<T extends Task>(task: T, size: number, signal: AbortSignal | undefined, transfer: readonly unknown[] = []): Promise<Result<T>> {
  queue ??= new FairQueue(threadCount(), EACH);
  return queue.run(asking.getStore()?.person ?? '', size, async () => {
    const late = AbortSignal.timeout(DEADLINE_MS);
    try {
      return (await pool().run(task, { signal: signal ? AbortSignal.any([signal, late]) : late, ...(transfer.length > 0 ? { transferList: transfer as never } : {}) })) as Result<T>;
    } catch (thrown) {
      if (late.aborted && !signal?.aborted) error(503, 'This takes too long to work out. Ask for less at once, or try again when the server has less to do.');
      throw thrown;
    }
  }, signal);
}

export interface PlanAsked extends Omit<PlanRequest, 'machine' | 'hash'> {
  file: { machine: Machine; hash: string };
}

/**
 * The plan, made in a thread of its own so that no other request waits for it.
 * @param on hears of the first plan and of how the proof goes, when the plan is not known yet and nobody else has asked for it
 * @param signal says that this asker does not want it any more; by itself the one of the request that is being answered
 * @throws PlanningError when it cannot be done; 503 past the deadline; an AbortError when nobody wants it any more
 */
export async function planFor({ file, ...asked }: PlanAsked, on?: (progress: Progress) => void, signal: AbortSignal | undefined = asking.getStore()?.signal): Promise<Plan> {
  const request: PlanRequest = { ...asked, machine: file.machine, hash: file.hash };
  const key = requestKey(request);
  let entry = made.get(key);
  if (!entry) {
    const stop = new AbortController();
    const plan = run(request, on, stop.signal);
    entry = { plan, wanted: new Set(), stop, isDone: false };
    made.set(key, entry);
    const mine = entry;
    plan.then(() => (mine.isDone = true), () => made.get(key) === mine && made.delete(key));
    if (made.size > KEEP) made.delete(made.keys().next().value!);
  }
  if (entry.isDone) return entry.plan;
  if (!signal) {
    entry.wanted.add(ALWAYS);
    return entry.plan;
  }
  return wantedWhile(key, entry, signal);
}

/** Waits as long as this asker is there; the last one to leave stops the work. */
async function wantedWhile(key: string, entry: NonNullable<ReturnType<typeof made.get>>, signal: AbortSignal): Promise<Plan> {
  signal.throwIfAborted();
  const me = Symbol();
  entry.wanted.add(me);
  let leave = () => {};
  const gone = new Promise<never>((_, reject) => {
    leave = () => {
      entry.wanted.delete(me);
      if (entry.wanted.size === 0 && !entry.isDone) {
        made.delete(key);
        entry.stop.abort(signal.reason);
      }
      reject(signal.reason as Error);
    };
  });
  signal.addEventListener('abort', leave, { once: true });
  try {
    return await Promise.race([entry.plan, gone]);
  } finally {
    signal.removeEventListener('abort', leave);
    entry.wanted.delete(me);
  }
}

async function run(request: PlanRequest, on: ((progress: Progress) => void) | undefined, signal: AbortSignal): Promise<Plan> {
  const channel = on ? new MessageChannel() : undefined;
  channel?.port1.on('message', on!);
  try {
    const size = request.machine.joints.length * Math.max(1, request.goals.length);
    const result: Made = await inThread({ do: 'plan', request, enoughMs: ENOUGH_MS, ...(channel ? { port: channel.port2 } : {}) }, size, signal, channel ? [channel.port2] : []);
    if (!result.ok) throw new PlanningError(result.message);
    return result.plan;
  } finally {
    channel?.port1.close();
  }
}

/** A machine file, read and checked in a thread. */
export const checkMachineFile = (text: string): Promise<Checked> => inThread({ do: 'read', text }, text.length / 500, asking.getStore()?.signal);

/** A whole face of a machine, drawn in a thread. */
export const drawFace = (machine: Machine, zone: string, more: { from?: number; goals?: string[] } = {}): Promise<string> =>
  inThread({ do: 'draw', machine, zone, ...more }, machine.joints.length + machine.parts.length, asking.getStore()?.signal);

/** A paper, written in a thread. @param size against other work: about one for each thing on it */
export const print = (paper: Paper, size: number): Promise<Uint8Array<ArrayBuffer>> => inThread({ do: 'print', paper }, size, asking.getStore()?.signal);

/** Ends all threads: when the process stops, and between tests. */
export async function closePlanner(): Promise<void> {
  made.clear();
  const closing = threads;
  threads = undefined;
  queue = undefined;
  await closing?.destroy();
}
