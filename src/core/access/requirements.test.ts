import { describe, expect, it } from 'vitest';
import { accessTo, cable, machine, part, plug, screw } from '../testing/machines';
import { actOf, Facts } from '../check/facts';
import { Reach } from '../check/reach';
import type { Access } from './requirements';

const needs = (access: Access, id: string) =>
  access.requirements.get(id)!.map((r) => [r.cause.kind, ...r.alternatives.map((a) => a.join('+'))]);

describe('covers', () => {
  it('a part nearer to the hand covers what its outline meets, but not what it only lies beside', () => {
    const access = accessTo(
      machine(
        [part('lid', [0, 0, 50], [0, 1]), part('fan', [10, 10, 20], [3, 6])],
        [screw('lid-s', 'lid', 'base', [80, 80], 0), screw('fan-s', 'fan', 'base', [12, 12], 3)]
      )
    );
    expect(needs(access, 'joint:fan-s')).toEqual([['covers', 'move:lid/lift']]);
    expect(needs(access, 'move:fan/lift')).toEqual([
      ['holds', 'joint:fan-s'],
      ['covers', 'move:lid/lift']
    ]);
    expect(needs(access, 'joint:lid-s')).toEqual([]);
  });

  it('contacts that part as something slides out of its bay need no hand on them, other plugs do', () => {
    const covered = (family: 'blade' | 'wire-along-board') =>
      needs(
        accessTo(
          machine(
            [part('lid', [0, 0, 50], [0, 1]), part('drive', [10, 10, 20], [3, 6])],
            [plug('contacts', 'drive', 'base', [12, 12], 3, { family } as never)]
          )
        ),
        'joint:contacts'
      ).filter(([kind]) => kind === 'covers');
    expect(covered('blade')).toEqual([]);
    expect(covered('wire-along-board')).toEqual([['covers', 'move:lid/lift']]);
  });

  it('an opening lets the tool through when its whole disc fits', () => {
    const hole = (radius: number) =>
      accessTo(
        machine(
          [
            part('lid', [0, 0, 50], [0, 1], 'base', {
              shapes: [
                {
                  zone: 'face',
                  outline: { form: 'rect', x: 0, y: 0, width: 50, height: 50 },
                  depth: [0, 1],
                  openings: [{ form: 'circle', x: 12, y: 12, radius }]
                }
              ]
            }),
            part('fan', [10, 10, 20], [3, 6])
          ],
          [screw('lid-s', 'lid', 'base', [80, 80], 0), screw('fan-s', 'fan', 'base', [12, 12], 3)]
        )
      );
    expect(needs(hole(3), 'joint:fan-s')).toEqual([]);
    expect(needs(hole(2), 'joint:fan-s')).toEqual([['covers', 'move:lid/lift']]);
  });

  it('what carries off a shield together with the plug of a loose cable under it does not uncover the plug', () => {
    const access = accessTo(
      machine(
        [
          part('board', [0, 0, 60], [4, 5]),
          part('shield', [5, 5, 20], [0, 1], 'board'),
          { ...part('lead', [8, 8, 4], [2, 3]), on: undefined, shapes: [], moves: [] }
        ],
        [
          screw('board-s', 'board', 'base', [50, 50], 4),
          screw('shield-s', 'shield', 'board', [22, 22], 0),
          plug('near', 'lead', 'board', [10, 10], 3),
          plug('far', 'lead', 'base', [80, 80], 3)
        ],
        {
          cables: [
            cable(
              'lead',
              ['near', 'far'],
              [
                [10, 10],
                [80, 80]
              ],
              3
            )
          ]
        }
      )
    );
    expect(needs(access, 'joint:near')).toContainEqual(['covers', 'move:shield/lift']);
    // The check reads it so as well, by itself.
    const { machine: little } = access.model;
    const reach = new Reach(new Facts(little));
    const covered = reach.demands(actOf(reach.facts, 'joint:near')!).find((d) => d.cover === 'shield')!;
    expect([new Set(['move:board/lift']), new Set(['move:shield/lift'])].map((open) => covered.isMet(open))).toEqual([
      false,
      true
    ]);
  });

  it('a cover can also be carried off by what it is mounted on', () => {
    const access = accessTo(
      machine(
        [
          part('frame', [0, 0, 60], [1, 2]),
          part('shield', [5, 5, 20], [0, 1], 'frame'),
          part('card', [8, 8, 10], [4, 5])
        ],
        [
          screw('frame-s', 'frame', 'base', [50, 50], 1),
          screw('shield-s', 'shield', 'frame', [22, 22], 0),
          screw('card-s', 'card', 'base', [10, 10], 4)
        ]
      )
    );
    expect(needs(access, 'joint:card-s')).toContainEqual(['covers', 'move:shield/lift', 'move:frame/lift']);
  });

  it('an exemption lifts a derived cover', () => {
    const parts = [part('lid', [0, 0, 50], [0, 1]), part('fan', [10, 10, 20], [3, 6])];
    const joints = [screw('lid-s', 'lid', 'base', [80, 80], 0), screw('fan-s', 'fan', 'base', [12, 12], 3)];
    const access = accessTo(
      machine(parts, joints, {
        relations: [{ kind: 'exempt', cover: 'lid', action: { joint: 'fan-s' }, reason: 'reached through the vent' }]
      })
    );
    expect(needs(access, 'joint:fan-s')).toEqual([]);
  });

  it('what the file says lies over something is cleared in any way that a drawn cover is, and is no cover of what rides with it', () => {
    const access = accessTo(
      machine(
        [
          part('frame', [0, 0, 20], [0, 1]),
          part('shield', [10, 10, 10], [2, 3], 'frame'),
          part('card', [60, 60, 20], [3, 6])
        ],
        [screw('frame-s', 'frame', 'base', [2, 2], 0), screw('card-s', 'card', 'base', [62, 62], 3)],
        {
          relations: [
            { kind: 'covers', cover: 'shield', action: { joint: 'card-s' }, reason: 'seen so' },
            { kind: 'covers', cover: 'shield', action: { part: 'card', move: 'lift' }, reason: 'seen so' },
            { kind: 'covers', cover: 'shield', action: { part: 'frame', move: 'lift' }, reason: 'it rides there' }
          ]
        }
      )
    );
    const either = ['covers', 'move:shield/lift', 'move:frame/lift'];
    expect(needs(access, 'joint:card-s')).toEqual([either]);
    expect(needs(access, 'move:card/lift')).toEqual([['holds', 'joint:card-s'], either]);
    expect(needs(access, 'move:frame/lift')).toEqual([['holds', 'joint:frame-s']]);
  });

  it('a cable held over a part is drawn aside where the file exempts it', () => {
    const held = (relations: Parameters<typeof machine>[2]) =>
      needs(
        accessTo(
          machine(
            [
              part('card', [10, 10, 20], [3, 6]),
              part('wire', [0, 0, 1], [0, 1], 'base', { shapes: [], kind: 'cable' })
            ],
            [
              screw('card-s', 'card', 'base', [12, 12], 3),
              plug('wire-p', 'wire', 'base', [80, 80], 1),
              {
                kind: 'tape',
                id: 'wire-t',
                name: 'tape',
                a: 'wire',
                b: 'base',
                zone: 'face',
                at: [[20, 20]],
                depth: 1,
                seconds: 4,
                material: 'polyimide'
              }
            ],
            {
              cables: [
                {
                  part: 'wire',
                  path: [
                    { zone: 'face', at: [80, 80], depth: 1 },
                    { zone: 'face', at: [0, 20], depth: 1 }
                  ],
                  lengthMm: 110,
                  widthMm: 1,
                  minBendRadiusMm: 1,
                  form: 'round',
                  colour: 'black',
                  ends: [{ joint: 'wire-p' }]
                }
              ],
              ...relations
            }
          )
        ),
        'move:card/lift'
      ).map((n) => n[1]);
    expect(held({})).toEqual(['joint:card-s', 'joint:wire-t']);
    expect(
      held({
        relations: [{ kind: 'exempt', cover: 'wire', action: { part: 'card', move: 'lift' }, reason: 'it is long' }]
      })
    ).toEqual(['joint:card-s']);
  });
});

