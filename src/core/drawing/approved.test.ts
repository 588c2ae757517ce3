import { english } from '../testing/english';
import { it } from 'vitest';
import { expectApproved } from '../testing/approved';
import { demoAccess } from '../testing/machines';
import { namesOf, sceneOf, thingsOf, untouched } from '.';

it('what a drawing tells of a machine is as approved: its things from the nearest on, and which of them are named', async () => {
  const { model } = demoAccess();
  const state = untouched();
  await expectApproved(
    'norrvik-fathom-14',
    model.machine.zones.flatMap((zone) => {
      const scene = sceneOf(model, zone.id, state);
      const named = namesOf(scene, new Set(['fan']), 4.6, (part) => part.name);
      return [
        `${zone.id}, named: ${named.map((n) => n.text).join(', ')}`,
        ...thingsOf(model, scene, state).map((thing) => `  ${english(thing.name)}: ${english(thing.about)}`)
      ];
    })
  );
});
