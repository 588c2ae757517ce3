type Json = null | boolean | number | string | Json[] | { [key: string]: Json };

/**
 * For tests only: one value somewhere in a document is changed, put elsewhere or left out.
 * @returns what was done, by its path
 */
export function spoil(document: object, random: () => number): string {
  const pick = (n: number) => Math.floor(random() * n);
  const path: string[] = [];
  let at = document as { [key: string]: Json };
  for (;;) {
    const keys = Object.keys(at);
    if (keys.length === 0) return 'nothing';
    const key = keys[pick(keys.length)]!;
    path.push(key);
    const value = at[key]!;
    if (value !== null && typeof value === 'object' && Object.keys(value).length > 0 && pick(6) > 0) {
      at = value as { [key: string]: Json };
      continue;
    }
    const where = path.join('.');
    if (Array.isArray(at)) {
      const i = Number(key);
      const j = pick(at.length);
      if (pick(2) === 0) at.splice(i, 1);
      else at.splice(j, 0, at.splice(i, 1)[0]!);
      return `${where} out or to ${j}`;
    }
    if (typeof value === 'number') at[key] = pick(2) ? value + 1 + pick(20) : -value;
    else if (typeof value === 'boolean') at[key] = !value;
    else if (typeof value === 'string') at[key] = ['up', 'down', 'underside/closed', 'fan', 'tool', 'swap'][pick(6)]!;
    else delete at[key];
    return `${where} ${JSON.stringify(value)?.slice(0, 40)} -> ${JSON.stringify(at[key])?.slice(0, 40)}`;
  }
}
