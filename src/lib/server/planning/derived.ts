import { accessOf, type Access } from '$core/access';
import { modelOf, type Machine } from '$core/machine';

/** Derived once per machine file, since files never change; the oldest is dropped when there are many. */
const kept = new Map<string, Access>();
const KEEP = 50;

export function accessFor(hash: string, machine: Machine): Access {
  let access = kept.get(hash);
  if (!access) {
    access = accessOf(modelOf(machine));
    kept.set(hash, access);
    if (kept.size > KEEP) kept.delete(kept.keys().next().value!);
  }
  return access;
}
