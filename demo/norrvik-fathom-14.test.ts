import { describe, expect, it } from 'vitest';
import { norrvikFathom14 } from './authoring/norrvik-fathom-14';
import { demoMachine, holdsForAll } from './testing/facts';

const m = demoMachine('norrvik-fathom-14');
const all = holdsForAll('norrvik-fathom-14', norrvikFathom14());
const planFor = m.replace;
const { inOrder, place: at } = m;

it('the shipped file is what its builder writes', all.asBuilt);
it('is a complete machine: parts, screws in their places, cables with a path', all.complete);
it('every single goal is planned both ways, proved least, and works step by step', all.planned);

it('the panel comes down again before the machine is turned or its lid closed', () => {
  const p = m.planOf([
    { do: 'replace', part: 'display' },
    { do: 'reach', joint: 'panel-plug' }
  ]);
  expect(p.loose).toEqual([]);
  expect(p.order).toMatchObject({ proved: true, loose: { turns: 0, least: 0 } });
  for (const leg of ['down', 'up']) {
    const steps = p.steps.filter((s) => s.leg === leg && (s.do === 'pose' || s.part === 'panel'));
    const raised = steps.findIndex((s) => s.move === 'raise');
    const next = steps[leg === 'down' ? raised + 1 : raised - 1];
    expect(next?.do, leg).not.toBe('pose');
  }
});

describe('what a technician would say of it', () => {
  it('the cover is captive, opens hinge side first and hooks at the front', () => {
    const p = planFor('fan');
    inOrder(p, 'down/joint:cover-screws', 'down/joint:cover-clips', 'down/move:bottom-cover/lift');
    expect(p.steps[at(p, 'down/joint:cover-clips')]!.detail).toMatch(/hinge side.*Hooks at the front edge/);
    expect(p.steps[at(p, 'down/joint:cover-screws')]!.text).toMatch(/^Loosen the 8 bottom cover/);
  });
  it('the battery is disconnected in firmware first, and by its plug before any other', () => {
    inOrder(
      planFor('ssd'),
      'isolate/adapter-out',
      'isolate/firmware-off',
      'down/move:bottom-cover/lift',
      'down/joint:battery-plug',
      'down/joint:ssd-shield-screw'
    );
  });
  it('the SSD lies under a shield, and rises when its screw is out', () => {
    inOrder(
      planFor('ssd'),
      'down/move:ssd-shield/lift',
      'down/joint:ssd-screw',
      'down/joint:ssd-slot',
      'down/move:ssd/slide'
    );
  });
  it('a radio card gives up its antennas, its screw, its slot', () => {
    inOrder(planFor('wlan-card'), 'down/joint:wlan-main-snap', 'down/joint:wlan-card-slot', 'down/move:wlan-card/lift');
    inOrder(planFor('wlan-card'), 'down/joint:wlan-card-screw', 'down/joint:wlan-card-slot');
  });
  it('the keyboard is held from below, folded over, and unplugged on its leash', () => {
    inOrder(
      planFor('keyboard'),
      'down/joint:keyboard-screws',
      'down/joint:keyboard-clips',
      'down/move:keyboard/fold',
      'down/joint:keyboard-plug',
      'down/move:keyboard/lift'
    );
  });
  it('the touchpad lies under the battery', () =>
    inOrder(planFor('touchpad'), 'down/move:battery/lift', 'down/joint:touchpad-screws', 'down/move:touchpad/lift'));
  it('the board leaves after the SIM tray, the fan and the keyboard, sockets last', () => {
    const p = planFor('board');
    for (const first of ['sim-tray/draw', 'fan/lift', 'keyboard/lift'])
      inOrder(p, `down/move:${first}`, 'down/move:board/tilt');
    expect(p.steps.some((s) => s.part === 'battery')).toBe(false);
    expect(p.steps.some((s) => s.part === 'display')).toBe(false);
  });
  it('the display does not come off before its antennas are drawn back', () => {
    const p = planFor('display');
    for (const wire of ['wlan-main', 'wlan-aux', 'wwan-main', 'wwan-aux'])
      inOrder(p, `down/joint:${wire}-snap`, `down/joint:${wire}-clip`, 'down/move:display/lift');
  });
  it('the panel needs no opening of the base beyond making it safe', () => {
    const p = planFor('panel');
    expect(p.steps.some((s) => s.part === 'fan' || s.part === 'battery')).toBe(false);
    inOrder(
      p,
      'down/joint:bezel-cap-left-film',
      'down/joint:bezel-screws',
      'down/joint:bezel-clips',
      'down/move:panel/raise',
      'down/joint:panel-plug',
      'down/move:panel/lift'
    );
  });
  it('the heat sink is tightened in its printed order with fresh compound', () => {
    const p = planFor('heat-sink');
    inOrder(p, 'up/prepare:heat-sink-compound', 'up/move:heat-sink/lift', 'up/joint:heat-sink-screws');
    expect(p.steps[at(p, 'up/joint:heat-sink-screws')]!.detail).toMatch(/printed order/);
    expect(p.inHand.consumables[0]!.amount).toMatch(/43 mm³/);
  });
});

describe('orders that no plan may have', () => {
  const p = planFor('board', 'touchpad');
  it.each([
    ['down/joint:cover-clips', 'down/move:bottom-cover/lift'],
    ['down/joint:battery-plug', 'down/move:battery/lift'],
    ['down/move:ssd-shield/lift', 'down/joint:ssd-screw'],
    ['down/move:keyboard/fold', 'down/joint:keyboard-plug'],
    ['down/move:sim-tray/draw', 'down/move:board/tilt'],
    ['down/joint:dc-tape', 'down/joint:dc-plug'],
    ['up/move:board/tilt', 'up/joint:board-screws'],
    ['up/joint:keyboard-plug', 'up/move:keyboard/fold'],
    ['up/joint:touchpad-plug', 'up/move:battery/lift'],
    ['up/joint:battery-plug', 'up/move:bottom-cover/lift']
  ])('%s only then %s', (first, second) => m.forbids(p, first, second));
});
