import { packed } from '$lib/packed';
import { here } from '$lib/server/http/here';
import { createHash } from 'node:crypto';
import { serialize } from 'node:v8';
import { MessageChannel } from 'node:worker_threads';
import { LRUCache } from 'lru-cache';
import type { Machine } from '$core/machine';
import { requestKey, type Plan, type PlanRequest } from '$core/plan';
import type { SetWish } from '$core/practice';
import type { Reading, RecordingEvent } from '$core/recording';
import { gapOf } from '$core/solve';
import type { Checked, Done, Heard, Made, Task } from '$workers/plan-thread';
import type { Paper } from '../print';
import { tellDoubted } from './doubted';
import { asking, closeThreads, inThread } from './threads';
import { PlanningError } from '$core/goals';
import { whyNot } from '$core/result';

/** Plans that were made lately, by what was asked; those under way are shared by all who ask the same, and stopped when none of them is there any more. */
const made = new LRUCache<string, { plan: Promise<Plan>; wanted: Set<symbol>; stop: AbortController; isDone: boolean }>(
  { max: 200 }
);
/** An asker who cannot leave. */
const ALWAYS = Symbol('always');

/**
 * The plan, made in a thread of its own so that no other request waits for it.
 * @param on hears of the first plan and of how the proof goes, when the plan is not known yet and nobody else has asked for it
 * @param signal says that this asker does not want it any more; by itself the one of the request that is being answered
 * @throws PlanningError when it cannot be done; 503 past the deadline; an AbortError when nobody wants it any more
 */
export async function planFor(
  request: PlanRequest,
  on?: (heard: Heard) => void,
  signal: AbortSignal | undefined = asking.getStore()?.signal
): Promise<Plan> {
  const key = requestKey(request);
  let entry = made.get(key);
  if (!entry) {
    const stop = new AbortController();
    const plan = run(request, on, stop.signal).then((whole) => {
      if (whole.doubts) tellDoubted(whole);
      return whole;
    });
    entry = { plan, wanted: new Set(), stop, isDone: false };
    made.set(key, entry);
    const mine = entry;
    plan.then(
      () => (mine.isDone = true),
      () => made.get(key) === mine && made.delete(key)
    );
  }
  if (entry.isDone) return entry.plan;
  if (!signal) {
    entry.wanted.add(ALWAYS);
    return entry.plan;
  }
  return wantedWhile(key, entry, signal);
}

/**
 * What can be shown at once, for a page whose browser goes on by itself: the plan where it was made lately, and otherwise a first one,
 * whose order nobody has searched on or proved. What is doubted of that is shown, and told to whoever runs the server once it is made whole.
 * @throws as `planFor` does
 */
export async function firstPlanFor(request: PlanRequest): Promise<{ plan: Plan; isWhole: boolean }> {
  const entry = made.get(requestKey(request));
  if (entry?.isDone) return { plan: await entry.plan, isWhole: true };
  return { plan: await run(request, undefined, asking.getStore()?.signal, 0), isWhole: false };
}

/** Waits as long as this asker is there; the last one to leave stops the work. */
async function wantedWhile(
  key: string,
  entry: NonNullable<ReturnType<typeof made.get>>,
  signal: AbortSignal
): Promise<Plan> {
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

async function run(
  request: PlanRequest,
  on: ((heard: Heard) => void) | undefined,
  signal: AbortSignal | undefined,
  enoughMs?: number
): Promise<Plan> {
  const { port1, port2 } = new MessageChannel();
  try {
    const size = request.machine.joints.length * Math.max(1, request.goals.length);
    const result: Made = await inThread(
      { do: 'plan', request, enoughMs, port: port2 },
      size,
      signal,
      [port2],
      (piece) => {
        port1.on('message', (heard: Heard) => {
          piece.stage = 'proving';
          if (heard.stage !== 'first') piece.gap = gapOf(heard);
          on?.(heard);
        });
      }
    );
    if (!result.ok) throw new PlanningError(whyNot(result));
    return packed(result.plan);
  } finally {
    port1.close();
  }
}

/** A machine file, read and checked in a thread. */
export const checkMachineFile = (text: string): Promise<Checked> =>
  inThread({ do: 'read', text }, text.length / 500, asking.getStore()?.signal);

/** A whole face of a machine, drawn in a thread; without a zone the one by which it is known, small. */
export const drawFace = (
  machine: Machine,
  zone?: string,
  more: { from?: number; goals?: string[] } = {}
): Promise<string> =>
  madeOnce(
    { do: 'draw', machine, ...(zone === undefined ? {} : { zone }), ...more, language: here().language },
    machine.joints.length + machine.parts.length
  );

/** What a recording says of its machine, worked out in a thread. */
export const readRecording = (events: RecordingEvent[]): Promise<Reading> =>
  inThread({ do: 'record', events, language: here().language }, events.length, asking.getStore()?.signal);

/** Exercises for a sheet, made in a thread; null where the machine has nothing to ask. */
export const makeSet = (wish: SetWish, of: Pick<Extract<Task, { do: 'exercises' }>, 'machine' | 'hash' | 'faults'>) =>
  inThread({ do: 'exercises', wish, ...of }, 10 * wish.count, asking.getStore()?.signal);

/** A paper, written in a thread. @param size against other work: about one for each thing on it */
export const print = (paper: Paper, size: number): Promise<Uint8Array<ArrayBuffer>> =>
  madeOnce({ do: 'print', paper }, size);

/** Papers and drawings by what they are made of: asked for again, they are not made anew. */
const PAPERS_BYTES = 64e6;
const papers = new LRUCache<string, string | Uint8Array<ArrayBuffer>>({
  maxSize: PAPERS_BYTES,
  sizeCalculation: ({ length }) => Math.max(1, length)
});

async function madeOnce<T extends Extract<Task, { do: 'draw' | 'print' }>>(task: T, size: number): Promise<Done<T>> {
  const key = createHash('sha256').update(serialize(task)).digest('base64url');
  const done = (papers.get(key) as Done<T> | undefined) ?? (await inThread(task, size, asking.getStore()?.signal));
  papers.set(key, done as string | Uint8Array<ArrayBuffer>);
  return done;
}

/** Ends all threads: when the process stops, and between tests. */
export async function closePlanner(): Promise<void> {
  made.clear();
  papers.clear();
  await closeThreads();
}
