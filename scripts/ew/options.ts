import { parseArgs } from 'node:util';

const OPTIONS = {
  replace: { type: 'string', multiple: true },
  reach: { type: 'string', multiple: true },
  remove: { type: 'string', multiple: true },
  expose: { type: 'string', multiple: true },
  avoid: { type: 'string', multiple: true },
  variant: { type: 'string' },
  condition: { type: 'string', multiple: true },
  weights: { type: 'string' },
  language: { type: 'string' },
  explain: { type: 'string' },
  alternatives: { type: 'boolean' },
  alongside: { type: 'string' },
  json: { type: 'boolean' },
  csv: { type: 'boolean' },
  markdown: { type: 'boolean' },
  part: { type: 'string' },
  length: { type: 'string' },
  thread: { type: 'string' },
  'head-diameter': { type: 'string' },
  head: { type: 'string' },
  drive: { type: 'string' },
  'over-all': { type: 'boolean' },
  style: { type: 'string' },
  svg: { type: 'string' },
  from: { type: 'string' },
  maker: { type: 'string' },
  model: { type: 'string' },
  body: { type: 'string' }
} as const;
export type Options = ReturnType<typeof parsed>['values'];

/** What was asked for, by its names; throws on a name that is none. */
export function parsed(argv: string[]) {
  return parseArgs({ args: argv, allowPositionals: true, options: OPTIONS });
}
