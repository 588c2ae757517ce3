import type { SequenceProblem, SetProblem } from '../solve';

/** For tests and the bench only: the same problems as mixed-integer programmes, in the LP file format, for a general solver. */

const LETTERS = /[^a-z0-9]/g;

/**
 * The cheapest set. x: action chosen; y: way taken; u: place in an order, so that nothing waits for itself.
 * @param ids the actions that the job can lead to
 * @param tight places only among actions that can wait for each other in a circle, and no more of them than there are such actions:
 * fewer rows, and a better relaxation
 */
export function setProgramme(problem: SetProblem, ids: readonly string[], tight = false): string {
  const x = (id: string) => `x_${ids.indexOf(id)}`;
  const u = (id: string) => `u_${ids.indexOf(id)}`;
  const circle = tight ? circlesOf(problem, ids) : undefined;
  const rows: string[] = [];
  const binaries = ids.map(x);
  let ways = 0;
  for (const of of [problem.job, ...ids]) {
    for (const requirement of problem.requirementsOf(of)) {
      const names = requirement.alternatives.map((way) => {
        const y = `y_${ways++}`;
        binaries.push(y);
        for (const a of way) {
          rows.push(`${x(a)} - ${y} >= 0`);
          if (of === problem.job || (circle && !circle.get(of)!.has(a))) continue;
          const n = circle ? circle.get(of)!.size : ids.length;
          rows.push(`${u(of)} - ${u(a)} - ${n + 1} ${y} >= -${n}`);
        }
        return y;
      });
      const demand = of === problem.job ? '>= 1' : `- ${x(of)} >= 0`;
      rows.push(
        names.length > 0
          ? `${names.join(' + ')} ${demand}`
          : `- ${of === problem.job ? 'impossible' : x(of)} >= ${of === problem.job ? 1 : 0}`
      );
    }
  }
  const objective = ids.map((id) => `${problem.cost(id)} ${x(id)}`).join(' + ');
  return [
    'Minimize',
    ` cost: ${objective}`,
    'Subject To',
    ...rows.map((r, i) => ` r${i}: ${r}`),
    'Bounds',
    ...ids.map((id) => ` 0 <= ${u(id)} <= ${circle ? circle.get(id)!.size : ids.length}`),
    'Binary',
    ` ${binaries.join(' ')}`,
    'End'
  ].join('\n');
}

/** Of each action those, itself among them, that lead to it and to which it leads. */
function circlesOf(problem: SetProblem, ids: readonly string[]): Map<string, Set<string>> {
  const leads = new Map(
    ids.map((id) => [id, new Set(problem.requirementsOf(id).flatMap((r) => r.alternatives.flat()))])
  );
  const reach = new Map(
    ids.map((id) => {
      const seen = new Set([id]);
      for (const a of seen) for (const b of leads.get(a)!) seen.add(b);
      return [id, seen];
    })
  );
  return new Map(ids.map((id) => [id, new Set([...reach.get(id)!].filter((a) => reach.get(a)!.has(id)))]));
}

/**
 * The cheapest order. p_i_k: action i stands at place k; l_part_label_k: the setup after place k; c_part_k: it changed.
 * Work on the mat is left out: problems with it are not for this programme.
 * @param tight precedences place by place (what is needed stands before place k wherever its user stands up to k) in place of
 * one row over all places, and places that an action cannot have left out: more rows, and a better relaxation
 */
