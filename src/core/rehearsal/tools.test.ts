import { expect, it } from 'vitest';
import type { Joint } from '../machine';
import { toolFor } from '../plan';
import { DEMO_MACHINES, demoAccess } from '../testing/machines';
import { HAND_TOOLS, judgeTool, rightTool, type HandTool } from './tools';

const joints = DEMO_MACHINES.flatMap((id) => demoAccess(id).model.machine.joints);
const sound = { nearCell: false, onBoard: false, isLive: false };
const first = (is: (joint: Joint) => boolean): Joint => joints.find(is)!;
const clips = first((j) => j.kind === 'clips');
const glue = { ...first((j) => j.kind === 'adhesive'), adhesive: 'glue' } as Joint;
const tape = first((j) => j.kind === 'tape');
const latch = first((j) => j.kind === 'latch');
const lever = first((j) => j.kind === 'connector' && j.family === 'flip-lock-back');

it('what a plan has in hand opens every joint of the demo machines, bare fingers where it has nothing', () => {
  const used = new Set<HandTool>();
  for (const joint of [...joints, glue].filter((j) => j.kind !== 'screws')) {
    const tool = rightTool(joint);
    expect([joint.id, tool]).toEqual([joint.id, toolFor(joint) ?? 'fingers']);
    expect(judgeTool(joint, tool, { nearCell: true, onBoard: true, isLive: true })).toBe('opens');
    used.add(tool);
  }
  expect([...used].sort()).toEqual(HAND_TOOLS.filter((t) => t !== 'metal blade').sort());
});

it.each([
  [clips, ['plastic pick', 'plastic card', 'metal blade']],
  [glue, ['plastic pick', 'plastic card', 'metal blade']],
  [tape, ['fingers', 'plastic tweezers']],
  [latch, ['fingers']]
])('away from cells and boards some tools do as well as the one of the plan: %#', (joint, tools) => {
  expect(HAND_TOOLS.filter((tool) => judgeTool(joint, tool, sound) === 'opens')).toEqual(tools);
});

it('metal goes into a cell, cuts the tracks of a board, and bridges contacts that are live', () => {
  const metal = (joint: Joint, around: Partial<typeof sound>) =>
    judgeTool(joint, 'metal blade', { ...sound, ...around });
  expect(metal(clips, { nearCell: true })).toBe('cell-pierced');
  expect(metal(glue, { nearCell: true, onBoard: true })).toBe('cell-pierced');
  expect(metal(glue, { onBoard: true })).toBe('board-scratched');
  expect(metal(lever, {})).toBe('board-scratched');
  expect(metal(lever, { isLive: true, nearCell: true })).toBe('bridged');
  expect(metal(latch, { nearCell: true })).toBe('stuck');
});
