import { mkdirSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { readMachineFile } from '../../src/core/formats';
import { lindquayGannet13 } from './lindquay-gannet-13';
import { lindquaySlip11 } from './lindquay-slip-11';
import { norrvikBallast15 } from './norrvik-ballast-15';
import { norrvikPilot14 } from './norrvik-pilot-14';
import { norrvikFathom14 } from './norrvik-fathom-14';
import { norrvikFathom14First } from './norrvik-fathom-14/first-revision';

/** Writes the demo's machine files; refuses to write one with a fault. */
const folder = fileURLToPath(new URL('../machines/', import.meta.url));
mkdirSync(`${folder}earlier`, { recursive: true });
const machines = [
  ...[norrvikFathom14(), norrvikBallast15(), lindquaySlip11(), lindquayGannet13(), norrvikPilot14()].map((machine) => ({ machine, name: machine.id })),
  { machine: norrvikFathom14First(), name: 'earlier/norrvik-fathom-14-r1' }
];
for (const { machine, name } of machines) {
  const text = `${JSON.stringify(machine, null, 1)}\n`;
  const file = readMachineFile(text);
  const said = file.ok ? file.warnings : file.faults;
  for (const f of said) console.error(`${f.severity} ${machine.id} ${f.place}: ${f.message}`);
  if (!file.ok) {
    process.exitCode = 2;
    continue;
  }
  writeFileSync(`${folder}${name}.json`, text);
  console.log(`${name}: ${file.machine.parts.length} parts, ${file.machine.joints.length} joints, ${file.machine.cables.length} cables`);
}
