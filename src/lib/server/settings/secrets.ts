import { readFileSync } from 'node:fs';

/** Settings that nobody but the process is to read: each may be given as a file, by its name with _FILE. */
export const SECRETS = [
  'DATABASE_URL',
  'DATABASE_READ_URL',
  'DATABASE_LISTEN_URL',
  'METRICS_TOKEN',
  'OBJECT_STORE_SECRET'
] as const;

/**
 * The environment with its secrets read from their files, and what is wrong with those: a file that cannot be read, a secret that is
 * given twice. Values and what lies in the files are not told.
 */
export function withSecrets(env: NodeJS.ProcessEnv): { env: NodeJS.ProcessEnv; faults: string[] } {
  const read: NodeJS.ProcessEnv = { ...env };
  const faults: string[] = [];
  for (const name of SECRETS) {
    const path = env[`${name}_FILE`]?.trim();
    if (!path) continue;
    if (env[name]?.trim()) {
      faults.push(`${name} is set, and ${name}_FILE, too: one of them`);
      continue;
    }
    try {
      const text = readFileSync(path, 'utf8').trim();
      if (text === '') faults.push(`${name}_FILE names a file with nothing in it`);
      else read[name] = text;
    } catch (error) {
      faults.push(`${name}_FILE names a file that cannot be read (${(error as NodeJS.ErrnoException).code})`);
    }
  }
  return { env: read, faults };
}
