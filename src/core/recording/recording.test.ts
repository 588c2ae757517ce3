import { describe, expect, it } from 'vitest';
import { accessOf } from '../access';
import { modelOf } from '../machine';
import { DEMO_MACHINES, demoAccess } from '../testing/machines';
import { THOROUGH } from '../testing/effort';
import { english } from '../testing/english';
import { randomNotebook } from '../testing/random-notebook';
import { trial, True } from '../testing/recording-score';
import { tearDown } from '../testing/teardown';
import { STARTED, told, type Said } from '../testing/told';
import { checkDraft } from '../validate';
import { DO_NOT_KNOW, foldRecording, machineFrom, questionsOf, type Drawn, type RecordingEvent } from '.';

/** A small machine, told event by event: a cover over a fan, and what else a test is about. */
class Bench {
  readonly events: RecordingEvent[] = [];

  constructor() {
    this.say({ ...STARTED, size: { widthMm: 100, depthMm: 100, heightMm: 10 } });
    this.say({ type: 'faced', face: 'underside', name: 'Underside', pose: { up: 'underside', lid: 'closed' } });
  }

  say(event: Said): this {
    this.events.push(...told([event], this.events.length));
    return this;
  }

  named(part: string, kind: string) {
    return this.say({ type: 'named', part, name: part, kind });
  }
  outlined(part: string, x: number, y: number, size: number) {
    return this.say({
      type: 'outlined',
      part,
      face: 'underside',
      outline: { form: 'rect', x, y, width: size, height: size },
      drawn: 'traced'
    });
  }
  screws(joint: string, holds: string, places: { at: [number, number]; noRoom?: boolean }[], more = {}) {
    return this.say({ type: 'tapped', joint, face: 'underside', fixing: { kind: 'screws' }, places, holds, ...more });
  }
  lifted(part: string, along: string[] = []) {
    return this.say({ type: 'moved', part, move: 'lift', kind: 'lift', face: 'underside', along, stays: [] });
  }
  drawn(answers: Record<string, string> = {}): Drawn {
    for (const [question, answer] of Object.entries(answers)) this.say({ type: 'answered', question, answer });
    const made = machineFrom(foldRecording(this.events), english);
    if ('missing' in made) throw new Error(made.missing);
    return made;
  }
}

const coversOf = ({ access }: Drawn, action: string): string[] =>
  access.requirements.get(action)!.flatMap((r) => (r.cause.kind === 'covers' ? [r.cause.part] : []));

/** A cover comes off, then a fan that lay under it. */
const opened = () =>
  new Bench()
    .named('cover', 'cover')
    .outlined('cover', 0, 0, 100)
    .screws('cover-screws', 'cover', [{ at: [5, 5] }, { at: [95, 95] }]);

describe('what lies over what', () => {
  it('what came into view as something went was covered by it, and what was seen before was not', () => {
    const bench = opened()
      .named('foot', 'foot')
      .outlined('foot', 40, 40, 10)
      .screws('foot-screw', 'foot', [{ at: [45, 45] }], { onto: 'cover' })
      .lifted('cover', ['foot'])
      .named('fan', 'fan')
      .outlined('fan', 20, 20, 30)
      .screws('fan-screws', 'fan', [{ at: [24, 24] }])
      .lifted('fan');
    const drawn = bench.drawn();
    expect(coversOf(drawn, 'joint:fan-screws')).toEqual(['cover']);
    expect(coversOf(drawn, 'move:fan/lift')).toContain('cover');
    expect(coversOf(drawn, 'joint:foot-screw')).toEqual([]);
    expect(coversOf(drawn, 'joint:cover-screws')).toEqual([]);
  });

  it('a part that was wholly free while another was there is not under it, though their outlines meet', () => {
    const sideBySide = (late: boolean) => {
      const bench = opened().named('board', 'board').named('fan', 'fan').lifted('cover');
      if (!late) bench.outlined('board', 40, 40, 40);
      bench
        .outlined('fan', 20, 20, 30)
        .screws('fan-screws', 'fan', [{ at: [22, 22] }])
        .screws('board-screws', 'board', [{ at: [75, 75] }])
        .lifted('fan');
      if (late) bench.outlined('board', 40, 40, 40);
      return coversOf(bench.lifted('board').drawn(), 'move:board/lift');
    };
    expect(sideBySide(false)).not.toContain('fan');
    expect(sideBySide(true)).toContain('fan');
  });

  it('where there was no room for the tool, what went when there was lies in its way', () => {
    const crowded = (noRoom: boolean) => {
      const bench = opened()
        .named('board', 'board')
        .named('fan', 'fan')
        .lifted('cover')
        .outlined('board', 40, 40, 40)
        .outlined('fan', 10, 40, 28)
        .screws('board-screws', 'board', [{ at: [40, 50], noRoom }])
        .screws('fan-screws', 'fan', [{ at: [15, 45] }])
        .lifted('fan');
      if (noRoom)
        bench.say({
          type: 'tapped',
          joint: 'board-screws',
          face: 'underside',
          fixing: { kind: 'screws' },
          places: [{ at: [40, 50] }]
        });
      return coversOf(bench.lifted('board').drawn(), 'joint:board-screws');
    };
    expect(crowded(true)).toEqual(['cover', 'fan']);
    expect(crowded(false)).toEqual(['cover']);
  });

  it('an answer adds care and takes none away', () => {
    const bench = () =>
      opened()
        .lifted('cover')
        .named('fan', 'fan')
        .outlined('fan', 20, 20, 30)
        .screws('fan-screws', 'fan', [{ at: [24, 24] }])
        .lifted('fan');
    expect(coversOf(bench().drawn({ 'over:cover>joint:fan-screws': 'no' }), 'joint:fan-screws')).toEqual(['cover']);
    // The board was seen wholly free beside the fan, and somebody says that the fan has to go all the same.
    const beside = () =>
      opened()
        .named('board', 'board')
        .named('fan', 'fan')
        .lifted('cover')
        .outlined('board', 40, 40, 40)
        .outlined('fan', 20, 20, 30)
        .screws('fan-screws', 'fan', [{ at: [22, 22] }])
        .screws('board-screws', 'board', [{ at: [75, 75] }])
        .lifted('fan')
        .lifted('board');
    const asked = 'over:fan>move:board/lift';
    expect(coversOf(beside().drawn({ [asked]: 'no' }), 'move:board/lift')).not.toContain('fan');
    expect(coversOf(beside().drawn({ [asked]: 'yes' }), 'move:board/lift')).toContain('fan');
    expect(coversOf(bench().drawn({ 'over:cover>joint:fan-screws': DO_NOT_KNOW }), 'joint:fan-screws')).toEqual([
      'cover'
    ]);
  });
});

