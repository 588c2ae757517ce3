import { readFileSync } from 'node:fs';
import { FaultSet } from '../faults';
import { contentHash } from '../machine';
import type { Ground } from '../exercises';
import { demoAccess } from './machines';

/** For tests only: what goes wrong with a machine of the demo, as shipped. */
export const demoFaults = (id: string): FaultSet =>
  FaultSet.parse(JSON.parse(readFileSync(new URL(`../../../demo/faults/${id}.json`, import.meta.url), 'utf8')));

/** What exercises on a machine of the demo are made of. */
export function demoGround(id: string): Ground & { faults: FaultSet } {
  const access = demoAccess(id);
  return { access, faults: demoFaults(id), hash: contentHash(access.model.machine) };
}
