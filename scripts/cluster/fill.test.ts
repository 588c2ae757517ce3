import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { ROOT } from '../setup/system.mjs';
import { filled } from './fill.mjs';

const NAMES = /@([A-Z][A-Z0-9_]*)@/g;
const valuesOf = (path: string) =>
  Object.fromEntries(
    [...readFileSync(join(ROOT, 'deploy', path), 'utf8').matchAll(NAMES)].map(([, name]) => [name!, `<${name}>`])
  );

describe('a file of the deployment', () => {
  it.each(['patroni/node.yml', 'haproxy/haproxy.cfg', 'nginx/eager-wrench.conf'])(
    '%s has every name put in, and no other',
    (path) => {
      const values = valuesOf(path);
      const text = filled(path, values);
      expect(text).not.toMatch(NAMES);
      for (const value of Object.values(values)) expect(text).toContain(value);
      expect(() => filled(path, {})).toThrow(/no value for/);
      expect(() => filled(path, { ...values, NOWHERE: 1 })).toThrow(/no place for NOWHERE/);
    }
  );

  it('asks systemd for nothing that the settings file contradicts', () => {
    const settings = readFileSync(join(ROOT, 'deploy/settings.env'), 'utf8');
    for (const unit of readdirSync(join(ROOT, 'deploy/systemd')).filter((name) => name.endsWith('.service'))) {
      const text = readFileSync(join(ROOT, 'deploy/systemd', unit), 'utf8');
      // What the settings file sets would stand above what the unit says.
      for (const [, name] of text.matchAll(/^Environment=([A-Z_]+)=/gm))
        expect(settings, `${unit} ${name}`).not.toMatch(new RegExp(`^${name}=`, 'm'));
      expect(text).toMatch(/^User=eager-wrench$/m);
      expect(text).toMatch(/^ProtectSystem=strict$/m);
    }
  });
});
