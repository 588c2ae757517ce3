import type { ConnectorFamily, JointOf, Model } from '../machine';

type Plug = JointOf<'connector'>;

/** Plugs at the end of a lead or a flat cable; modules and cards are told apart by themselves. */
const LEADS: ReadonlySet<ConnectorFamily> = new Set([
  'flip-lock-back',
  'flip-lock-front',
  'slide-lock',
  'pull-tab',
  'wire-along-board',
  'lift-straight',
  'antenna-snap',
  'bail'
]);

/** Plugs farther apart than a lead's end can wander are not put on each other's place by mistake, mm: bench rule of thumb. */
const REACH_MM = 80;

/** What of a lead is told from another one's at a glance. */
function looks(model: Model, { a, family }: Plug): string {
  const cable = model.cable(a);
  return cable
    ? `${family} ${cable.form} ${cable.widthMm} ${cable.colour.toLowerCase()}`
    : `${family} ${model.part(a).kind}`;
}

/** Plugs that fit the same kind of socket on the same part, near enough to be taken for this one; this one is not among them. */
function neighbours(model: Model, joint: Plug): Plug[] {
  if (!LEADS.has(joint.family)) return [];
  return model
    .jointsOf(joint.b)
    .filter(
      (other): other is Plug =>
        other.kind === 'connector' &&
        other.id !== joint.id &&
        other.b === joint.b &&
        other.family === joint.family &&
        other.zone === joint.zone &&
        other.at.some(([x, y]) => joint.at.some(([u, v]) => Math.hypot(x - u, y - v) <= REACH_MM))
    );
}

/** Plugs that nothing in the file tells from this one: no marks, the same look, the same kind of socket within reach. */
export function likeLeads(model: Model, joint: Plug): Plug[] {
  if (joint.marks) return [];
  return neighbours(model, joint).filter((other) => !other.marks && looks(model, other) === looks(model, joint));
}

export interface Pairing {
  /** The mark on the plug. */
  plug: string;
  /** The mark of the socket that it belongs on. */
  socket: string;
  /** Marks of all sockets that it would fit within reach, its own among them, sorted. */
  choices: string[];
}

/** What is to be read off before a marked plug counts as in: undefined where it fits nothing else. */
export function pairingOf(model: Model, joint: Plug): Pairing | undefined {
  if (!joint.marks) return undefined;
  const choices = [
    ...new Set([joint, ...neighbours(model, joint)].flatMap((j) => (j.marks ? [j.marks[1]] : [])))
  ].sort();
  return choices.length < 2 ? undefined : { plug: joint.marks[0], socket: joint.marks[1], choices };
}

/**
 * A cable that is opened at one end only, though it leaves with what its other end is plugged to.
 * @param opened joints that are opened, @param leaves parts that leave the machine
 * @returns the part that it stays plugged to and comes off with; undefined where the near end is opened
 */
export function comesOffWith(
  model: Model,
  joint: Plug,
  opened: ReadonlySet<string>,
  leaves: ReadonlySet<string>
): string | undefined {
  const cable = model.cable(joint.a);
  if (!cable || leaves.has(joint.b)) return undefined;
  const kept = cable.ends
    .map((e) => model.joint(e.joint))
    .find((j) => j.id !== joint.id && !opened.has(j.id) && leaves.has(j.b));
  return kept?.b;
}
