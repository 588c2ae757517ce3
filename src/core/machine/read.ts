import { printParseErrorCode, visit } from 'jsonc-parser';
import type { z } from 'zod';
import { problem, refusal, refused, shown, type Problem, type Result } from '../result';
import { Machine } from './schema';

/** A machine file of a large notebook is about 150 kB; this leaves room without letting one fill memory. */
export const MACHINE_FILE_MAX_BYTES = 4_000_000;
const MAX_NESTING = 40;
const MAX_PROBLEMS = 200;

export type Parsed<T> = Result<{ value: T }>;

/**
 * Reads JSON text into a checked shape. Never throws.
 * @param text the document
 * @param schema what it has to be
 * @param maxBytes the largest size accepted, counted in UTF-16 units (never more than the bytes)
 */
export function parseDocument<S extends z.ZodType>(text: string, schema: S, maxBytes: number): Parsed<z.output<S>> {
  if (text.length > maxBytes) {
    return refused(
      'too-large',
      `is ${(text.length / 1e6).toFixed(1)} MB; at most ${(maxBytes / 1e6).toFixed(0)} MB are read`
    );
  }
  const depth = nesting(text);
  if (depth > MAX_NESTING) return refused('too-deep', `is nested more than ${MAX_NESTING} levels deep`);

  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    return refused('not-json', `is not JSON: ${whereItBreaks(text)}`);
  }
  const result = schema.safeParse(data);
  if (result.success) return { ok: true, value: result.data };
  return refusal(result.error.issues.slice(0, MAX_PROBLEMS).map((issue) => inWords(issue, data)));
}

export function parseMachine(text: string): Parsed<Machine> {
  return parseDocument(text, Machine, MACHINE_FILE_MAX_BYTES);
}

/** Deepest nesting of brackets outside strings; counted before parsing so that no parser has to recurse. */
function nesting(text: string): number {
  let depth = 0;
  let deepest = 0;
  let inString = false;
  for (let i = 0; i < text.length; i++) {
    const c = text.charCodeAt(i);
    if (inString) {
      if (c === 92) i++;
      else if (c === 34) inString = false;
    } else if (c === 34) inString = true;
    else if (c === 91 || c === 123) deepest = Math.max(deepest, ++depth);
    else if (c === 93 || c === 125) depth--;
  }
  return deepest;
}

/** The first place at which the text stops being JSON, by line and column. */
function whereItBreaks(text: string): string {
  let place = 'it ends too early';
  let found = false;
  visit(
    text,
    {
      onError: (error, _offset, _length, line, column) => {
        if (found) return;
        found = true;
        place = `${printParseErrorCode(error)
          .replace(/([a-z])([A-Z])/g, '$1 $2')
          .toLowerCase()} in line ${line + 1}, column ${column + 1}`;
      }
    },
    { disallowComments: true }
  );
  return place;
}

function inWords(issue: z.core.$ZodIssue, data: unknown): Problem {
  const path = issue.path;
  switch (issue.code) {
    case 'unrecognized_keys':
      return problem(
        path,
        issue.code,
        `has ${issue.keys.length > 1 ? 'fields' : 'a field'} not in the format: ${issue.keys.slice(0, 5).map(shown).join(', ')}`
      );
    case 'invalid_type':
      return problem(
        path,
        issue.code,
        isThere(data, path) ? `must be ${article(issue.expected)}` : `is missing: ${article(issue.expected)} is wanted`
      );
    case 'invalid_value':
      return problem(
        path,
        issue.code,
        `must be ${issue.values.length > 1 ? 'one of ' : ''}${issue.values.map((v) => shown(String(v))).join(', ')}`
      );
    case 'invalid_union':
      return problem(
        path,
        issue.code,
        'options' in issue && Array.isArray(issue.options)
          ? `must be one of ${issue.options.map((v) => shown(String(v))).join(', ')}`
          : 'has none of the forms that the format knows'
      );
    case 'too_big':
      return problem(
        path,
        issue.code,
        issue.origin === 'array'
          ? `has too many entries (at most ${issue.maximum})`
          : issue.message.startsWith('is ')
            ? issue.message
            : `is too large (at most ${issue.maximum})`
      );
    case 'too_small':
      return problem(
        path,
        issue.code,
        issue.origin === 'array'
          ? `has too few entries (at least ${issue.minimum})`
          : issue.message.startsWith('is ')
            ? issue.message
            : `is too small (at least ${issue.minimum})`
      );
    default:
      return problem(path, issue.code, shown(issue.message));
  }
}

function isThere(data: unknown, path: readonly PropertyKey[]): boolean {
  let at: unknown = data;
  for (const key of path) {
    if (typeof at !== 'object' || at === null) return false;
    at = (at as Record<PropertyKey, unknown>)[key];
  }
  return at !== undefined;
}

function article(expected: string): string {
  return `${/^[aeio]/.test(expected) ? 'an' : 'a'} ${expected}`;
}
