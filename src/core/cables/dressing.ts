import { distance, type Cable, type Joint, type Model } from '../machine';

/**
 * The order in which a cable is taken out of its guides: its opened plug first, then guide by guide away from it.
 * Dressing goes the other way: from where the cable stays, guide by guide, and the plug last.
 * @param opened joints that the job opens; others are left out
 * @returns joint ids; empty when none of its plugs is opened, since then it is not drawn out from an end
 */
export function undressing(model: Model, cable: Cable, opened: ReadonlySet<string>): string[] {
  const guides = cable.path.flatMap((point, i) =>
    point.guide && opened.has(point.guide) ? [{ id: point.guide, i }] : []
  );
  const plugs = cable.ends
    .filter((end) => opened.has(end.joint))
    .map((end) => ({ id: end.joint, i: placeOnPath(cable, model.joint(end.joint)) }));
  if (guides.length === 0 || plugs.length === 0) return [];
  // With plugs open at both ends the one nearer to an end of the path leads.
  const plug = plugs.reduce((best, p) => (ends(cable, p.i) < ends(cable, best.i) ? p : best));
  const away = [...guides].sort((a, b) => Math.abs(a.i - plug.i) - Math.abs(b.i - plug.i));
  return [plug.id, ...new Set(away.map((g) => g.id))];
}

const ends = (cable: Cable, i: number) => Math.min(i, cable.path.length - 1 - i);

/** Index of the path's point nearest to the joint. */
function placeOnPath(cable: Cable, joint: Joint): number {
  let best = 0;
  let least = Infinity;
  cable.path.forEach((point, i) => {
    if (point.zone !== joint.zone) return;
    const d = Math.min(...joint.at.map((at) => distance(at, point.at)));
    if (d < least) {
      least = d;
      best = i;
    }
  });
  return best;
}
