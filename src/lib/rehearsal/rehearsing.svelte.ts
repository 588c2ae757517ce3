import { openedMachine, type Access } from '$core/access';
import type { FaultSet } from '$core/faults';
import type { Goal } from '$core/goals';
import type { Drive, JointOf, MachineState, Zone } from '$core/machine';
import type { Plan, Step } from '$core/plan';
import type { Trouble } from '$core/practice';
import {
  asideOf,
  isInFront,
  nextStep,
  onTray,
  RehearsalLog,
  screwsIn,
  Stand,
  storyOf,
  type Aside,
  type Chapter,
  type Entry,
  type Handled,
  type HandTool,
  type Outcome,
  type Rehearsed,
  type Try
} from '$core/rehearsal';

/** What was last heard: what came of a try, or what was asked. */
export type Heard =
  | { is: 'tried'; tried: Try; outcome: Outcome; entry: number }
  | { is: 'hint'; step: Step | undefined }
  | { is: 'back' };

interface Options {
  access: Access;
  goals: readonly Goal[];
  /** What whoever knows would do: asked for, and led back to. */
  plan: Plan;
  faults?: FaultSet | undefined;
  /** Steps that gave trouble in this shop's runs. */
  troubles?: readonly Trouble[];
  entries?: readonly Entry[];
  /** Keeps all entries on this device after each. */
  keep: (entries: readonly Entry[]) => void;
}

/** A rehearsal on the screen: its log, and what is picked, in hand and looked at. */
export class Rehearsing {
  readonly access: Access;
  readonly goals: readonly Goal[];
  readonly plan: Plan;
  readonly troubles: readonly Trouble[];
  /** What hands are on. */
  picked = $state.raw<Handled>();
  /** The driver with a bit in it, or something else. */
  inHand = $state.raw<{ bit: Drive } | { tool: HandTool }>({ tool: 'fingers' });
  /** The group on the tray that the screw in hand came out of. */
  screw = $state<string>();
  /** The face that is looked at. */
  zone = $state('');
  heard = $state.raw<Heard>();
  /** It was said to be done: its story is told. */
  isOver = $state(false);

  readonly #log: RehearsalLog;
  readonly #faults: FaultSet | undefined;
  readonly #keep: Options['keep'];
  /** The log is no part of what is watched: this is, and changes with it. */
  #made = $state(0);

  constructor({ access, goals, plan, faults, troubles = [], entries = [], keep }: Options) {
    this.access = access;
    this.goals = goals;
    this.plan = plan;
    this.troubles = troubles;
    this.#faults = faults;
    this.#keep = keep;
    this.#log = logOf(access, goals, entries);
    this.#made = this.#log.entries.length;
    const faces = access.model.machine.zones;
    // An edge is always to be seen, and is not what one looks at first.
    this.zone = (faces.find((z) => z.pose.up !== 'either' && this.isInFront(z)) ?? faces[0]!).id;
  }

  get log(): RehearsalLog {
    void this.#made;
    return this.#log;
  }
  get bit(): Drive | undefined {
    return 'bit' in this.inHand ? this.inHand.bit : undefined;
  }
  get tool(): HandTool | undefined {
    return 'tool' in this.inHand ? this.inHand.tool : undefined;
  }
  get state(): Rehearsed {
    return this.log.state;
  }
  get stand(): Stand {
    return new Stand(this.access, this.state);
  }
  readonly drawn: MachineState = $derived.by(() => openedMachine(this.access, this.state.open));
  readonly aside: Aside = $derived.by(() => asideOf(this.stand));
  readonly story: Chapter[] = $derived.by(() => (this.isOver ? storyOf(this.log, this.plan, this.#faults) : []));

  /** What earlier runs met with a thing. */
  troublesAt(thing: Handled): Trouble[] {
    const isHere = (step: Step | undefined) =>
      'joint' in thing ? step?.joint === thing.joint : step?.part === thing.part && step.joint === undefined;
    return this.troubles.filter((trouble) => isHere(this.plan.steps.find((s) => s.id === trouble.step)));
  }

  isInFront(zone: Zone): boolean {
    return isInFront(zone, this.state);
  }

  try(tried: Try): Outcome {
    const entry = this.#log.entries.length;
    const outcome = this.#log.add(tried)!;
    this.#changed({ is: 'tried', tried, outcome, entry });
    return outcome;
  }

  /** Turns the machine so that a face is in front, or only looks at it where it is. */
  turnTo(zone: string): void {
    this.zone = zone;
    const face = this.access.model.zone(zone);
    if (this.isInFront(face)) return;
    const { up, lid } = face.pose;
    this.try({ do: 'pose', up: up === 'either' ? this.state.up : up, lid: lid === 'any' ? this.state.lid : lid });
  }

  moveLid(lid: Rehearsed['lid']): void {
    if (lid !== this.state.lid) this.try({ do: 'pose', up: this.state.up, lid });
  }

  /** Puts screws of the group in hand into all holes that have none, until one does not go as it should. */
  fill(group: JointOf<'screws'>): void {
    for (const [hole, from] of screwsIn(this.state, group).entries()) {
      if (from !== null || this.screw === undefined || this.left(this.screw) === 0) continue;
      if (this.try({ do: 'put', joint: group.id, hole, from: this.screw }).is !== 'works') return;
    }
  }

  /** Lays all that lies beside a part on one side of it. */
  layAll(part: string, cables: readonly { cable: string; zone: string }[], where: 'under' | 'over'): void {
    for (const { cable, zone } of cables) this.try({ do: 'lay', cable, part, zone, where });
  }

  /** Screws of a group on the tray. */
  left(group: string): number {
    return onTray(this.access.model, this.state).get(group) ?? 0;
  }

  hint(): void {
    this.#log.add({ do: 'hint' });
    this.#changed({ is: 'hint', step: nextStep(this.#log, this.plan) });
  }

  /** The machine as it was before an entry; what broke since is remembered all the same. */
  backTo(entry: number): void {
    this.#log.add({ do: 'back', to: entry });
    this.isOver = false;
    this.#changed({ is: 'back' });
  }

  /** What was said to be done is not yet. */
  goOn(): void {
    this.isOver = false;
  }

  end(): void {
    this.isOver = true;
    this.picked = undefined;
    this.heard = undefined;
  }

  #changed(heard: Heard): void {
    this.#made = this.#log.entries.length;
    this.heard = heard;
    this.#keep(this.#log.entries);
  }
}

/** What was kept goes on; what this machine never had, whatever put it there, is begun anew. */
function logOf(access: Access, goals: readonly Goal[], entries: readonly Entry[]): RehearsalLog {
  try {
    return new RehearsalLog(access, goals, entries);
  } catch (error) {
    if (error instanceof RangeError) return new RehearsalLog(access, goals);
    throw error;
  }
}