it('a pile of forty parts, each held onto what lies under it, is drawn as a pile', () => {
  const bench = new Bench();
  const names = Array.from({ length: 40 }, (_, i) => `frame-${i}`);
  for (const name of names) bench.named(name, 'frame');
  for (const name of names) {
    bench.outlined(name, 10, 10, 60);
    bench.screws(`${name}-screws`, name, [{ at: [20, 20] }, { at: [60, 60] }]);
    bench.lifted(name);
  }
  const { machine } = bench.drawn();
  const top = (id: string) => machine.parts.find((p) => p.id === id)!.shapes[0]!.depth[0];
  expect(names.map(top)).toEqual([...names.map(top)].sort((a, b) => a - b));
  expect(top('frame-39')).toBeGreaterThan(top('frame-0'));
});

describe('what a teardown gives', () => {
  it('at every moment of it: a file that can be used, or what it lacks', () => {
    const { events } = tearDown(demoAccess('lindquay-slip-11'), 3);
    let files = 0;
    for (let n = 0; n <= events.length; n += 9) {
      const made = machineFrom(foldRecording(events.slice(0, n)), english);
      if ('missing' in made) continue;
      files++;
      const checked = checkDraft(made.machine);
      expect(checked.ok ? [] : checked.problems.filter((p) => p.severity === 'error')).toEqual([]);
    }
    expect(files).toBeGreaterThan(10);
  });

  it('what was done once is never forbidden: all that came off can be planned', () => {
    const { events, done } = tearDown(demoAccess('lindquay-gannet-13'), 2);
    const { access } = machineFrom(foldRecording(events), english) as Drawn;
    const open = new Set<string>();
    for (let left = [...access.actions.keys()]; left.length > 0;) {
      const can = left.filter((id) =>
        access.requirements.get(id)!.every((r) => r.alternatives.some((w) => w.every((a) => open.has(a))))
      );
      if (can.length === 0) break;
      for (const id of can) open.add(id);
      left = left.filter((id) => !open.has(id));
    }
    const moved = done.filter((id) => id.startsWith('move:'));
    expect(moved.filter((id) => !open.has(id))).toEqual([]);
  });

  it('every field that was inferred says how it is known, and how sure that is', () => {
    const { events } = tearDown(demoAccess('lindquay-slip-11'), 1);
    const { machine } = machineFrom(foldRecording(events), english) as Drawn;
    expect(machine.drawn).toBe('order');
    const origins = machine.origins!;
    for (const part of machine.parts) if (part.on) expect(origins[`parts/${part.id}/on`]).toBeDefined();
    for (const joint of machine.joints) {
      expect(origins[`joints/${joint.id}/b`]).toBeDefined();
      if (joint.kind === 'screws') expect(origins[`joints/${joint.id}/screw/lengthMm`]).toEqual({ how: 'measured' });
    }
    for (const origin of Object.values(origins)) if (origin.how === 'guessed') expect(origin.sure).toBeLessThan(1);
  });
});

describe('questions', () => {
  it('come the best first, are asked once, and end', () => {
    const { events } = tearDown(demoAccess('lindquay-slip-11'), 1);
    const state = foldRecording(events);
    const first = questionsOf(machineFrom(state, english) as Drawn);
    expect(first.map((q) => q.score)).toEqual(first.map((q) => q.score).sort((a, b) => b - a));
    expect(first[0]!.goals.length).toBeGreaterThan(0);
    for (let n = 0; ; n++) {
      const [best] = questionsOf(machineFrom(state, english) as Drawn);
      if (!best) break;
      expect(state.answers[best.id]).toBeUndefined();
      state.answers[best.id] = DO_NOT_KNOW;
      expect(n).toBeLessThan(400);
    }
  });

  it.each(DEMO_MACHINES.filter((_, i) => THOROUGH || i === 2))(
    'a record of %s is enough for most plans, and questions for nearly all',
    (id) => {
      const of = new True(demoAccess(id));
      const { scores, wayUp } = trial(of, 7, { after: [20], unknown: 0 });
      expect(scores[0]!.equal).toBeGreaterThanOrEqual(0.95);
      expect(scores[0]!.refused).toEqual([]);
      expect(wayUp).toEqual([]);
    }
  );

  it('so it is for a notebook that nobody drew by hand', () => {
    const { scores } = trial(new True(accessOf(modelOf(randomNotebook(77)))), 7, { after: [20], unknown: 0 });
    expect(scores[0]!.equal).toBeGreaterThanOrEqual(0.95);
  });
});
