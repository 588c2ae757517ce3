import type { Joint } from '../machine';
import type { Plan } from '../plan';
import { actOf, moveKey, takesOut, type Act } from './facts';
import type { Reach } from './reach';
import type { Moment, Say } from './replay';

const TRIED: readonly string[] = [
  'board',
  'small-board',
  'card',
  'memory',
  'storage',
  'battery',
  'processor',
  'heat-sink',
  'fan'
];

/** The machine is tried open before it is covered, or the plan says why not; what it looks at is there, and can be seen and reached. */
export function openTest(reach: Reach, plan: Plan, moments: readonly Moment[], say: Say): void {
  const { facts } = reach;
  const forth = moments.filter((m) => m.step.leg === 'down' && m.act);
  const { outside } = facts.powerAway;
  const isolating = facts.machine.isolation.joint;
  const inTest = (act: Act) =>
    act.joint
      ? (act.joint.kind === 'connector' ||
          (TRIED.includes(facts.parts.get(act.joint.a)!.kind) && act.joint.a !== outside)) &&
        (outside === undefined || act.joint.id !== isolating)
      : [act.part.id, ...(act.move.with ?? [])].some(
          (id) => TRIED.includes(facts.parts.get(id)!.kind) && id !== outside
        );
  const touched = forth.flatMap(({ act }) => (inTest(act!) ? [act!] : []));
  const hiding = hidersOf(reach, touched, forth);
  const needed =
    hiding.size > 0 &&
    touched.some((act) => !act.joint || (act.joint.kind === 'connector' && act.joint.id !== isolating));
  const open = moments.filter((m) => m.step.test === 'open-power');
  if (needed !== open.length > 0)
    return say(
      open[0]?.step,
      needed
        ? 'opens plugs or moves boards and does not try the machine before it is covered'
        : 'tries the machine open although nothing that it tries was covered'
    );
  if (!needed) return;
  const keys = new Set(touched.map((a) => a.key));
  const last = moments.findLastIndex((m) => m.step.leg === 'up' && m.act && keys.has(m.act.key));
  const test = open[0]!;
  looksFit(reach, plan, test, say);
  if (test.index < last) say(test.step, `comes before ${moments[last]!.step.id}, which it tries`);
  const isBack = (m: Moment) => m.step.do === 'return' && m.act !== undefined && hiding.has(m.act.key);
  for (const m of moments.slice(last + 1, test.index))
    if (isBack(m)) say(test.step, `comes after ${m.step.id}, which hides what it tries`);
  if (
    moments.slice(0, last).some(isBack) &&
    !/ is on already[:.] |test\.(openPower|openClosed)/.test(JSON.stringify(test.step.departs ?? ''))
  )
    say(test.step, 'is done with something hidden that was touched, and does not say why');
}

/** What hangs on a plug: the part at its end, and what its cable runs to, but for the board that everything runs to. */
export function functionsAt({ facts }: Reach, plug: Joint): string[] {
  const far = (facts.cables.get(plug.a)?.ends ?? []).flatMap((end) => {
    const other = facts.joints.get(end.joint)!;
    return other.b === facts.root || facts.parts.get(other.b)!.kind === 'board' ? [] : [other.b];
  });
  return [plug.a, ...far].flatMap((id) => facts.parts.get(id)!.functions);
}

/** What a look needs to be whole, by the function that it shows. */
const LOOK_NEEDS: Readonly<Record<string, string>> = {
  charge: 'battery',
  picture: 'display',
  keys: 'keyboard',
  fan: 'cooling'
};

/** What the open test asks one to look at is there as the machine stands then, all of it, and can be seen and reached. */
function looksFit(reach: Reach, plan: Plan, test: Moment, say: Say): void {
  const { facts } = reach;
  const looks = test.step.looks ?? [];
  const away = new Set<string>();
  for (const key of test.open) {
    const { joint, part, move } = actOf(facts, key)!;
    const disturbed = joint
      ? [...joint.functions, ...(joint.kind === 'connector' ? functionsAt(reach, joint) : [])]
      : [...facts.takenBy(part, move)].flatMap((id) => facts.parts.get(id)!.functions);
    for (const f of disturbed) away.add(f);
  }
  const has = (f: string) => [...facts.machine.parts, ...facts.machine.joints].some((x) => x.functions.includes(f));
  // A cell that may fail is not charged, unless it is a new one by then.
  const isNewCell = plan.goals.some((g) => {
    const part = g.do === 'replace' ? facts.parts.get(g.part) : undefined;
    return part !== undefined && part.care.includes('cell') && part.kind !== 'coin-cell';
  });
  const isUncharged = !isNewCell && (plan.conditions ?? []).some((c) => c.startsWith('cell-'));
  for (const [look, f] of Object.entries(LOOK_NEEDS)) {
    const isThere = has(f) && !away.has(f) && !(look === 'charge' && isUncharged);
    if (looks.some((l) => l === look) !== isThere)
      say(test.step, isThere ? `does not look at: ${look}` : `asks for ${look} while "${f}" is not whole`);
  }
  const turned = plan.steps.slice(0, test.index).findLast((s) => s.do === 'pose')?.pose ?? 'topside/closed';
  const [up, lid] = turned.split('/');
  if (looks.some((l) => l === 'picture' || l === 'keys') && (up !== 'topside' || lid === 'closed'))
    say(test.step, `asks for screen or keys while the machine lies ${up}, lid ${lid}`);
}

/** Moves of this plan that uncover what the open test tries, its carriers, or what has to be raised to reach it. */
function hidersOf(reach: Reach, touched: readonly Act[], forth: readonly Moment[]): Set<string> {
  const { facts } = reach;
  const own = new Set(touched.map((a) => a.key));
  const byKey = new Map(forth.map((m) => [m.act!.key, m.act!]));
  const work = new Set(own);
  for (const a of touched) {
    for (const id of a.joint
      ? [a.joint.a, ...facts.carriersOf(a.joint.a)]
      : [a.part.id, ...(a.move.with ?? [])].flatMap((p) => facts.carriersOf(p)))
      for (const m of facts.parts.get(id)!.moves) work.add(moveKey(id, m.id));
  }
  const out = new Set<string>();
  for (const key of work) {
    const act = byKey.get(key);
    for (const { aside = [], raises } of act ? reach.demands(act) : []) {
      for (const other of aside) {
        const move = byKey.get(other)?.move;
        if (!move || own.has(other) || (raises && takesOut(move))) continue;
        if (takesOut(move)) out.add(other);
        else work.add(other);
      }
    }
  }
  return out;
}
