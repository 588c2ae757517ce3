import { unheld, type Access, type Action } from '../access';
import { comesOffWith, likeLeads, routeOf } from '../cables';
import { tightening } from '../fasteners';
import { movedBy, removes, type IsolationStep, type Joint, type JointOf, type Model, type Part } from '../machine';
import {
  cautionsFor,
  highVoltageCaution,
  holdCaution,
  isolationCautions,
  looseCaution,
  withLidCaution
} from './cautions';
import { pinchList } from './pinch';
import { ontoMat, poseOf, type Lids } from './pose';
import { closesUp, touchedFunctions } from './touched';
import type { Leg, Pinch, Plan, Step } from './schema';
import { toolOf } from './tools';
import type { Condition } from '../hazards';
import { inOrderOfWork, isolationOf } from './kept-off';
import { laidOn, looksOf, looksUnder, needsLidUp } from './open-test';
import { floating } from './strain';
import type { OpenTest } from './way-up';
import { START } from './down';
import type { From } from './sets';
import { amountOf } from './consumables';
import { firstCharge, settingClock } from './settle';
import { numbersFor } from './spare';
import { ANY, MAT, poseId, readPose, stepId, moveId, openId, type ActionId } from '../ids';
import {
  CLOSING_CHECK,
  closeWords,
  consumableStep,
  DEPARTS,
  formWords,
  goalWorkWords,
  isolationWords,
  leadWords,
  moveWords,
  openWords,
  openTestReason,
  openTestWords,
  partName,
  poseWords,
  returnWords,
  swapWords,
  testWords,
  undoneWords,
  type Phrase
} from '../words';
import { JOB, goalId, type Goal } from '../goals';
import type { Said } from '../language';

/** Standard times for steps that are no action of the machine file, s: bench rules of thumb. */
const SECONDS = { pose: 15, swap: 90, work: 60, prepare: 120, form: 60, openTest: 150, test: 30, closing: 40 };

/** Writes the steps of a plan, leg by leg, in the order in which it is asked. */
export class StepWriter {
  private readonly replaced: readonly string[];
  private readonly stands: { up: string; lid: string };
  private poses = 0;
  private afterIsolation: IsolationStep[] = [];
  private readonly done = new Set<ActionId>();

  constructor(
    private readonly access: Access,
    private readonly goals: readonly Goal[],
    private readonly reasons: ReadonlyMap<ActionId, string[]>,
    private readonly lids: Lids,
    private readonly conditions: readonly Condition[] = [],
    private readonly from?: From
  ) {
    this.replaced = goals.flatMap((g) => (g.do === 'replace' ? [g.part] : []));
    this.stands = { ...START, ...(from && from.done.length === 0 ? from.lies : {}) };
  }

  /** What makes it safe before the first joint; steps that follow the isolating joint wait for it. */
  isolation(): Step[] {
    const steps = inOrderOfWork(isolationOf(this.access.model.machine, this.conditions), this.conditions);
    const at = steps.findIndex((s) => s.joint !== undefined && this.reasons.has(openId(s.joint)));
    this.afterIsolation = at < 0 ? [] : steps.slice(at + 1).filter((s) => !s.joint);
    return steps.filter((s) => !s.joint && !this.afterIsolation.includes(s)).map((s) => this.isolate(s, 'isolate'));
  }

  private isolate(s: IsolationStep, leg: Leg): Step {
    return {
      ...step(leg, stepId.isolate(s.id), 'prepare', isolationWords(this.access.model, s), s.seconds),
      cautions: isolationCautions(s),
      ...(s.undo ? { mirror: stepId.restore(s.id) } : { departs: DEPARTS.nothingToUndo })
    };
  }

  down(actions: readonly Action[]): Step[] {
    const out: Step[] = [];
    const opened = new Set(actions.flatMap((a) => (a.kind === 'open' ? [a.joint.id] : [])));
    const leaves = new Set(
      actions.flatMap((a) => (a.kind === 'move' && a.removes ? [...this.access.model.takes(a.part.id, a.move)] : []))
    );
    for (const action of actions) {
      const pose = this.poseFor(action, 'down');
      const isNow = this.from?.lies && action.id === this.from.done.at(-1);
      out.push(...this.turn('down', isNow ? poseId(this.from!.lies!) : pose, this.done));
      const phrase =
        action.kind === 'open'
          ? openWords(this.access.model, action.joint, this.leadOf(action.joint, opened, leaves))
          : moveWords(this.access.model, action, this.along(action));
      out.push({
        ...step('down', stepId.action('down', action.id), action.kind, phrase, action.seconds),
        ...this.place(action, pose),
        mirror: stepId.action('up', action.id),
        because: this.reasons.get(action.id) ?? [],
        ...this.holding(action, pose, this.done, cautionsFor(this.access.model, action, 'down'))
      });
      this.done.add(action.id);
      if (this.isolated(actions)) {
        out.push(...this.afterIsolation.map((s) => this.isolate(s, 'down')));
        this.afterIsolation = [];
      }
    }
    return out;
  }

