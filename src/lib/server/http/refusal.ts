import template from '../../../error.html?raw';
import { MANUAL, placesOf } from '$lib/places';
import { direction, here } from './here';

/** As the page says it that is shown when nothing else can be. */
const [TITLE, WAY_ON] = ['That did not work', 'Go to jobs'];

const TITLED = new Set([401, 403, 404, 413, 429, 503, 507] as const);
type Titled = typeof TITLED extends Set<infer T> ? T : never;
const titleOf = (status: number) => {
  const { t } = here();
  return TITLED.has(status as Titled) ? t(`refused.${status as Titled}`) : t('refused.other');
};

const escaped = (text: string) =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');

/** The menu of every page, for who is signed in. */
const menu = (role: string): string =>
  [...placesOf(role), MANUAL].map(({ href, name }) => `<a href="${href}">${escaped(here().told(name))}</a>`).join(' ');

/**
 * An answer that refuses: JSON for programs and the interface's own data requests, a plain page for people.
 * @param role of who asks, where that is known: the page has the menu then
 */
export function refusal(status: number, message: string, request: string, asJson: boolean, role?: string): Response {
  if (asJson) return Response.json({ message, request }, { status });
  const html = template
    .replace('lang="en"', `lang="${here().language}" dir="${direction}"`)
    .replace('<nav></nav>', role === undefined ? '' : `<nav>${menu(role)}</nav>`)
    .replaceAll(TITLE, escaped(titleOf(status)))
    .replace(WAY_ON, escaped(here().t('server.toTheJobs')))
    .replace('%sveltekit.status%', String(status))
    .replace('%sveltekit.error.message%', escaped(message));
  return new Response(html, {
    status,
    headers: {
      'content-type': 'text/html; charset=utf-8',
      'content-security-policy':
        "default-src 'none'; style-src 'self'; img-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'"
    }
  });
}
