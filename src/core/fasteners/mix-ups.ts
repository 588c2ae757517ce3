import type { JointOf } from '../machine';
import { fit, type Fit, type Verdict } from './fit';

export type ScrewGroup = JointOf<'screws'>;

export interface MixUp {
  /** This group's screw ... */
  screw: string;
  /** ... in this group's hole. */
  hole: string;
  fit: Fit;
  /** 0 (told apart at a glance) to 1 (the same to the eye). */
  likeness: number;
  /** Harm times likeness: the higher, the worse. */
  rank: number;
}

const HARM: Record<Verdict, number> = {
  'punches-through': 3,
  bottoms: 3,
  strips: 2,
  loose: 1,
  works: 0,
  right: 0,
  'does-not-fit': 0
};
/** A screw this much too long for a blind hole does its full harm; one that is less so does less, mm. Bench rule of thumb. */
const FULL_HARM_MM = 0.5;
/** Mix-ups from here on are told, and have to lie apart: a screw that would be taken for another and do harm. Bench rule of thumb. */
export const KEEP_APART = 1;

const harmOf = ({ verdict, beyondMm }: Fit): number =>
  HARM[verdict] * (verdict === 'bottoms' ? Math.min(1, beyondMm / FULL_HARM_MM) : 1);

/** Screws of one job that would go into each other's holes and do harm there, worst and likest first. */
export function mixUps(groups: readonly ScrewGroup[]): MixUp[] {
  return pairs(groups)
    .filter((m) => m.rank > 0)
    .sort((a, b) => b.rank - a.rank || (a.screw + a.hole < b.screw + b.hole ? -1 : 1));
}

/** Of the mix-ups those that matter: a screw that would be taken for another and do harm, with the number of all others. */
export function worstMixUps(groups: readonly ScrewGroup[]): { told: MixUp[]; leftOut: number } {
  const all = mixUps(groups);
  const told = all.filter((m) => m.rank >= KEEP_APART);
  return { told, leftOut: all.length - told.length };
}

/** Mix-ups with the same screw and like holes in one row: the first of each, with all groups that it speaks for. */
export function inRows(
  groups: readonly ScrewGroup[],
  told: readonly MixUp[]
): { mixUp: MixUp; screws: string[]; holes: string[] }[] {
  const classes = new Map(
    interchangeable(groups).flatMap((same) => same.map((g) => [g.id, same.map((x) => x.id).join(' ')] as const))
  );
  const rows = new Map<string, { mixUp: MixUp; screws: string[]; holes: string[] }>();
  for (const mixUp of told) {
    const key = `${classes.get(mixUp.screw) ?? mixUp.screw} > ${classes.get(mixUp.hole) ?? mixUp.hole}`;
    const row = rows.get(key) ?? { mixUp, screws: [], holes: [] };
    if (!row.screws.includes(mixUp.screw)) row.screws.push(mixUp.screw);
    if (!row.holes.includes(mixUp.hole)) row.holes.push(mixUp.hole);
    rows.set(key, row);
  }
  return [...rows.values()];
}

/** Screws that nobody would take for another who looks, and that would ruin its hole or what lies behind: deepest first. */
export function grossMixUps(groups: readonly ScrewGroup[]): MixUp[] {
  return pairs(groups)
    .filter((m) => m.likeness === 0 && HARM[m.fit.verdict] >= HARM.strips)
    .sort((a, b) => b.fit.beyondMm - a.fit.beyondMm || (a.screw + a.hole < b.screw + b.hole ? -1 : 1));
}

/** Groups whose screws may be put into each other's holes as into their own: the same screw in like holes. In the order given. */
export function interchangeable(groups: readonly ScrewGroup[]): ScrewGroup[][] {
  const loose = groups.filter((g) => !g.screw.captive);
  const isRight = (a: ScrewGroup, b: ScrewGroup) => a.screw.drive === b.screw.drive && fitIn(a, b)?.verdict === 'right';
  const out: ScrewGroup[][] = [];
  for (const group of loose) {
    const same = out.find((others) => others.every((other) => isRight(group, other) && isRight(other, group)));
    if (same) same.push(group);
    else out.push([group]);
  }
  return out.filter((same) => same.length > 1);
}

/** How a group's screw does in another's holes; undefined where nobody has measured them. */
const fitIn = (from: ScrewGroup, { screw }: ScrewGroup): Fit | undefined =>
  screw.hole && fit(from.screw, screw.hole, screw);

/** Every screw of one group in the holes of every other that its bit turns. */
function pairs(groups: readonly ScrewGroup[]): MixUp[] {
  const loose = groups.filter((g) => !g.screw.captive);
  return loose.flatMap((from) =>
    loose.flatMap((to) => {
      if (to === from || from.screw.drive !== to.screw.drive) return [];
      const likeness = alike(from, to);
      const result = fitIn(from, to);
      if (!result) return [];
      return [{ screw: from.id, hole: to.id, fit: result, likeness, rank: harmOf(result) * likeness }];
    })
  );
}

/** How every group's screw does in every group's hole; undefined where the hole was not measured. */
export function fitMatrix(groups: readonly ScrewGroup[]): { groups: string[]; fits: (Fit | undefined)[][] } {
  return { groups: groups.map((g) => g.id), fits: groups.map((from) => groups.map((to) => fitIn(from, to))) };
}

/** The eye tells lengths apart from about 2.5 mm, heads from 1.5 mm and threads from 0.5 mm: bench rule of thumb. */
function alike(a: ScrewGroup, b: ScrewGroup): number {
  const length = Math.abs(a.screw.lengthMm - b.screw.lengthMm) / 2.5;
  const head = Math.abs(a.screw.headDiameterMm - b.screw.headDiameterMm) / 1.5;
  const thread = Math.abs(a.screw.threadMm - b.screw.threadMm) / 0.5;
  return Math.max(0, 1 - Math.hypot(length, head, thread));
}
