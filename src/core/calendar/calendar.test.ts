import { execFileSync } from 'node:child_process';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  dayOf,
  daysAfter,
  dayText,
  isZone,
  LANGUAGES,
  momentText,
  monthsBefore,
  numberText,
  percentText,
  Place,
  stampText,
  type Language
} from '.';

const at = (timeZone: string, language: Language = 'en-GB'): Place => ({ timeZone, language });
const ZONES = [
  'Pacific/Kiritimati',
  'Pacific/Auckland',
  'Asia/Kolkata',
  'Europe/Dublin',
  'UTC',
  'America/St_Johns',
  'America/Los_Angeles',
  'Pacific/Pago_Pago'
];

describe('days are days where the shop is', () => {
  it('a due day is the same day in every zone', () => {
    for (const zone of ZONES) expect(dayText('2026-11-24', at(zone))).toBe('24 Nov 2026');
  });
  it('a moment is told as the day and time there', () => {
    const moment = '2026-11-24T22:30:00Z';
    expect(ZONES.map((z) => dayOf(moment, at(z)))).toEqual([
      '2026-11-25',
      '2026-11-25',
      '2026-11-25',
      '2026-11-24',
      '2026-11-24',
      '2026-11-24',
      '2026-11-24',
      '2026-11-24'
    ]);
    expect(momentText(moment, at('Asia/Kolkata'))).toBe('25 Nov 2026, 04:00');
  });
  it('summer and winter count, and on paper the zone stands beside the time', () => {
    expect(stampText('2026-07-01T12:00:00Z', at('Europe/Dublin'))).toBe('1 Jul 2026, 13:00 (UTC+01:00)');
    expect(stampText('2026-12-01T12:00:00Z', at('Europe/Dublin'))).toBe('1 Dec 2026, 12:00 (UTC)');
    expect(stampText('2026-12-01T12:00:00Z', at('America/St_Johns'))).toBe('1 Dec 2026, 08:30 (UTC-03:30)');
  });
  it('is the day that the time zone database says, at any moment', () => {
    fc.assert(
      fc.property(
        fc.date({ min: new Date('1990-01-01'), max: new Date('2060-01-01'), noInvalidDate: true }),
        fc.constantFrom(...ZONES),
        (when, zone) => {
          expect(dayOf(when.toISOString(), at(zone))).toBe(
            new Intl.DateTimeFormat('sv-SE', { timeZone: zone }).format(when)
          );
        }
      )
    );
  });
  it('days are counted in days, over the change to summer too', () =>
    expect([daysAfter('2026-03-28', 2), daysAfter('2026-03-01', -1), daysAfter('2027-12-31', 1)]).toEqual([
      '2026-03-30',
      '2026-02-28',
      '2028-01-01'
    ]));
  it('months back end where the month does', () =>
    expect([
      monthsBefore('2026-11-26', 24),
      monthsBefore('2026-03-31', 1),
      monthsBefore('2028-03-30', 1),
      monthsBefore('2026-01-15', 13)
    ]).toEqual(['2024-11-26', '2026-02-28', '2028-02-29', '2024-12-15']));
  it('says the same whatever the zone and the language of the machine that it runs on', () => {
    const program = `const { dayText, momentText, stampText, numberText } = await import('./src/core/calendar/index.ts');
      const p = { timeZone: 'Asia/Kolkata', language: 'de-DE' };
      process.stdout.write([dayText('2026-03-08', p), momentText('2026-03-07T23:00:00Z', p), stampText('2026-03-07T23:00:00Z', p), numberText(1234.5, p)].join('|'));`;
    const said = ['Pacific/Pago_Pago', 'America/New_York', 'Pacific/Kiritimati'].map((TZ) =>
      execFileSync('npx', ['tsx', '--input-type=module', '-e', program], {
        encoding: 'utf8',
        env: { ...process.env, TZ, LANG: 'fr_FR.UTF-8' }
      })
    );
    expect(said).toEqual(said.map(() => '8. März 2026|8. März 2026 04:30|8. März 2026 04:30 (UTC+05:30)|1.234,5'));
  }, 60_000);
});

describe('languages', () => {
  it('each writes days and times', () => {
    const all = Object.keys(LANGUAGES) as Language[];
    expect(Object.fromEntries(all.map((l) => [l, momentText('2026-09-08T13:05:00Z', at('UTC', l))]))).toEqual({
      'en-GB': '8 Sep 2026, 13:05',
      'en-US': 'Sep 8, 2026, 1:05 PM',
      'de-DE': '8. Sep. 2026 13:05',
      'fr-FR': '8 sept. 2026, 13:05',
      'nl-NL': '8 sep. 2026, 13:05',
      'sv-SE': '8 sep. 2026 13:05'
    });
    expect(numberText(25.5, at('UTC', 'fr-FR'))).toBe('25,5');
  });
  it('what is no zone or language is refused in words', () => {
    expect(['Europe/Dublin', 'UTC', 'America/St_Johns'].every(isZone)).toBe(true);
    expect(['', '+01:00', 'Nowhere/Land', 'Europe/Dublin; drop', '\u0000'].some(isZone)).toBe(false);
    expect(Place.safeParse({ timeZone: 'Mars/North', language: 'en-GB' }).error?.issues[0]?.message).toMatch(
      /no time zone/
    );
    expect(Place.safeParse({ timeZone: 'UTC', language: 'tlh' }).success).toBe(false);
  });
});

it.each([
  ['en-GB', '57%'],
  ['de-DE', '57\u00a0%'],
  ['fr-FR', '57\u00a0%']
] as const)('a share is told in percent as %s writes it', (language, text) =>
  expect(percentText(0.574, { timeZone: 'UTC', language })).toBe(text)
);
