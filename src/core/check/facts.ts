import type { Cable, Joint, Machine, Move, Part } from '../machine';

/** What the machine file says, looked up by id: read anew for the check, by nothing that plans. */
export class Facts {
  readonly root: string;
  readonly parts: ReadonlyMap<string, Part>;
  readonly joints: ReadonlyMap<string, Joint>;
  readonly cables: ReadonlyMap<string, Cable>;
  private groups: Facts['jointly'] | undefined;
  private readonly riding = new Map<string, Set<string>>();

  constructor(readonly machine: Machine) {
    this.parts = new Map(machine.parts.map((p) => [p.id, p]));
    this.joints = new Map(machine.joints.map((j) => [j.id, j]));
    this.cables = new Map(machine.cables.map((c) => [c.part, c]));
    this.root = (machine.parts.find((p) => p.on === undefined && !this.cables.has(p.id)) ?? machine.parts[0]!).id;
    for (const p of machine.parts)
      for (const on of [p.id, ...this.carriersOf(p.id)])
        this.riding.set(on, (this.riding.get(on) ?? new Set()).add(p.id));
  }

  /** What it stands on, nearest first. */
  carriersOf(id: string): string[] {
    const out: string[] = [];
    for (let on = this.parts.get(id)?.on; on !== undefined && !out.includes(on); on = this.parts.get(on)?.on)
      out.push(on);
    return out;
  }

  /** The part and all that stands on it. */
  ridersOf(id: string): ReadonlySet<string> {
    return this.riding.get(id)!;
  }

  /** A cable that stands on nothing stays with either end. */
  isLoose(id: string): boolean {
    return id !== this.root && this.parts.get(id)!.on === undefined;
  }

  /** Everything that a move takes along: what stands on the part, and what leaves beside it with what stands on that. */
  takenBy(part: Part, move: Move): ReadonlySet<string> {
    if (!move.with) return this.ridersOf(part.id);
    return new Set([part.id, ...move.with].flatMap((id) => [...this.ridersOf(id)]));
  }

  /** All moves of several parts at once. */
  get jointly(): { part: Part; move: Move; key: string; taken: ReadonlySet<string> }[] {
    return (this.groups ??= this.machine.parts.flatMap((part) =>
      part.moves
        .filter((m) => m.with)
        .map((move) => ({ part, move, key: moveKey(part.id, move.id), taken: this.takenBy(part, move) }))
    ));
  }

  /** Whether a part has left the machine by some act that is done, and did so without another. */
  hasLeft(id: string, open: ReadonlySet<string>, without?: string): boolean {
    const alone = [id, ...this.carriersOf(id)].some((p) =>
      this.parts
        .get(p)!
        .moves.some(
          (m) =>
            takesOut(m) &&
            !m.with &&
            open.has(moveKey(p, m.id)) &&
            (without === undefined || !this.ridersOf(p).has(without))
        )
    );
    return (
      alone ||
      this.jointly.some(
        ({ key, taken }) => open.has(key) && taken.has(id) && (without === undefined || !taken.has(without))
      )
    );
  }

  jointsAt(ids: ReadonlySet<string>): Joint[] {
    return this.machine.joints.filter((j) => ids.has(j.a) !== ids.has(j.b));
  }

  pose(zone: string) {
    return this.machine.zones.find((z) => z.id === zone)!.pose;
  }

  /** `firmware`, the battery taken out from outside, or neither. */
  get powerAway(): { firmware: boolean; outside: string | undefined } {
    const { steps, joint } = this.machine.isolation;
    return {
      firmware: steps.some((s) => s.kind === 'firmware-disconnect'),
      outside:
        joint !== undefined && steps.some((s) => s.kind === 'remove-battery') ? this.joints.get(joint)!.a : undefined
    };
  }
}

export const takesOut = (move: Move): boolean => move.kind === 'lift' || move.kind === 'slide' || move.kind === 'tilt';
export const openKey = (joint: string): string => `joint:${joint}`;
export const moveKey = (part: string, move: string): string => `move:${part}/${move}`;

/** Something a step does or undoes. */
export type Act = { key: string; zone: string; seconds: number; backSeconds: number } & (
  { joint: Joint; part?: undefined; move?: undefined } | { part: Part; move: Move; joint?: undefined }
);

export function actOf(facts: Facts, key: string): Act | undefined {
  if (key.startsWith('joint:')) {
    const joint = facts.joints.get(key.slice('joint:'.length));
    return (
      joint && {
        key,
        joint,
        zone: joint.zone,
        seconds: joint.seconds,
        backSeconds: joint.closeSeconds ?? joint.seconds
      }
    );
  }
  const [part, id] = key.slice('move:'.length).split('/') as [string, string];
  const found = facts.parts.get(part);
  const move = found?.moves.find((m) => m.id === id);
  return (
    found &&
    move && {
      key,
      part: found,
      move,
      zone: move.zone,
      seconds: move.seconds,
      backSeconds: move.returnSeconds ?? move.seconds
    }
  );
}
