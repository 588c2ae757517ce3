import { describe, expect, it } from 'vitest';
import { routeOf } from '$core/cables';
import { norrvikPilot14 } from './authoring/norrvik-pilot-14';
import { demoMachine, holdsForAll } from './testing/facts';

const m = demoMachine('norrvik-pilot-14');
const all = holdsForAll('norrvik-pilot-14', norrvikPilot14());
const WIRES = ['wlan-main', 'wlan-aux', 'wwan-main', 'wwan-aux'];

it('the shipped file is what its builder writes', all.asBuilt);
it('is a complete machine: parts, screws in their places, cables with a path', all.complete);
it('every single goal is planned both ways, proved least, and works step by step', all.planned);

describe('what a technician would say of it', () => {
  it('three shells: base enclosure, inner frame, top case', () => {
    const p = m.replace('board');
    m.inOrder(
      p,
      'down/joint:enclosure-screws',
      'down/joint:enclosure-clips',
      'down/move:base-enclosure/lift',
      'down/joint:battery-plug',
      'down/joint:frame-screws',
      'down/move:frame/lift',
      'down/joint:board-screws',
      'down/move:board/tilt'
    );
    expect(m.step(p, 'down/joint:enclosure-screws').text).toMatch(/^Loosen the 9 /);
  });
  it('the frame comes off only when the wires are out of its guides; its two lengths of screw are known for what they do', () => {
    const p = m.remove('frame');
    for (const wire of WIRES) m.inOrder(p, `down/joint:${wire}-guides`, 'down/move:frame/lift');
    m.inOrder(p, 'down/joint:display-cable-guide', 'down/move:frame/lift');
    // Its own wires may stay plugged: the frame is drawn from beneath them.
    expect(m.has(p, 'down/joint:wlan-main-snap')).toBe(false);
    for (const wire of WIRES) m.inOrder(p, 'up/move:frame/lift', `up/joint:${wire}-guides`);
  });
  it('SSD A lies in a window of the frame, SSD B beneath its film and the frame itself', () => {
    expect(m.has(m.replace('ssd-a'), 'down/move:frame/lift')).toBe(false);
    const p = m.replace('ssd-b');
    m.inOrder(p, 'down/move:frame/lift', 'down/joint:ssd-b-screw', 'down/joint:ssd-b-slot', 'down/move:ssd-b/lift');
  });
  it('the fans are back before the frame that lies over their wires, and the test comes before the base enclosure and says why not before the frame', () => {
    const p = m.replace('board', 'fan-left', 'fan-right');
    for (const fan of ['fan-left', 'fan-right']) m.inOrder(p, `up/move:${fan}/lift`, 'up/move:frame/lift');
    // Their wires lie well inside the frame; the keyboard's cable comes out below its edge.
    const minded = m.step(p, 'up/move:frame/lift').pinch.map((c) => c.cable);
    expect(minded).toContain('keyboard-cable');
    expect(minded).not.toContain('fan-left-wire');
    m.inOrder(p, 'up/joint:heat-sink-screws', 'up/joint:battery-plug', 'up/open-test', 'up/move:base-enclosure/lift');
    expect(m.step(p, 'up/open-test').departs).toMatch(/is on already: power goes on after all work beside it/);
  });
  it('a new panel is under its bezel before the machine is turned for its power, and is tried before the case is closed', () =>
    m.inOrder(
      m.replace('panel'),
      'up/joint:panel-plug',
      'up/move:bezel/lift',
      'up/joint:battery-plug',
      'up/open-test'
    ));
  it('a fan is out in minutes, a board in an hour', () => {
    expect(m.replace('fan-left').times.p50).toBeLessThan(17 * 60);
    expect(m.replace('board').times.p50).toBeGreaterThan(30 * 60);
  });
  it('both dies are tightened in their printed order, the middle pair first', () => {
    const p = m.replace('heat-sink');
    expect(m.step(p, 'up/joint:heat-sink-screws').tighten).toEqual({
      order: [4, 5, 0, 1, 2, 3],
      by: 'printed',
      passes: 2,
      torqueNm: 0.15,
      guideline: false
    });
    expect(p.inHand.consumables.map((c) => c.amount)).toEqual(expect.arrayContaining(['64 mm³ (640 mm² at 0.1 mm)']));
  });
  it('each antenna goes back to its own mark', () => {
    const p = m.replace('wwan-card');
    expect(m.step(p, 'up/joint:wwan-main-snap').detail).toMatch(/Mark A to mark A/);
    expect(m.step(p, 'up/joint:wwan-aux-snap').detail).toMatch(/Mark B to mark B/);
    const marks = m.file.machine.joints.flatMap((j) => (j.kind === 'connector' && j.marks ? [j.marks[0]] : []));
    expect(new Set(marks).size).toBe(4);
  });
  it('the display comes off when all four wires and the cable are drawn', () => {
    const p = m.replace('display');
    for (const wire of WIRES) {
      m.inOrder(
        p,
        `down/joint:${wire}-guides`,
        'down/move:frame/lift',
        `down/joint:${wire}-snap`,
        'down/move:display/lift'
      );
      m.inOrder(p, `down/joint:${wire}-tape`, 'down/move:display/lift');
    }
    m.inOrder(p, 'down/joint:display-plug', 'down/move:display/lift');
    expect(m.has(p, 'down/move:frame/lift')).toBe(true);
  });
  it('the display plug lies under a bracket, under the frame', () => {
    m.inOrder(
      m.replace('display'),
      'down/move:frame/lift',
      'down/joint:display-bracket-screw',
      'down/move:display-bracket/lift',
      'down/joint:display-plug'
    );
  });
  it('panel and camera need the lid alone: strip, two screws, bezel; the cable on its leash', () => {
    const p = m.replace('panel');
    m.inOrder(
      p,
      'down/joint:bezel-strip-tape',
      'down/joint:bezel-screws',
      'down/joint:bezel-clips',
      'down/move:bezel/lift',
      'down/joint:panel-screws',
      'down/move:panel/raise',
      'down/joint:panel-plug',
      'down/move:panel/lift'
    );
    expect(m.has(p, 'down/move:frame/lift')).toBe(false);
    expect(m.has(m.replace('camera'), 'down/move:panel/lift')).toBe(false);
  });
  it('a new camera cable is reached behind the raised panel and formed after the old one', () => {
    const p = m.replace('camera-cable');
    m.inOrder(
      p,
      'down/move:panel/raise',
      'down/joint:camera-cable-tape',
      'swap/form:camera-cable',
      'up/joint:camera-cable-tape',
      'up/move:panel/raise'
    );
    expect(routeOf(m.file.access.model.cable('camera-cable')!).bends.some((b) => b.folded)).toBe(true);
  });
  it('a new top case brings the keyboard; everything else moves over, boards and wires and all', () => {
    const p = m.replace('top-case');
    const [swap] = p.swaps!;
    const over = swap!.over.map((o) => o.part);
    for (const part of [
      'board',
      'frame',
      'fan-left',
      'fan-right',
      'battery',
      'touchpad',
      'reader',
      'io-board',
      'power-board',
      'speaker-left',
      'speaker-right',
      'display',
      'base-enclosure'
    ]) {
      expect(over).toContain(part);
      expect(
        p.steps.some((s) => s.do === 'move' && s.part === part),
        part
      ).toBe(true);
    }
    expect(over).not.toContain('keyboard');
    expect(m.has(p, 'down/move:keyboard/lift')).toBe(false);
    // The lid moves over whole: nothing inside it is opened.
    expect(m.has(p, 'down/move:bezel/lift')).toBe(false);
    expect(p.inHand.spares[0]!.numbers).toEqual(['NP14-1001', 'NP14-1002']);
  });
  it('the keyboard lies under all three shells\u2019 contents, held by eleven screws', () => {
    const p = m.replace('keyboard');
    for (const first of ['battery/lift', 'frame/lift', 'board/tilt'])
      m.inOrder(p, `down/move:${first}`, 'down/joint:keyboard-screws');
    expect(m.step(p, 'down/joint:keyboard-screws').count).toBe(11);
  });
});

describe('orders that no plan may have', () => {
  const p = m.replace('top-case');
  it.each([
    ['down/joint:enclosure-clips', 'down/move:base-enclosure/lift'],
    ['down/joint:battery-screws', 'down/move:battery/lift'],
    ['down/joint:wlan-main-guides', 'down/move:frame/lift'],
    ['down/move:frame/lift', 'down/joint:board-screws'],
    ['down/joint:fan-left-foil', 'down/move:fan-left/lift'],
    ['down/move:display-bracket/lift', 'down/joint:display-plug'],
    ['down/joint:hinge-left-screws', 'down/move:display/lift'],
    ['up/move:frame/lift', 'up/joint:frame-screws'],
    ['up/move:board/tilt', 'up/move:frame/lift'],
    ['up/move:battery/lift', 'up/joint:battery-screws']
  ])('%s only then %s', (first, second) => m.forbids(p, first, second));
});
