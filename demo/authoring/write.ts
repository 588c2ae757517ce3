import { mkdirSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { FaultSet, strangersOf } from '$core/faults';
import { readMachineFile } from '$core/formats';
import { told } from '../english';
import { faultSets } from './faults';
import { withGerman } from './german';
import { lindquayGannet13 } from './lindquay-gannet-13';
import { lindquaySlip11 } from './lindquay-slip-11';
import { norrvikBallast15 } from './norrvik-ballast-15';
import { norrvikPilot14 } from './norrvik-pilot-14';
import { norrvikFathom14 } from './norrvik-fathom-14';
import { norrvikFathom14First } from './norrvik-fathom-14/first-revision';

/** Writes the demo's machine files and fault sets; refuses to write one with a fault. */
const folder = fileURLToPath(new URL('../machines/', import.meta.url));
mkdirSync(`${folder}earlier`, { recursive: true });
const machines = [
  ...[norrvikFathom14(), norrvikBallast15(), lindquaySlip11(), lindquayGannet13(), norrvikPilot14()].map((machine) => ({
    machine,
    name: machine.id
  })),
  { machine: norrvikFathom14First(), name: 'earlier/norrvik-fathom-14-r1' }
];
for (const { machine: drawn, name } of machines) {
  const machine = withGerman(drawn);
  const text = `${JSON.stringify(machine, null, 1)}\n`;
  const file = readMachineFile(text);
  const said = file.ok ? file.warnings : file.problems;
  for (const f of said) console.error(`${f.severity} ${machine.id} ${f.place}: ${told(f.message)}`);
  if (!file.ok) {
    process.exitCode = 2;
    continue;
  }
  writeFileSync(`${folder}${name}.json`, text);
  console.log(
    `${name}: ${file.machine.parts.length} parts, ${file.machine.joints.length} joints, ${file.machine.cables.length} cables`
  );
}

const faults = fileURLToPath(new URL('../faults/', import.meta.url));
mkdirSync(faults, { recursive: true });
for (const known of faultSets()) {
  const set = withGerman(known);
  const file = readMachineFile(JSON.stringify(machines.find(({ machine }) => machine.id === set.machine)!.machine));
  const parsed = FaultSet.safeParse(set);
  const wrong = parsed.success
    ? file.ok
      ? strangersOf(file.access.model, parsed.data)
      : ['its machine has faults']
    : parsed.error.issues.map((i) => `${i.path.join('/')}: ${i.message}`);
  for (const w of wrong) console.error(`fault set of ${set.machine}: ${w}`);
  if (wrong.length > 0) {
    process.exitCode = 2;
    continue;
  }
  writeFileSync(`${faults}${set.machine}.json`, `${JSON.stringify(set, null, 1)}\n`);
  console.log(
    `faults of ${set.machine}: ${set.symptoms.length} symptoms, ${set.faults.length} faults, ${set.tests.length} tests, ${set.repairs.length} repairs`
  );
}
