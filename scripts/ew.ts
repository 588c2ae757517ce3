import { Refusal, run } from './ew/commands';
import { told } from './ew/words';
import { PlanningError } from '$core/goals';

/** The command line for machine files: needs no database. Exit status 0, or 2 with what is wrong on standard error. */
try {
  const { out, notes } = run(process.argv.slice(2));
  for (const note of notes) process.stderr.write(`${note}\n`);
  process.stdout.write(out.endsWith('\n') ? out : `${out}\n`);
} catch (error) {
  const known =
    error instanceof Refusal ||
    error instanceof PlanningError ||
    (error as NodeJS.ErrnoException).code?.startsWith('ERR_PARSE_ARGS');
  if (!known) throw error;
  process.stderr.write(
    `${
      error instanceof Refusal
        ? error.lines.join('\n')
        : error instanceof PlanningError
          ? told(error.said)
          : (error as Error).message
    }\n`
  );
  process.exitCode = 2;
}
