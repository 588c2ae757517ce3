import { removes } from '../machine';
import { moveId, openId, questionId, readAction, type ActionId } from '../ids';
import { NEVER, type RecordState, type SeenMove } from './state';
import type { Belief } from './over';
import type { Ends } from './ends';
import type { Together } from './together';
import { BOARDS, CABLES } from './habits';

/** Something that may have to come before something else, although nothing lies over anything. */
export interface Order {
  before: ActionId;
  after: ActionId;
  belief: Belief;
  /** For what was seen only then: its face. What is seen with it on that face is one question. */
  face?: string;
  why:
    | 'seen-only-then'
    | 'tray-and-board'
    | 'keyboard-and-turning'
    | 'tape-and-plug'
    | 'battery-and-drives'
    | 'speakers-and-cell'
    | 'one-grip';
}

export const orderQuestion = ({ before, after, face }: Pick<Order, 'before' | 'after' | 'face'>): string =>
  questionId(face === undefined ? { kind: 'order', before, after } : { kind: 'seen', before, face });

/** A tape on the same cable so near to its plug lies over it or pulls at it, mm: bench rule of thumb. */
const TAPED_MM = 15;
const DOUBTFUL = { yes: true, sure: 0.5, why: 'hidden-until' } as const;

/**
 * Orders that no outline shows: a joint that came into view only once what carries it was out, and the four that practice knows.
 * The second kind is doubted, and stands until somebody says otherwise.
 */
export function ordersOf(
  state: RecordState,
  together: Together,
  ends: ReadonlyMap<string, Ends>,
  isCovered: (joint: string) => boolean
): Order[] {
  const out: Order[] = [];
  const parts = new Map(state.parts.map((p) => [p.id, p]));
  const faces = new Map(state.faces.map((f) => [f.id, f]));
  const moves = state.moves.filter(removes);
  const id = (m: SeenMove) => moveId(m.part, m.move);
  const kind = (m: SeenMove) => parts.get(m.part)!.kind;

  for (const joint of state.joints) {
    const e = ends.get(joint.id);
    if (!e) continue;
    const first = Math.min(...joint.places.map((p) => p.seen));
    // The face is the back of something, or it came into view as both its ends left the body together.
    const back = faces.get(joint.face)?.of;
    const last = state.moves.filter((m) => m.when < first).at(-1);
    const taken = last && together.taken(last);
    const of =
      back !== undefined
        ? moves.find((m) => m.part === back && m.when < first)
        : last && removes(last) && last.part !== e.a && taken!.has(e.a) && taken!.has(e.b)
          ? last
          : undefined;
    if (of)
      out.push({
        before: id(of),
        after: openId(joint.id),
        why: 'seen-only-then',
        face: joint.face,
        // Something else on its face may have hidden it as well: a door that nobody opened.
        belief: { yes: true, sure: back !== undefined ? 0.99 : isCovered(joint.id) ? 0.5 : 0.8, why: 'hidden-until' }
      });
  }

  const doubt = (before: ActionId, after: ActionId, why: Order['why']) =>
    void out.push({ before, after, why, belief: DOUBTFUL });
  for (const m of moves) {
    const isBoard = kind(m) === 'board';
    if (isBoard)
      for (const tray of moves) if (tray.when < m.when && isEdge(tray.face)) doubt(id(tray), id(m), 'tray-and-board');
    if (isBoard || kind(m) === 'cover' || kind(m) === 'frame')
      for (const keyboard of moves)
        if (kind(keyboard) === 'keyboard' && keyboard.when < m.when && !isOther(keyboard, m))
          doubt(id(keyboard), id(m), 'keyboard-and-turning');
  }
  function isEdge(face: string): boolean {
    const f = faces.get(face);
    return f?.pose.up === 'either' && f.of === undefined;
  }
  /** A cover of another face, or what was carried off with it, has nothing to do with the keyboard. */
  function isOther(keyboard: SeenMove, m: SeenMove): boolean {
    return kind(m) !== 'board' && faces.get(keyboard.face)?.pose.up !== faces.get(m.face)?.pose.up;
  }
  for (const tape of state.joints) {
    const e = ends.get(tape.id);
    if (tape.fixing.kind !== 'tape' || !e || !CABLES.has(parts.get(e.a)!.kind)) continue;
    for (const plug of state.joints) {
      const p = ends.get(plug.id);
      if (plug.fixing.kind !== 'connector' || p?.a !== e.a || plug.face !== tape.face) continue;
      const near = tape.places.some(({ at: [x, y] }) =>
        plug.places.some(({ at }) => Math.hypot(at[0] - x, at[1] - y) <= TAPED_MM)
      );
      if (near && BOARDS.has(parts.get(p.b)?.kind ?? 'case')) doubt(openId(tape.id), openId(plug.id), 'tape-and-plug');
    }
  }
  // A battery that comes out from outside goes first; drives beside it are undone after it.
  for (const battery of moves.filter((m) => kind(m) === 'battery' && isFromOutside(state, m)))
    for (const drive of moves.filter(
      (m) => m.when > battery.when && ['storage', 'bracket'].includes(kind(m)) && m.kind === 'slide'
    ))
      for (const [joint, { a }] of ends)
        if (a === drive.part && state.joints.find((j) => j.id === joint)!.fixing.kind === 'screws')
          doubt(id(battery), openId(joint), 'battery-and-drives');
  // Glue beneath a cell is drawn out to its sides, where the speakers stand.
  for (const cell of moves.filter((m) => kind(m) === 'battery'))
    for (const [joint, { a }] of ends)
      if (a === cell.part && state.joints.find((j) => j.id === joint)!.fixing.kind === 'adhesive')
        for (const speaker of moves)
          if (kind(speaker) === 'speaker' && speaker.when < cell.when && speaker.face === cell.face)
            doubt(id(speaker), openId(joint), 'speakers-and-cell');
  return out.filter((o) => happened(o));

  /** What was recorded the other way round is no order. */
  function happened(order: Order): boolean {
    const after = readAction(order.after)!;
    const e = 'joint' in after ? ends.get(after.joint) : undefined;
    if (!('joint' in after) || !e) return true;
    const before = moves.find((m) => id(m) === order.before);
    const opened = Math.min(together.apart(e.a, e.b), state.joints.find((j) => j.id === after.joint)!.opened ?? NEVER);
    return before === undefined || before.when <= opened;
  }
}

/** It slides out of a bay: no cover of the body has to come off for it. */
function isFromOutside(state: RecordState, battery: SeenMove): boolean {
  return battery.kind === 'slide' && state.parts.find((p) => p.id === battery.part)!.kind === 'battery';
}
