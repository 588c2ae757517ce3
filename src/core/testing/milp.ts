import type { OrderProblem, SetProblem } from '../plan';

/** For tests and the bench only: the same problems as mixed-integer programmes, in the LP file format, for a general solver. */

const LETTERS = /[^a-z0-9]/g;

/**
 * The cheapest set. x: action chosen; y: way taken; u: place in an order, so that nothing waits for itself.
 * @param ids the actions that the job can lead to
 */
export function setProgramme(problem: SetProblem, ids: readonly string[]): string {
  const x = (id: string) => `x_${ids.indexOf(id)}`;
  const u = (id: string) => `u_${ids.indexOf(id)}`;
  const n = ids.length;
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
          if (of !== problem.job) rows.push(`${u(of)} - ${u(a)} - ${n + 1} ${y} >= -${n}`);
        }
        return y;
      });
      const demand = of === problem.job ? '>= 1' : `- ${x(of)} >= 0`;
      rows.push(names.length > 0 ? `${names.join(' + ')} ${demand}` : `- ${of === problem.job ? 'impossible' : x(of)} >= ${of === problem.job ? 1 : 0}`);
    }
  }
  const objective = ids.map((id) => `${problem.cost(id)} ${x(id)}`).join(' + ');
  return [
    'Minimize', ` cost: ${objective}`, 'Subject To', ...rows.map((r, i) => ` r${i}: ${r}`),
    'Bounds', ...ids.map((id) => ` 0 <= ${u(id)} <= ${n}`), 'Binary', ` ${binaries.join(' ')}`, 'End'
  ].join('\n');
}

/**
 * The cheapest order. p_i_k: action i stands at place k; l_part_label_k: the setup after place k; c_part_k: it changed.
 * Work on the mat is left out: problems with it are not for this programme.
 */
export function orderProgramme({ actions, needs, weights, start }: OrderProblem): string {
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
  needs.forEach(({ of, alternatives }, r) => {
    const i = index.get(of);
    if (i === undefined) return;
    const ways = alternatives.filter((way) => way.every((id) => index.has(id)));
    const names = ways.map((_, w) => `w_${r}_${w}`);
    binaries.push(...names);
    rows.push(`${names.join(' + ')} >= 1`);
    // Place of `of` lies after that of each member of the way taken.
    ways.forEach((way, w) => {
      for (const id of way) {
        const terms = actions.flatMap((_, k) => (k === 0 ? [] : [`+ ${k} ${p(i, k)}`, `- ${k} ${p(index.get(id)!, k)}`]));
        rows.push(`${terms.join(' ')} - ${n + 1} ${names[w]} >= -${n}`);
      }
    });
  });
  for (const [part, weight] of [['up', weights.turn], ['lid', weights.lid], ['tool', weights.tool], ['focus', weights.focus]] as const) {
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
  return ['Minimize', ` cost: ${costs.join(' + ') || '0 p_0_0'}`, 'Subject To', ...rows.map((r, i) => ` r${i}: ${r}`), 'Bounds', ...bounded, 'Binary', ...binaries.map((b) => ` ${b}`), 'End'].join('\n');
}
