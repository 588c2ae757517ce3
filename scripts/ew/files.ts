import { told } from './words';
import { readFileSync, statSync, writeFileSync } from 'node:fs';
import { readMachineFile } from '$core/formats';
import { MACHINE_FILE_MAX_BYTES } from '$core/machine';
import type { Problem } from '$core/result';
import type { CheckedMachine } from '$core/validate';

/** What was asked cannot be done: lines for standard error. */
export class Refusal extends Error {
  constructor(readonly lines: string[]) {
    super(lines.join('\n'));
  }
}

export type Read = Extract<CheckedMachine, { ok: true }>;

export const problemLine = (path: string, f: Problem) => `${path}: ${f.severity}: ${f.place}: ${told(f.message)}`;

/** @throws Refusal naming each fault by its place */
export function machineAt(path: string): Read {
  const file = readMachineFile(textAt(path));
  if (!file.ok) throw new Refusal(file.problems.map((f) => problemLine(path, f)));
  return file;
}

export function textAt(path: string): string {
  try {
    const { size } = statSync(path);
    if (size > 2 * MACHINE_FILE_MAX_BYTES)
      throw new Refusal([
        `${path}: is ${(size / 1e6).toFixed(1)} MB; at most ${(2 * MACHINE_FILE_MAX_BYTES) / 1e6} MB are read`
      ]);
    return readFileSync(path, 'utf8');
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw new Refusal([`${path}: cannot be read (${(error as NodeJS.ErrnoException).code})`]);
  }
}

export function writeTo(path: string, text: string): void {
  try {
    writeFileSync(path, text);
  } catch (error) {
    throw new Refusal([`${path}: cannot be written (${(error as NodeJS.ErrnoException).code})`]);
  }
}
