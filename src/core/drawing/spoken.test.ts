import { expect, it } from 'vitest';
import { machineAfter } from '../run';
import { english } from '../testing/english';
import { DEMO_MACHINES, demoAccess } from '../testing/machines';
import { boardPlan } from '../testing/plans';
import { sceneOf, spokenDrawing, untouched } from '.';

const access = demoAccess();
const made = boardPlan();
/** What is heard at a step, with the machine as it is then. */
function heard(id: string): string {
  const at = made.steps.findIndex((s) => s.id === id);
  const step = made.steps[at]!;
  const state = machineAfter(
    access.model,
    made,
    (s) => made.steps.indexOf(s) < at || (s === step && s.do === 'return')
  );
  return english(
    spokenDrawing(access.model, step.zone!, sceneOf(access.model, step.zone!, state), {
      joint: step.joint,
      part: step.part
    })!
  );
}

it('says the face, what and how many, where, and what lies over and under it', () => {
  expect(heard('down/joint:fan-screws')).toBe('Underside: fan screws, 2 of them, 1 far left and 1 left.');
  expect(heard('down/joint:display-plug')).toBe(
    'Underside: display plug, far right, 27 cm from the left edge and 3 cm from the far one.'
  );
  expect(heard('down/move:memory-shield/lift')).toContain('Under it: memory module A, main board and memory module B.');
  // The keyboard is folded back over its own plugs, on its leash.
  expect(heard('down/joint:keyboard-plug')).toContain('Over it: keyboard.');
});

it('says nothing of what is not on the face that one sees', () => {
  const scene = sceneOf(access.model, 'topside', untouched());
  expect(spokenDrawing(access.model, 'topside', scene, { joint: 'fan-screws' })).toBeUndefined();
  expect(spokenDrawing(access.model, 'topside', scene, {})).toBeUndefined();
});

it.each(DEMO_MACHINES)('counts every screw of %s once, wherever it is', (id) => {
  const { model } = demoAccess(id);
  for (const joint of model.machine.joints.filter((j) => j.kind === 'screws' && j.at.length > 1)) {
    const text = english(
      spokenDrawing(model, joint.zone, sceneOf(model, joint.zone, untouched()), { joint: joint.id })!
    );
    const [, count, places] = /, (\d+) of them, ([^.]*)\./.exec(text)!;
    const each = [...places!.matchAll(/(\d+) (?:far|near|left|right|in the middle)/g)].map((m) => Number(m[1]));
    expect(Number(count)).toBe(joint.at.length);
    expect(
      each.reduce((a, b) => a + b, 0),
      text
    ).toBe(joint.at.length);
  }
});
