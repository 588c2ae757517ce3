import type { Access } from '../access';
import FlatQueue from 'flatqueue';
import { commonOrder } from './align';
import { aboutSet, orderAction } from './down';
import { looseRules } from './pose';
import type { SequenceProblem, Setup, Weights } from '../solve';
import { passage, type Said } from '../language';
import { SAVES, waitsWords } from '../words';
import { upEdges, type UpEdge } from './way-up';
import type { RemovalSet } from './sets';
import type { ActionId } from '../ids';

/** The way up as a problem of order: the edges of assembly, and the mirror to keep to. */
export function upProblem(
  access: Access,
  set: RemovalSet,
  down: readonly ActionId[],
  start: Setup,
  weights: Weights
): SequenceProblem & { edges: UpEdge[] } {
  const edges = upEdges(access, set.actions, set.taken.values());
  const about = aboutSet(access, set);
  return {
    actions: down.map((id) => orderAction(access, id, 'up', about)),
    needs: edges.map(({ before, after }) => ({ of: after, alternatives: [[before]] })),
    weights,
    start,
    edges,
    loose: { opens: 'undone', rules: looseRules(access) },
    prefer: mirrorOrder(down, edges)
  };
}

/**
 * The strict mirror as far as the edges allow it: of what can be done now, what was done last on the way down comes first.
 * @throws if the edges go in a circle
 */
export function mirrorOrder(down: readonly ActionId[], edges: readonly UpEdge[]): ActionId[] {
  const rank = new Map(down.map((id, i) => [id, i]));
  const waits = new Int32Array(down.length);
  const followers: number[][] = down.map(() => []);
  for (const { before, after } of edges) {
    const b = rank.get(before);
    const a = rank.get(after);
    if (a === undefined || b === undefined) continue;
    followers[b]!.push(a);
    waits[a]!++;
  }
  const ready = new FlatQueue<number>();
  down.forEach((_, i) => {
    if (waits[i] === 0) ready.push(i, -i);
  });
  const out: ActionId[] = [];
  for (let i = ready.pop(); i !== undefined; i = ready.pop()) {
    out.push(down[i]!);
    for (const f of followers[i]!) if (--waits[f]! === 0) ready.push(f, -f);
  }
  if (out.length < down.length)
    throw new Error(`the way up goes in a circle among ${down.filter((_, i) => waits[i]! > 0).join(', ')}`);
  return out;
}

/** For each action of the way up that does not stand at its mirror's place: why. */
export function departures(
  access: Access,
  down: readonly ActionId[],
  up: readonly ActionId[],
  edges: readonly UpEdge[]
): Map<ActionId, Said> {
  const rank = new Map(down.map((id, i) => [id, i]));
  const stays = new Set(commonOrder([...down].reverse(), up));
  // Only what was done in the same order on the way down makes a difference to the mirror.
  const forced = edges.filter((e) => e.why && rank.get(e.before)! < rank.get(e.after)!);
  const into = grouped(edges, (e) => e.after);
  const forcedInto = grouped(forced, (e) => e.after);
  const forcedFrom = grouped(forced, (e) => e.before);
  const out = new Map<ActionId, Said>();
  for (const id of up) {
    if (stays.has(id)) continue;
    const own = new Map(
      [...(forcedInto.get(id) ?? []), ...(forcedFrom.get(id) ?? [])].flatMap((e) =>
        e.why === undefined ? [] : [[JSON.stringify(e.why), e.why] as const]
      )
    );
    const waits = into.get(id)?.find((e) => out.has(e.before));
    const action = waits && access.actions.get(waits.before);
    out.set(id, passage(...own.values()) ?? (action ? waitsWords(access.model, action) : SAVES));
  }
  return out;
}

function grouped(edges: readonly UpEdge[], key: (edge: UpEdge) => ActionId): Map<ActionId, UpEdge[]> {
  const out = new Map<ActionId, UpEdge[]>();
  for (const edge of edges) {
    const list = out.get(key(edge));
    if (list) list.push(edge);
    else out.set(key(edge), [edge]);
  }
  return out;
}
