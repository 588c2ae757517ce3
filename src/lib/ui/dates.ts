import { page } from '$app/state';
import { dayText, momentText, numberText, percentText, STANDARD_PLACE, type Place } from '$core/calendar';
import { written } from '$core/money';

/** Where the shop is, as the page was told: the same text comes of it on the server and in every browser. */
const place = (): Place => (page.data.place as Place | undefined) ?? STANDARD_PLACE;

/** A day of the calendar, or the day of a moment at the shop. */
export const day = (at: string): string => dayText(at, place());

/** Day and time at the shop. */
export const moment = (at: string): string => momentText(at, place());

/** A number, @param digits most digits after the decimal mark */
export const number = (value: number, digits?: number): string => numberText(value, place(), digits);

/** An amount of money, minor units. */
export const money = (amount: number, currency: string): string => written(amount, currency, place().language);

/** A share of one. */
export const percent = (share: number): string => percentText(share, place());
