import { existsSync, readFileSync } from 'node:fs';
import { dirname, resolve } from 'node:path';

/** `import x from 'y'`, `import 'y'` and `export ... from 'y'` at the beginning of a line; `import('y')` within code is none. */
const STATIC = /^(?:import|export)\s(?:[^'"();]*?\sfrom\s+)?['"]([^'"]+)['"]/gm;

/**
 * The packages that a script needs before its first line runs, with the file that asks for each: what its static imports lead
 * to, and theirs. Files that are not there are the loader's business.
 */
export function packagesBefore(entry) {
  const found = [];
  const seen = new Set();
  const look = (file) => {
    if (seen.has(file) || !existsSync(file)) return;
    seen.add(file);
    for (const [, from] of readFileSync(file, 'utf8').matchAll(STATIC)) {
      if (from.startsWith('.')) look(resolve(dirname(file), from));
      else if (!from.startsWith('node:')) found.push({ name: from, file });
    }
  };
  look(entry);
  return found;
}

/** What runs before the packages are installed may import nothing but Node's own modules, however far down. */
export const beforePackages = {
  meta: {
    type: 'problem',
    schema: [],
    messages: {
      needs:
        '{{name}} is imported (by {{file}}) before anything is installed: import it within the function that needs it.'
    }
  },
  create: (context) => ({
    Program(node) {
      for (const { name, file } of packagesBefore(context.filename))
        context.report({ node, messageId: 'needs', data: { name, file } });
    }
  })
};
