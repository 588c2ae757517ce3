import { describe, expect, it } from 'vitest';
import { openId } from '../ids';
import type { Joint, JointOf } from '../machine';
import { DEMO_MACHINES, demoAccess } from '../testing/machines';
import { english } from '../testing/english';
import {
  handedOver,
  isOf,
  materialsFor,
  materialWords,
  Rehearsal,
  rightClosing,
  rightMotion,
  socketChoices,
  type Outcome,
  type Rehearsed,
  type Try
} from '.';
import { judgeScrew } from './screws';
import type { Screws } from './stand';

/** A machine with the lid shut, its underside up and no power, of which all is open but these, and all these moves are done. */
function opened(id: string, { closed = [], moved = [] }: { closed?: string[]; moved?: string[] }) {
  const access = demoAccess(id);
  const { joints, isolation } = access.model.machine;
  const open = joints.map((j) => openId(j.id)).filter((o) => !closed.map(openId).includes(o));
  const state: Rehearsed = {
    ...handedOver(),
    up: 'underside',
    isolated: new Set(isolation.steps.map((s) => s.id)),
    open: new Set([...open, ...moved])
  };
  const rehearsal = new Rehearsal(access);
  return { access, state, tried: (one: Try, from = state): Outcome => rehearsal.attempt(from, one) };
}
const because = (outcome: Outcome) => (outcome.is === 'stuck' ? outcome.because : []);

describe('what is out by one way is not there to be taken another way', () => {
  const id = 'lindquay-gannet-13';
  const cover = 'move:bottom-cover/lift';
  const sink = { do: 'move', part: 'heat-sink', move: 'lift' } as const;
  const withFan = { do: 'move', part: 'heat-sink', move: 'lift-with-fan' } as const;
  const fan = { do: 'move', part: 'fan', move: 'lift' } as const;

  it('a part that left with another is not lifted by itself; what it took along may be lifted off it', () => {
    const { tried } = opened(id, { moved: [cover, 'move:heat-sink/lift-with-fan'] });
    expect(because(tried(sink))).toContainEqual({ is: 'done' });
    expect(because(tried(fan)).filter((b) => b.is === 'done' || b.is === 'away')).toEqual([]);
  });

  it('two are not lifted together once one of them is away', () => {
    const { tried } = opened(id, { moved: [cover, 'move:fan/lift'] });
    expect(because(tried(withFan))).toContainEqual({ is: 'away', action: 'move:fan/lift' });
    expect(because(tried(sink)).filter((b) => b.is === 'away')).toEqual([]);
  });
});

describe('sockets', () => {
  const id = 'norrvik-fathom-14';
  const { model } = demoAccess(id);
  const plug = model.machine.joints.find((j) => socketChoices(model, j).length > 1)!;
  const other = socketChoices(model, plug).find((j) => j.id !== plug.id)!;
  const moved = ['move:bottom-cover/lift'];
  // The card that both plugs go on is in its slot.
  const held = ['wlan-card-slot', 'wlan-card-screw'];
  const close = (joint: Joint, socket?: string): Try => ({
    do: 'close',
    joint: joint.id,
    closing: rightClosing(joint)!,
    fresh: false,
    share: 0,
    ...(socket === undefined ? {} : { socket })
  });

  it('one that has a plug in takes no other', () => {
    const { tried, state } = opened(id, { moved, closed: [...held, other.id] });
    expect(tried(close(plug, other.id))).toEqual({ is: 'stuck', because: [{ is: 'socket-taken', by: other.id }] });
    const mistaken = { ...state, sockets: new Map([[plug.id, other.id]]) };
    expect(tried(close(plug), mistaken)).toEqual({ is: 'stuck', because: [{ is: 'socket-taken', by: other.id }] });
  });

  it('a plug that is on another one’s socket is told as swapped, and leaves only that when it is pulled', () => {
    const { tried } = opened(id, { moved, closed: held });
    const swapped = tried(close(plug, other.id)) as Extract<Outcome, { is: 'harm' }>;
    expect(swapped.harm).toMatchObject({ kind: 'leads-swapped', at: { joint: plug.id }, by: other.id });
    expect([...swapped.then.sockets]).toEqual([[other.id, plug.id]]);
    const elsewhere: Rehearsed = { ...swapped.then, sockets: new Map([...swapped.then.sockets, ['x', 'y']]) };
    const pulled = tried({ do: 'open', joint: plug.id, motion: rightMotion(plug) }, elsewhere);
    expect(pulled.is === 'works' && [...pulled.then.sockets]).toEqual([['x', 'y']]);
  });
});

