import { describe, expect, it } from 'vitest';
import { fit, mixUps, type ScrewGroup } from '$core/fasteners';
import { checkPlan } from '$core/check';
import { plan } from '$core/plan';
import { lindquayGannet13 } from './authoring/lindquay-gannet-13';
import { demoMachine, holdsForAll } from './testing/facts';

const m = demoMachine('lindquay-gannet-13');
const all = holdsForAll('lindquay-gannet-13', lindquayGannet13());
const group = (id: string) => m.file.machine.joints.find((j): j is ScrewGroup => j.kind === 'screws' && j.id === id)!;

it('the shipped file is what its builder writes', all.asBuilt);
it('is a complete machine: parts, screws in their places, cables with a path', all.complete);
it('every single goal is planned both ways, proved least, and works step by step', all.planned);

describe('what a technician would say of it', () => {
  it('two lengths hold one cover, and a long one in a short hole goes into the battery', () => {
    const p = m.replace('fan');
    m.inOrder(p, 'down/joint:cover-corner-screws', 'down/joint:cover-posts', 'down/move:bottom-cover/lift');
    m.inOrder(p, 'down/joint:cover-edge-screws', 'down/joint:cover-posts');
    const [corner, edge] = [group('cover-corner-screws'), group('cover-edge-screws')];
    expect(fit(corner.screw, edge.screw.hole!, edge.screw)).toMatchObject({
      verdict: 'punches-through',
      into: 'battery'
    });
    expect(fit(edge.screw, corner.screw.hole!, corner.screw).verdict).toBe('works');
    expect(mixUps([corner, edge])[0]).toMatchObject({ screw: 'cover-corner-screws', hole: 'cover-edge-screws' });
    expect(m.step(p, 'down/joint:cover-edge-screws').tool).toBe('driver P5');
  });
  it('the power is away right after the cover: only the cover is opened while energised', () => {
    for (const { name, plan: p } of m.singles()) {
      if (p.energised.length > 0)
        expect([...p.energised].sort(), name).toEqual([
          'down/joint:cover-corner-screws',
          'down/joint:cover-edge-screws',
          'down/joint:cover-posts',
          'down/move:bottom-cover/lift'
        ]);
    }
  });
  it('the cell is drawn off four strips, and goes back on fresh ones by length', () => {
    const p = m.replace('battery');
    m.inOrder(p, 'down/joint:battery-plug', 'down/joint:battery-strips', 'down/move:battery/lift');
    m.inOrder(
      p,
      'up/prepare:battery-strips',
      'up/move:battery/lift',
      'up/joint:battery-strips',
      'up/joint:battery-plug'
    );
    expect(p.inHand.consumables[0]!.amount).toBe('4 strips: 76 mm');
    expect(m.step(p, 'down/joint:battery-strips').cautions).toContainEqual(
      expect.objectContaining({
        harm: true,
        text: expect.stringMatching(/No metal tool near the cell, and no solvent/)
      })
    );
    expect(p.inHand.spares[0]!.numbers).toEqual(['LG13-2002']);
  });
  it('the heat sink comes out alone or together with its fan, as one was taught', () => {
    const alone = m.replace('heat-sink');
    m.inOrder(alone, 'down/joint:fan-foil', 'down/move:heat-sink/lift');
    expect(m.has(alone, 'down/joint:fan-screws')).toBe(false);
    const both = plan(m.file.access, [{ do: 'replace', part: 'heat-sink' }], { avoid: ['move:heat-sink/lift'] });
    m.inOrder(
      both,
      'down/joint:fan-screws',
      'down/joint:heat-sink-compound',
      'down/move:heat-sink/lift-with-fan',
      'down/joint:fan-foil',
      'down/move:fan/lift'
    );
    m.inOrder(
      both,
      'up/move:fan/lift',
      'up/joint:fan-foil',
      'up/move:heat-sink/lift-with-fan',
      'up/joint:heat-sink-screws',
      'up/joint:fan-screws'
    );
    expect(checkPlan(m.file.machine, both)).toEqual([]);
  });
  it('both speakers go in before the cell that they guide, whatever came out first', () => {
    const p = m.replace('battery', 'speaker-left', 'speaker-right');
    for (const side of ['left', 'right']) m.inOrder(p, `up/move:speaker-${side}/lift`, 'up/move:battery/lift');
  });
  it('the ports cable runs under the board: its plug beneath is opened, and closed, while the board is raised', () => {
    const p = m.replace('io-cable');
    m.inOrder(
      p,
      'down/joint:board-screws',
      'down/move:board/raise',
      'down/joint:io-plug',
      'down/joint:io-cable-tape',
      'down/move:io-cable/lift'
    );
    m.inOrder(p, 'up/joint:io-cable-tape', 'up/move:board/raise');
    m.inOrder(p, 'up/joint:io-plug', 'up/move:board/raise', 'up/joint:board-screws');
    expect(m.has(p, 'down/move:board/lift')).toBe(false);
  });
  it('a new ports cable is formed after the old one', () => {
    const p = m.replace('io-cable');
    const form = m.step(p, 'swap/form:io-cable');
    expect(form.text).toBe('Pre-bend the new right ports cable to match the old one');
    expect(form.detail).toMatch(/Fold it at \d places|Bend it at/);
  });
  it('with the board back, the cable that lies under it is on the pinch list', () => {
    const p = m.replace('board');
    expect(m.step(p, 'up/move:board/lift').pinch).toContainEqual(
      expect.objectContaining({
        cable: 'io-cable',
        where: 'under',
        crosses: expect.arrayContaining([expect.any(Array)])
      })
    );
  });
  it('power goes on last: after the board\u2019s screws and the display plug\u2019s bracket', () => {
    const p = m.replace('board');
    for (const before of [
      'joint:board-screws',
      'joint:display-bracket-screws',
      'joint:display-plug',
      'joint:keyboard-plug',
      'joint:fan-foil'
    ])
      m.inOrder(p, `up/${before}`, 'up/joint:battery-plug');
    m.inOrder(p, 'up/joint:battery-plug', 'up/open-test', 'up/move:bottom-cover/lift');
  });
  it('the keyboard lies under everything: cell, board, speakers and shield come first', () => {
    const p = m.replace('keyboard');
    for (const first of ['battery/lift', 'board/lift', 'keyboard-shield/lift'])
      m.inOrder(p, `down/move:${first}`, 'down/move:keyboard/lift');
    m.inOrder(
      p,
      'down/joint:keyboard-screws',
      'down/move:keyboard-shield/lift',
      'down/joint:keyboard-hooks',
      'down/move:keyboard/lift'
    );
    expect(m.step(p, 'down/joint:keyboard-screws').count).toBe(18);
    m.inOrder(p, 'up/joint:keyboard-hooks', 'up/move:keyboard-shield/lift');
  });
  it('the touchpad lies under the cell', () =>
    m.inOrder(
      m.replace('touchpad'),
      'down/move:battery/lift',
      'down/joint:touchpad-screws',
      'down/move:touchpad/lift'
    ));
  it('a touch display fits the touch variant only', () => {
    const { numbers } = m.file.access.model.part('display');
    expect(numbers.find((n) => n.variants)?.variants).toEqual(['touch']);
  });
});

describe('orders that no plan may have', () => {
  const p = m.replace('keyboard', 'io-cable');
  it.each([
    ['down/joint:cover-edge-screws', 'down/move:bottom-cover/lift'],
    ['down/joint:battery-strips', 'down/move:battery/lift'],
    ['down/move:board/raise', 'down/joint:io-plug'],
    ['down/joint:io-plug', 'down/move:board/lift'],
    ['down/move:battery/lift', 'down/joint:keyboard-screws'],
    ['down/move:keyboard-shield/lift', 'down/move:keyboard/lift'],
    ['up/move:keyboard/lift', 'up/move:keyboard-shield/lift'],
    ['up/joint:io-plug', 'up/move:board/raise'],
    ['up/move:board/raise', 'up/joint:board-screws'],
    ['up/joint:display-plug', 'up/move:display-bracket/lift']
  ])('%s only then %s', (first, second) => m.forbids(p, first, second));
});
