import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './system.mjs';

/** Signs somebody of the demo in, without a browser. @returns {Promise<string>} the cookie of the session */
export async function signIn(address, name) {
  const { password } = JSON.parse(readFileSync(join(ROOT, 'demo', 'people.json'), 'utf8'));
  const answer = await fetch(`${address}/signin`, {
    method: 'POST',
    redirect: 'manual',
    headers: { origin: address, accept: 'text/html', 'content-type': 'application/x-www-form-urlencoded' },
    body: new URLSearchParams({ name, password })
  });
  const [cookie] = answer.headers.get('set-cookie')?.split(';') ?? [];
  if (!cookie) throw new Error(`${name} was not signed in: ${answer.status}`);
  return cookie;
}
