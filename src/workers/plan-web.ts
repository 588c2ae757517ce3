import type { Machine } from '../core/machine';
import type { PlanRequest } from '../core/plan';
import { answer, type Answer } from './answer';

/**
 * In the browser: the newest request is worked on; an older one is dropped as soon as it is heard of.
 * Asking for nothing stops the work. A machine is sent once, with the first request on it, and known by its hash from then on.
 */
export type Asked = {
  id: number;
  request?: Omit<PlanRequest, 'machine'>;
  machine?: Machine;
  withPlan?: boolean;
  withChoices?: boolean;
};
export type Told = { id: number; answer: Answer };

/** Long enough for a plan to be drawn, too short to be missed by who waits for the proof. */
const REST_MS = 120;

const machines = new Map<string, Machine>();
let newest = 0;
self.addEventListener('message', ({ data }: MessageEvent<Asked>) => {
  const { id, machine, withPlan, withChoices } = data;
  newest = Math.max(newest, id);
  if (!data.request) return;
  if (machine) machines.set(data.request.hash, machine);
  const request: PlanRequest = { ...data.request, machine: machines.get(data.request.hash)! };
  let first: string | undefined;
  const told = (answer: Answer) => {
    // The first plan is most often the best: then its steps stand on the screen already, and only the proof is sent.
    if (answer.stage === 'first') first = JSON.stringify(answer.plan.steps);
    if (answer.stage === 'done' && JSON.stringify(answer.plan.steps) === first) {
      const { steps: _, ...plan } = answer.plan;
      return self.postMessage({ id, answer: { stage: 'proved', plan } } satisfies Told);
    }
    self.postMessage({ id, answer } satisfies Told);
  };
  void answer(request, told, () => newest > id, { withPlan, withChoices, restMs: REST_MS });
});
