import { questionId } from '../ids';
import { areaOf, contains, discMeets, type Area } from '../access';
import { area, flatten } from '../machine';
import { NEVER, type RecordState, type SeenJoint, type SeenPart } from './state';
import type { Together } from './together';
import { BOARDS, CABLES, carries, FRAMES, ON_BOARD } from './habits';

/** The two parts that a joint holds together, with how sure it is of the second. */
export interface Ends {
  a: string;
  b: string;
  sure: number;
  told: boolean;
  /** Other parts that it may as well hold onto, likeliest first. */
  others: string[];
}

/** Places are tapped to about a millimetre. */
const TAP_MM = 1.5;
/** Tape lies across an edge. */
const TAPE_MM = 5;
/** So much of a group's places have to lie on a part before it can be what they hold onto. */
const MOST = 0.8;
const HALF = 0.5;
/** How far the guess is believed where another part suits as well, nearly as well, and where none does: rounded from recorded teardowns. */
const SURE = { bracket: 0.7, shallow: 0.8, alike: 0.9, near: 0.97, alone: 0.995 };

/** Surer than this one does not ask what a joint holds onto, and no answer to a question changes it: one answer in ten is wrong. */
export const SURE_ENOUGH = SURE.alike;

function sureOf(ranked: readonly Candidate[], kind: SeenPart['kind'], fixing: SeenJoint['fixing']['kind']): number {
  const [first, second] = ranked;
  if (!first || !second) return SURE.alone;
  const [suits, fits] = [second.rank[0]! - first.rank[0]!, second.rank[1]! - first.rank[1]!];
  // Brackets hold plugs down on boards, and boards down in bodies.
  if (kind === 'bracket' && suits < 0.5) return SURE.bracket;
  // Clips and glue do not reach far: something that lies nearer may be what they hold to, whatever it is.
  const isShallow = (fixing === 'clips' || fixing === 'adhesive' || fixing === 'hook') && !ON_BOARD.has(kind);
  if (isShallow && ranked.some((r) => r.rank[1]! <= first.rank[1]! && r.height > first.height)) return SURE.shallow;
  if (fixing === 'connector' && first.rank[1] === -2) return SURE.alone;
  if (fixing === 'tape' && suits < 0.5 && fits === 0) return SURE.shallow;
  if (suits < 0.5) return fits > 0 ? SURE.alone : first.height > second.height ? SURE.near : SURE.alike;
  return suits <= 1.5 ? SURE.near : SURE.alone;
}

/** A part that a joint may hold onto: ranked the lower the likelier, and how high it lies in the pile. */
interface Candidate {
  id: string;
  rank: readonly number[];
  height: number;
}

/** What lies where on which face, by part. */
export type Areas = ReadonlyMap<string, ReadonlyMap<string, Area>>;

export function areasOf(state: RecordState): Areas {
  return new Map(
    state.parts.map((p) => [p.id, new Map(Object.values(p.outlines).map((o) => [o.face, areaOf(o.outline)]))])
  );
}

