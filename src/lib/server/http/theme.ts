import type { Cookies } from '@sveltejs/kit';

export const THEME_COOKIE = 'eager_wrench_theme';
const THEMES = ['light', 'dark', 'auto'] as const;
export type Theme = (typeof THEMES)[number];

export function isTheme(value: unknown): value is Theme {
  return THEMES.includes(value as Theme);
}

export function themeOf(cookies: Cookies): Theme {
  const value = cookies.get(THEME_COOKIE);
  return isTheme(value) ? value : 'auto';
}
