import { expect, it } from 'vitest';
import { plan } from '../plan';
import { english } from '../testing/english';
import { DEMO_MACHINES, demoAccess } from '../testing/machines';
import { singleGoals } from '../../../demo/testing/goals';
import { numberedFaces } from '.';

const SIZE = 4;

it.each(DEMO_MACHINES)(
  '%s: every screw that comes out bears its step’s number, near its place, on its own face',
  (id) => {
    const access = demoAccess(id);
    const { machine } = access.model;
    const parts = singleGoals(machine).filter((g) => g.do === 'replace');
    for (const goal of [parts[0]!, parts[Math.floor(parts.length / 2)]!, parts.at(-1)!]) {
      const made = plan(access, [goal]);
      const faces = numberedFaces(access.model, made, english, () => SIZE);
      made.steps.forEach((step, i) => {
        const joint = machine.joints.find((j) => j.id === step.joint);
        if (step.leg !== 'down' || step.do !== 'open' || joint?.kind !== 'screws') return;
        const face = faces.find((f) => f.zone === joint.zone)!;
        const numbers = face.picture.items.flatMap((item) =>
          'text' in item && item.text === String(i + 1) ? [item.at] : []
        );
        expect(numbers, `step ${i + 1}`).toHaveLength(joint.at.length);
        for (const [x, y] of joint.at)
          expect(Math.min(...numbers.map(([nx, ny]) => Math.hypot(nx - x, ny - y))), `step ${i + 1}`).toBeLessThan(
            5 * SIZE
          );
      });
      for (const face of faces)
        expect(face.picture.items.filter((item) => 'text' in item && /^\d+$/.test(item.text))).toHaveLength(
          face.numbers
        );
    }
  }
);
