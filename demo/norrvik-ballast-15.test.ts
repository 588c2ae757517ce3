import { english, inEnglish } from '$core/testing/english';
import { describe, expect, it } from 'vitest';
import { STANDARD_PLACE } from '$core/calendar';
import { planMarkdown } from '$core/formats';
import { brokenForGood } from '$core/plan';
import { fold, reportSections, RunEvent } from '$core/run';
import { norrvikBallast15 } from './authoring/norrvik-ballast-15';
import { demoMachine, holdsForAll } from './testing/facts';

const m = demoMachine('norrvik-ballast-15');
const all = holdsForAll('norrvik-ballast-15', norrvikBallast15());

it('the shipped file is what its builder writes', all.asBuilt);
it('is a complete machine: parts, screws in their places, cables with a path', all.complete);
it('every single goal is planned both ways, proved least, and works step by step', all.planned);

describe('what a technician would say of it', () => {
  it('the battery comes out before anything else, and then the power button is held', () => {
    const p = m.replace('memory-a');
    m.inOrder(
      p,
      'down/joint:battery-latches',
      'down/joint:battery-blade',
      'down/move:battery/slide',
      'isolate/drain',
      'down/joint:memory-door-screws'
    );
    expect(p.energised).toEqual([]);
    expect(m.step(p, 'down/joint:battery-latches').detail).toMatch(/Hold it open/);
  });
  it('memory needs its door alone: nothing is turned over again', () => {
    const p = m.replace('memory-b');
    m.inOrder(
      p,
      'down/joint:memory-door-screws',
      'down/move:memory-door/lift',
      'down/joint:memory-b-socket',
      'down/move:memory-b/lift'
    );
    expect(p.steps.filter((s) => s.leg === 'down' && s.do === 'pose').length).toBe(1);
    expect(m.has(p, 'down/move:keyboard/fold')).toBe(false);
  });
  it('a screw of the drive door hides under the maker\u2019s seal', () => {
    const p = m.replace('disk');
    m.inOrder(
      p,
      'down/joint:drive-label-film',
      'down/move:drive-label/peel',
      'down/joint:drive-door-hidden',
      'down/move:drive-door/lift',
      'down/joint:caddy-screws',
      'down/joint:disk-blade',
      'down/move:caddy/slide',
      'down/joint:disk-screws',
      'down/move:disk/lift'
    );
    // The owner is told before, nothing is bought for it, and nobody is told to stick it back.
    expect(m.step(p, 'down/joint:drive-label-film').cautions[0]!.text).toBe('Only if the owner was told and agreed.');
    expect(m.step(p, 'up/joint:drive-label-film').text).toBe('The seal over a drive door screw stays broken');
    expect(brokenForGood(m.file.access.model, p).map((j) => j.id)).toEqual(['drive-label-film']);
    expect(p.inHand.consumables).toEqual([]);
    expect(planMarkdown(m.file.access.model, p, english)).toMatch(
      /## Destroyed on removal: the owner has to know\n\n- Seal over a drive door screw/
    );
    const sheet = fold(
      m.file.access.model,
      p,
      p.steps
        .slice(0, m.place(p, 'down/joint:drive-label-film') + 1)
        .map((s, k) =>
          RunEvent.parse({
            id: `00000000-0000-4000-8000-${String(k).padStart(12, '0')}`,
            at: '2026-03-02T10:00:00.000Z',
            by: 'Tam Okello',
            type: 'done',
            step: s.id,
            ...(s.count === undefined ? {} : { count: s.count })
          })
        )
    );
    expect(
      inEnglish(reportSections(m.file.access.model, [p], sheet, STANDARD_PLACE))
        .find((s) => s.title === 'Done')!
        .lines.map((l) => l.text)
    ).toContain('Seal broken: seal over a drive door screw');
  });
  it('the optical drive needs one screw and slides out; its bracket and bezel move over', () => {
    const p = m.replace('optical');
    m.inOrder(
      p,
      'down/joint:optical-screw',
      'down/joint:optical-blade',
      'down/move:optical/slide',
      'down/joint:optical-bracket-screws'
    );
    expect(p.swaps![0]!.over.map((o) => o.part).sort()).toEqual(['optical-bezel', 'optical-bracket']);
  });
  it('the keyboard comes off from above after its screws from below, with the hinge cover first and the plug on its leash', () => {
    const p = m.replace('keyboard');
    m.inOrder(
      p,
      'down/joint:keyboard-screws',
      'down/joint:hinge-cover-clips',
      'down/move:hinge-cover/lift',
      'down/joint:keyboard-top-screws',
      'down/joint:keyboard-tabs',
      'down/move:keyboard/fold',
      'down/joint:keyboard-plug',
      'down/move:keyboard/lift'
    );
    expect(m.has(p, 'down/move:palm-rest/lift')).toBe(false);
    // On the way up the tabs go in before the far edge is screwed.
    m.inOrder(
      p,
      'up/joint:keyboard-plug',
      'up/move:keyboard/fold',
      'up/joint:keyboard-top-screws',
      'up/joint:keyboard-screws'
    );
  });
  it('the palm rest hides screws in the battery bay, under the optical drive, under the feet and under the keyboard', () => {
    const p = m.remove('palm-rest');
    m.inOrder(p, 'down/move:battery/slide', 'down/joint:palm-bay-screws', 'down/move:palm-rest/lift');
    m.inOrder(p, 'down/move:optical/slide', 'down/joint:palm-optical-screws', 'down/move:palm-rest/lift');
    for (const foot of ['left', 'right'])
      m.inOrder(p, `down/move:foot-${foot}/peel`, 'down/joint:palm-foot-screws', 'down/move:palm-rest/lift');
    m.inOrder(
      p,
      'down/move:keyboard/lift',
      'down/joint:palm-top-screws',
      'down/joint:palm-clips',
      'down/move:palm-rest/lift'
    );
    m.inOrder(p, 'down/joint:touchpad-plug', 'down/move:palm-rest/lift');
    m.inOrder(p, 'down/joint:button-plug', 'down/move:palm-rest/lift');
  });
  it('the touchpad is taken off the palm rest on the mat', () => {
    const p = m.replace('touchpad');
    m.inOrder(p, 'down/move:palm-rest/lift', 'down/joint:touchpad-screws', 'down/move:touchpad/lift');
    expect(m.step(p, 'down/joint:touchpad-screws').pose).toBe('mat');
  });
  it('the processor is reached under the keyboard: heat sink in its printed order, then the lock', () => {
    const p = m.replace('processor');
    m.inOrder(
      p,
      'down/move:keyboard/fold',
      'down/joint:heat-sink-screws',
      'down/joint:processor-compound',
      'down/move:heat-sink/lift',
      'down/joint:processor-lock',
      'down/move:processor/lift'
    );
    m.inOrder(
      p,
      'up/joint:processor-lock',
      'up/prepare:processor-compound',
      'up/move:heat-sink/lift',
      'up/joint:heat-sink-screws'
    );
    expect(m.step(p, 'up/joint:heat-sink-screws').tighten).toMatchObject({ by: 'printed', passes: 2 });
    expect(m.has(p, 'down/move:palm-rest/lift')).toBe(false);
    expect(p.inHand.consumables.find((c) => String(c.name).startsWith('Thermal compound'))!.amount).toMatch(/^72 mm/);
    // The pad is as thick as the gap between heat sink and board, pressed a little.
    expect(p.inHand.consumables.find((c) => String(c.name).startsWith('Thermal pad'))!.amount).toMatch(/1\.5 mm thick/);
  });
  it('the display comes off the base only when its antennas and its plug are drawn back', () => {
    const p = m.replace('display');
    for (const first of [
      'joint:display-plug',
      'joint:display-cable-channel',
      'joint:wlan-main-snap',
      'joint:wlan-main-clips',
      'joint:wlan-aux-snap',
      'joint:hinge-left-rear-screw',
      'joint:hinge-right-screws'
    ]) {
      m.inOrder(p, `down/${first}`, 'down/move:display/lift');
    }
  });
  it('the board leaves last: drives drawn, palm rest off, screen socket posts out, wire of the DC-in dressed under it first on the way up', () => {
    const p = m.replace('board', 'dc-jack');
    for (const first of [
      'move:optical/slide',
      'move:caddy/slide',
      'move:palm-rest/lift',
      'joint:socket-posts',
      'joint:usb-plug',
      'joint:speaker-left-plug'
    ])
      m.inOrder(p, `down/${first}`, 'down/move:board/tilt');
    m.inOrder(p, 'up/joint:dc-channel', 'up/move:board/tilt', 'up/joint:dc-plug');
  });
  it('the panel hangs on two plugs while it is raised', () => {
    const p = m.replace('panel');
    m.inOrder(
      p,
      'down/move:bezel-cap-3/peel',
      'down/joint:bezel-screws',
      'down/joint:bezel-clips',
      'down/move:bezel/lift',
      'down/joint:panel-screws',
      'down/move:panel/raise',
      'down/joint:panel-plug',
      'down/move:panel/lift'
    );
    expect(m.has(p, 'down/move:keyboard/fold')).toBe(false);
  });
  it('turns the machine as rarely as its screws allow', () => {
    for (const part of ['palm-rest', 'board', 'usb-board']) {
      const turns = m.replace(part).steps.filter((s) => s.leg === 'down' && s.do === 'pose').length;
      expect(turns, part).toBeLessThanOrEqual(3);
    }
  });
});

describe('orders that no plan may have', () => {
  const p = m.replace('palm-rest');
  it.each([
    ['down/joint:battery-latches', 'down/joint:battery-blade'],
    ['down/move:battery/slide', 'down/joint:palm-bay-screws'],
    ['down/move:foot-left/peel', 'down/joint:palm-foot-screws'],
    ['down/move:hinge-cover/lift', 'down/joint:keyboard-top-screws'],
    ['down/joint:keyboard-screws', 'down/move:keyboard/fold'],
    ['down/move:keyboard/fold', 'down/joint:keyboard-plug'],
    ['down/joint:palm-top-screws', 'down/move:palm-rest/lift'],
    ['up/move:palm-rest/lift', 'up/joint:palm-top-screws'],
    ['up/joint:keyboard-plug', 'up/move:keyboard/fold'],
    ['up/joint:palm-bay-screws', 'up/move:battery/slide']
  ])('%s only then %s', (first, second) => m.forbids(p, first, second));
});
