import { readFileSync, statSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { jsonSchema, PUBLISHED, readMachineFile, type Published } from '../src/core/formats';
import { MACHINE_FILE_MAX_BYTES, shown, type Fault } from '../src/core/machine';
import { plan, PlanningError, WEIGHTS, type Goal, type Plan, type Weighting } from '../src/core/plan';

/** The command line for machine files: needs no database. Exit status 0, or 2 with the faults on standard error. */
const USAGE = `ew validate FILE
ew plan FILE [--replace ID[,ID]] [--reach JOINT[,JOINT]] [--remove ID[,ID]] [--expose ID[,ID]] [--weights part|bit] [--json]
ew schema ${Object.keys(PUBLISHED).join('|')}`;

class Refusal extends Error {
  constructor(readonly lines: string[]) {
    super(lines.join('\n'));
  }
}

function main(argv: string[]): void {
  const { positionals, values } = parseArgs({
    args: argv,
    allowPositionals: true,
    options: {
      replace: { type: 'string', multiple: true },
      reach: { type: 'string', multiple: true },
      remove: { type: 'string', multiple: true },
      expose: { type: 'string', multiple: true },
      weights: { type: 'string', default: 'part' },
      json: { type: 'boolean', default: false }
    }
  });
  const [verb, argument] = positionals;
  if (!verb || !argument || positionals.length > 2) throw new Refusal([USAGE]);
  if (verb === 'schema') {
    if (!Object.hasOwn(PUBLISHED, argument)) throw new Refusal([`no schema "${shown(argument)}"; there are ${Object.keys(PUBLISHED).join(', ')}`]);
    return print(JSON.stringify(jsonSchema(argument as Published), null, 2));
  }
  if (verb !== 'validate' && verb !== 'plan') throw new Refusal([`no command "${shown(verb)}"`, USAGE]);

  const file = readMachineFile(textOf(argument));
  if (!file.ok) throw new Refusal(file.faults.map((f) => line(argument, f)));
  if (verb === 'validate') {
    for (const w of file.warnings) console.error(line(argument, w));
    const { machine } = file;
    return print(`${argument}: ${machine.maker} ${machine.model} ${machine.revision}, ${machine.parts.length} parts, ${machine.joints.length} joints, ${machine.cables.length} cables, ${file.warnings.length} warnings\nsha256 ${file.hash}`);
  }
  const weighting = ({ part: 'part-by-part', bit: 'bit-by-bit' } as Record<string, Weighting>)[values.weights];
  if (!weighting || !WEIGHTS[weighting]) throw new Refusal([`--weights is part or bit, not "${shown(values.weights)}"`]);
  const list = (ids: string[] | undefined) => (ids ?? []).flatMap((v) => v.split(',')).filter(Boolean);
  const goals: Goal[] = [
    ...list(values.replace).map((part): Goal => ({ do: 'replace', part })),
    ...list(values.remove).map((part): Goal => ({ do: 'remove', part })),
    ...list(values.expose).map((part): Goal => ({ do: 'expose', part })),
    ...list(values.reach).map((joint): Goal => ({ do: 'reach', joint }))
  ];
  const made = plan(file.access, goals, { weighting, hash: file.hash });
  print(values.json ? JSON.stringify(made, null, 2) : inLines(made));
}

function textOf(path: string): string {
  try {
    const { size } = statSync(path);
    if (size > MACHINE_FILE_MAX_BYTES) throw new Refusal([`${path}: is ${(size / 1e6).toFixed(1)} MB; at most ${MACHINE_FILE_MAX_BYTES / 1e6} MB are read`]);
    return readFileSync(path, 'utf8');
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw new Refusal([`${path}: cannot be read (${(error as NodeJS.ErrnoException).code})`]);
  }
}

const line = (path: string, f: Fault) => `${path}: ${f.severity}: ${f.place}: ${f.message}`;

function inLines(made: Plan): string {
  const minutes = (s: number) => `${Math.round(s / 60)} min`;
  const titles = { isolate: 'Make it safe', down: 'Down', swap: 'Swap', up: 'Up', prove: 'Prove' };
  const out = [`${made.machine.id} ${made.machine.revision}: ${made.goals.map((g) => `${g.do} ${'joint' in g ? g.joint : g.part}`).join(', ')}`];
  out.push(`${made.steps.length} steps, ${minutes(made.times.p50)} (cautious ${minutes(made.times.p80)}); set ${made.set.proved ? 'proved least' : 'not proved'}, order ${made.order.proved ? 'proved best' : `at most ${made.order.cost - made.order.bound} s above the bound`}`);
  let leg = '';
  made.steps.forEach((step, i) => {
    if (step.leg !== leg) out.push('', titles[(leg = step.leg) as keyof typeof titles]);
    out.push(`${String(i + 1).padStart(4)}  ${step.text}${step.departs && step.leg === 'up' ? `   [${step.departs}]` : ''}`);
  });
  return out.join('\n');
}

function print(text: string): void {
  process.stdout.write(`${text}\n`);
}

try {
  main(process.argv.slice(2));
} catch (error) {
  const known = error instanceof Refusal || error instanceof PlanningError || (error as NodeJS.ErrnoException).code?.startsWith('ERR_PARSE_ARGS');
  if (!known) throw error;
  process.stderr.write(`${error instanceof Refusal ? error.lines.join('\n') : (error as Error).message}\n`);
  process.exitCode = 2;
}
