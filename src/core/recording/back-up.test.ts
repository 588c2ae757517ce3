import { describe, expect, it } from 'vitest';
import { THOROUGH } from '../testing/effort';
import { accessOf } from '../access';
import { checkPlan } from '../check';
import { modelOf } from '../machine';
import { moveId, openId, stepId } from '../ids';
import { actionOf, plan, type Step } from '../plan';
import { currentStep, expectedCount, fold, obstacles, type RunEvent } from '../run';
import { DEMO_MACHINES, demoAccess } from '../testing/machines';
import { english } from '../testing/english';
import { tearDown } from '../testing/teardown';
import { foldRecording, fromRecord, goalOfRecord, readRecord, stepsDone, stepsOfPhotos } from '.';

/** A teardown that was broken off after so many parts, and not before its power was away. */
function recordedUpTo(machine: string, moves: number) {
  const { events: all } = tearDown(demoAccess(machine), 7);
  const last = all.filter((e) => e.type === 'moved')[moves - 1]!;
  const away = all.findIndex((e) => e.type === 'answered');
  const events = all.slice(0, Math.max(all.indexOf(last), away) + 1);
  const state = foldRecording(events);
  const reading = readRecord(state, english);
  const file = reading.machine!;
  const made = plan(accessOf(modelOf(file)), [goalOfRecord(state)!], {
    from: fromRecord(reading),
    hash: reading.hash!
  });
  return { events, state, reading, file, made, done: stepsDone(made, reading, events) };
}

let ids = 0;
const uuid = () => `00000000-0000-4000-8000-${String(++ids).padStart(12, '0')}`;

describe.each(DEMO_MACHINES)('the way back up from a recorded teardown of %s', (machine) => {
  it.each(THOROUGH ? [1, 4, 9] : [4])('after %i parts', (moves) => {
    const { file, made, done, reading } = recordedUpTo(machine, moves);
    // What was unplugged loosely was: it stands as it was recorded.
    expect(checkPlan(file, made).filter((said) => !/^down\/.*: pulls on /.test(said))).toEqual([]);
    // All that was recorded was done, and nothing else.
    const open = new Set(reading.done.map((d) => d.action));
    const steps = new Map(made.steps.map((s) => [s.id, s]));
    const opened = done.flatMap((d) => {
      const step = steps.get(d.step)!;
      return step.do === 'open' || step.do === 'move' ? actionOf(step)! : [];
    });
    expect(new Set(opened)).toEqual(open);
    expect(done.map((d) => d.at)).toEqual(done.map((d) => d.at).toSorted());

    // As a run it stands at its turning point, and closes once the way up has been gone.
    const model = modelOf(file);
    const events: RunEvent[] = done.map(({ step, at, count }) => ({
      id: uuid(),
      at,
      type: 'done',
      step,
      ...(count === undefined ? {} : { count })
    }));
    let run = fold(model, made, events);
    const turning = made.steps.findIndex((s) => s.leg === 'swap');
    // What makes safe and was not done is asked for before anything else: the battery is taken out.
    const isBattery = (id: string | undefined) => file.parts.find((p) => p.id === id)?.kind === 'battery';
    const makesSafe = (s: Step) =>
      s.do === 'prepare' || isBattery(s.part) || isBattery(file.joints.find((j) => j.id === s.joint)?.a);
    expect(made.steps.slice(0, turning).filter((s) => !run.steps[s.id] && !makesSafe(s))).toEqual([]);
    // Nobody saw the adapter being unplugged: the first thing asked for on the way up.
    expect(done.filter((d) => steps.get(d.step)!.do === 'prepare')).toEqual([]);
    expect(currentStep(made, run)?.leg).toBe('isolate');
    expect(run.ledger.every((l) => l.unexplained === 0 || !open.has(openId(l.joint)))).toBe(true);
    let clock = Date.parse(events.at(-1)!.at);
    for (let step = currentStep(made, run); step; step = currentStep(made, run)) {
      const count = expectedCount(run, step);
      events.push({
        id: uuid(),
        at: new Date((clock += 1000)).toISOString(),
        step: step.id,
        ...(step.leg === 'prove'
          ? { type: 'tested', outcome: 'pass' }
          : { type: 'done', ...(count === undefined ? {} : { count }) })
      } as RunEvent);
      run = fold(model, made, events);
    }
    expect(obstacles(model, made, run)).toEqual([]);
  });
});

describe('pictures of a teardown', () => {
  it('stand by the step that they were taken before: closing it, one sees what was there', () => {
    const { events, done, made, file } = recordedUpTo('norrvik-fathom-14', 4);
    const partsOf = ({ joint }: Step) => file.joints.flatMap((j) => (j.id === joint ? [j.a, j.b] : []));
    const photo = '00000000-0000-4000-8000-0000000000ff';
    const before = events.findLast((e) => e.type === 'moved')!;
    const at = new Date(Date.parse(before.at) - 1).toISOString();
    const face = 'face' in before ? before.face : '';
    const withPhoto = [...events, { id: uuid(), at, type: 'photo', photo, face } as const];
    const step = stepsOfPhotos(foldRecording(withPhoto), done, withPhoto).get(photo);
    // What holds it was undone after the picture, too; what came off before it was off by then.
    const moves = events.flatMap((e) => (e.type === 'moved' ? [stepId.action('down', moveId(e.part, e.move))] : []));
    const placeOf = (id: string | undefined) => made.steps.findIndex((s) => s.id === id);
    const [earlier, own] = moves.slice(-2);
    expect(placeOf(step)).toBeGreaterThan(placeOf(earlier));
    const part = 'part' in before ? before.part : '';
    const holds = made.steps.findIndex((s) => s.leg === 'down' && s.do === 'open' && partsOf(s).includes(part!));
    expect(holds).toBeGreaterThan(0);
    expect(placeOf(step)).toBeLessThanOrEqual(holds);
    expect(placeOf(own)).toBeGreaterThan(holds);
  });
  it('taken after all else stand by the last step', () => {
    const { events, done } = recordedUpTo('norrvik-fathom-14', 1);
    const photo = '00000000-0000-4000-8000-0000000000fe';
    const withPhoto = [
      ...events,
      { id: uuid(), at: '2027-01-01T00:00:00.000Z', type: 'photo', photo, face: 'underside' } as const
    ];
    expect(stepsOfPhotos(foldRecording(withPhoto), done, withPhoto).get(photo)).toBe(done.at(-1)!.step);
  });
});
