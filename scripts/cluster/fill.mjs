import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from '../setup/system.mjs';

/**
 * A file of deploy/ with its @NAMES@ put in: what is tried here is what is shipped.
 * @throws where a name has no value, or a value no place
 */
export function filled(path, values) {
  const used = new Set();
  const text = readFileSync(join(ROOT, 'deploy', path), 'utf8').replace(/@([A-Z][A-Z0-9_]*)@/g, (_, name) => {
    if (values[name] === undefined) throw new Error(`deploy/${path}: no value for ${name}`);
    used.add(name);
    return String(values[name]);
  });
  const spare = Object.keys(values).filter((name) => !used.has(name));
  if (spare.length > 0) throw new Error(`deploy/${path} has no place for ${spare.join(', ')}`);
  return text;
}
