import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { jsonSchema, PUBLISHED, type Published } from '$core/formats';

/** Writes the published JSON Schemas to docs/schemas; with --check only says whether they are current. */
const folder = fileURLToPath(new URL('../docs/schemas/', import.meta.url));
const check = process.argv.includes('--check');
mkdirSync(folder, { recursive: true });
for (const name of Object.keys(PUBLISHED) as Published[]) {
  const path = `${folder}${name}.schema.json`;
  const text = `${JSON.stringify(jsonSchema(name), null, 2)}\n`;
  if (!check) writeFileSync(path, text);
  else if (readFileSync(path, 'utf8') !== text) {
    process.stderr.write(`${path} is not what the code says: npm run schemas\n`);
    process.exitCode = 1;
  }
}
