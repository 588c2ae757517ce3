import { describe, expect, it } from 'vitest';
import type { Plan, PlanRequest } from '$core/plan';
import type { Asked, Told } from '$workers/plan-web';
import { LivePlan, type PlanWorker } from './live-plan.svelte';

function desk(patienceMs?: number, withChoices = false) {
  const asked: Asked[] = [];
  const workers: (PlanWorker & { ended: boolean })[] = [];
  const live = new LivePlan(
    () => {
      const worker = {
        postMessage: (a: Asked) => void asked.push(a),
        onmessage: null,
        onerror: null,
        ended: false,
        terminate() {
          this.ended = true;
        }
      } as PlanWorker & { ended: boolean };
      workers.push(worker);
      return worker;
    },
    withChoices,
    patienceMs
  );
  const tell = (id: number, answer: Told['answer']) =>
    workers.at(-1)!.onmessage!({ data: { id, answer } } as MessageEvent<Told>);
  return { live, asked, workers, tell };
}
const plan = (name: string) => ({ weighting: name }) as Plan;
const request = { hash: 'abc', machine: {} } as PlanRequest;

describe('planning while one chooses', () => {
  it('shows the first plan, then the proved one', () => {
    const { live, asked, tell } = desk();
    live.ask(request);
    expect(live.waiting).toBe(true);
    tell(asked[0]!.id, { stage: 'first', plan: plan('quick') });
    expect([live.plan?.weighting, live.waiting, live.proving]).toEqual(['quick', false, true]);
    tell(asked[0]!.id, { stage: 'down', cost: 5, bound: 4 });
    tell(asked[0]!.id, { stage: 'done', plan: plan('best') });
    expect([live.plan?.weighting, live.proving]).toEqual(['best', false]);
  });
  it('a proof of the first plan leaves its steps as they are', () => {
    const { live, asked, tell } = desk();
    live.ask(request);
    const steps = [{ id: 'down/x' }] as Plan['steps'];
    tell(asked[0]!.id, { stage: 'first', plan: { ...plan('quick'), steps } });
    tell(asked[0]!.id, { stage: 'proved', plan: plan('best') });
    expect([live.plan?.weighting, live.proving]).toEqual(['best', false]);
    expect(live.plan!.steps).toBe(steps);
  });
  it('shows a plan that somebody has made, and asks for nothing but the choices beside it', () => {
    const { live, asked, tell } = desk(undefined, true);
    live.ask(request, plan('known'));
    expect([live.plan?.weighting, live.waiting, live.proving]).toEqual(['known', false, false]);
    expect(asked[0]).toMatchObject({ withPlan: false, withChoices: true });
    tell(asked[0]!.id, { stage: 'choices', choices: { alternatives: [], alongside: [] } });
    expect([live.plan?.weighting, live.choices]).toEqual(['known', { alternatives: [], alongside: [] }]);
    live.ask(request);
    expect(asked[1]).not.toHaveProperty('withPlan');
  });
  it('never lets an older answer overwrite a newer question', () => {
    const { live, asked, tell } = desk();
    live.ask(request);
    live.ask(request);
    tell(asked[1]!.id, { stage: 'done', plan: plan('new') });
    tell(asked[0]!.id, { stage: 'done', plan: plan('old') });
    tell(asked[0]!.id, { stage: 'refused', message: 'old trouble' });
    expect([live.plan?.weighting, live.problem]).toEqual(['new', undefined]);
    live.ask(undefined);
    expect(asked.at(-1)!.request).toBeUndefined();
    tell(asked[1]!.id, { stage: 'done', plan: plan('late') });
    expect(live.plan).toBeUndefined();
  });
  it('says why something cannot be planned, and goes on with the next choice', () => {
    const { live, asked, tell } = desk();
    live.ask(request);
    tell(asked[0]!.id, { stage: 'refused', message: 'nothing clears that' });
    expect([live.plan, live.problem, live.waiting]).toEqual([undefined, 'nothing clears that', false]);
    live.ask(request);
    expect([live.problem, live.waiting]).toEqual([undefined, true]);
  });
  it('starts anew after the worker broke, and ends it when closed', () => {
    const { live, workers } = desk();
    live.ask(request);
    workers[0]!.onerror!({ preventDefault() {} } as ErrorEvent);
    expect(live.problem).toEqual({ say: 'plan.stoppedUnexpectedly' });
    live.ask(request);
    expect(workers.length).toBe(2);
    live.close();
    expect(workers[1]!.ended).toBe(true);
  });
  it('ends a worker that says nothing, and asks another', async () => {
    const { live, asked, workers, tell } = desk(20);
    live.ask(request);
    await expect.poll(() => live.problem).toEqual({ say: 'plan.takesTooLong' });
    expect([workers[0]!.ended, live.waiting]).toEqual([true, false]);
    live.ask(request);
    tell(asked[1]!.id, { stage: 'first', plan: plan('quick') });
    await new Promise((resolve) => setTimeout(resolve, 60));
    // One that has answered may take its time over the proof.
    expect([live.plan?.weighting, live.problem, workers[1]!.ended]).toEqual(['quick', undefined, false]);
  });
  it('sends a machine once to each worker', () => {
    const { live, asked, workers } = desk();
    live.ask(request);
    live.ask(request);
    live.ask({ ...request, hash: 'def' });
    expect(asked.map((a) => a.machine !== undefined)).toEqual([true, false, true]);
    workers[0]!.onerror!({ preventDefault() {} } as ErrorEvent);
    live.ask(request);
    expect(asked.at(-1)!.machine).toBeDefined();
  });
  it('asks for choices where they are wanted, and forgets them with the question', () => {
    const { asked, workers, tell } = desk();
    const choosing = new LivePlan(() => {
      const worker = {
        postMessage: (a: Asked) => void asked.push(a),
        onmessage: null,
        onerror: null,
        ended: false,
        terminate() {}
      } as PlanWorker & { ended: boolean };
      workers.push(worker);
      return worker;
    }, true);
    choosing.ask(request);
    expect(asked.at(-1)!.withChoices).toBe(true);
    tell(asked.at(-1)!.id, { stage: 'done', plan: plan('best') });
    expect(choosing.choices).toBeUndefined();
    tell(asked.at(-1)!.id, { stage: 'choices', choices: { alternatives: [], alongside: [] } });
    expect(choosing.choices).toEqual({ alternatives: [], alongside: [] });
    choosing.ask(request);
    expect(choosing.choices).toBeUndefined();
  });
});
