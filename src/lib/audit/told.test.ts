import { describe, expect, it } from 'vitest';
import { screenCatalogue, translator } from '$lib/words';
import type { Logged, LogRow } from './kinds';
import { toldOf } from './told';

const english = translator('en', await screenCatalogue('en'));
const german = translator('de', await screenCatalogue('de'));
const money = (minor: number) => `EUR ${minor / 100}`;
const row = <K extends keyof Logged>(
  what: K,
  about: string,
  detail: Logged[K],
  more: Partial<LogRow> = {}
): LogRow => ({
  at: '2026-11-29T08:00:00Z',
  by: 'Ines Havgaard',
  what,
  about,
  detail,
  address: '',
  named: null,
  ...more
});
const told = (one: LogRow, words = english) => {
  const { what, about, detail } = toldOf(words, one, money);
  return [what, about, detail];
};

const ROWS: [LogRow, string[]][] = [
  [row('signed_in', 'tam', {}, { address: '192.0.2.3' }), ['signed in', 'tam', 'from 192.0.2.3']],
  [row('sign-in_refused', 'nobody', {}), ['sign-in refused', 'nobody', '']],
  [
    row('account_opened', 'juno', { name: 'Juno Brekke', role: 'trainee' }),
    ['account added', 'juno', 'Juno Brekke, trainee']
  ],
  [
    row('account_changed', 'juno', {
      from: { role: 'trainee', isDisabled: false },
      to: { role: 'technician', isDisabled: true }
    }),
    ['account changed', 'juno', 'trainee → technician, disabled']
  ],
  [row('password_given', 'juno', {}), ['new password set', 'juno', '']],
  [row('password_changed', 'juno', {}), ['password changed', 'juno', '']],
  [
    row('settings_changed', 'shop', {
      secondSignature: { from: false, to: true },
      keepMonths: { from: null, to: 24 },
      pace: { from: {}, to: { 'open clips': 1.4 } }
    }),
    [
      'settings changed',
      'the shop',
      'second signature: no → yes, Kept for months after closing: no limit → 24, standard times, Unclipping: standard → 1.4'
    ]
  ],
  [row('machine_imported', 'terna B2', { hash: 'f00' }), ['machine imported', 'terna B2', '']],
  [
    row('machine_standing', '7', { standing: 'in-force' }, { named: 'Terna 14 B2' }),
    ['machine’s standing set', 'Terna 14 B2', 'in force']
  ],
  [row('draft_begun', 'terna', {}), ['draft begun', 'terna', '']],
  [row('fault_set_imported', 'terna', { faults: 1 }), ['fault set imported', 'terna', '1 fault']],
  [row('spare_kept', 'F-1', { name: 'Fan', priceMinor: 1250 }), ['spare saved', 'F-1', 'Fan, EUR 12.5']],
  [row('spare_kept', 'F-1', { name: 'Fan', priceMinor: null }), ['spare saved', 'F-1', 'Fan, not known']],
  [
    row('trainee_let_on', '104', { person: 'an id', reason: 'Did it twice.' }, { named: 'Juno Brekke' }),
    ['trainee let on', 'job 104', 'Juno Brekke, Did it twice.']
  ],
  [row('exported', 'job 104', { file: 'record.json' }), ['exported', 'job 104', 'record.json']],
  [row('exported', 'jobs', { rows: 12 }), ['exported', 'list of jobs', '12 rows']],
  [row('customer_erased', 'job 101', { why: 'asked for' }), ['customer erased', 'job 101', 'asked for']]
];

describe('the log in words', () => {
  it.each(ROWS.map(([one, words]) => [one.what, one, words] as const))('%s', (_, one, words) =>
    expect(told(one)).toEqual(words)
  );
  it('is said in German, too: nothing of it stays as it was written', () => {
    for (const [one] of ROWS) expect(told(one, german)[0]).not.toBe(told(one)[0]);
    expect(told(ROWS[12]![0], german)).toEqual(['Ersatzteil gespeichert', 'F-1', 'Fan, nicht bekannt']);
  });
  it('of a kind that a later version wrote, the name is told and nothing made up', () => {
    expect(toldOf(english, { ...ROWS[0]![0], what: 'a_later_kind' }, money)).toEqual({
      what: 'a later kind',
      about: 'tam',
      detail: ''
    });
  });
});