export function sequenceProgramme({ actions, needs, weights, start }: SequenceProblem, tight = false): string {
  const n = actions.length;
  const index = new Map(actions.map((a, i) => [a.id, i]));
  const p = (i: number, k: number) => `p_${i}_${k}`;
  const rows: string[] = [];
  const binaries: string[] = [];
  const costs: string[] = [];
  for (let i = 0; i < n; i++) {
    rows.push(`${actions.map((_, k) => p(i, k)).join(' + ')} = 1`, `${actions.map((_, k) => p(k, i)).join(' + ')} = 1`);
    for (let k = 0; k < n; k++) binaries.push(p(i, k));
  }
  /** Terms that come to 1 when the action stands before place k. */
  const before = (i: number, k: number, sign: '+' | '-') =>
    Array.from({ length: k }, (_, j) => `${sign} ${p(i, j)}`).join(' ');
  const placeByPlace = (of: number, needed: number, way?: string) =>
    Array.from(
      { length: n },
      (_, k) =>
        `${[before(needed, k, '+'), before(of, k + 1, '-')].filter(Boolean).join(' ')}${way ? ` - ${way}` : ''} >= ${way ? -1 : 0}`
    );
  if (tight)
    for (const [i, k] of impossiblePlaces(
      actions.map((a) => a.id),
      needs
    ))
      rows.push(`${p(i, k)} = 0`);
  needs.forEach(({ of, alternatives }, r) => {
    const i = index.get(of);
    if (i === undefined) return;
    const ways = alternatives.filter((way) => way.every((id) => index.has(id)));
    const names = ways.map((_, w) => `w_${r}_${w}`);
    binaries.push(...names);
    rows.push(`${names.join(' + ')} >= 1`);
    // Place of `of` lies after that of each member of the way taken.
    if (tight) {
      rows.push(
        ...ways.flatMap((way, w) =>
          way.flatMap((id) => placeByPlace(i, index.get(id)!, ways.length > 1 ? names[w] : undefined))
        )
      );
      // Whichever way is taken, one of its members stands before.
      if (ways.length > 1)
        for (let k = 0; k < n; k++)
          rows.push(
            `${[...ways.map((way) => before(index.get(way[0]!)!, k, '+')), before(i, k + 1, '-')].filter(Boolean).join(' ')} >= 0`
          );
      return;
    }
    ways.forEach((way, w) => {
      for (const id of way) {
        const terms = actions.flatMap((_, k) =>
          k === 0 ? [] : [`+ ${k} ${p(i, k)}`, `- ${k} ${p(index.get(id)!, k)}`]
        );
        rows.push(`${terms.join(' ')} - ${n + 1} ${names[w]} >= -${n}`);
      }
    });
  });
  for (const [part, weight] of [
    ['up', weights.turn],
    ['lid', weights.lid],
    ['tool', weights.tool],
    ['focus', weights.focus]
  ] as const) {
    if (weight === 0) continue;
    const labels = [...new Set([start[part], ...actions.map((a) => a[part])].filter((l) => l !== undefined))];
    if (labels.length === 0) continue;
    const l = (label: string, k: number) => `l_${part}_${labels.indexOf(label)}_${label.replace(LETTERS, '')}_${k}`;
    for (let k = 0; k < n; k++) {
      const c = `c_${part}_${k}`;
      costs.push(`${weight} ${c}`);
      rows.push(`${labels.map((label) => l(label, k)).join(' + ')} <= 1`);
      for (const label of labels) {
        binaries.push(l(label, k));
        const asked = actions.flatMap((a, i) => (a[part] === label ? [p(i, k)] : []));
        if (asked.length > 0) rows.push(`${l(label, k)} - ${asked.join(' - ')} >= 0`);
        // A label that was not there before is a change.
        if (k > 0) rows.push(`${c} - ${l(label, k)} + ${l(label, k - 1)} >= 0`);
        else rows.push(`${c} - ${l(label, k)} >= ${start[part] === label ? -1 : 0}`);
      }
    }
  }
  const bounded = costs.map((c) => ` 0 <= ${c.split(' ')[1]!} <= 1`);
  return [
    'Minimize',
    ` cost: ${costs.join(' + ') || '0 p_0_0'}`,
    'Subject To',
    ...rows.map((r, i) => ` r${i}: ${r}`),
    'Bounds',
    ...bounded,
    'Binary',
    ...binaries.map((b) => ` ${b}`),
    'End'
  ].join('\n');
}

/** Places that an action cannot have: as many stand before it as it needs without choice, as many after it as need it. */
function impossiblePlaces(ids: readonly string[], needs: SequenceProblem['needs']): [action: number, place: number][] {
  const known = new Set(ids);
  const forced = new Map(
    ids.map((id) => [
      id,
      needs
        .filter((r) => r.of === id)
        .flatMap((r) => {
          const ways = r.alternatives.filter((way) => way.every((a) => known.has(a)));
          return ways.length === 1 ? ways[0]! : [];
        })
    ])
  );
  const reach = ids.map((id) => {
    const seen = new Set(forced.get(id)!);
    for (const a of seen) for (const b of forced.get(a)!) seen.add(b);
    return seen;
  });
  return ids.flatMap((id, i) => {
    const after = reach.filter((needed) => needed.has(id)).length;
    return [...ids.keys()]
      .filter((k) => k < reach[i]!.size || k >= ids.length - after)
      .map((k): [number, number] => [i, k]);
  });
}
