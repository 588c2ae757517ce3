import { parseMachine, type Machine } from '../machine';
import { checkMachine, type CheckedMachine } from '../validate';

/**
 * Reads and checks a machine file from end to end. Never throws: whatever is wrong comes back as problems with their places.
 * @param text JSON text of `eager-wrench/machine@1`
 */
export function readMachineFile(text: string): CheckedMachine {
  const parsed = parseMachine(text);
  return parsed.ok ? checkMachine(parsed.value) : parsed;
}

/** The machine as a file that others can read, one field a line so that revisions compare well. */
export function writeMachineFile(machine: Machine): string {
  return `${JSON.stringify(machine, null, 1)}\n`;
}
