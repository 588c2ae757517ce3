import type { Joint, Move, Part } from '../machine';
import { moveKey, openKey, takesOut, type Act, type Facts } from './facts';
import { partsOver, SURE_MM } from './over';
import { insideOf } from './shapes';

/** Room for a tool or fingers where the file gives none, mm (docs/machine-file.md). */
const ROOM_MM: Record<Joint['kind'], number> = {
  screws: 2.5,
  connector: 4,
  clips: 1.5,
  adhesive: 2,
  tape: 2,
  dressing: 2,
  latch: 3,
  seal: 2,
  hook: 2
};

/** All that is open, out or raised at a moment. */
export type Open = ReadonlySet<string>;

/** Something that has to be so before an act can be done, and still when it is undone. */
export interface Demand {
  text: string;
  isMet(open: Open): boolean;
  /** It is about what lies in the way, not about what holds; moved aside, or raised, by one of these moves. */
  cover?: string;
  aside?: readonly string[];
  /** The cover has to be raised, not merely away. */
  raises?: true;
  /** It holds on the way down alone. */
  onlyDown?: true;
  /** The file's word for what comes first, whatever has become of it since. */
  isOrder?: true;
}

/** Derives from drawing and joints what every act demands, and what keeps and hides things: the check's own reading of the file. */
export class Reach {
  private readonly known = new Map<string, Demand[]>();

  constructor(readonly facts: Facts) {}

  demands(act: Act): Demand[] {
    const known = this.known.get(act.key);
    if (known) return known;
    const made = [...(act.joint ? this.toOpen(act.joint) : this.toMove(act.part, act.move)), ...this.relations(act)];
    this.known.set(act.key, made);
    return made;
  }

  isOut(id: string, open: Open): boolean {
    return this.facts.hasLeft(id, open);
  }

  /** What is open or aside with the lid here; nothing that goes with it where it is nowhere. */
  withLidAt(open: Open, lid: string | undefined): Open {
    const back = this.facts.machine.parts.flatMap((p) =>
      p.moves.filter((m) => m.lid !== undefined && m.lid !== lid).map((m) => moveKey(p.id, m.id))
    );
    return back.some((key) => open.has(key)) ? new Set([...open].filter((key) => !back.includes(key))) : open;
  }

  /** In the machine: not out, and a loose cable still at one end. */
  isIn(id: string, open: Open): boolean {
    if (this.isOut(id, open)) return false;
    if (!this.facts.isLoose(id)) return true;
    return this.facts
      .jointsAt(new Set([id]))
      .some((j) => !open.has(openKey(j.id)) && this.isIn(j.a === id ? j.b : j.a, open));
  }

  private toOpen(j: Joint): Demand[] {
    const { facts } = this;
    const out: Demand[] = [];
    const raised = j.reachedRaised === undefined ? undefined : facts.parts.get(j.reachedRaised)!;
    if (raised)
      out.push({
        text: `${raised.id} raised`,
        cover: raised.id,
        aside: raised.moves.map((m) => moveKey(raised.id, m.id)),
        raises: true,
        isMet: (open) => raised.moves.some((m) => !takesOut(m) && open.has(moveKey(raised.id, m.id)))
      });
    if (letsGoLast(j)) {
      for (const other of facts.jointsAt(facts.ridersOf(j.a))) {
        if (letsGoLast(other) || other.reachedRaised !== undefined || facts.isLoose(other.a) || facts.isLoose(other.b))
          continue;
        out.push({ text: `${other.id} open`, isMet: (open) => this.givesWay(other, j, open) });
      }
    }
    if (j.kind === 'connector' && j.family === 'blade') return out;
    const room = j.clearMm ?? ROOM_MM[j.kind];
    const withIt = raised ? facts.ridersOf(raised.id) : new Set<string>();
    for (const cover of facts.machine.parts) {
      if (cover.id === j.a || cover.id === j.b || withIt.has(cover.id) || this.isExempt(cover.id, openKey(j.id)))
        continue;
      const hides = cover.shapes.some((s) => {
        if (s.zone !== j.zone || s.depth[0] >= j.depth - 1e-6) return false;
        const inside = insideOf(s.outline);
        const openings = s.openings.map(insideOf);
        return j.at.some((at) => inside(at) > SURE_MM - room && !openings.some((o) => o(at) > room - SURE_MM));
      });
      if (hides || this.isTold(cover.id, openKey(j.id)))
        out.push(this.cleared(cover.id, this.standsOn(j), `${cover.id} out of the way of ${j.id}`));
    }
    return out;
  }

