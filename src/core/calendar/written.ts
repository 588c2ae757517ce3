import { TZDate } from '@date-fns/tz';
import { UTCDate } from '@date-fns/utc';
import { format } from 'date-fns/format';
import { subMonths } from 'date-fns/subMonths';
import { LANGUAGES, type Place } from './place';

/** A day of the calendar, as 2026-11-24: it is the same day in every time zone. */
export type Day = string;

const DAY = /^(\d{4})-(\d{2})-(\d{2})$/;

/** @param at a moment, ISO 8601 @returns the day that it is at the place */
export function dayOf(at: string, place: Place): Day {
  return format(new TZDate(at, place.timeZone), 'yyyy-MM-dd');
}

/** @returns the day so many days later, or earlier */
export function daysAfter(day: Day, days: number): Day {
  return new Date(Date.parse(`${day}T00:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);
}

/** @returns the same day so many months earlier, or the last of that month where it is shorter */
export function monthsBefore(day: Day, months: number): Day {
  const [, year, month, date] = DAY.exec(day)!;
  return format(subMonths(new UTCDate(Number(year), Number(month) - 1, Number(date)), months), 'yyyy-MM-dd');
}

/** @param at a day of the calendar, which stays that day, or a moment (ISO 8601), which is told as the day at the place */
export function dayText(at: string, place: Place): string {
  const [, year, month, date] = DAY.exec(DAY.test(at) ? at : dayOf(at, place))!;
  return format(new UTCDate(Number(year), Number(month) - 1, Number(date)), 'PP', {
    locale: LANGUAGES[place.language].dates
  });
}

/** @param at a moment, ISO 8601 @returns day and time at the place */
export function momentText(at: string, place: Place): string {
  return format(new TZDate(at, place.timeZone), 'PPp', { locale: LANGUAGES[place.language].dates });
}

/** As on paper, which is read elsewhere: day and time at the place, with its zone as the difference to UTC. */
export function stampText(at: string, place: Place): string {
  return `${momentText(at, place)} (UTC${format(new TZDate(at, place.timeZone), 'xxx').replace('+00:00', '')})`;
}

/** A share of one, as so many percent in the spelling of the place. */
export const percentText = (share: number, { language }: Place): string =>
  new Intl.NumberFormat(language, { style: 'percent' }).format(share).replace(/\u202f/g, '\u00a0');

/** A number with the language's own marks; versions of the language tables differ in the space between thousands, we take one. @param digits most digits after the decimal mark */
export function numberText(value: number, place: Place, digits = 2): string {
  return new Intl.NumberFormat(place.language, { maximumFractionDigits: digits })
    .format(value)
    .replace(/\u202f/g, '\u00a0');
}
