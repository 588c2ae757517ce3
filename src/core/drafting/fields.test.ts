import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { Machine } from '../machine';
import { DEMO_MACHINES, demoAccess } from '../testing/machines';
import { optionName, SLOTS } from '../words';
import { FORMS, placesOf, variantOf, WHOLE, type Field } from '.';

/** Places of all values that the schema of a machine file allows: read from the schema itself, not by the code that makes forms. */
function allowed(node: Record<string, never>, at: string, out: Set<string>): void {
  const n = node as unknown as {
    properties?: Record<string, never>;
    items?: never;
    prefixItems?: never[];
    additionalProperties?: never;
    oneOf?: never[];
    anyOf?: never[];
  };
  const inside = [...(n.oneOf ?? []), ...(n.anyOf ?? [])];
  if (inside.length > 0) inside.forEach((v) => allowed(v, at, out));
  else if (n.properties)
    for (const [key, child] of Object.entries(n.properties)) allowed(child, at ? `${at}.${key}` : key, out);
  else if (n.prefixItems) n.prefixItems.forEach((v, i) => allowed(v, `${at}[${i}]`, out));
  else if (n.items) allowed(n.items, `${at}[]`, out);
  else if (n.additionalProperties) allowed(n.additionalProperties, `${at}[]`, out);
  else out.add(at);
}

describe('the forms of the drawing table', () => {
  it('offer every field that the schema of a machine file has', () => {
    const all = new Set<string>();
    allowed(z.toJSONSchema(Machine, { io: 'input', reused: 'inline' }) as never, '', all);
    const offered = new Set([
      // Says which format it is: nothing to set.
      'format',
      ...placesOf(FORMS.machine),
      ...placesOf(FORMS.zone, 'zones[]'),
      ...placesOf(FORMS.part, 'parts[]'),
      ...placesOf(FORMS.joint, 'joints[]'),
      ...placesOf(FORMS.cable, 'cables[]')
    ]);
    expect([...all].filter((place) => !offered.has(place))).toEqual([]);
    expect([...offered].filter((place) => !all.has(place))).toEqual([]);
    expect(all.size).toBeGreaterThan(150);
  });
  it('have a name for each field, in the words of the trade', () => {
    const keys = new Set<string>();
    const walk = (field: Field): void => {
      if (field.key) keys.add(field.key);
      if (field.is === 'group') field.fields.forEach(walk);
      if (field.is === 'variant') field.variants.forEach(walk);
      if (field.is === 'list' || field.is === 'table') walk(field.item);
      if (field.is === 'tuple') field.items.forEach(walk);
    };
    Object.values(FORMS).forEach(walk);
    expect([...keys].filter((key) => !(key in SLOTS))).toEqual([]);
  });
  it('have words for each value of a choice, but for the drives, which go by their standard names', () => {
    const wordless = new Set<string>();
    const walk = (field: Field, key: string): void => {
      const named = field.key || key;
      const values = field.is === 'choice' ? field.options : field.is === 'fixed' ? [String(field.value)] : [];
      for (const value of values) if (optionName(named, value) === value) wordless.add(`${named}: ${value}`);
      if (field.is === 'group') field.fields.forEach((f) => walk(f, named));
      if (field.is === 'variant') field.variants.forEach((f) => walk(f, named));
      if (field.is === 'list' || field.is === 'table') walk(field.item, named);
      if (field.is === 'tuple') field.items.forEach((f) => walk(f, named));
    };
    Object.values(FORMS).forEach((form) => walk(form, ''));
    expect([...wordless].filter((w) => !/^(drive|substitutes|format): /.test(w))).toEqual([]);
  });
  it('know of each joint and outline of the demo which variant it is', () => {
    for (const id of DEMO_MACHINES) {
      const { joints } = demoAccess(id).model.machine;
      for (const joint of joints) {
        const variant = variantOf(FORMS.joint as Field & { is: 'variant' }, joint);
        const kind = variant.fields.find((f) => f.key === 'kind');
        expect(kind).toMatchObject({ is: 'fixed', value: joint.kind });
      }
    }
  });
  it('cover all that is changed as a whole', () => {
    const { fields } = FORMS.machine as Field & { is: 'group' };
    expect(fields.map((f) => f.key).sort()).toEqual([...WHOLE].sort());
  });
});