  /** What a joint is at: a cable that stands on nothing is where it is plugged. */
  private standsOn(j: Joint): readonly string[] {
    const fixed = [j.a, j.b].filter((id) => !this.facts.isLoose(id));
    return fixed.length === 0 ? [j.a, j.b] : fixed;
  }

  /** It is open, or its other end has left without this part, or moves along with it and is held by nothing else. */
  private givesWay(fixing: Joint, j: Joint, open: Open): boolean {
    if (open.has(openKey(fixing.id))) return true;
    const { facts } = this;
    const isFixed = (other: Joint) =>
      !letsGoLast(other) &&
      other.reachedRaised === undefined &&
      !facts.isLoose(other.a) &&
      !facts.isLoose(other.b) &&
      !open.has(openKey(other.id));
    if (facts.hasLeft(fixing.a, open, j.a) && facts.hasLeft(fixing.b, open, j.a)) return true;
    return facts.jointly.some(
      ({ taken }) =>
        [fixing.a, fixing.b, j.a].every((id) => taken.has(id)) &&
        !taken.has(j.b) &&
        !facts.jointsAt(taken).some(isFixed)
    );
  }

  private toMove(part: Part, move: Move): Demand[] {
    const { facts } = this;
    const out: Demand[] = [];
    const riders = facts.takenBy(part, move);
    const holding = facts.jointsAt(riders).filter((j) => !move.leaves.includes(j.id));
    // What left before it, joint and all, holds it no more.
    const isOpen = (j: Joint) => (open: Open) =>
      open.has(openKey(j.id)) || (facts.hasLeft(j.a, open, part.id) && facts.hasLeft(j.b, open, part.id));
    const cables = new Set<string>();
    for (const j of holding) {
      const loose = [j.a, j.b].find((id) => facts.isLoose(id));
      if (loose === undefined || riders.has(loose)) out.push({ text: `${j.id} open`, isMet: isOpen(j) });
      else cables.add(loose);
    }
    for (const cable of cables) {
      const all = facts.jointsAt(new Set([cable])).filter((j) => !move.leaves.includes(j.id));
      const near = all.filter((j) => riders.has(j.a) || riders.has(j.b));
      const far = all.filter((j) => !near.includes(j));
      if (far.length > 0)
        out.push({
          text: `${cable} open at one end`,
          isMet: (open) => near.every((j) => isOpen(j)(open)) || far.every((j) => isOpen(j)(open))
        });
    }
    for (const id of move.with ?? [])
      out.push({
        text: `${id} still beside ${part.id}`,
        isMet: (open) => !facts.hasLeft(id, open, part.id) && !facts.hasLeft(part.id, open, id)
      });
    out.push(...this.cablesHeldOver(part, move), ...this.exitCovers(part, move));
    return out;
  }

  private cablesHeldOver(part: Part, move: Move): Demand[] {
    const { facts } = this;
    const riders = facts.takenBy(part, move);
    const own = [part, ...(move.with ?? []).map((id) => facts.parts.get(id)!)]
      .flatMap((p) => p.shapes)
      .filter((s) => s.zone === move.zone)
      .map((s) => ({ top: s.depth[0], inside: insideOf(s.outline) }));
    return [...facts.cables.keys()].flatMap((cable) => {
      if (riders.has(cable)) return [];
      return facts
        .jointsAt(new Set([cable]))
        .filter(
          (j) =>
            (j.kind === 'dressing' || j.kind === 'tape') &&
            j.zone === move.zone &&
            !riders.has(j.a) &&
            !riders.has(j.b) &&
            !this.isExempt(cable, moveKey(part.id, move.id)) &&
            own.some(({ top, inside }) => j.depth < top && j.at.some((at) => inside(at) > SURE_MM))
        )
        .map((j): Demand => ({
          text: `${j.id} open, which holds a cable over ${part.id}`,
          isMet: (open) => open.has(openKey(j.id))
        }));
    });
  }

