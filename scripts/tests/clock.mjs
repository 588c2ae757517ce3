import { readFileSync } from 'node:fs';
import { cpus } from 'node:os';

/** @returns {number} what all processors of this machine have worked since it started, s */
export function busySeconds() {
  let ms = 0;
  for (const { times } of cpus()) ms += times.user + times.nice + times.sys + times.irq;
  return ms / 1000;
}

/** Linux counts processors' time in hundredths. */
const TICKS = 100;

/**
 * @returns {number} what processes that this one started, and theirs, have worked up to their end, s; what is still running is not in it
 */
export function childrenSeconds() {
  try {
    // The name of the process may hold spaces and brackets: what is counted stands behind its last one.
    const fields = readFileSync('/proc/self/stat', 'utf8').split(') ').at(-1).split(' ');
    return (Number(fields[13]) + Number(fields[14])) / TICKS;
  } catch {
    return 0;
  }
}
