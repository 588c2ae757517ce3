import { expect, it } from 'vitest';
import { Drive, type Joint } from '../machine';
import { DEMO_MACHINES, demoAccess, plug, screw } from '../testing/machines';
import { judge, motionsFor, rightMotion } from './motions';

const sound = { nearCell: false, bends: false };
const joints = DEMO_MACHINES.flatMap((id) => demoAccess(id).model.machine.joints);
const withBit = (joint: Joint) => (joint.kind === 'screws' ? { ...sound, bit: joint.screw.drive } : sound);

it('one motion opens each joint of the demo machines, and it is among those that may be tried', () => {
  for (const joint of joints) {
    const opening = motionsFor(joint).filter((m) => judge(joint, m, withBit(joint)) === 'opens');
    expect([joint.id, opening]).toEqual([joint.id, [rightMotion(joint)]]);
  }
  expect(joints.length).toBeGreaterThan(300);
});

const connector = (family: string) => ({ ...(plug('p', 'a', 'b', [0, 0], 1) as object), family }) as Joint;

it.each([
  // A lock that is lifted from the wrong side breaks, wherever its right side is.
  ['flip-lock-back', 'lift-lock-front', 'lock-broken'],
  ['flip-lock-front', 'lift-lock-back', 'lock-broken'],
  ['slide-lock', 'slide-lock-one-side', 'lock-broken'],
  ['wire-along-board', 'lift-up', 'socket-torn'],
  ['wire-along-board', 'pull-cable', 'wire-torn'],
  ['lift-straight', 'push-along-board', 'socket-torn'],
  ['board-to-board', 'lever-one-side', 'contacts-bent'],
  ['memory-socket', 'lift-up', 'springs-broken'],
  ['memory-socket', 'slide-out', 'stuck'],
  ['blade', 'turn-out', 'stuck']
] as const)('a plug of the family %s, tried with %s: %s', (family, motion, comes) => {
  expect(judge(connector(family), motion, sound)).toBe(comes);
});

it('a bit that is too small takes the head with it, one that is too large or of another shape does not enter', () => {
  const screws = { ...(screw('s', 'a', 'b', [0, 0], 1) as object) } as Extract<Joint, { kind: 'screws' }>;
  const of = (drive: Drive, substitutes: Drive[] = []): Joint => ({
    ...screws,
    screw: { ...screws.screw, drive, substitutes }
  });
  const turned = (joint: Joint, bit: Drive) => judge(joint, 'turn-out', { ...sound, bit });
  expect(turned(of('T5'), 'T5')).toBe('opens');
  expect(turned(of('T5'), 'T4')).toBe('head-stripped');
  expect(turned(of('T5'), 'T6')).toBe('stuck');
  expect(turned(of('PH0'), 'PH00')).toBe('head-stripped');
  expect(turned(of('PH0', ['PH00']), 'PH00')).toBe('opens');
  expect(turned(of('PH0'), 'T3')).toBe('stuck');
  expect(judge(of('PH0'), 'turn-out', sound)).toBe('stuck');
});

it('what is glued and pried off bends where it can, and a cell does harm', () => {
  const strips = joints.find((j) => j.kind === 'adhesive' && j.adhesive === 'pull-strips')!;
  expect(judge(strips, 'pull-strips-up', sound)).toBe('strip-torn');
  expect(judge(strips, 'pry-off', { nearCell: true, bends: true })).toBe('cell-bent');
  expect(judge(strips, 'pry-off', { nearCell: false, bends: true })).toBe('part-bent');
  expect(judge(strips, 'pry-off', sound)).toBe('stuck');
});