  /** What lies over the way out of the part, and of what leaves with it. */
  exitCovers(part: Part, move: Move): Demand[] {
    const { facts } = this;
    const riders = facts.takenBy(part, move);
    const drawn = this.over(part, move, part);
    const told = facts.machine.parts
      .map(({ id }) => id)
      .filter(
        (id) =>
          this.isTold(id, moveKey(part.id, move.id)) &&
          !drawn.includes(id) &&
          !riders.has(id) &&
          !facts.carriersOf(part.id).includes(id)
      );
    const own = [...drawn, ...told];
    const out = own.map((cover) => this.cleared(cover, [part.id], `${cover} out of the way of ${part.id}`, part.id));
    for (const rider of riders) {
      if (rider === part.id) continue;
      const between = [rider, ...facts.carriersOf(rider)].filter((id) => id !== part.id && riders.has(id));
      for (const cover of this.over(facts.parts.get(rider)!, move, part)) {
        if (own.includes(cover)) continue;
        const clear = this.cleared(cover, [part.id], '', part.id);
        out.push({
          text: `${cover} out of the way of ${rider}, which leaves with ${part.id}`,
          cover,
          aside: clear.aside!,
          isMet: (open) =>
            clear.isMet(open) ||
            between.some((id) =>
              facts.parts.get(id)!.moves.some((m) => m !== move && takesOut(m) && open.has(moveKey(id, m.id)))
            )
        });
      }
    }
    return out;
  }

  private over(thing: Part, move: Move, leaving: Part): string[] {
    return partsOver(this.facts, thing, move, leaving, (cover) => this.isExempt(cover, moveKey(leaving.id, move.id)));
  }

  /** It is not over these any more: moved aside (with them, where it carries them: they are reached from below), carried off, or left behind by what carries all of them off. */
  private cleared(cover: string, covered: readonly string[], text: string, itself?: string): Demand {
    const { facts } = this;
    const carriesAll = (id: string) => covered.every((c) => facts.ridersOf(id).has(c));
    const keys = (id: string, which: (m: Move) => boolean) =>
      facts.parts
        .get(id)!
        .moves.filter((m) => !m.with && which(m))
        .map((m) => moveKey(id, m.id));
    const aside = [cover, ...facts.carriersOf(cover)]
      .filter((id) => id === cover || !carriesAll(id))
      .flatMap((id) => keys(id, (m) => m.clears || takesOut(m)));
    const away = [covered[0]!, ...facts.carriersOf(covered[0]!)]
      .filter((id) => carriesAll(id) && !facts.ridersOf(id).has(cover) && id !== itself)
      .flatMap((id) => keys(id, takesOut));
    for (const { part, key, taken } of facts.jointly) {
      const takesAll = covered.every((c) => taken.has(c));
      if (taken.has(cover) && !takesAll) aside.push(key);
      if (!taken.has(cover) && takesAll && part.id !== itself) away.push(key);
    }
    return { text, cover, aside, isMet: (open) => [...aside, ...away].some((key) => open.has(key)) };
  }

  private relations(act: Act): Demand[] {
    return this.facts.machine.relations.flatMap((r) => {
      if (r.kind !== 'order' || r.leg === 'up' || refKey(r.after) !== act.key) return [];
      const before = refKey(r.before);
      return [
        {
          text: `${before} first: ${r.reason}`,
          isOrder: true as const,
          isMet: (open: Open) => open.has(before),
          ...(r.leg === 'down' ? { onlyDown: true as const } : {})
        }
      ];
    });
  }

  private isExempt(cover: string, key: string): boolean {
    return this.says('exempt', cover, key);
  }

  /** It lies over it by the file's word, whatever is drawn. */
  private isTold(cover: string, key: string): boolean {
    return this.says('covers', cover, key);
  }

  private says(kind: 'exempt' | 'covers', cover: string, key: string): boolean {
    return this.facts.machine.relations.some((r) => r.kind === kind && r.cover === cover && refKey(r.action) === key);
  }
}

export const refKey = (ref: { joint: string } | { part: string; move: string }): string =>
  'joint' in ref ? openKey(ref.joint) : moveKey(ref.part, ref.move);

/** Joints that give way as the part itself is moved. */
export const letsGoLast = (j: Joint): boolean =>
  j.kind === 'clips' ||
  j.kind === 'adhesive' ||
  j.kind === 'seal' ||
  j.kind === 'hook' ||
  (j.kind === 'connector' && ['edge-card', 'memory-socket', 'tray', 'blade'].includes(j.family));
