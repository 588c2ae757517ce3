import { word } from '$core/language';
import { STANDING_WORDS } from '$core/words';
import { settingChanges } from '$lib/settings/names';
import type { Translate } from '$lib/words';
import type { Logged, LogRow } from './kinds';

type Tell<K extends keyof Logged> = (words: Translate, detail: Logged[K], row: LogRow, money: Money) => string[];
/** An amount of minor units, as the shop writes it. */
type Money = (minor: number) => string;

const nothing = (): string[] => [];
const from = ({ t }: Translate, _: object, { address }: LogRow): string[] =>
  address ? [t('people.loggedFrom', { address })] : [];

const DETAILS: { [K in keyof Logged]: Tell<K> } = {
  signed_in: from,
  'sign-in_refused': from,
  account_opened: ({ t }, { name, role }) => [name, t('common.role', { role })],
  account_changed: ({ t }, { from: was, to: is }) => [
    ...(was.role === is.role
      ? []
      : [`${t('common.role', { role: was.role })} → ${t('common.role', { role: is.role })}`]),
    ...(was.isDisabled === is.isDisabled ? [] : [is.isDisabled ? t('people.disabled') : t('people.enabled')])
  ],
  password_given: nothing,
  password_changed: nothing,
  settings_changed: (words, changed) =>
    Object.entries(changed).flatMap(([key, { from: was, to: is }]) => settingChanges(words, was, is, [key])),
  machine_imported: nothing,
  machine_standing: ({ told }, { standing }) => [told(STANDING_WORDS[standing])],
  draft_begun: nothing,
  fault_set_imported: ({ t }, { faults }) => [t('people.loggedFaults', { n: faults })],
  spare_kept: ({ t }, { name, priceMinor }, _, money) => [
    name,
    priceMinor === null ? t('spares.notKnown') : money(priceMinor)
  ],
  trainee_let_on: (_, { reason }, { named }) => [...(named ? [named] : []), reason],
  exported: ({ t }, detail) => ['file' in detail ? detail.file : t('people.loggedRows', { n: detail.rows })],
  customer_erased: (_, { why }) => [why]
};

const isKnown = (what: string): what is keyof Logged => Object.hasOwn(DETAILS, what);

/** A row of the log in words: what was done, to what, and what is to be known of it. */
export function toldOf(words: Translate, row: LogRow, money: Money): { what: string; about: string; detail: string } {
  const { t } = words;
  const tell = isKnown(row.what) ? (DETAILS[row.what] as Tell<keyof Logged>) : nothing;
  return {
    what: t('people.logged', { what: word(row.what), name: row.what.replaceAll('_', ' ') }),
    about: aboutOf(words, row),
    detail: tell(words, row.detail as Logged[keyof Logged], row, money).join(', ')
  };
}

function aboutOf({ t }: Translate, { what, about, named }: LogRow): string {
  if (what === 'machine_standing') return named ?? about;
  if (what === 'settings_changed') return t('people.loggedShop');
  const job = what === 'trainee_let_on' ? about : /^job (\d+)$/.exec(about)?.[1];
  if (job !== undefined) return t('people.loggedJob', { number: job });
  return what === 'exported' ? t('people.loggedJobs') : about;
}
