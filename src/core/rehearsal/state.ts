import type { Access } from '../access';
import { openId, type ActionId } from '../ids';
import type { JointOf, Model, Zone } from '../machine';
import type { Harm } from './harms';

/** A machine in rehearsal, at a moment. */
export interface Rehearsed {
  /** All that is opened and moved. */
  readonly open: ReadonlySet<ActionId>;
  /** All that ever was. */
  readonly opened: ReadonlySet<ActionId>;
  readonly up: 'underside' | 'topside';
  readonly lid: 'closed' | 'open' | 'flat';
  /** Steps of the isolation that are done, by their ids. */
  readonly isolated: ReadonlySet<string>;
  /** Of groups that were taken out: the group whose screw is in each hole, by the hole's index; null where there is none. */
  readonly holes: ReadonlyMap<string, readonly (string | null)[]>;
  /** How cables lie by parts that were moved, by `besideKey`: null while nobody has laid them. What is not named lies as it came. */
  readonly laid: ReadonlyMap<string, 'under' | 'over' | null>;
  /** Plugs that are on another one's socket: by the socket's own joint. */
  readonly sockets: ReadonlyMap<string, string>;
  /** What broke so far, in the order in which it did. */
  readonly harms: readonly Harm[];
}

/** As it is handed over: closed, upright, switched on and on its adapter. */
export const handedOver = (): Rehearsed => ({
  open: new Set(),
  opened: new Set(),
  up: 'topside',
  lid: 'closed',
  isolated: new Set(),
  holes: new Map(),
  laid: new Map(),
  sockets: new Map(),
  harms: []
});

/** Whether a face can be worked on as the machine lies. */
export const isInFront = ({ pose }: Zone, { up, lid }: Pick<Rehearsed, 'up' | 'lid'>): boolean =>
  (pose.up === 'either' || pose.up === up) && (pose.lid === 'any' || pose.lid === lid);

/** What is done to the power by hand; the rest of the isolation is opened like any other joint. */
export const powerSteps = ({ machine }: Model) => machine.isolation.steps.filter((s) => s.joint === undefined);

/** Names a cable beside a part on one of the part's faces. */
export const besideKey = (cable: string, part: string, zone: string): string => `${cable} ${part} ${zone}`;

/**
 * Whether there is power inside: it is on its adapter, or the isolating joint is closed and the firmware was not told to
 * disconnect the battery.
 */
export function isLive(model: Model, { open, isolated }: Rehearsed): boolean {
  if (isOnAdapter(model, isolated)) return true;
  const { steps, joint } = model.machine.isolation;
  if (joint === undefined || open.has(openId(joint))) return false;
  return !steps.some((s) => s.kind === 'firmware-disconnect' && isolated.has(s.id));
}

/** Whether it was never switched off: only whoever shuts it down, or takes all power from it, does that. */
export function isRunning(model: Model, state: Rehearsed): boolean {
  const { steps, joint } = model.machine.isolation;
  const wasCutOff = joint !== undefined && state.opened.has(openId(joint)) && !isOnAdapter(model, state.isolated);
  const isShutDown = steps.every((s) => s.kind !== 'shut-down' || state.isolated.has(s.id));
  return isLive(model, state) && !isShutDown && !wasCutOff;
}

export const isOnAdapter = (model: Model, isolated: ReadonlySet<string>): boolean =>
  model.machine.isolation.steps.some((s) => s.kind === 'unplug-adapter' && !isolated.has(s.id));

/**
 * Everything that may have to be done before the power can be taken away: the isolating joint with all ways to it. What is done of
 * these while the machine is live is done because there is no other way.
 */
export function onTheWayToIsolation({ model, requirements }: Access): ReadonlySet<ActionId> {
  const { joint } = model.machine.isolation;
  const found = new Set<ActionId>();
  const add = (id: ActionId): void => {
    if (found.has(id)) return;
    found.add(id);
    for (const { alternatives } of requirements.get(id) ?? []) for (const way of alternatives) way.forEach(add);
  };
  if (joint !== undefined) add(openId(joint));
  return found;
}

/** Which group's screw is in each hole of a group now. */
export const screwsIn = ({ holes }: Rehearsed, group: JointOf<'screws'>): readonly (string | null)[] =>
  holes.get(group.id) ?? group.at.map(() => group.id);

/** How many screws of each group lie on the tray: all that were taken out and are in no hole. */
export function onTray(model: Model, state: Rehearsed): ReadonlyMap<string, number> {
  const left = new Map<string, number>();
  for (const id of state.holes.keys()) left.set(id, (model.joint(id) as JointOf<'screws'>).at.length);
  for (const inHoles of state.holes.values())
    for (const from of inHoles) if (from !== null) left.set(from, (left.get(from) ?? 0) - 1);
  return left;
}
