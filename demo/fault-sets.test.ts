import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { faultSets } from './authoring/faults';
import { withGerman } from './authoring/german';

it.each(faultSets().map((set) => [set.machine, set] as const))(
  'the fault set of %s is as its builder writes it',
  (machine, set) => {
    expect(JSON.parse(readFileSync(new URL(`faults/${machine}.json`, import.meta.url), 'utf8'))).toEqual(
      JSON.parse(JSON.stringify(withGerman(set)))
    );
  }
);
