import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const rootAbove = (folder: string): string =>
  existsSync(join(folder, 'package.json')) ? folder : rootAbove(dirname(folder));

/** The checkout: above this file as it is written, and above the one that it is built into. */
export const ROOT = rootAbove(dirname(fileURLToPath(import.meta.url)));
