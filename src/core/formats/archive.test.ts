import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { archiveProblems, type Entry } from '.';

const entry = (name: string, unpackedBytes = 1000, packedBytes = 500): Entry => ({ name, packedBytes, unpackedBytes });
const sound = [
  entry('manifest.json'),
  entry('machine.json'),
  entry('recording.json'),
  entry('photos/00000000-0000-4000-8000-000000000001.jpg', 2_000_000, 1_990_000)
];
const codes = (entries: readonly Entry[]) => archiveProblems(entries).map((p) => p.code);

describe('the table of contents of an archive', () => {
  it('may hold a manifest, a machine, a recording and pictures', () => expect(archiveProblems(sound)).toEqual([]));
  it.each([
    '../machine.json',
    '/etc/passwd',
    'photos/../../x.jpg',
    'photos\\x.jpg',
    'photos/00000000-0000-4000-8000-000000000001.svg',
    'script.js',
    'machine.json/',
    'MACHINE.JSON',
    ''
  ])('holds nothing under the name %j', (name) =>
    expect(codes([...sound, entry(name)])).toEqual(['not-of-the-format'])
  );
  it('holds nothing twice, nothing too large, and no bomb', () => {
    expect(codes([...sound, entry('machine.json')])).toEqual(['twice']);
    expect(codes([entry('manifest.json', 600_000, 300_000), entry('machine.json')])).toEqual(['too-large']);
    expect(codes([entry('manifest.json'), entry('machine.json', 2_000_000, 4000)])).toEqual(['bomb']);
    expect(codes([...sound, entry('photos/00000000-0000-4000-8000-000000000002.jpg', 200_000_000, 1e8)])).toEqual([
      'too-large',
      'too-large'
    ]);
  });
  it('lacks nothing, and has no thousand entries', () => {
    expect(codes([entry('machine.json')])).toEqual(['missing']);
    expect(codes([])).toEqual(['missing', 'missing']);
    expect(codes(Array.from({ length: 400 }, () => entry('manifest.json')))).toEqual(['too-many']);
  });
  it('of whatever names never opens a way out of its folder', () => {
    fc.assert(
      fc.property(fc.string(), (name) => {
        const isRead = !codes([...sound, entry(name)]).includes('not-of-the-format');
        expect(!isRead || sound.some((s) => s.name === name) || /^photos\/[0-9a-f-]{36}\.jpg$/.test(name)).toBe(true);
      })
    );
  });
});
