import { LRUCache } from 'lru-cache';
import { accessOf, type Access } from '$core/access';
import { modelOf, type Machine } from '$core/machine';

/** Derived once per machine file, since files never change. */
const kept = new LRUCache<string, Access>({ max: 50 });

export function accessFor(hash: string, machine: Machine): Access {
  let access = kept.get(hash);
  if (!access) kept.set(hash, (access = accessOf(modelOf(machine))));
  return access;
}
