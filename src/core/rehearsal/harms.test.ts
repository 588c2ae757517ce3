import { expect, it } from 'vitest';
import { openId } from '../ids';
import { plan } from '../plan';
import { demoAccess } from '../testing/machines';
import { HAND_TOOLS, handedOver, Rehearsal, rightMotion, type HandTool, type Outcome, type Rehearsed } from '.';

const access = demoAccess();
const { model } = access;
const rehearsal = new Rehearsal(access);
const made = plan(access, [{ do: 'replace', part: 'fan' }]);
const { steps } = model.machine.isolation;
const battery = openId(model.machine.isolation.joint!);
const down = made.steps.filter((s) => s.leg === 'down' && (s.do === 'open' || s.do === 'move'));
const pose = made.steps.find((s) => s.do === 'pose')!.pose!.split('/');
const fan = model.part('fan');
const [lift] = fan.moves;
const held = model.jointsOf('fan').filter((j) => down.some((s) => s.joint === j.id));
const plug =
  held.find((j) => j.kind === 'connector') ?? model.jointsOf('fan-wire').find((j) => j.kind === 'connector')!;
const screws = held.find((j) => j.kind === 'screws')!;

/** The way down to the fan, all but these; off its adapter. */
function allBut(...ids: string[]): Rehearsed {
  const done = down.map((s) => (s.joint ? openId(s.joint) : `move:${s.part}/${s.move}`));
  return {
    ...handedOver(),
    up: pose[0] as Rehearsed['up'],
    lid: pose[1] as Rehearsed['lid'],
    isolated: new Set(['shut-down', 'unplug-adapter'].map((kind) => steps.find((s) => s.kind === kind)!.id)),
    open: new Set(done.filter((id) => !ids.includes(id)))
  };
}
const fanMove = `move:fan/${lift!.id}`;
const draw = (state: Rehearsed): Outcome => rehearsal.attempt(state, { do: 'move', part: 'fan', move: lift!.id });
const open = (state: Rehearsed): Outcome =>
  rehearsal.attempt(state, { do: 'open', joint: plug.id, motion: rightMotion(plug) });

it('a plug that is pulled while the battery is connected, and need not be, is a short; without the battery it is not', () => {
  expect(open(allBut(battery, openId(plug.id), fanMove))).toMatchObject({
    is: 'harm',
    harm: { kind: 'short', at: { joint: plug.id } }
  });
  expect(open(allBut(openId(plug.id), fanMove))).toMatchObject({ is: 'works' });
});

it('the battery itself is unplugged live, as there is no other way', () => {
  const joint = model.joint(model.machine.isolation.joint!);
  const state = allBut(battery, openId(plug.id), fanMove);
  expect(rehearsal.attempt(state, { do: 'open', joint: joint.id, motion: rightMotion(joint) }).is).toBe('works');
});

it('whoever does not shut it down unplugs the battery from a machine that runs; once it was, nothing runs', () => {
  const joint = model.joint(model.machine.isolation.joint!);
  const shutDown = steps.find((s) => s.kind === 'shut-down')!.id;
  const off = allBut(battery, openId(plug.id), fanMove);
  const running = { ...off, isolated: new Set([...off.isolated].filter((id) => id !== shutDown)) };
  const unplugged = rehearsal.attempt(running, { do: 'open', joint: joint.id, motion: rightMotion(joint) });
  expect(unplugged).toMatchObject({ is: 'harm', harm: { kind: 'short', at: { joint: joint.id } } });
  expect(open((unplugged as Extract<Outcome, { is: 'harm' }>).then)).toMatchObject({ is: 'works' });
});

it('a plug comes with what belongs in the hand and with no other; metal cuts the board, and bridges what is live', () => {
  const inHand = (state: Rehearsed, tool: HandTool) =>
    rehearsal.attempt(state, { do: 'open', joint: plug.id, motion: rightMotion(plug), tool });
  const dead = allBut(openId(plug.id), fanMove);
  const comes = HAND_TOOLS.map((tool) => {
    const outcome = inHand(dead, tool);
    return [
      tool,
      outcome.is === 'harm' ? outcome.harm.kind : outcome.is === 'stuck' ? outcome.because[0]!.is : 'works'
    ];
  });
  expect(Object.fromEntries(comes)).toEqual({
    fingers: 'tool',
    'plastic pick': 'works',
    'plastic card': 'tool',
    'plastic spudger': 'works',
    'plastic tweezers': 'tool',
    'tray pin': 'tool',
    'metal blade': 'board-scratched'
  });
  const live = inHand(allBut(battery, openId(plug.id), fanMove), 'metal blade');
  expect(live).toMatchObject({ is: 'harm', harm: { kind: 'bridged', at: { joint: plug.id } } });
  // A wrong motion is wrong whatever is in the hand.
  const pulled = { do: 'open', joint: plug.id, motion: 'pull-cable' } as const;
  expect(rehearsal.attempt(dead, { ...pulled, tool: 'fingers' })).toMatchObject({ is: 'harm' });
});

it('a part with a screw in does not come; with its plug in alone the wire gives way, and it stays so', () => {
  expect(draw(allBut(fanMove, openId(screws.id)))).toMatchObject({
    is: 'stuck',
    because: [{ is: 'requirement', requirement: { cause: { kind: 'holds', joint: screws.id } } }]
  });
  // A screw is stronger than the wire: nothing tears as long as it holds.
  expect(draw(allBut(fanMove, openId(screws.id), openId(plug.id))).is).toBe('stuck');
  const torn = draw(allBut(fanMove, openId(plug.id)));
  expect(torn).toMatchObject({ is: 'harm', harm: { kind: 'wire-torn', at: { part: 'fan' }, by: plug.id } });
  expect((torn as Extract<Outcome, { is: 'harm' }>).then.harms).toHaveLength(1);
});

it('nothing is reached on a face that is not in front, and nothing twice', () => {
  const state = allBut(openId(plug.id), fanMove);
  const other = state.up === 'underside' ? 'topside' : 'underside';
  expect(open({ ...state, up: other })).toEqual({ is: 'stuck', because: [{ is: 'face', zone: plug.zone }] });
  expect(open(allBut(fanMove))).toEqual({ is: 'stuck', because: [{ is: 'done' }] });
});
