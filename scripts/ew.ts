import { answer } from './ew/answer';

/** The command line for machine files: needs no database. Exit status 0, or 2 with what is wrong on standard error. */
const { status, out, err } = answer(process.argv.slice(2));
process.stderr.write(err);
process.stdout.write(out);
process.exitCode = status;
