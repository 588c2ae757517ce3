/**
 * A path of our own from an address that somebody else may have written: nobody is sent away by it.
 * @param origin ours; browsers drop tabs and line ends from an address, and take a backslash for a slash, so that the address is read as they would
 * @returns path and query; `fallback` when it leads elsewhere, is none, or holds what no address of ours has
 */
export function ownPath(to: string | null, origin: string, fallback = '/jobs'): string {
  // eslint-disable-next-line no-control-regex
  if (to === null || to.length > 2000 || !to.startsWith('/') || /[\u0000-\u0020\u007f\\]/.test(to)) return fallback;
  try {
    const url = new URL(to, origin);
    if (url.origin !== origin || url.pathname.startsWith('//')) return fallback;
    // As it can stand in a header.
    return url.pathname + url.search;
  } catch {
    return fallback;
  }
}
