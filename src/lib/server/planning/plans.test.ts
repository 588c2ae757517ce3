import { afterAll, describe, expect, it } from 'vitest';
import { readMachineFile } from '$core/formats';
import { plan, planRequest, STANDARD_BASIS } from '$core/plan';
import { demoText } from '$core/testing/machines';
import type { Heard } from '$workers/plan-thread';
import { closePlanner, drawFace, firstPlanFor, planFor, print } from './plans';
import { asking, underWay } from './threads';
import { PlanningError, type Goal } from '$core/goals';

const file = readMachineFile(demoText());
if (!file.ok) throw new Error('the demo machine is broken');
const replace = (...parts: string[]): Goal[] => parts.map((part) => ({ do: 'replace', part }));
const asked = (goals: Goal[]) => planRequest(file, STANDARD_BASIS, { goals, weighting: 'part-by-part', avoid: [] });
afterAll(closePlanner);

describe('plans from a thread', () => {
  it('are the same bytes as plans made here', async () => {
    const goals = replace('keyboard');
    const made = await planFor(asked(goals));
    expect(JSON.stringify(made)).toBe(JSON.stringify(plan(file.access, goals, { hash: file.hash })));
  });
  it('asked for twice at once are made once, in any order of goals', async () => {
    const asks = [planFor(asked(replace('fan', 'ssd'))), planFor(asked(replace('ssd', 'fan')))];
    const [a, b] = await Promise.all(asks);
    expect(b).toBe(a);
    expect(await planFor({ ...asked(replace('fan', 'ssd')), weighting: 'bit-by-bit' })).not.toBe(a);
  });
  it('come with a first answer on the way', async () => {
    const heard: Heard[] = [];
    const made = await planFor(asked(replace('display', 'touchpad')), (p) => heard.push(p));
    await new Promise((resolve) => setTimeout(resolve, 50));
    expect(heard[0]).toEqual({ stage: 'first' });
    const proof = heard.filter((h) => h.stage !== 'first');
    expect(proof.every((h) => h.bound > 0 && h.cost >= h.bound)).toBe(true);
    expect(made.set.proved).toBe(true);
  });
  it('are shown before their order is searched, and whole once somebody has had them made', async () => {
    const request = asked(replace('battery', 'display'));
    const first = await firstPlanFor(request);
    expect(first.isWhole).toBe(false);
    const whole = await planFor(request);
    expect(first.plan.order.cost).toBeGreaterThanOrEqual(whole.order.cost);
    expect(await firstPlanFor(request)).toEqual({ plan: whole, isWhole: true });
  });
  it('that cannot be made say why, and are tried again when asked again', async () => {
    await expect(planFor(asked(replace('flywheel')))).rejects.toThrow(PlanningError);
    await expect(planFor(asked(replace('flywheel')))).rejects.toThrow(/plan\.noPart.*flywheel/);
  });
  it('that nobody wants any more are given up, and the pool goes on', async () => {
    const stop = new AbortController();
    const every = file.machine.parts.filter((p) => p.numbers.length > 0).map((p) => p.id);
    const unwanted = planFor(asked(replace(...every)), undefined, stop.signal);
    setTimeout(() => stop.abort(), 100);
    await expect(unwanted).rejects.toThrow(/abort/i);
    expect((await planFor(asked(replace('camera')))).set.proved).toBe(true);
  });
  it('tell who waits for them how it goes, and nobody else', async () => {
    const stop = new AbortController();
    const every = file.machine.parts.filter((p) => p.numbers.length > 0).map((p) => p.id);
    const made = asking.run({ person: 'tam', signal: stop.signal }, () =>
      planFor(asked(replace(...every))).catch(() => 'stopped')
    );
    const stages = new Set<string>();
    let last: ReturnType<typeof underWay> = [];
    for (let i = 0; i < 400 && !last.some((p) => p.gap !== undefined); i++) {
      await new Promise((resolve) => setTimeout(resolve, 10));
      last = underWay('tam');
      for (const p of last) stages.add(p.stage);
      expect(underWay('ines')).toEqual([]);
    }
    expect([...stages].at(-1)).toBe('proving');
    expect(last).toEqual([{ do: 'plan', stage: 'proving', seconds: expect.any(Number), gap: expect.any(Number) }]);
    stop.abort();
    expect(await made).toBe('stopped');
    await expect.poll(() => underWay('tam')).toEqual([]);
  });
});

describe('papers and drawings', () => {
  const { machine } = file;
  const label = (number: number) =>
    print(
      { what: 'label', language: 'en', machine, job: { number, customer: 'MS Terna', serial: '', complaint: '' } },
      1
    );
  it('are made once for what they are made of, and anew for anything else', async () => {
    const first = await label(101);
    expect(await label(101)).toBe(first);
    const other = await label(102);
    expect(other).not.toBe(first);
    expect(Buffer.from(other).equals(Buffer.from(first))).toBe(false);
    const [whole, turned] = [await drawFace(machine, 'underside'), await drawFace(machine, 'topside')];
    expect(turned).not.toBe(whole);
    await closePlanner();
    // Made anew it is the same.
    expect(await drawFace(machine, 'underside')).toBe(whole);
    expect(await label(101)).not.toBe(first);
  });
});
