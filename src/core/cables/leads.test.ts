import { english, inEnglish } from '../testing/english';
import { describe, expect, it } from 'vitest';
import { comesOffWith, likeLeads, pairingOf } from '.';
import { plan } from '../plan';
import { accessTo, demoAccess, machine, part, plug, screw } from '../testing/machines';

/** Two leads from a fan tray to a board, beside each other. */
function leads(
  more: {
    colours?: [string, string];
    marks?: ([string, string] | undefined)[];
    at?: [number, number];
    family?: string;
  } = {}
) {
  const [first, second] = [[75, 10], more.at ?? [80, 10]] as [[number, number], [number, number]];
  const lead = (id: string, colour: string, to: [number, number]) => ({
    part: id,
    path: [
      { zone: 'face', at: [15, 10], depth: 2 },
      { zone: 'face', at: to, depth: 2 }
    ],
    lengthMm: 90,
    widthMm: 1.2,
    minBendRadiusMm: 1,
    form: 'coax',
    colour,
    ends: [{ joint: `${id}-p` }]
  });
  const family = more.family ?? 'antenna-snap';
  return accessTo(
    machine(
      [
        part('fan', [0, 0, 20], [3, 4]),
        part('board', [70, 0, 25], [3, 4]),
        part('one', [20, 5, 4], [2, 2.4], 'fan'),
        part('two', [20, 12, 4], [2, 2.4], 'fan')
      ],
      [
        screw('fan-s', 'fan', 'base', [2, 2], 3),
        screw('board-s', 'board', 'base', [92, 2], 3),
        plug('one-p', 'one', 'board', first, 2, {
          family,
          ...(more.marks?.[0] ? { marks: more.marks[0] } : {})
        } as never),
        plug('two-p', 'two', 'board', second, 2, {
          family,
          ...(more.marks?.[1] ? { marks: more.marks[1] } : {})
        } as never)
      ],
      {
        cables: [
          lead('one', more.colours?.[0] ?? 'black', first),
          lead('two', more.colours?.[1] ?? 'Black', second)
        ] as never
      }
    )
  );
}
const like = (access: ReturnType<typeof leads>) =>
  likeLeads(access.model, access.model.joint('one-p') as never).map((j) => j.id);
const pairing = (access: ReturnType<typeof leads>, id = 'one-p') =>
  pairingOf(access.model, access.model.joint(id) as never);

describe('leads that look the same', () => {
  it('without marks are marked or photographed first, and the step says so', () => {
    const access = leads();
    expect(like(access)).toEqual(['two-p']);
    const opened = plan(access, [{ do: 'remove', part: 'fan' }]).steps.filter(
      (s) => s.do === 'open' && s.joint?.endsWith('-p')
    );
    expect(inEnglish(opened.map((s) => s.detail))).toEqual([
      expect.stringMatching(/^It looks like the two-p.*: mark them or take a photo first\./),
      expect.stringMatching(/^It looks like the one-p/)
    ]);
    expect(pairing(access)).toBeUndefined();
  });
  it('are told apart by colour, marks, the kind of plug, or how far they are', () => {
    expect(like(leads({ colours: ['black', 'grey'] }))).toEqual([]);
    expect(
      like(
        leads({
          marks: [
            ['1', '1'],
            ['2', '2']
          ]
        })
      )
    ).toEqual([]);
    expect(like(leads({ at: [75 + 81, 10] }))).toEqual([]);
    expect(like(leads({ at: [75 + 79, 10] }))).toEqual(['two-p']);
    expect(like(leads({ family: 'edge-card' }))).toEqual([]);
  });
  it('with marks are read off, among all that the plug would fit', () => {
    const access = leads({
      marks: [
        ['W2', 'B'],
        ['W1', 'A']
      ]
    });
    expect(pairing(access)).toEqual({ plug: 'W2', socket: 'B', choices: ['A', 'B'] });
    expect(pairing(leads({ marks: [['1', '1'], undefined] }))).toBeUndefined();
    expect(
      pairing(
        leads({
          marks: [
            ['1', '1'],
            ['2', '2']
          ],
          at: [200, 10]
        })
      )
    ).toBeUndefined();
  });
});

describe('a cable that comes along', () => {
  it('is told by the part that it stays plugged to', () => {
    const { model } = demoAccess('norrvik-fathom-14');
    const plugs = model.cable('io-cable')!.ends.map((e) => model.joint(e.joint));
    const atBoard = plugs.find((j) => j.b === 'board');
    const atPorts = plugs.find((j) => j.b !== 'board');
    expect(comesOffWith(model, atPorts as never, new Set([atPorts!.id]), new Set(['board']))).toBe('board');
    expect(comesOffWith(model, atBoard as never, new Set([atBoard!.id]), new Set(['board']))).toBeUndefined();
    expect(
      comesOffWith(model, atPorts as never, new Set([atPorts!.id, atBoard!.id]), new Set(['board']))
    ).toBeUndefined();
  });
  it('its end is closed again where it was opened, on the same face and in the same pose', () => {
    for (const id of ['norrvik-fathom-14', 'lindquay-slip-11', 'norrvik-pilot-14']) {
      const { steps } = plan(demoAccess(id), [{ do: 'remove', part: 'board' }]);
      const said = steps.filter((s) => s.leg === 'down' && english(s.detail ?? '').startsWith('This end only'));
      expect(said.length).toBeGreaterThan(0);
      for (const s of said)
        expect(steps.find((t) => t.id === s.mirror)).toMatchObject({
          do: 'close',
          joint: s.joint,
          zone: s.zone,
          ...(s.pose === 'mat' ? {} : { pose: s.pose })
        });
    }
  });
});
