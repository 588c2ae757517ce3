import type { Said } from '../language';
import { problem, type Problem } from './problem';

/** What can fail, everywhere: what came of it, or what was in the way. */
export type Result<T extends object = object, P extends Problem = Problem> = ({ ok: true } & T) | Refusal<P>;

export interface Refusal<P extends Problem = Problem> {
  ok: false;
  /** One at least. */
  problems: readonly P[];
}

export const refusal = <P extends Problem>(problems: readonly P[]): Refusal<P> => ({ ok: false, problems });

/** A refusal for one reason. @param message in words for whoever asked @param path where, of what was given as a whole where nothing is said */
export const refused = (code: string, message: Said, path: readonly PropertyKey[] = []): Refusal =>
  refusal([problem(path, code, message)]);

/** The first reason in words. */
export const whyNot = ({ problems }: Refusal): Said => problems[0]!.message;