  private leadOf(joint: Joint, opened: ReadonlySet<string>, leaves: ReadonlySet<string>): Said | undefined {
    const { model } = this.access;
    return joint.kind === 'connector'
      ? leadWords(model, joint, likeLeads(model, joint), comesOffWith(model, joint, opened, leaves))
      : undefined;
  }

  /** The power is away: the isolating joint is open, and a battery that comes out whole is out. */
  private isolated(actions: readonly Action[]): boolean {
    const { joint, steps } = this.access.model.machine.isolation;
    if (this.afterIsolation.length === 0 || joint === undefined || !this.done.has(openId(joint))) return false;
    if (!steps.some((s) => s.kind === 'remove-battery' && s.joint === joint)) return true;
    const battery = this.access.model.joint(joint).a;
    const out = actions.filter((a) => a.kind === 'move' && a.removes && a.part.id === battery);
    return out.length === 0 || out.some((a) => this.done.has(a.id));
  }

  /** @param variant of the machine, where it is known: numbers of spares are those that fit it */
  swap(swaps: NonNullable<Plan['swaps']>, variant?: string): Step[] {
    const { model } = this.access;
    const formed = new Set<string>();
    const named = new Set([...this.reasons.values()].flat());
    return this.goals.flatMap((goal) => {
      const swapped = goal.do === 'replace' ? swaps.find((s) => s.part === goal.part) : undefined;
      const phrase = swapped
        ? swapWords(model, swapped, numbersFor(model, model.part(swapped.part), variant))
        : goalWorkWords(model, goal);
      const work: Step = {
        ...step('swap', stepId.swap(goalId(goal)), 'swap', phrase, swapped ? SECONDS.swap : SECONDS.work),
        ...(goal.do === 'reach' ? { joint: goal.joint } : { part: goal.part }),
        because: [`${JOB} < ${goalId(goal)}`].filter((id) => named.has(id)),
        departs: DEPARTS.turningPoint
      };
      // A cable that two spares bring is formed once.
      const form = (swapped?.form ?? []).filter((cable) => !formed.has(cable) && formed.add(cable));
      const forming = form.map((cable): Step => ({
        ...step(
          'swap',
          stepId.form(cable),
          'prepare',
          formWords(model, cable, routeOf(model.cable(cable)!).bends),
          SECONDS.form
        ),
        part: cable,
        because: work.because,
        departs: DEPARTS.newCable
      }));
      return [work, ...forming];
    });
  }

  /** @param test where in the sequence the machine is tried open */
  up(sequence: readonly ActionId[], departures: ReadonlyMap<ActionId, Said>, test: OpenTest | undefined): Step[] {
    const out: Step[] = [];
    sequence.forEach((id, i) => {
      if (i === test?.at) out.push(...this.openTest(test));
      const action = this.access.actions.get(id)!;
      out.push(...this.prepares(action, sequence));
      const open = new Set(this.done);
      this.done.delete(id);
      const pose = this.poseFor(action, 'up');
      out.push(...this.turn('up', pose, open));
      const phrase =
        action.kind === 'open'
          ? closeWords(this.access.model, action.joint)
          : returnWords(this.access.model, action, this.replaced.includes(action.part.id), this.along(action));
      const departs = departures.get(id);
      out.push({
        ...step('up', stepId.action('up', id), action.kind === 'open' ? 'close' : 'return', phrase, action.backSeconds),
        ...this.place(action, pose),
        ...(action.kind === 'open' && action.joint.kind === 'screws' ? { tighten: tightening(action.joint) } : {}),
        mirror: stepId.action('down', id),
        ...(departs ? { departs } : {}),
        because: this.reasons.get(id) ?? [],
        ...this.holding(action, pose, open, cautionsFor(this.access.model, action, 'up')),
        pinch: action.kind === 'move' ? pinchList(this.access, action, this.done) : []
      });
    });
    if (test?.at === sequence.length) out.push(...this.openTest(test));
    return out;
  }

