import { told } from './words';
import {
  diffMachines,
  jsonSchema,
  PUBLISHED,
  readPlan,
  readScrewTable,
  screwTable,
  writeMachineFile,
  type Published
} from '$core/formats';
import { checkPlan } from '$core/check';
import { drawn, fromSheet } from './drawing';
import { fitTable, trayFor, which } from './fasteners';
import { problemLine, Refusal, machineAt, textAt } from './files';
import { parsed } from './options';
import { planText } from './planning';
import { shown } from '$core/result';
import { checkMachine } from '$core/validate';

export { Refusal };

export interface Said {
  out: string;
  /** Worth saying, on standard error. */
  notes: string[];
}

const USAGE = `ew validate FILE
ew plan FILE [--replace ID[,ID]] [--reach JOINT[,JOINT]] [--remove ID[,ID]] [--expose ID[,ID]]
        [--weights part|bit|FILE] [--avoid WAY] [--variant ID] [--condition cell=doubtful|liquid|liquid=dried|glass|adapter ...]
        [--explain STEP | --alternatives | --alongside SECONDS] [--json | --csv | --markdown] [--language en|de]
ew check-plan MACHINE PLAN
ew fit FILE [--part ID]
ew which FILE [--length MM±MM] [--thread MM±MM] [--head-diameter MM±MM] [--head STYLE] [--drive DRIVE] [--over-all] [--replace ID ...]
ew tray FILE --replace ID[,ID] [--style bin-per-step|map|in-the-part] [--svg OUT]
ew screws FILE [--from CSV]
ew diff A B
ew draw RECORDING
ew sheet CSV --maker NAME --model NAME [--body NAME]
ew schema ${Object.keys(PUBLISHED).join('|')}`;

/** How many files each command takes. */
const FILES: Record<string, number> = {
  validate: 1,
  plan: 1,
  'check-plan': 2,
  fit: 1,
  which: 1,
  tray: 1,
  screws: 1,
  diff: 2,
  draw: 1,
  sheet: 1,
  schema: 1
};

/**
 * Runs one command.
 * @throws Refusal with lines for standard error when something is wrong with files or arguments
 */
export function run(argv: string[]): Said {
  const { positionals, values } = parsed(argv);
  const [verb, ...files] = positionals;
  if (verb === undefined) throw new Refusal([USAGE]);
  if (!Object.hasOwn(FILES, verb)) throw new Refusal([`no command "${shown(verb)}"`, USAGE]);
  if (files.length !== FILES[verb])
    throw new Refusal([`${verb} takes ${FILES[verb]} file${FILES[verb] === 1 ? '' : 's'}`, USAGE]);
  const [first, second] = files as [string, string];
  const said = (out: string, notes: string[] = []): Said => ({ out, notes });
  switch (verb) {
    case 'schema':
      if (!Object.hasOwn(PUBLISHED, first))
        throw new Refusal([`no schema "${shown(first)}"; there are ${Object.keys(PUBLISHED).join(', ')}`]);
      return said(JSON.stringify(jsonSchema(first as Published), null, 2));
    case 'validate': {
      const { machine, warnings, hash } = machineAt(first);
      return said(
        `${first}: ${machine.maker} ${machine.model} ${machine.revision}, ${machine.parts.length} parts, ${machine.joints.length} joints, ${machine.cables.length} cables, ${warnings.length} warnings\nsha256 ${hash}`,
        warnings.map((w) => problemLine(first, w))
      );
    }
    case 'plan':
      return said(planText(machineAt(first), values));
    case 'check-plan': {
      const { access, hash } = machineAt(first);
      const plan = readPlan(textAt(second));
      if (!plan.ok) throw new Refusal(plan.problems.map((f) => problemLine(second, f)));
      const problems = checkPlan(access.model.machine, plan.value, hash);
      if (problems.length > 0) throw new Refusal(problems.map((p) => `${second}: ${p}`));
      return said(`${second}: can be carried out on ${first}, ${plan.value.steps.length} steps, nothing left open`);
    }
    case 'fit':
      return said(fitTable(machineAt(first), values.part));
    case 'which':
      return said(which(machineAt(first), values));
    case 'tray':
      return said(trayFor(machineAt(first), values));
    case 'draw':
      return drawn(first);
    case 'sheet':
      return fromSheet(first, values);
    case 'screws': {
      const { machine } = machineAt(first);
      if (values.from === undefined) return said(screwTable(machine));
      const read = readScrewTable(machine, textAt(values.from));
      if (!read.ok) throw new Refusal(read.problems.map((f) => problemLine(values.from!, f)));
      const checked = checkMachine(read.machine);
      if (!checked.ok) throw new Refusal(checked.problems.map((f) => problemLine(values.from!, f)));
      return said(writeMachineFile(read.machine), [`changed: ${read.changed.join(', ') || 'nothing'}`]);
    }
    default: {
      const changes = diffMachines(machineAt(first).machine, machineAt(second).machine);
      return said(changes.length > 0 ? changes.map((c) => told(c.text)).join('\n') : 'no difference');
    }
  }
}
