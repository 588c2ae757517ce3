import { norrvikFathom14 } from '.';

/** The Fathom as it was built first: longer fan screws in deeper bosses, another fan, and no foil between fan and heat sink. */
export function norrvikFathom14First() {
  const machine = norrvikFathom14();
  machine.revision = 'r1';
  machine.parts.find((p) => p.id === 'fan')!.numbers = [{ number: 'NF14-3090' }];
  const screws = machine.joints.find((j) => j.id === 'fan-screws');
  if (screws?.kind !== 'screws') throw new Error('the Fathom has no fan screws');
  screws.screw.lengthMm = 4;
  screws.screw.hole!.depthMm = 3.5;
  machine.joints = machine.joints.filter((j) => j.id !== 'fan-tape');
  return machine;
}
