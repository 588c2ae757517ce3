import { PlanningError } from '$core/goals';
import { Refusal, run } from './commands';
import { told } from './words';

/** What a command ends with: its status, and what it writes to either side. */
export interface Answer {
  status: 0 | 2;
  out: string;
  err: string;
}

/** @param args of the command line. What nobody foresaw is thrown */
export function answer(args: string[]): Answer {
  try {
    const { out, notes } = run(args);
    return { status: 0, out: out.endsWith('\n') ? out : `${out}\n`, err: notes.map((note) => `${note}\n`).join('') };
  } catch (error) {
    return { status: 2, out: '', err: `${inWords(error)}\n` };
  }
}

function inWords(error: unknown): string {
  if (error instanceof Refusal) return error.lines.join('\n');
  if (error instanceof PlanningError) return told(error.said);
  if ((error as NodeJS.ErrnoException).code?.startsWith('ERR_PARSE_ARGS')) return (error as Error).message;
  throw error;
}
