import { describe, expect, it } from 'vitest';
import { inEnglish } from '../testing/english';
import { boardPlan } from '../testing/plans';
import { DEMO_MACHINES, demoAccess } from '../testing/machines';
import type { Goal } from '../goals';
import { openId } from '../ids';
import { plan, type Plan } from '.';

const at = (p: Plan, id: string) => p.steps.findIndex((s) => s.id === id);

describe('the test with the case open', () => {
  it('looks at all that is whole by then, stood up with its cover laid on, and lies back afterwards', () => {
    const p = boardPlan();
    const i = at(p, 'up/open-test');
    expect(p.steps[i]!.looks).toEqual(['start', 'charge', 'picture', 'keys', 'fan']);
    expect([p.steps[i - 1]!.zone, p.steps[i]!.zone]).toEqual(['topside', 'topside']);
    expect([p.steps[i - 1]!.pose, p.steps[i + 1]!.pose]).toEqual(['topside/open', 'underside/closed']);
    expect(inEnglish(p.steps[i - 1]!.detail!)).toMatch(/^Lay the bottom cover on loosely first/);
    expect(inEnglish(p.steps[i]!.detail!)).toContain('every key types');
    // The battery would come back with the adapter: that goes first.
    expect(inEnglish(p.steps[i]!.detail!)).toMatch(/take the adapter out, and disconnect the battery in firmware/);
  });
  it('does not wait for the charge of a cell that may fail and stays in', () => {
    const looks = (goals: Goal[]) =>
      plan(demoAccess(), goals, { budget: 400, conditions: ['cell-doubtful'] }).steps.find(
        (s) => s.test === 'open-power'
      )!.looks;
    expect(looks([{ do: 'replace', part: 'fan' }])).not.toContain('charge');
    expect(looks([{ do: 'replace', part: 'battery' }])).toContain('charge');
  });
});

/** What brings the display apart, and what is built up beside the machine. */
const DELICATE = new Set(['panel', 'camera', 'bezel', 'keyboard', 'display']);

describe.each(DEMO_MACHINES)('on %s', (id) => {
  const access = demoAccess(id);
  const { machine } = access.model;
  const parts = machine.parts.filter((p) => DELICATE.has(p.kind) && p.moves.length > 0).map((p) => p.id);
  const plans = parts.flatMap((part) =>
    (['remove', ...(machine.parts.find((p) => p.id === part)!.numbers.length > 0 ? ['replace'] : [])] as const).map(
      (what) => plan(access, [{ do: what, part } as Goal], { budget: 400 })
    )
  );
  it('no lid is closed and no machine turned onto a bare panel', () => {
    for (const p of plans)
      expect(
        p.steps.flatMap((s) => (s.unheld?.some((u) => u.how === 'bare') ? [`${JSON.stringify(p.goals)} ${s.id}`] : []))
      ).toEqual([]);
  });
  it('nothing is built up on the mat beside a live machine', () => {
    const { joint, steps } = machine.isolation;
    // What firmware or a bay keeps away is no power yet.
    if (joint === undefined || steps.some((s) => s.kind === 'firmware-disconnect' || s.kind === 'remove-battery'))
      return;
    for (const p of plans) {
      const on = at(p, `up/${openId(joint)}`);
      expect(
        p.steps.filter((s, i) => on >= 0 && i > on && s.leg === 'up' && s.pose === 'mat').map((s) => s.id)
      ).toEqual([]);
    }
  });
  it('who is to see or press something finds the lid open', () => {
    for (const p of plans) {
      const test = p.steps.find((s) => s.test === 'open-power');
      if (!test?.looks?.some((l) => l === 'picture' || l === 'keys')) continue;
      const pose = p.steps.slice(0, at(p, test.id)).findLast((s) => s.do === 'pose')!.pose!;
      expect(pose.startsWith('topside/') && !pose.endsWith('/closed'), `${JSON.stringify(p.goals)}: ${pose}`).toBe(
        true
      );
    }
  });
});