describe('what holds a part', () => {
  it('riders leave with their carrier, and only what crosses to the rest has to be open', () => {
    const access = accessTo(
      machine(
        [
          part('rest', [0, 0, 60], [1, 3]),
          part('pad', [10, 10, 20], [3, 4], 'rest'),
          part('board', [70, 0, 20], [3, 4])
        ],
        [
          screw('rest-s', 'rest', 'base', [50, 50], 1),
          screw('pad-s', 'pad', 'rest', [12, 12], 3),
          screw('board-s', 'board', 'base', [72, 2], 3),
          plug('pad-p', 'pad', 'board', [75, 10], 2)
        ]
      )
    );
    expect(needs(access, 'move:rest/lift').map((n) => n[1])).toEqual(['joint:rest-s', 'joint:pad-p']);
  });

  it('a loose cable gives the choice of its end', () => {
    const access = accessTo(
      machine(
        [
          part('a', [0, 0, 20], [3, 4]),
          part('b', [40, 0, 20], [3, 4]),
          { ...part('tail', [22, 5, 10], [2, 2.5]), on: undefined }
        ],
        [
          screw('a-s', 'a', 'base', [2, 2], 3),
          screw('b-s', 'b', 'base', [42, 2], 3),
          plug('tail-a', 'tail', 'a', [15, 10], 2),
          plug('tail-b', 'tail', 'b', [45, 10], 2)
        ],
        {
          cables: [
            cable(
              'tail',
              ['tail-a', 'tail-b'],
              [
                [15, 10],
                [45, 10]
              ],
              2
            )
          ]
        }
      )
    );
    expect(needs(access, 'move:a/lift')).toContainEqual(['loose-cable', 'joint:tail-a', 'joint:tail-b']);
  });

  it('a card comes out of its slot only after its screw', () => {
    const access = accessTo(
      machine(
        [part('card', [0, 0, 20], [3, 4])],
        [
          plug('slot', 'card', 'base', [10, 0], 3, { family: 'edge-card' } as never),
          screw('card-s', 'card', 'base', [10, 18], 3)
        ]
      )
    );
    expect(needs(access, 'joint:slot')).toEqual([['holds', 'joint:card-s']]);
  });

  it('a plug under a raised part needs it raised, and the part stays on that leash', () => {
    const raise = { id: 'raise', kind: 'raise' as const, zone: 'face', seconds: 4, leaves: ['under'] };
    const access = accessTo(
      machine(
        [
          part('keys', [0, 0, 50], [0, 2], 'base', {
            moves: [raise, { id: 'lift', kind: 'lift', zone: 'face', seconds: 3 }]
          }),
          part('board', [0, 0, 60], [5, 6])
        ],
        [
          screw('keys-s', 'keys', 'base', [48, 48], 0),
          screw('board-s', 'board', 'base', [58, 58], 5),
          plug('under', 'keys', 'board', [20, 20], 4, { reachedRaised: 'keys' })
        ]
      )
    );
    expect(needs(access, 'joint:under')).toEqual([['raised', 'move:keys/raise']]);
    expect(needs(access, 'move:keys/raise')).toEqual([['holds', 'joint:keys-s']]);
    expect(needs(access, 'move:keys/lift').map((n) => n[1])).toEqual(['joint:keys-s', 'joint:under']);
  });
});
