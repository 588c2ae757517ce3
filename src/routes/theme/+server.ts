import { error } from '@sveltejs/kit';
import { isTheme, THEME_COOKIE } from '$lib/server/http/theme';
import type { RequestHandler } from './$types';
import { here } from '$lib/server/http/here';

export const POST: RequestHandler = async ({ request, cookies, url }) => {
  const body: unknown = await request.json().catch(() => undefined);
  const theme = (body as { theme?: unknown } | undefined)?.theme;
  if (!isTheme(theme)) error(400, here().t('server.themeMustBeLightDarkOr'));
  cookies.set(THEME_COOKIE, theme, {
    path: '/',
    httpOnly: true,
    sameSite: 'lax',
    secure: url.protocol === 'https:',
    maxAge: 365 * 86_400
  });
  return new Response(null, { status: 204 });
};