export function endsOf(state: RecordState, together: Together, areas: Areas): Map<string, Ends> {
  const parts = new Map(state.parts.map((p) => [p.id, p]));
  const faces = new Map(state.faces.map((f) => [f.id, f]));
  const root = state.about?.rest.part;
  const sizes = new Map(
    state.parts.map((p) => [
      p.id,
      Math.min(...Object.values(p.outlines).map((o) => Math.abs(area(flatten(o.outline)))))
    ])
  );
  const guessed = new Map(
    state.joints.flatMap((joint): [string, Ends][] => {
      const a = joint.holds ?? holderOf(joint);
      if (a === undefined || !parts.has(a)) return [];
      const ranked = candidates(joint, parts.get(a)!);
      const told = joint.onto;
      const b = told !== undefined && told !== a ? told : (ranked[0]?.id ?? (a === root ? undefined : root));
      if (b === undefined) return [];
      return [
        [
          joint.id,
          {
            a,
            b,
            told: b === told,
            sure: b === told ? 1 : sureOf(ranked, parts.get(a)!.kind, joint.fixing.kind),
            others: ranked.flatMap(({ id }) => (id === b ? [] : [id])).slice(0, 4)
          }
        ]
      ];
    })
  );
  return answered(guessed);

  /** An answer counts for all that holds the part onto what was guessed of the joint that was asked about. */
  function answered(all: ReadonlyMap<string, Ends>): Map<string, Ends> {
    const out = new Map(all);
    for (const joint of state.joints) {
      const answer = state.answers[questionId({ kind: 'onto', joint: joint.id })];
      const asked = all.get(joint.id);
      if (!asked || answer === undefined || !parts.has(answer) || answer === asked.a) continue;
      // What was seen stands against an answer that was guessed as well: to put it right the joint itself is told anew.
      if (answer !== asked.b && asked.sure >= SURE_ENOUGH) continue;
      for (const other of sameHold(state, all, joint))
        out.set(other.id, { ...all.get(other.id)!, b: answer, sure: 1, told: true });
    }
    return out;
  }

  /** Where nobody said what a joint holds: the smallest part that came off with its places under it. */
  function holderOf(joint: SeenJoint): string | undefined {
    const on = state.parts.filter((p) => p.id !== root && shareOn(joint, p) >= MOST && together.left(p.id) < NEVER);
    return on.sort((p, q) => sizes.get(p.id)! - sizes.get(q.id)!)[0]?.id;
  }

  function shareOn(joint: SeenJoint, part: SeenPart): number {
    if (faces.get(joint.face)?.of === part.id) return 1;
    const on = areas.get(part.id)?.get(joint.face);
    if (!on) return 0;
    return (
      joint.places.filter(
        ({ at }) => contains(on, at) || discMeets(on, at, joint.fixing.kind === 'tape' ? TAPE_MM : TAP_MM)
      ).length / joint.places.length
    );
  }

  /** How much of a group lies on a part; what is not outlined on that face may still lie there: the rest of the body, and boards in it. */
  function fits(joint: SeenJoint, part: SeenPart, a: SeenPart): number {
    const share = shareOn(joint, part);
    if (share >= MOST) return 2;
    // What remains lies beneath everything that was taken off it directly.
    if (part.id === root && (CABLES.has(a.kind) || together.parting(a.id, root)?.move.part === a.id)) return 2;
    const isInside = !part.outlines[joint.face] && (part.id === root || (part.kind === 'board' && isSocketed(joint)));
    return share >= HALF || isInside ? 1 : 0;
  }

  /** A plug, or what holds a thing that sits in a socket. */
  function isSocketed(joint: SeenJoint): boolean {
    return (
      joint.fixing.kind === 'connector' ||
      state.joints.some((j) => j.holds === joint.holds && j.fixing.kind === 'connector' && j.fixing.family !== 'blade')
    );
  }

  function candidates(joint: SeenJoint, a: SeenPart): Candidate[] {
    const seen = Math.min(...joint.places.map((p) => p.seen));
    const possible = state.parts.filter((part) => {
      if (part.id === a.id || CABLES.has(part.kind) || fits(joint, part, a) === 0) return false;
      // What was raised to see it does not lie beneath it.
      const raised = together.raised(part.id);
      if (
        joint.fixing.kind !== 'connector' &&
        raised &&
        raised.when < seen &&
        !together.taken(raised.move).has(a.id) &&
        shareOn(joint, part) > 0
      )
        return false;
      // They were together when it was seen, and when it was undone.
      return together.apart(a.id, part.id) > Math.max(seen, joint.opened ?? 0);
    });
    /** How high it lies in the pile of those that are possible: one above what it was lifted off. */
    const heights = new Map<string, number>();
    const height = (id: string): number => {
      const known = heights.get(id);
      if (known !== undefined) return known;
      heights.set(id, 0);
      const below = possible.filter(({ id: other }) => {
        const parting = together.parting(id, other);
        return parting?.took === id && parting.move.part === id;
      });
      const made = Math.max(0, ...below.map((other) => 1 + height(other.id)));
      heights.set(id, made);
      return made;
    };
    const rank = (part: SeenPart): number[] => [
      -suits(joint, a, part),
      -fits(joint, part, a),
      ...(isWiring(joint) ? [sizes.get(part.id)!] : [-height(part.id), sizes.get(part.id)!])
    ];
    return possible
      .map((part) => ({ id: part.id, rank: rank(part), height: height(part.id) }))
      .sort((p, q) => compare(p.rank, q.rank) || (p.id < q.id ? -1 : 1));
  }

  function isWiring({ fixing }: SeenJoint): boolean {
    return fixing.kind === 'connector' && !carries(fixing);
  }

  /** How well a part suits as what such a joint holds such a thing onto: habits of the trade. */
  function suits(joint: SeenJoint, a: SeenPart, b: SeenPart): number {
    const { fixing } = joint;
    const isBoard = BOARDS.has(b.kind);
    const isFrame = FRAMES.has(b.kind);
    const parting = together.parting(a.id, b.id);
    // What was taken off over it is not what it lies on; what it was never taken off it may be mounted on for good.
    const isBetween = isWiring(joint) || CABLES.has(a.kind) || fixing.kind === 'tape';
    if (parting?.took === b.id && parting.move.part === b.id && !isBetween) return -1;
    const never = parting || b.id === root || together.out(a.id) === NEVER ? 0 : -1;
    if (fixing.kind === 'connector') {
      if (fixing.family === 'antenna-snap') return b.kind === 'card' ? 3 : 0;
      if (carries(fixing)) return b.kind === 'board' ? 3 : isBoard ? 2 : 0;
      // A wire is plugged into the other end, not into what it is fixed to for good.
      const fixed = parting ? 0 : -2;
      if (isBoard) return (fits(joint, b, a) === 2 ? 3 : 1.5) + fixed;
      return (PLUGGED.has(b.kind) ? 2 : 0) + fixed;
    }
    if (fixing.kind === 'adhesive' && (fixing.adhesive === 'thermal-compound' || fixing.adhesive === 'thermal-pad'))
      return b.kind === 'processor' ? 3 : isBoard ? 2 : 0;
    if (fixing.kind === 'tape' && a.kind === 'fan') return b.kind === 'heat-sink' ? 3 : 0;
    // Channels and clips are moulded into bodies; tape goes onto whatever lies there.
    if (CABLES.has(a.kind))
      return BODIES.has(b.kind) ? 2 : isBoard ? (fixing.kind === 'tape' ? 2 : 1) : isFrame ? 1 : 0;
    const isShallow = fixing.kind !== 'screws';
    if (ON_BOARD.has(a.kind) && (isSocketed(joint) || fits(joint, b, a) === 2))
      return (isBoard ? 3 : isFrame || b.kind === 'bracket' ? 1 : 0) + never;
    // Taken to be held to the body it has to go before the board does: who doubts loses a step, and breaks nothing.
    if (a.kind === 'bracket' && !slides(a.id)) return (isBoard ? 2.9 : isFrame || b.kind === 'storage' ? 3 : 1) + never;
    // The case itself goes before a frame that stands in it.
    if (b.kind === 'frame' && !THIN.has(a.kind) && !isShallow) return 2.7 + never;
    if (isFrame) return (BODIES.has(b.kind) || THIN.has(a.kind) || isShallow ? 3 : 2) + never;
    return (isBoard ? 0.5 : THIN.has(a.kind) ? 1.5 : 1) + never;
  }

  /** It goes into a bay, and so is held to the body. */
  function slides(part: string): boolean {
    return state.moves.some((m) => m.part === part && m.kind === 'slide');
  }
}

