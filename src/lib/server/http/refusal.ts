import template from '../../../error.html?raw';

const TITLES: Record<number, string> = {
  401: 'Sign in first',
  403: 'Not with this role',
  404: 'Nothing here',
  413: 'Too large',
  429: 'Too much at once',
  503: 'Out of reach',
  507: 'No room left'
};
const TITLE = 'That did not work';

const escaped = (text: string) =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;');

/** An answer that refuses: JSON for programs and the interface's own data requests, a plain page for people. */
export function refusal(status: number, message: string, request: string, asJson: boolean): Response {
  if (asJson) return Response.json({ message, request }, { status });
  const html = template
    .replaceAll(TITLE, TITLES[status] ?? TITLE)
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
