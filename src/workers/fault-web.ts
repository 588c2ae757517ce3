import { accessOf, type Access } from '../core/access';
import {
  belief,
  NextStep,
  reachFrom,
  steady,
  type FaultSet,
  type Findings,
  type Next,
  type ReachSeconds
} from '../core/faults';
import { modelOf, type Machine } from '../core/machine';
import type { From } from '../core/plan';

/** In the browser: what to test or mend next, worked out away from the screen. The newest question counts. */
export interface FaultAsked {
  id: number;
  machine: Machine;
  set: FaultSet;
  known: Findings;
  /** How often each fault was the one, over closed jobs. */
  found: Record<string, number>;
  /** What each repair's spare weighs, as time at the bench, s. */
  spares: Record<string, number>;
  /** How the machine lies now, when it is on the bench. */
  from?: From;
}
export interface FaultTold {
  id: number;
  /** In the order of the set's faults; all 0 when no single fault explains what is known. */
  belief: number[];
  /** The best that is known by now; `isWorking` as long as a better one may come. */
  next?: Next;
  isWorking: boolean;
}

/** A first answer is looked at for so long before it is shown, then whenever so much time has gone by, ms. */
const SLICE_MS = 150;
/** Longer than this nobody waits for a proof, ms. */
const ENOUGH_MS = 8000;

let newest = 0;
self.addEventListener('message', ({ data }: MessageEvent<FaultAsked>) => {
  newest = data.id;
  void answer(data);
});

async function answer({ id, machine, set, known, found, spares, from }: FaultAsked): Promise<void> {
  const weights = belief(set, known, found);
  const tell = (told: Omit<FaultTold, 'id' | 'belief'>) =>
    self.postMessage({ id, belief: weights, ...told } satisfies FaultTold);
  const isAsked = Object.keys(known.symptoms).length > 0 && weights.some((w) => w > 0);
  // What is believed is shown at once; the next step takes longer.
  tell({ isWorking: isAsked });
  if (!isAsked) return;
  const end = performance.now() + ENOUGH_MS;
  const step = new NextStep(
    set,
    weights,
    { tests: Object.keys(known.tests), repairs: known.repairs },
    reachOf(machine, set, from),
    (repair) => spares[repair] ?? 0
  );
  for (let shown: Next | undefined; ;) {
    for (const until = performance.now() + SLICE_MS; performance.now() < until && !step.isDone;) step.goOn(5);
    // A newer question that came meanwhile is heard here.
    await new Promise((heard) => setTimeout(heard));
    if (id !== newest) return;
    const isWorking = !step.isDone && performance.now() < end;
    shown = steady(shown, step.answer);
    tell({ next: shown, isWorking });
    if (!isWorking) return;
  }
}

let access: Access | undefined;
let reached: { key: string; reach: ReachSeconds } | undefined;

/** What was planned for the last question holds for the next one, as long as the machine lies as it did. */
function reachOf(machine: Machine, set: FaultSet, from?: From): ReachSeconds {
  const isSame = access?.model.machine.id === machine.id && access.model.machine.revision === machine.revision;
  if (!access || !isSame) access = accessOf(modelOf(machine));
  const key = JSON.stringify([machine.id, machine.revision, from, set]);
  if (reached?.key !== key) reached = { key, reach: reachFrom(access, set, from) };
  return reached.reach;
}