/** What a wire is plugged into, besides boards. */
const PLUGGED: ReadonlySet<SeenPart['kind']> = new Set([
  'panel',
  'camera',
  'touchpad',
  'keyboard',
  'reader',
  'card',
  'display',
  'microphone'
]);
/** Bodies, of the base and of the lid. */
const BODIES: ReadonlySet<SeenPart['kind']> = new Set(['case', 'frame', 'display']);
/** What is put onto whatever lies right beneath it, be that a cover. */
const THIN: ReadonlySet<SeenPart['kind']> = new Set([
  'keyboard',
  'touchpad',
  'foot',
  'film',
  'bezel',
  'camera',
  'panel',
  'shield'
]);

/** Tapes and guides so near to each other are stuck to the same thing, mm: bench rule of thumb. */
const BESIDE_MM = 40;

/**
 * All that holds a part onto the same thing as this joint does, as far as is guessed; tapes and guides that lie side by side; a plug
 * stands for itself.
 */
export function sameHold(state: RecordState, ends: ReadonlyMap<string, Ends>, joint: SeenJoint): SeenJoint[] {
  const own = ends.get(joint.id);
  if (joint.fixing.kind === 'tape' || joint.fixing.kind === 'dressing')
    return state.joints.filter((j) => {
      const e = ends.get(j.id);
      const isSame = j.fixing.kind === joint.fixing.kind && j.face === joint.face && e?.b === own?.b && !e?.told;
      const isNear = () =>
        j.places.some(({ at }) => joint.places.some((p) => Math.hypot(p.at[0] - at[0], p.at[1] - at[1]) <= BESIDE_MM));
      return j.id === joint.id || (isSame && isNear());
    });
  if (!carries(joint.fixing)) return [joint];
  return state.joints.filter((j) => {
    const e = ends.get(j.id);
    return j.id === joint.id || (carries(j.fixing) && e !== undefined && !e.told && e.a === own?.a && e.b === own.b);
  });
}

const compare = (a: readonly number[], b: readonly number[]): number => {
  const i = a.findIndex((x, k) => x !== b[k]);
  return i < 0 ? 0 : a[i]! < b[i]! ? -1 : 1;
};
