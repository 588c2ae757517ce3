import { availableParallelism } from 'node:os';
import { fileURLToPath } from 'node:url';
import { MessageChannel } from 'node:worker_threads';
import { Piscina } from 'piscina';
import type { Machine } from '$core/machine';
import { PlanningError, requestKey, type Plan, type PlanRequest, type Progress } from '$core/plan';
import type { Result, Task } from '../../workers/plan-thread';
import { log } from './log';
import { settings } from './settings';

/** Plans that were made lately, by what was asked; those under way are shared by all who ask the same. */
const made = new Map<string, Promise<Plan>>();
const KEEP = 200;

let threads: Piscina<Task, Result> | undefined;

function pool(): Piscina<Task, Result> {
  threads ??= new Piscina({
    filename: settings.planThread ?? fileURLToPath(new URL('../../workers/plan-thread.source.mjs', import.meta.url)),
    minThreads: 0,
    maxThreads: settings.planThreads ?? Math.max(1, availableParallelism() - 1),
    maxQueue: 200,
    idleTimeout: 60_000
  });
  // A thread that breaks fails the plan that it was making; the pool starts another.
  if (threads.listenerCount('error') === 0) threads.on('error', (err: unknown) => log.error({ err }, 'a planning thread broke'));
  return threads;
}

export interface PlanAsked extends Omit<PlanRequest, 'machine' | 'hash'> {
  file: { machine: Machine; hash: string };
}

/**
 * The plan, made in a thread of its own so that no other request waits for it.
 * @param on hears of the first plan and of how the proof goes, when the plan is not known yet and nobody else has asked for it
 * @throws PlanningError when it cannot be done; an AbortError when the signal says that nobody wants it any more
 */
export async function planFor({ file, ...asked }: PlanAsked, on?: (progress: Progress) => void, signal?: AbortSignal): Promise<Plan> {
  const request: PlanRequest = { ...asked, machine: file.machine, hash: file.hash };
  const key = requestKey(request);
  const known = made.get(key);
  // Only one who shares nothing may stop the work.
  if (known) return known;
  const plan = run(request, on, signal);
  made.set(key, plan);
  plan.catch(() => made.delete(key));
  if (made.size > KEEP) made.delete(made.keys().next().value!);
  return plan;
}

async function run(request: PlanRequest, on?: (progress: Progress) => void, signal?: AbortSignal): Promise<Plan> {
  const channel = on ? new MessageChannel() : undefined;
  channel?.port1.on('message', on!);
  try {
    const task: Task = { request, ...(channel ? { port: channel.port2 } : {}) };
    const result = await pool().run(task, { ...(channel ? { transferList: [channel.port2] } : {}), ...(signal ? { signal } : {}) });
    if (!result.ok) throw new PlanningError(result.message);
    return result.plan;
  } finally {
    channel?.port1.close();
  }
}

/** Ends all threads: when the process stops, and between tests. */
export async function closePlanner(): Promise<void> {
  made.clear();
  const closing = threads;
  threads = undefined;
  await closing?.destroy();
}
