import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, describe, expect, it } from 'vitest';
import { Plan } from '$core/plan';
import { answer } from './ew/answer';

const root = fileURLToPath(new URL('..', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'ew-test-'));
afterAll(() => rmSync(folder, { recursive: true }));
const demo = join(root, 'demo/machines/norrvik-fathom-14.json');

/** As it is started from a shell: takes seconds, so that one of each ending does. */
function ew(...args: string[]) {
  const { status, stdout, stderr } = spawnSync(
    join(root, 'node_modules/.bin/tsx'),
    ['--tsconfig', join(root, 'scripts/tsconfig.json'), join(root, 'scripts/ew.ts'), ...args],
    { encoding: 'utf8', cwd: folder }
  );
  return { status, stdout, stderr };
}
function file(name: string, text: string): string {
  writeFileSync(join(folder, name), text);
  return join(folder, name);
}

describe('the command line', () => {
  it('validates a good file', () => {
    const { status, stdout } = ew('validate', demo);
    expect(status).toBe(0);
    expect(stdout).toMatch(/Norrvik Fathom 14 r2, \d+ parts[\s\S]*sha256 [0-9a-f]{64}/);
  });
  it('ends with 2 and every fault by its place', () => {
    const { status, stderr, stdout } = ew('validate', file('bad.json', '{"format":"eager-wrench/machine@1","id":"X"}'));
    expect(status).toBe(2);
    expect(stdout).toBe('');
    expect(stderr).toContain('bad.json: error: id: must be lower case');
    expect(stderr).toContain('bad.json: error: zones: is missing');
  });
  it.each([
    // One of each kind of refusal.
    ['no such file', ['validate', join(folder, 'none.json')], 'cannot be read (ENOENT)'],
    ['an unknown part', ['plan', demo, '--replace', 'flywheel'], 'no part “flywheel”'],
    ['an unknown option', ['plan', demo, '--burn', 'it'], "Unknown option '--burn'"]
  ])('ends with 2 and in words at %s', (_, args, message) => {
    const { status, out, err } = answer(args);
    expect([status, out]).toEqual([2, '']);
    expect(err).toContain(message);
    expect(err).not.toContain('    at ');
  });
  it('plans in lines and as eager-wrench/plan@1', () => {
    expect(answer(['plan', demo, '--replace', 'fan,ssd']).out).toContain('Lift out the fan');
    const { status, out } = answer([
      'plan',
      demo,
      '--replace',
      'fan',
      '--reach',
      'display-plug',
      '--remove',
      'battery',
      '--json'
    ]);
    expect(status).toBe(0);
    expect(
      Plan.parse(JSON.parse(out))
        .goals.map((g) => g.do)
        .sort()
    ).toEqual(['reach', 'remove', 'replace']);
  });
  it('prints the published schema', () => {
    expect(JSON.parse(answer(['schema', 'machine']).out)).toMatchObject({
      title: 'eager-wrench/machine@1',
      type: 'object'
    });
  });
});
