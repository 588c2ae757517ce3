import { mkdirSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { jsonSchema, PUBLISHED, type Published } from '$core/formats';

/** Writes the published JSON Schemas to docs/schemas; a test beside their source tells whether they are current. */
const folder = fileURLToPath(new URL('../docs/schemas/', import.meta.url));
mkdirSync(folder, { recursive: true });
for (const name of Object.keys(PUBLISHED) as Published[])
  writeFileSync(`${folder}${name}.schema.json`, `${JSON.stringify(jsonSchema(name), null, 2)}\n`);
