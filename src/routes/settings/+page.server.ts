import { fail } from '@sveltejs/kit';
import { ShopSettings } from '$core/job';
import { amountExample } from '$core/money';
import { pool, transaction } from '$lib/server/database/pool';
import { dueToErase, saveSettings, settingsHistory, shopSettings } from '$lib/server/settings/shop';
import type { Actions, PageServerLoad } from './$types';
import { here } from '$lib/server/http/here';
import { numberOf, ratesOf, shareOf } from './fields';
import { settingName } from '$lib/settings/names';

export const load: PageServerLoad = async ({ locals }) => {
  const [settings, history, now] = [
    await shopSettings(pool()),
    await settingsHistory(pool()),
    new Date().toISOString()
  ];
  return {
    settings,
    history,
    now,
    due: await dueToErase(pool(), settings, now),
    zones: Intl.supportedValuesOf('timeZone'),
    mayChange: locals.person!.role === 'lead'
  };
};

export const actions: Actions = {
  default: async ({ request, locals }) => {
    const sent = Object.fromEntries(await request.formData());
    const currency = String(sent.currency ?? '')
      .trim()
      .toUpperCase();
    const valid = ShopSettings.safeParse({
      ...(await shopSettings(pool())),
      rates: { ...(await shopSettings(pool())).rates, currency }
    });
    if (!valid.success)
      return fail(400, { message: here().t('server.theCurrency', { message: valid.error.issues[0]!.message }) });
    const rates = ratesOf({ currency, hour: sent.hour, least: sent.least, tax: sent.tax });
    if (!rates)
      return fail(400, {
        message: here().t('server.theLabourRatesCannotBeRead', { example: amountExample(currency) })
      });
    const pace = Object.fromEntries(
      Object.entries(sent).flatMap(([key, value]) =>
        key.startsWith('pace ') && numberOf(value) !== 100 && value !== '' ? [[key.slice(5), shareOf(value)]] : []
      )
    );
    const wanted = ShopSettings.safeParse({
      name: String(sent.name ?? '').trim(),
      place: { timeZone: String(sent.timeZone ?? '').trim(), language: sent.language },
      secondSignature: sent.secondSignature === 'on',
      practice: {
        trainees: sent.trainees,
        freshDays: String(sent.freshDays ?? '').trim() === '' ? null : numberOf(sent.freshDays)
      },
      keepMonths: String(sent.keepMonths ?? '').trim() === '' ? null : numberOf(sent.keepMonths),
      cell: {
        good: shareOf(sent.good),
        replace: shareOf(sent.replace),
        cycles: numberOf(sent.cycles),
        safeCharge: shareOf(sent.safeCharge)
      },
      rates,
      pace
    });
    if (!wanted.success)
      return fail(400, {
        message: here().t('server.nothingWasChanged', {
          place: settingName(here(), wanted.error.issues[0]!.path),
          message: wanted.error.issues[0]!.message
        })
      });
    const changed = await transaction((db) => saveSettings(db, wanted.data, locals.person!.id));
    return { done: here().t(changed ? 'settings.saved' : 'settings.unchanged') };
  }
};