  /** Stood up with its lid open, where there is something to see or to press; what comes after it turns it back. */
  private openTest({ hidden }: OpenTest): Step[] {
    const { model } = this.access;
    const whole = looksOf(this.access, this.done);
    const looks = looksUnder(this.access, whole, this.conditions, this.replaced);
    const lid = this.stands.lid === 'closed' ? 'open' : this.stands.lid;
    const there = needsLidUp(looks)
      ? this.turn('up', poseId({ up: 'topside', lid }), this.done, laidOn(this.access, this.done))
      : [];
    const by = isolationOf(model.machine, this.conditions).some((s) => s.kind === 'firmware-disconnect')
      ? 'firmware'
      : model.machine.isolation.joint === undefined || this.done.has(openId(model.machine.isolation.joint))
        ? 'other'
        : 'plug';
    // What one looks at is the face that lies up by then.
    const face = model.machine.zones.find((z) => z.pose.up === this.stands.up && z.pose.lid === this.stands.lid);
    const seen = needsLidUp(looks) && face ? { zone: face.id } : {};
    return [
      ...there.map((turn) => ({ ...turn, ...seen, departs: DEPARTS.stoodUp })),
      {
        ...step('up', stepId.openTest, 'test', openTestWords(looks, whole.includes('charge'), by), SECONDS.openTest),
        departs: openTestReason(model, hidden),
        cautions: highVoltageCaution(this.access, this.done),
        test: 'open-power',
        looks,
        ...seen
      }
    ];
  }

  /** Isolation undone, last step first. */
  restore(): Step[] {
    return isolationOf(this.access.model.machine, this.conditions)
      .filter((s) => !s.joint && s.undo)
      .reverse()
      .map((s) => ({
        ...step(
          'up',
          stepId.restore(s.id),
          'restore',
          undoneWords(this.access.model, s.undo!),
          s.undoSeconds ?? s.seconds
        ),
        mirror: stepId.isolate(s.id)
      }));
  }

  prove(actions: readonly Action[], swaps: NonNullable<Plan['swaps']>): Step[] {
    const { model } = this.access;
    const proofs = touchedFunctions(model, actions).map((f) => ({
      ...step('prove', stepId.test(f), 'test', testWords(f), SECONDS.test),
      departs: DEPARTS.provesTouched,
      test: f
    }));
    const starts = proofs.filter((s) => s.test === 'power');
    const tests = [
      ...starts,
      ...settingClock(model, swaps, actions),
      ...proofs.slice(starts.length),
      ...firstCharge(model, swaps)
    ];
    if (!actions.some(closesUp)) return tests;
    return [
      {
        ...step('prove', stepId.test('closing'), 'test', CLOSING_CHECK, SECONDS.closing),
        departs: DEPARTS.provesClosed,
        test: 'closing'
      },
      ...tests
    ];
  }

  /** What leaves or comes together with the part, of what was not taken off before. */
  private along(action: Action & { kind: 'move' }): Part[] {
    return (action.move.with ?? [])
      .map((id) => this.access.model.part(id))
      .filter((p) => !p.moves.some((m) => removes(m) && this.done.has(moveId(p.id, m.id))));
  }

  /** `up/lid`, `mat` for work on a part that is out, undefined where the machine may lie as it likes. */
  private poseFor(action: Action, leg: 'down' | 'up'): string | undefined {
    if (ontoMat(this.access, action).some((id) => this.done.has(id))) return MAT;
    const { up, lid } = poseOf(this.access, action, leg, this.lids);
    return up || lid ? poseId({ ...(up ? { up } : {}), ...(lid ? { lid } : {}) }) : undefined;
  }

  /** @param open what is opened and moved while the machine is turned; @param laidOn covers that are laid on loosely first */
  private turn(
    leg: 'down' | 'up',
    pose: string | undefined,
    open: ReadonlySet<ActionId>,
    laidOn: readonly string[] = []
  ): Step[] {
    if (!pose || pose === MAT) return [];
    const { up, lid } = readPose(pose);
    const before = { ...this.stands };
    if (up !== ANY) this.stands.up = up;
    if (lid !== ANY) this.stands.lid = lid;
    const now = poseId(this.stands);
    if (now === poseId(before)) return [];
    const changed = { up: before.up !== this.stands.up, lid: before.lid !== this.stands.lid };
    const loose = [...unheld(this.access.holdings, open)].map(([part, how]) => ({ part, how }));
    const { model } = this.access;
    const tied =
      before.lid === this.stands.lid
        ? []
        : model.machine.parts
            .filter((p) => p.moves.some((m) => m.lid && open.has(moveId(p.id, m.id))))
            .map((p) => p.id);
    const cautions = [
      ...(loose.length > 0 ? [looseCaution(model, loose)] : []),
      ...(tied.length > 0 ? [withLidCaution(model, tied)] : [])
    ];
    return [
      {
        ...step(
          leg,
          stepId.pose(leg, ++this.poses),
          'pose',
          poseWords(
            this.stands,
            changed,
            loose.length > 0,
            laidOn.map((id) => partName(model, id))
          ),
          SECONDS.pose
        ),
        pose: now,
        ...(loose.length > 0 ? { unheld: loose } : {}),
        cautions,
        pinch: this.pinchedByLid(open)
      }
    ];
  }

