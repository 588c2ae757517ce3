import { paceOf, type Observed } from '$core/time';
import type { Queryable } from '../database/pool';
import { shopSettings } from '../settings/shop';

/** What a plan's times go by: factors of the standard by kind of work, and how far steps and visits stray. */
export interface ShopTimes {
  pace: Record<string, number>;
  spreads: { step: number; visit: number };
}

/** So many of the last visits are looked at. */
const VISITS = 200;
/** How long what was worked out holds, ms: one visit more moves little. */
const HOLDS_MS = 60_000;
let known: { of: string; until: number; times: Promise<ShopTimes> } | undefined;

/** What the shop set for itself, and what its signed runs came to since. */
export async function shopTimes(db: Queryable): Promise<ShopTimes> {
  const of = process.env.DATABASE_URL ?? '';
  if (known?.of !== of || known.until < Date.now()) {
    const times = learned(db);
    known = { of, until: Date.now() + HOLDS_MS, times };
    times.catch(() => (known = undefined));
  }
  const [{ pace: set }, { pace, spreads }] = await Promise.all([shopSettings(db), known.times]);
  const kinds = new Set([...Object.keys(set), ...Object.keys(pace)]);
  // Rounded, so that plans of equal times stay equal plans.
  return {
    pace: Object.fromEntries(
      [...kinds].map((kind) => [kind, rounded((set[kind as keyof typeof set] ?? 1) * (pace[kind] ?? 1))])
    ),
    spreads
  };
}

/** What was worked out is worked out anew: after a run was signed here, and between tests. */
export const forgetTimes = (): void => void (known = undefined);

const rounded = (n: number) => Math.round(n * 100) / 100;

async function learned(db: Queryable): Promise<ShopTimes> {
  const { rows } = await db.query(
    'select id, observed from run where observed is not null order by signed_at desc limit $1',
    [VISITS]
  );
  const observed = rows.flatMap((r: { id: string; observed: Omit<Observed, 'visit'>[] }) =>
    r.observed.map((o) => ({ ...o, visit: r.id }))
  );
  const pace = paceOf(observed);
  const kinds = new Set(observed.map((o) => o.kind));
  return {
    pace: Object.fromEntries([...kinds].map((kind) => [kind, pace.factor(kind)])),
    spreads: { step: rounded(pace.spread), visit: rounded(pace.visitSpread) }
  };
}
