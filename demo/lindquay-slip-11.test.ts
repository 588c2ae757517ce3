import { describe, expect, it } from 'vitest';
import { lindquaySlip11 } from './authoring/lindquay-slip-11';
import { demoMachine, holdsForAll } from './testing/facts';
import { mixUps, type ScrewGroup } from '$core/fasteners';

const m = demoMachine('lindquay-slip-11');
const all = holdsForAll('lindquay-slip-11', lindquaySlip11());

it('the shipped file is what its builder writes', all.asBuilt);
it('is a complete machine: parts, screws in their places, cables with a path', all.complete);
it('every single goal is planned both ways, proved least, and works step by step', all.planned);

describe('what a technician would say of it', () => {
  it('the test waits for the keyboard, and says so', () => {
    const p = m.replace('board');
    m.inOrder(p, 'up/joint:keyboard-plug', 'up/open-test');
    expect(m.step(p, 'up/open-test').departs).toMatch(/is on already\. Closed only after it: keyboard plug\.$/);
  });
  it('no cable is minded that is not there: pinch lists name what is in the machine', () => {
    const p = m.replace('board');
    const out = new Set<string>();
    for (const s of p.steps) {
      if (s.do === 'move' && s.part) for (const id of m.file.access.model.riders(s.part)) out.add(id);
      if (s.do === 'return' && s.part) {
        for (const id of m.file.access.model.riders(s.part)) out.delete(id);
        for (const c of s.pinch) expect(out.has(c.cable), `${c.cable} at ${s.id}`).toBe(false);
      }
    }
  });
  it('the palm rest is held from below, under the feet as well, and lifted from above', () => {
    const p = m.remove('palm-rest');
    for (const foot of [1, 2, 3, 4])
      m.inOrder(
        p,
        `down/move:foot-${foot}/peel`,
        'down/joint:palm-foot-screws',
        'down/joint:palm-clips',
        'down/move:palm-rest/raise'
      );
    expect(m.step(p, 'down/joint:palm-clips').detail).toMatch(/Hooks at the hinge side/);
    expect(p.steps.filter((s) => s.leg === 'down' && s.do === 'pose').length).toBe(2);
  });
  it('the palm rest\u2019s cables open before the battery plug, and the plan owns up to it', () => {
    const p = m.replace('ssd');
    for (const cable of ['keyboard', 'touchpad'])
      m.inOrder(
        p,
        'down/move:palm-rest/raise',
        `down/joint:${cable}-plug`,
        'down/move:palm-rest/lift',
        'down/joint:battery-plug'
      );
    expect(p.energised).toEqual(
      expect.arrayContaining(['down/joint:keyboard-plug', 'down/joint:touchpad-plug', 'down/move:palm-rest/lift'])
    );
  });
  it('nothing that could wait is done while energised', () => {
    for (const { name, plan: p } of m.singles()) {
      if (p.energised.length === 0) continue;
      // Only the way to the battery plug: feet, palm rest, its two cables.
      expect(
        p.energised.filter((id) => !/foot|palm|keyboard-plug|touchpad-plug/.test(id)),
        name
      ).toEqual([]);
      expect(p.energised.filter((id) => id.startsWith('down/')).length, name).toBe(15);
      // On the way up only what the palm rest brings, which has to be closed while it is raised.
      expect(p.energised.filter((id) => id.startsWith('up/')).sort(), name).toEqual([
        'up/joint:keyboard-plug',
        'up/joint:touchpad-plug'
      ]);
    }
  });
  it('on the way up the battery plug is closed after all other plugs but those that the palm rest brings', () => {
    const p = m.replace('board');
    for (const plug of ['io-plug', 'power-plug', 'display-plug', 'speaker-left-plug', 'wlan-main-snap'])
      m.inOrder(p, `up/joint:${plug}`, 'up/joint:battery-plug');
    m.inOrder(
      p,
      'up/joint:battery-plug',
      'up/move:palm-rest/lift',
      'up/joint:keyboard-plug',
      'up/move:palm-rest/raise'
    );
  });
  it('the left hinge arm lies over the board: it is swung away, the display stays on', () => {
    const p = m.replace('board');
    m.inOrder(
      p,
      'down/joint:hinge-left-screws',
      'down/move:hinge-left/swing',
      'down/joint:board-screws',
      'down/move:board/tilt'
    );
    expect(m.has(p, 'down/move:display/lift')).toBe(false);
    expect(m.has(p, 'down/joint:hinge-left-lid-screws')).toBe(false);
    m.inOrder(p, 'up/move:board/tilt', 'up/move:hinge-left/swing', 'up/joint:hinge-left-screws');
    // The arm rises as the lid is stood up, and comes down as it is laid back: with the board in, and a word of warning.
    const before = (id: string) => p.steps[p.steps.findIndex((s) => s.id === id) - 1]!;
    expect(before('down/move:hinge-left/swing').pose).toBe('topside/open');
    expect(before('up/move:hinge-left/swing')).toMatchObject({
      pose: 'topside/flat',
      cautions: [{ text: 'Moves with the lid: left hinge. Slowly, with nothing beneath.' }]
    });
  });
  it('the display needs both hinges off the base, and its wires drawn', () => {
    const p = m.replace('display');
    for (const first of [
      'hinge-left-screws',
      'hinge-right-screws',
      'display-plug',
      'display-cable-tape',
      'wlan-main-snap',
      'wlan-aux-tape'
    ])
      m.inOrder(p, `down/joint:${first}`, 'down/move:display/lift');
  });
  it('the left speaker goes in before the battery, whatever came out first', () => {
    const p = m.replace('battery', 'speaker-left');
    m.inOrder(p, 'up/move:speaker-left/lift', 'up/move:battery/lift');
    expect(p.steps.find((s) => s.id === 'up/move:speaker-left/lift' || s.id === 'up/move:battery/lift')).toBeDefined();
  });
  it('the keyboard is taken off the palm rest on the mat, under its shield', () => {
    const p = m.replace('keyboard');
    m.inOrder(
      p,
      'down/move:palm-rest/lift',
      'down/joint:keyboard-shield-screws',
      'down/move:keyboard-shield/lift',
      'down/joint:keyboard-screws',
      'down/move:keyboard/lift'
    );
    expect(m.step(p, 'down/joint:keyboard-screws').pose).toBe('mat');
  });
  it('the panel is drawn off its strips, with fresh ones by length on the way up', () => {
    const p = m.replace('panel');
    m.inOrder(
      p,
      'down/joint:bezel-tape',
      'down/move:bezel/lift',
      'down/joint:panel-strips',
      'down/move:panel/raise',
      'down/joint:panel-plug'
    );
    expect(m.step(p, 'down/joint:panel-strips').text).toMatch(/^Pull out the panel pull strips/);
    expect(p.inHand.consumables.find((c) => String(c.name).startsWith('Pull strips'))!.amount).toBe('2 strips: 144 mm');
  });
  it('the daughterboard cable may be opened at either end', () => {
    const p = m.remove('io-board');
    expect(m.has(p, 'down/joint:io-plug') !== m.has(p, 'down/joint:io-far-plug')).toBe(true);
  });
  it('its small screws are much alike, and the worst of them are known', () => {
    const groups = m.file.machine.joints.filter((j): j is ScrewGroup => j.kind === 'screws');
    const worst = mixUps(groups)
      .filter((x) => x.likeness > 0.5 && x.fit.beyondMm > 0)
      .map((x) => `${x.screw} > ${x.hole}`);
    expect(worst).toEqual(expect.arrayContaining(['palm-foot-screws > palm-screws', 'battery-screws > board-screws']));
  });
});

describe('orders that no plan may have', () => {
  const p = m.replace('board', 'battery');
  it.each([
    ['down/joint:palm-screws', 'down/move:palm-rest/raise'],
    ['down/move:palm-rest/raise', 'down/joint:keyboard-plug'],
    ['down/move:palm-rest/lift', 'down/joint:battery-plug'],
    ['down/move:hinge-left/swing', 'down/move:board/tilt'],
    ['down/move:display-bracket/lift', 'down/joint:display-plug'],
    ['down/joint:spreader-screws', 'down/move:spreader/lift'],
    ['up/joint:display-plug', 'up/move:display-bracket/lift'],
    ['up/joint:touchpad-plug', 'up/move:palm-rest/raise'],
    ['up/move:board/tilt', 'up/move:hinge-left/swing'],
    ['up/joint:battery-plug', 'up/move:palm-rest/lift']
  ])('%s only then %s', (first, second) => m.forbids(p, first, second));
});
