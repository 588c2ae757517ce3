import { english } from '../testing/english';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { compareListings, Listing, LISTING_MAX, readListing } from '.';
import { whyNot } from '../result';

const sample = (name: string) => readFileSync(new URL(`../../../demo/listings/${name}`, import.meta.url), 'utf8');
const read = (text: string) => {
  const found = readListing(text);
  if (!found.ok) throw new Error(english(whyNot(found)));
  return found.listing;
};

describe('a hardware listing', () => {
  it('is read from the tree: who the machine is, and its devices with what they serve', () => {
    const { identity, devices } = read(sample('fathom-before.lshw.json'));
    expect(identity).toEqual({ maker: 'Norrvik', model: 'Fathom 14', serial: 'NF14-00188' });
    const serving = (f: string) => devices.filter((d) => d.function === f).map((d) => d.name);
    expect(serving('memory')).toHaveLength(2);
    // A part is known again by its serial number.
    expect(devices.filter((d) => d.serial !== undefined).length).toBeGreaterThan(0);
    expect(serving('wifi')).toHaveLength(1);
    expect(serving('camera')).toHaveLength(1);
    expect(serving('storage').length).toBeGreaterThan(0);
    expect(serving('fingerprint')).toHaveLength(1);
    expect(devices.find((d) => d.function === 'memory')!.size).toBe(8 * 2 ** 30);
    // Bridges and buses are nothing that could be missing, an empty bank is no module.
    expect(devices.map((d) => d.name).join()).not.toMatch(/bridge|empty/i);
  });
  it('is read from the tables, where names that nobody filled in are none', () => {
    const { identity, devices } = read(sample('fathom-after.dmidecode.txt'));
    expect(identity).toEqual({ maker: 'Norrvik', model: 'Fathom 14' });
    expect(devices.filter((d) => d.function === 'memory')).toHaveLength(1);
    expect(devices.filter((d) => d.function === 'battery')).toHaveLength(1);
  });
  it('says what is missing after the work, what is new, and what it calls itself otherwise', () => {
    const changes = compareListings(read(sample('fathom-before.lshw.json')), read(sample('fathom-after.lshw.json')));
    expect(changes.missing.map((d) => d.function)).toEqual(['fingerprint']);
    expect(changes.added).toEqual([]);
    expect(changes.identity).toEqual([{ what: 'serial', before: 'NF14-00188' }]);
  });
  it('tells equal devices apart by how many there are', () => {
    const dimm = { function: 'memory', name: 'Module', size: 8 };
    const of = (n: number): Listing => ({ identity: {}, devices: Array.from({ length: n }, () => dimm) });
    expect(compareListings(of(2), of(1))).toMatchObject({ missing: [dimm], added: [] });
    expect(compareListings(of(1), of(3)).added).toHaveLength(2);
    expect(compareListings(of(2), of(2))).toEqual({ missing: [], added: [], identity: [] });
  });
  it('two programs are compared in the kinds that both list, and in no other', () => {
    const [tree, tables] = [read(sample('fathom-before.lshw.json')), read(sample('fathom-after.dmidecode.txt'))];
    const changes = compareListings(tree, tables);
    expect(changes.compared).toEqual(expect.arrayContaining(['memory']));
    // One of two modules is gone; cameras and radios dmidecode never names.
    expect(changes.missing.map((d) => d.function)).toEqual(['memory']);
    expect(compareListings(tables, tree).added.map((d) => d.function)).toEqual(['memory']);
    expect(compareListings(tree, tree).compared).toBeUndefined();
  });
  it('a clock rate or a link speed is no size, and makes no device another', () => {
    const at = (size: number, capacity: number) =>
      JSON.stringify({
        class: 'system',
        id: 'x',
        children: [
          { class: 'processor', product: 'Four cores', size, capacity, units: 'Hz' },
          { class: 'network', product: 'Ethernet', size: capacity, units: 'bit/s' },
          { class: 'disk', product: 'SSD', size: 512e9 }
        ]
      });
    const [before, after] = [read(at(800e6, 1e9)), read(at(3200e6, 1e8))];
    expect(compareListings(before, after)).toEqual({ missing: [], added: [], identity: [] });
    expect(before.devices.map((d) => d.size)).toEqual([undefined, undefined, 512e9]);
    expect(
      compareListings(read(at(1, 1)), read(at(1, 1).replace('512000000000', '256000000000'))).missing
    ).toHaveLength(1);
  });
  it('of several trees the system is the machine; warnings around the JSON are stepped over', () => {
    const tree = sample('fathom-before.lshw.json');
    const [system] = [JSON.parse(tree)].flat() as object[];
    expect(read(JSON.stringify([{ class: 'display', product: 'Dock' }, system])).identity.model).toBe('Fathom 14');
    const odd = `WARNING: you should run this program as super-user.\n${tree}\nWARNING: output may be incomplete or inaccurate, you should run this program as super-user.\n`;
    expect(read(odd)).toEqual(read(tree));
  });
  it('a camera is known by its driver and by its words', () => {
    const cameras = [
      { description: 'Video', product: 'Integrated RGB' },
      { product: 'HD Cam' },
      { product: 'UVC 1.5', configuration: { driver: 'uvcvideo' } },
      { product: 'Imaging unit' }
    ];
    for (const node of cameras)
      expect(
        read(JSON.stringify({ class: 'system', children: [{ class: 'multimedia', ...node }] })).devices[0]!.function,
        node.product
      ).toBe('camera');
    expect(
      read(JSON.stringify({ class: 'system', children: [{ class: 'multimedia', product: 'Audio device' }] }))
        .devices[0]!.function
    ).toBe('audio');
  });
  it('a module\u2019s size is told in either unit', () => {
    const of = (size: string) =>
      read(
        `# dmidecode 3.4\n\nHandle 0x0001, DMI type 17, 40 bytes\nMemory Device\n\tSize: ${size}\n\tPart Number: M1\n`
      ).devices[0]!.size;
    expect(of('8 GB')).toBe(8 * 1024 ** 3);
    expect(of('512 MB')).toBe(512 * 1024 ** 2);
  });
  it('anything else is refused in words, quickly', () => {
    for (const text of [
      '',
      'garbage',
      '{',
      '[]',
      '{"a":1}',
      '[1]',
      'null',
      '{"class":5}',
      'x'.repeat(LISTING_MAX + 1)
    ]) {
      const found = readListing(text);
      expect(found.ok, text.slice(0, 20)).toBe(false);
      if (!found.ok) expect(english(whyNot(found)).length).toBeGreaterThan(20);
    }
  });
  it('nothing that a machine says of itself breaks the record', () => {
    const texts = [sample('fathom-before.lshw.json'), sample('fathom-after.dmidecode.txt')];
    fc.assert(
      fc.property(
        fc.constantFrom(...texts),
        fc.array(
          fc.record({
            at: fc.nat(),
            text: fc.oneof(
              fc.string(),
              fc.constantFrom('\u0000', '\u202e', '{', '"', '[[[[', '\ud800', 'Handle 0x', '1e999')
            )
          }),
          { maxLength: 6 }
        ),
        (text, cuts) => {
          let changed = text;
          for (const c of cuts)
            changed =
              changed.slice(0, c.at % changed.length) + c.text + changed.slice((c.at % changed.length) + c.text.length);
          const found = readListing(changed);
          if (found.ok) expect(Listing.safeParse(found.listing).success).toBe(true);
          else expect(whyNot(found)).not.toBe('');
        }
      ),
      { numRuns: 600 }
    );
    fc.assert(
      fc.property(fc.json(), (json) => {
        const found = readListing(
          `{"class":"system","id":"x","children":[${json},{"class":"network","product":${json}}]}`
        );
        if (found.ok) expect(Listing.safeParse(found.listing).success).toBe(true);
      }),
      { numRuns: 400 }
    );
  });
});
