import { mkdirSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { readMachineFile } from '../../src/core/formats';
import { norrvikFathom14 } from './norrvik-fathom-14';

/** Writes the demo's machine files; refuses to write one with a fault. */
const folder = fileURLToPath(new URL('../machines/', import.meta.url));
mkdirSync(folder, { recursive: true });
for (const machine of [norrvikFathom14()]) {
  const text = `${JSON.stringify(machine, null, 1)}\n`;
  const file = readMachineFile(text);
  const said = file.ok ? file.warnings : file.faults;
  for (const f of said) console.error(`${f.severity} ${machine.id} ${f.place}: ${f.message}`);
  if (!file.ok) {
    process.exitCode = 2;
    continue;
  }
  writeFileSync(`${folder}${machine.id}.json`, text);
  console.log(`${machine.id}: ${file.machine.parts.length} parts, ${file.machine.joints.length} joints, ${file.machine.cables.length} cables`);
}
