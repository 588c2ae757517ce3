import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { jsonSchema, PUBLISHED, type Published } from '.';

it.each(Object.keys(PUBLISHED) as Published[])('the published schema of %s is what the code says', (name) => {
  // Where this is meant: npm run schemas.
  expect(JSON.parse(readFileSync(`docs/schemas/${name}.schema.json`, 'utf8'))).toEqual(
    JSON.parse(JSON.stringify(jsonSchema(name)))
  );
});
