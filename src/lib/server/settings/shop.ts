import { dayOf, monthsBefore, type Day } from '$core/calendar';
import { ShopSettings } from '$core/job';
import { audit } from '../database/audit';
import { kept } from '../database/kept';
import type { Queryable } from '../database/pool';

/** Each page asks for the settings, and a version never changes: it is read once. */
const versionOf = kept(20, async (version: number, db: Queryable): Promise<Readonly<ShopSettings> | undefined> => {
  const { rows } = await db.query('select document from shop_settings where version = $1', [version]);
  return rows[0] && ShopSettings.parse(rows[0].document);
});

/** The settings in force: the newest version. */
export async function shopSettings(db: Queryable): Promise<Readonly<ShopSettings>> {
  const { rows } = await db.query('select max(version)::int as version from shop_settings');
  return (await versionOf(rows[0].version, db))!;
}

/** Whether a run is closed only once a second person has signed it. */
export async function wantsSecondSignature(db: Queryable): Promise<boolean> {
  return (await shopSettings(db)).secondSignature;
}

/** Keeps a new version; nothing is kept when nothing changed. */
export async function saveSettings(db: Queryable, wanted: ShopSettings, by: string | null): Promise<boolean> {
  const before = await shopSettings(db);
  const changed = Object.fromEntries(
    (Object.keys(wanted) as (keyof ShopSettings)[])
      .filter((k) => JSON.stringify(wanted[k]) !== JSON.stringify(before[k]))
      .map((k) => [k, { from: before[k], to: wanted[k] }])
  );
  if (Object.keys(changed).length === 0) return false;
  await db.query('insert into shop_settings (person_id, document) values ($1, $2)', [by, JSON.stringify(wanted)]);
  await audit(db, by, 'settings_changed', 'shop', changed);
  return true;
}

export interface SettingsVersion {
  version: number;
  at: string;
  by: string | null;
  document: ShopSettings;
}

/** All versions, the newest first. */
export async function settingsHistory(db: Queryable, limit = 50): Promise<SettingsVersion[]> {
  const { rows } = await db.query(
    'select s.version::int, s.at, p.display_name as by, s.document from shop_settings s left join person p on p.id = s.person_id order by version desc limit $1',
    [limit]
  );
  return rows.map((r: SettingsVersion & { at: Date }) => ({
    ...r,
    document: ShopSettings.parse(r.document),
    at: r.at.toISOString()
  }));
}

/** What stands where an erased customer's words stood. */
export const GONE = 'erased';

/** The first day whose closed jobs still keep their customer, by the shop's setting; undefined where all are kept. @param now ISO 8601 */
export function keptFrom({ keepMonths, place }: ShopSettings, now: string): Day | undefined {
  return keepMonths === null ? undefined : monthsBefore(dayOf(now, place), keepMonths);
}

/** How many closed jobs are due to lose their customer. */
export async function dueToErase(db: Queryable, settings: ShopSettings, now: string): Promise<number> {
  const before = keptFrom(settings, now);
  if (before === undefined) return 0;
  const { rows } = await db.query(
    `select count(*)::int as n from job where customer <> $3 and closed_at < $1::timestamp at time zone $2`,
    [before, settings.place.timeZone, GONE]
  );
  return rows[0].n;
}
