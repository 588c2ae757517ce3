import { describe, expect, it } from 'vitest';
import { goalOf } from '$core/goals';
import type { JointOf } from '$core/machine';
import { plan } from '$core/plan';
import { followed, type Entry } from '$core/rehearsal';
import { demoAccess } from '$core/testing/machines';
import { keptEntries } from './kept';
import { Rehearsing } from './rehearsing.svelte';

const access = demoAccess('norrvik-fathom-14');
const goals = [goalOf('replace:battery')];
const made = plan(access, goals, { budget: 0 });
const tries = followed(access, made).flatMap((s) => s.tries);

function begun(entries: readonly Entry[] = []) {
  let kept: readonly Entry[] = entries;
  const r = new Rehearsing({ access, goals, plan: made, entries, keep: (all) => (kept = [...all]) });
  return { r, kept: () => kept };
}
const store = () => {
  const kept = new Map<string, string>();
  return {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
    removeItem: (key: string) => void kept.delete(key)
  };
};

describe('a rehearsal on the screen', () => {
  it('keeps all that was done, and goes on from it', () => {
    const first = begun();
    for (const one of tries.slice(0, 7)) first.r.try(one);
    first.r.hint();
    expect(first.kept()).toHaveLength(8);
    const second = begun(first.kept());
    expect(second.r.state).toEqual(first.r.state);
    for (const one of tries.slice(7)) expect(second.r.try(one).is).toBe('works');
    second.r.end();
    expect([second.r.log.isClean, second.r.log.hints, second.r.story]).toEqual([true, 1, []]);
  });

  it('begins anew where what was kept is of no such machine', () => {
    expect(begun([tries[0]!, { do: 'open', joint: 'no-such-joint', motion: 'lift-up' }]).r.log.entries).toEqual([]);
    const kept = keptEntries('x');
    const here = store();
    for (const text of ['{', '[{"do":"fly"}]', '7', 'null']) {
      here.setItem('x', text);
      expect([text, kept.read(here)]).toEqual([text, []]);
    }
    kept.write(here, tries);
    expect(kept.read(here)).toEqual(tries);
    kept.write(here, []);
    expect(here.getItem('x')).toBeNull();
  });

  it('turns the machine to a face that is not in front, and only looks at one that is', () => {
    const { r } = begun();
    r.turnTo('underside');
    expect([r.state.up, r.state.lid, r.log.entries.length]).toEqual(['underside', 'closed', 1]);
    r.turnTo('underside');
    r.turnTo('left-edge');
    expect([r.zone, r.log.entries.length]).toEqual(['left-edge', 1]);
    r.moveLid('closed');
    expect(r.log.entries).toHaveLength(1);
    r.moveLid('open');
    expect(r.state.lid).toBe('open');
  });

  it('fills the empty holes from what is in hand until something does not go as it should', () => {
    const { r } = begun();
    const up = tries.findIndex((t) => t.do === 'put');
    for (const one of tries.slice(0, up)) r.try(one);
    const first = tries[up]!;
    if (first.do !== 'put') throw new Error('no screw is put back');
    const group = access.model.joint(first.joint) as JointOf<'screws'>;
    r.fill(group);
    expect(r.left(group.id)).toBe(group.at.length);
    r.screw = group.id;
    r.fill(group);
    expect([r.left(group.id), r.heard?.is]).toEqual([0, 'tried']);
  });

  it('says of a thing what earlier runs met with it', () => {
    const troubles = [{ step: made.steps.find((s) => s.joint === 'battery-plug')!.id, resisted: 2 }];
    const r = new Rehearsing({ access, goals, plan: made, troubles, keep: () => {} });
    expect(r.troublesAt({ joint: 'battery-plug' })).toEqual(troubles);
    expect([r.troublesAt({ joint: 'battery-screws' }), r.troublesAt({ part: 'battery' })]).toEqual([[], []]);
  });

  it('goes back to before something, and the story knows it', () => {
    const { r } = begun();
    const plug = tries.findIndex((t) => t.do === 'open' && t.joint === 'battery-plug');
    for (const one of tries.slice(0, plug)) if (one.do !== 'isolate') r.try(one);
    const at = r.log.entries.length;
    expect(r.try(tries[plug]!).is).toBe('harm');
    r.backTo(at);
    r.end();
    expect(r.story[0]).toMatchObject({ harm: { kind: 'short' }, isUndone: true, entries: [at] });
    r.goOn();
    expect([r.isOver, r.story]).toEqual([false, []]);
  });
});
