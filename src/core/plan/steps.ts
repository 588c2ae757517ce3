import { openId, type Access, type Action, type ActionId } from '../access';
import { crossings } from '../cables';
import type { JointOf } from '../machine';
import { cautionsFor, isolationCautions } from './cautions';
import { goalId, JOB, ridersToMove, type Goal } from './goals';
import { closePhrase, consumablePhrase, goalWorkPhrase, isolationPhrase, movePhrase, openPhrase, OPEN_TEST, posePhrase, returnPhrase, swapPhrase, openTestReason, type Phrase } from './phrase';
import { poseOf } from './pose';
import { testPhrase, touchedFunctions } from './prove';
import type { Leg, Step } from './schema';
import { toolOf } from './tools';
import { OPEN_TEST_ID } from './way-up';

/** Standard times for steps that are no action of the machine file, s: bench rules of thumb. */
const SECONDS = { pose: 15, swap: 90, work: 60, prepare: 120, openTest: 150, test: 30 };

/** Writes the steps of a plan, leg by leg, in the order in which it is asked. */
export class StepWriter {
  private pose = 'topside/closed';
  private poses = 0;
  private readonly done = new Set<ActionId>();

  constructor(
    private readonly access: Access,
    private readonly goals: readonly Goal[],
    private readonly reasons: ReadonlyMap<ActionId, string[]>
  ) {}

  isolation(): Step[] {
    return this.access.model.machine.isolation.steps
      .filter((s) => !s.joint)
      .map((s) => ({
        ...step('isolate', `isolate/${s.id}`, 'prepare', isolationPhrase(s), s.seconds),
        cautions: isolationCautions(s),
        ...(s.undo ? { mirror: `restore/${s.id}` } : { departs: 'Nothing to bring back.' })
      }));
  }

  down(actions: readonly Action[]): Step[] {
    const out: Step[] = [];
    for (const action of actions) {
      const pose = poseOf(this.access, action, this.done);
      out.push(...this.turn('down', pose));
      const phrase = action.kind === 'open' ? openPhrase(action.joint) : movePhrase(action);
      out.push({
        ...step('down', `down/${action.id}`, action.kind, phrase, action.seconds),
        ...this.place(action, pose),
        mirror: `up/${action.id}`,
        because: this.reasons.get(action.id) ?? [],
        cautions: cautionsFor(this.access.model, action, 'down')
      });
      this.done.add(action.id);
    }
    return out;
  }

  swap(): Step[] {
    const { model } = this.access;
    return this.goals.map((goal) => {
      const replace = goal.do === 'replace';
      const phrase = replace ? swapPhrase(model, goal.part, ridersToMove(model, goal.part)) : goalWorkPhrase(model, goal);
      return {
        ...step('swap', `swap/${goalId(goal)}`, 'swap', phrase, replace ? SECONDS.swap : SECONDS.work),
        ...(goal.do === 'reach' ? { joint: goal.joint } : { part: goal.part }),
        because: [`${JOB} < ${goalId(goal)}`].filter((id) => [...this.reasons.values()].some((list) => list.includes(id))),
        departs: 'The turning point.'
      };
    });
  }

  up(sequence: readonly ActionId[], departures: ReadonlyMap<ActionId, string>): Step[] {
    const replaced = new Set(this.goals.flatMap((g) => (g.do === 'replace' ? [g.part] : [])));
    const out: Step[] = [];
    for (const id of sequence) {
      if (id === OPEN_TEST_ID) {
        out.push({ ...step('up', 'up/open-test', 'test', OPEN_TEST, SECONDS.openTest), departs: openTestReason, test: 'open-power' });
        continue;
      }
      if (id.startsWith('prepare:')) {
        out.push(this.prepare(id));
        continue;
      }
      const action = this.access.actions.get(id)!;
      this.done.delete(id);
      const pose = poseOf(this.access, action, this.done);
      out.push(...this.turn('up', pose));
      const phrase = action.kind === 'open' ? closePhrase(action.joint) : returnPhrase(action, replaced.has(action.part.id));
      const departs = departures.get(id);
      out.push({
        ...step('up', `up/${id}`, action.kind === 'open' ? 'close' : 'return', phrase, action.backSeconds),
        ...this.place(action, pose),
        mirror: `down/${id}`,
        ...(departs ? { departs } : {}),
        because: this.reasons.get(id) ?? [],
        cautions: cautionsFor(this.access.model, action, 'up'),
        pinch: action.kind === 'move' && action.removes ? crossings(this.access.model, action.part).map(({ cable, where, zone, crosses }) => ({ cable, where, zone, crosses })) : []
      });
    }
    return out;
  }

  /** Isolation undone, last step first. */
  restore(): Step[] {
    return this.access.model.machine.isolation.steps
      .filter((s) => !s.joint && s.undo)
      .reverse()
      .map((s) => ({ ...step('up', `restore/${s.id}`, 'restore', { text: s.undo! }, s.undoSeconds ?? s.seconds), mirror: `isolate/${s.id}` }));
  }

  prove(actions: readonly Action[]): Step[] {
    return touchedFunctions(this.access.model, actions).map((f) => ({
      ...step('prove', `prove/${f}`, 'test', testPhrase(f), SECONDS.test),
      departs: 'Proves what was touched.',
      test: f
    }));
  }

  private turn(leg: Leg, pose: string | undefined): Step[] {
    if (!pose || pose === 'mat' || pose === this.pose) return [];
    this.pose = pose;
    return [{ ...step(leg, `${leg}/pose-${++this.poses}`, 'pose', posePhrase(pose), SECONDS.pose), pose }];
  }

  private prepare(id: string): Step {
    const joint = this.access.model.joint(id.slice('prepare:'.length)) as JointOf<'adhesive'>;
    return {
      ...step('up', `up/${id}`, 'prepare', consumablePhrase(joint, this.access.model.part(joint.a).name), SECONDS.prepare),
      joint: joint.id,
      zone: joint.zone,
      departs: 'Used once: fresh on the way up.',
      because: this.reasons.get(openId(joint.id)) ?? []
    };
  }

  private place(action: Action, pose: string | undefined): Partial<Step> {
    const tool = toolOf(action);
    const shape = action.kind === 'move' ? (action.part.shapes.find((s) => s.zone === action.zone) ?? action.part.shapes[0]) : undefined;
    return {
      ...(action.kind === 'open' ? { joint: action.joint.id } : { part: action.part.id, move: action.move.id }),
      zone: action.zone,
      ...(pose ? { pose } : {}),
      ...(tool ? { tool } : {}),
      ...(action.kind === 'open' && action.joint.kind === 'screws' ? { count: action.joint.count } : {}),
      ...(action.kind === 'open' ? { depth: action.joint.depth } : shape ? { depth: shape.depth[0] } : {})
    };
  }
}

function step(leg: Leg, id: string, what: Step['do'], phrase: Phrase, seconds: number): Step {
  return { id, leg, do: what, text: phrase.text, ...(phrase.detail ? { detail: phrase.detail } : {}), seconds, because: [], cautions: [], pinch: [] };
}
