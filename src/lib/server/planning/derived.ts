import { LRUCache } from 'lru-cache';
import { accessOf, type Access } from '$core/access';
import { diffMachines, type Change } from '$core/formats';
import { modelOf, type Machine } from '$core/machine';
import type { Problem } from '$core/result';
import { checkMachine } from '$core/validate';

interface File {
  hash: string;
  machine: Machine;
}

/** What follows from machine files, once for each of them, since files never change. */
function derived<F extends File[], T extends object>(most: number, make: (...files: F) => T): (...files: F) => T {
  const known = new LRUCache<string, T>({ max: most });
  return (...files) => {
    const key = files.map(({ hash }) => hash).join(' ');
    const made = known.get(key) ?? make(...files);
    known.set(key, made);
    return made;
  };
}

export const accessFor: (file: File) => Access = derived(50, ({ machine }: File) => accessOf(modelOf(machine)));

/** What a check finds in a file that is in the library. */
export const findingsIn: (file: File) => readonly Problem[] = derived(50, ({ machine }: File) => {
  const checked = checkMachine(machine);
  return checked.ok ? checked.warnings : checked.problems;
});

/** What a file changed against another. */
export const changesFrom: (before: File, file: File) => Change[] = derived(200, (before: File, file: File) =>
  diffMachines(before.machine, file.machine)
);