it('metal cuts the board that a joint has at one of its ends, and nothing where it has none', () => {
  const id = 'norrvik-fathom-14';
  const { model } = demoAccess(id);
  const isOnBoard = (part: string) => model.part(part).care.includes('static');
  const clips = model.machine.joints.find((j) => j.kind === 'clips' && isOnBoard(j.a) !== isOnBoard(j.b))!;
  const moved = ['move:bottom-cover/lift'];
  const { tried } = opened(id, { moved, closed: [clips.id] });
  const pried = { do: 'open', joint: clips.id, motion: rightMotion(clips) } as const;
  expect(tried({ ...pried, tool: 'metal blade' })).toMatchObject({ is: 'harm', harm: { kind: 'board-scratched' } });
  expect(tried(pried).is).toBe('works');
});

it('a screw fits its own hole, measured or not; another one in a hole that nobody measured cannot be judged', () => {
  const screws = demoAccess().model.machine.joints.filter((j): j is Screws => j.kind === 'screws');
  const [one, other] = screws.map((s): Screws => ({ ...s, screw: { ...s.screw, hole: undefined } }));
  expect(judgeScrew(one!, one!)).toBe('fits');
  expect(judgeScrew(other!, one!)).toEqual({ is: 'unmeasured' });
});

it('what something is stuck down with is told by whether it is new, and how much there is of it', () => {
  const told = [
    [true, 1],
    [true, 2],
    [false, 1],
    [false, 0]
  ] as const;
  expect(new Set(told.map(([fresh, share]) => english(materialWords({ fresh, share })))).size).toBe(told.length);
});

it('a captive screw stays in its part, and only screws are put into holes', () => {
  const { access, state, tried } = opened('norrvik-fathom-14', { closed: ['cover-clips'] });
  const { joints } = access.model.machine;
  const captive = joints.find((j) => j.kind === 'screws' && j.screw.captive)!;
  const put = { do: 'put', joint: captive.id, hole: 0, from: captive.id } as const;
  expect(because(tried(put, state))).toEqual([{ is: 'captive' }]);
  expect(isOf(access, put)).toBe(true);
  expect(isOf(access, { ...put, from: joints.find((j) => j.kind === 'connector')!.id })).toBe(false);
  expect(isOf(access, { ...put, hole: captive.kind === 'screws' ? captive.count : 0 })).toBe(false);
  const tighten: Try = { do: 'tighten', joint: captive.id, order: [0], passes: 1, bit: 'PH0' };
  expect(isOf(access, tighten)).toBe(true);
  // No hole twice.
  expect(isOf(access, { ...tighten, order: [0, 0] })).toBe(false);
});

it('what sticks once has old and new to choose between, what sticks again has nothing', () => {
  const sticky = DEMO_MACHINES.flatMap((id) => demoAccess(id).model.machine.joints).filter(
    (j): j is JointOf<'tape' | 'adhesive'> =>
      j.kind === 'tape' || (j.kind === 'adhesive' && j.adhesive !== 'thermal-compound')
  );
  for (const joint of sticky)
    expect([joint.id, materialsFor(joint).length]).toEqual([joint.id, joint.singleUse ? 2 : 0]);
  expect(new Set(sticky.map((j) => j.singleUse)).size).toBe(2);
});

it('a cell that is pried off what it sticks to bends, and is told by its name', () => {
  const id = 'lindquay-gannet-13';
  const { model } = demoAccess(id);
  const isCell = (part: string) => model.part(part).care.includes('cell');
  const glued = model.machine.joints.find((j) => j.kind === 'adhesive' && isCell(j.a) !== isCell(j.b))!;
  const { tried } = opened(id, { moved: ['move:bottom-cover/lift'], closed: [glued.id] });
  expect(tried({ do: 'open', joint: glued.id, motion: 'pry-off' })).toMatchObject({
    is: 'harm',
    harm: { kind: 'cell-bent', at: { joint: glued.id }, by: isCell(glued.a) ? glued.a : glued.b }
  });
});