  /** What the other hand holds at a plug: at each, since at the bench a step is read alone. @param open before it is opened, or closed */
  private holding(
    action: Action,
    pose: string | undefined,
    open: ReadonlySet<ActionId>,
    cautions: Step['cautions']
  ): Pick<Step, 'cautions' | 'holds'> {
    const parts = action.kind === 'open' && pose !== MAT ? floating(this.access, action.joint, open) : [];
    return parts.length === 0
      ? { cautions }
      : { holds: parts, cautions: [...cautions, holdCaution(this.access.model, parts)] };
  }

  /** Cables to mind before the lid is moved: what went with it comes back with it. */
  private pinchedByLid(open: ReadonlySet<ActionId>): Pinch[] {
    const back = [...this.access.actions.values()].filter(
      (a): a is Action & { kind: 'move' } =>
        a.kind === 'move' && a.move.lid !== undefined && a.move.lid !== this.stands.lid && open.has(a.id)
    );
    const after = new Set([...open].filter((id) => !back.some((a) => a.id === id)));
    return back.flatMap((action) => pinchList(this.access, action, after));
  }

  /** What is used once is made ready right before the part goes down on it, or before it is closed where the part stays. */
  private prepares(action: Action, sequence: readonly ActionId[]): Step[] {
    const singles = (joint: Joint): joint is JointOf<'adhesive'> =>
      joint.kind === 'adhesive' && joint.singleUse && sequence.includes(openId(joint.id));
    const { model } = this.access;
    /** The move that brings the part down on what it is bonded to: not one that takes both along. */
    const seatOf = (joint: Joint) =>
      sequence.findLast((id) => {
        const a = this.access.actions.get(id)!;
        return (
          a.kind === 'move' &&
          a.removes &&
          movedBy(a.part.id, a.move).includes(joint.a) &&
          (!a.move.with || !model.takes(a.part.id, a.move).has(joint.b))
        );
      });
    const due =
      action.kind === 'move'
        ? movedBy(action.part.id, action.move).flatMap((id) =>
            model.jointsOf(id).filter((j) => j.a === id && seatOf(j) === action.id)
          )
        : seatOf(action.joint) === undefined
          ? [action.joint]
          : [];
    return due
      .filter(singles)
      .map((joint) => ({
        ...step(
          'up',
          stepId.prepare(joint.id),
          'prepare',
          consumableStep(model, joint, amountOf(model, joint)),
          SECONDS.prepare
        ),
        joint: joint.id,
        zone: joint.zone,
        departs: DEPARTS.usedOnce,
        because: this.reasons.get(openId(joint.id)) ?? []
      }));
  }

  private place(action: Action, pose: string | undefined): Partial<Step> {
    const tool = toolOf(action);
    // As it is drawn on the face in hand: where its nearest shape there begins; a part that is not drawn there has none.
    const depths =
      action.kind === 'move' ? action.part.shapes.flatMap((s) => (s.zone === action.zone ? [s.depth[0]] : [])) : [];
    return {
      ...(action.kind === 'open' ? { joint: action.joint.id } : { part: action.part.id, move: action.move.id }),
      zone: action.zone,
      ...(pose ? { pose } : {}),
      ...(tool ? { tool } : {}),
      ...(action.kind === 'open' && action.joint.kind === 'screws' ? { count: action.joint.count } : {}),
      ...(action.kind === 'open'
        ? { depth: action.joint.depth }
        : depths.length > 0
          ? { depth: Math.min(...depths) }
          : {})
    };
  }
}

function step(leg: Leg, id: string, what: Step['do'], phrase: Phrase, seconds: number): Step {
  return {
    id,
    leg,
    do: what,
    text: phrase.text,
    ...(phrase.detail ? { detail: phrase.detail } : {}),
    seconds,
    because: [],
    cautions: [],
    pinch: []
  };
}

/** The kind of work that a step is, for times: `open screws`, `move`, `test`. */
export function kindOf(model: Model, s: Step): string {
  return s.joint && (s.do === 'open' || s.do === 'close') ? `${s.do} ${model.joint(s.joint).kind}` : s.do;
}
