import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { RULES } from '$lib/server/sign-in/guard';

const ROUTES = fileURLToPath(new URL('../../src/routes', import.meta.url));

/** What exists, so that requests get past the door: ids of the demo. */
export interface Known {
  jobs: readonly number[];
  files: readonly number[];
  runs: readonly string[];
  numbers: readonly string[];
  steps: readonly string[];
  people: readonly string[];
}

export interface Sent {
  method: string;
  path: string;
  headers: Record<string, string>;
  body?: string | Uint8Array;
}

/** Text that has broken something somewhere: what databases, headers, parsers and screens do not take. */
const NASTY = [
  '',
  ' ',
  '\u0000',
  'a\u0000b',
  '\ud800',
  '\udfff\ud800',
  '\u2028',
  '\u2029',
  '\u202e',
  '\ufeff',
  '%00',
  '%',
  '%zz',
  '..',
  '../../etc/passwd',
  "' or 1=1 --",
  '$1',
  '{}',
  '[]',
  'null',
  'undefined',
  'NaN',
  '-1',
  '0',
  '1e999',
  '9'.repeat(30),
  '99999999999999',
  '2147483648',
  '\ud83e\udd80',
  'Č8',
  '中文',
  '<script>',
  '${7*7}',
  '\r\nset-cookie: a=b',
  '__proto__',
  'constructor',
  'x'.repeat(5000),
  '2026-02-30',
  '0000-00-00',
  '+999999-01-01',
  'true',
  '1,5',
  '1.234,56',
  '00000000-0000-4000-8000-000000000000',
  '//',
  '\\',
  '\t/',
  'javascript:alert(1)'
];
const TYPES = [
  'application/json',
  'application/x-www-form-urlencoded',
  'multipart/form-data',
  'multipart/form-data; boundary=x',
  'text/plain',
  'application/octet-stream',
  '',
  'image/png',
  'application/json; charset=utf-16'
];
/** Values of the formats that programs send, as they should be, to be spoilt. */
const DOCUMENTS: object[] = [
  { events: [{ id: '00000000-0000-4000-8000-000000000001', at: '2026-11-24T08:00:00.000Z', type: 'note', text: 'x' }] },
  {
    events: [
      {
        id: '00000000-0000-4000-8000-000000000002',
        at: '2026-11-24T08:00:00.000Z',
        type: 'done',
        step: 'down/joint:fan-screws',
        count: 2
      }
    ]
  },
  {
    events: [
      {
        id: '00000000-0000-4000-8000-000000000003',
        at: '2999-11-24T08:00:00.000Z',
        type: 'added',
        event: { id: '00000000-0000-4000-8000-000000000004', at: '2026-11-24T08:00:00.000Z', type: 'note', text: 'x' }
      }
    ]
  },
  { is: 'note', text: 'x' },
  { is: 'placed', place: 'Shelf' },
  { is: 'hazards', answers: { cell: 'sound', heat: 'no' } },
  { is: 'cell', source: 'kernel', reading: { designWh: 50, fullWh: 40, charge: 0.5 }, loadW: 10 },
  { is: 'mended', repair: 'x', helped: true },
  { is: 'symptoms', there: ['x'], not: [] },
  {
    is: 'condition',
    marks: [{ id: '00000000-0000-4000-8000-000000000005', zone: 'top', at: [1, 1], what: 'scratch' }]
  },
  { is: 'quoted' },
  { is: 'answered', approved: true, from: 'x' },
  { is: 'intake', accessories: ['x'], data: 'keep', sealsAgreed: true },
  { is: 'listing', listing: { identity: {}, devices: [] } },
  { format: 'eager-wrench/machine@1', id: 'x', zones: [], parts: [], joints: [] },
  { format: 'eager-wrench/faults@1', machine: 'norrvik-fathom-14', faults: [] }
];

/** Names of the fields that the forms of a page read, and of its actions, from the page's own code. */
function formsOf(route: string): { actions: string[]; fields: string[] } {
  const folder = join(ROUTES, relative('/', route));
  const texts = readdirSync(folder)
    .filter((n) => n.startsWith('+page'))
    .map((n) => readFileSync(join(folder, n), 'utf8'));
  const server = texts.join('\n');
  return {
    actions: [...server.matchAll(/action="\?\/(\w+)"/g), ...server.matchAll(/^ {2}(\w+): async \(/gm)]
      .map((m) => m[1]!)
      .filter((a) => a !== 'default'),
    fields: [
      ...new Set(
        [...server.matchAll(/name="([\w ]+)"/g), ...server.matchAll(/(?:form|sent)\.(?:get\(')?(\w+)/g)].map(
          (m) => m[1]!
        )
      )
    ]
  };
}

/** A generator of requests: the same seed gives the same ones. */
export function requests(known: Known, random: () => number): () => Sent {
  const one = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const often = (share: number) => random() < share;
  const text = (): string =>
    often(0.15)
      ? one(NASTY) + one(NASTY)
      : often(0.6)
        ? one(NASTY)
        : one([
            ...known.numbers,
            ...known.steps,
            ...known.people,
            String(one(known.jobs)),
            '1',
            'fan',
            '2026-12-01',
            'lead',
            'reserve',
            '10'
          ]);
  const value = (): unknown =>
    one<() => unknown>([
      text,
      () => random() * 1e6,
      () => -1,
      () => 1e308,
      () => null,
      () => true,
      () => [],
      () => ({}),
      () => [text()],
      () => ({ [text()]: text() })
    ])();

  const spoilt = (of: unknown, depth = 0): unknown => {
    if (often(0.12)) return value();
    if (Array.isArray(of))
      return [...of.map((v) => spoilt(v, depth + 1)), ...(often(0.1) && depth < 3 ? [value()] : [])];
    if (typeof of === 'object' && of !== null) {
      const entries = Object.entries(of).map(
        ([k, v]) =>
          [
            often(0.03) ? text() : k,
            k === 'id' && often(0.7)
              ? `00000000-0000-4000-8000-${String(Math.floor(random() * 1e12)).padStart(12, '0')}`
              : spoilt(v, depth + 1)
          ] as const
      );
      return Object.fromEntries([
        ...entries.filter(() => !often(0.05)),
        ...(often(0.05) ? [[text(), value()] as const] : [])
      ]);
    }
    return of;
  };
  const json = (): string => {
    const whole = JSON.stringify(spoilt(one(DOCUMENTS))) ?? 'null';
    return often(0.1) ? whole.slice(0, Math.floor(random() * whole.length)) : whole;
  };
  const param = (name: string): string => {
    if (often(0.2))
      return encodeURIComponent(one(NASTY.filter((n) => !/[\ud800-\udfff]/.test(n))).slice(0, 200)) || 'x';
    if (name.startsWith('number')) return String(one(known.jobs));
    if (name.startsWith('file')) return String(one(known.files));
    if (name.startsWith('run')) return one(known.runs);
    if (name.startsWith('photo')) return '00000000-0000-4000-8000-000000000009';
    return one([
      'report.pdf',
      'sheet.pdf',
      'record.json',
      'record.csv',
      'tray.svg',
      'tray.pdf',
      'plan.json',
      'machine.json',
      'screws.csv',
      'parts.csv',
      'screws',
      'x'
    ]);
  };
  const query = (): string => {
    if (often(0.5)) return '';
    const params = Array.from(
      { length: 1 + Math.floor(random() * 3) },
      () =>
        `${one(['to', 'after', 'page', 'q', 'waits', 'closed', 'order', 'machine', 'style', 'small', 'x-sveltekit-invalidated', 'goals', 'job', 'zone'])}=${often(0.3) ? one(['%00', '%ed%a0%80', '%', '1', '-1', '%e2%80%a8', '%09/x', '//x']) : encodeURIComponent(text().replace(/[\ud800-\udfff]/g, ''))}`
    );
    return `?${params.join('&')}`;
  };
  const form = (fields: readonly string[]): { body: string; type: string } => {
    const rows = fields.filter(() => !often(0.15)).map((f) => [f, often(0.3) ? json() : text()] as const);
    if (often(0.2))
      return {
        type: 'multipart/form-data; boundary=x',
        body: `${rows.map(([k, v]) => `--x\r\ncontent-disposition: form-data; name="${k}"${often(0.2) ? '; filename="f"' : ''}\r\n\r\n${v}\r\n`).join('')}${often(0.8) ? '--x--\r\n' : ''}`
      };
    return {
      type: 'application/x-www-form-urlencoded',
      body: rows
        .map(
          ([k, v]) =>
            `${encodeURIComponent(k)}=${often(0.1) ? one(['%00', '%ed%a0%80', '%', '%e2%80%a8']) : encodeURIComponent(v.replace(/[\ud800-\udfff]/g, ''))}`
        )
        .join('&')
    };
  };
  const routes = Object.keys(RULES);
  const forms = new Map(
    routes.map((r) => [
      r,
      r.startsWith('/api') || r === '/healthz' || r === '/theme' || r === '/signout'
        ? { actions: [], fields: ['theme'] }
        : formsOf(r)
    ])
  );

  return () => {
    const route = one(routes.filter((r) => r !== '/signout'));
    // A stream never ends: it is for another test.
    const path = route
      .replaceAll(/\[(\w+)(?:=\w+)?\]/g, (_, name: string) => param(name))
      .replace(/\/stream$/, '/events');
    const method = often(0.45) ? 'GET' : often(0.95) ? 'POST' : one(['PUT', 'DELETE', 'HEAD', 'PATCH', 'OPTIONS']);
    const isApi = route.startsWith('/api/');
    const headers: Record<string, string> = often(0.2)
      ? { accept: one(['text/html', 'application/json', '*/*', 'x']) }
      : {};
    if (method === 'GET' || method === 'HEAD')
      return { method, path: `${path}${!isApi && often(0.2) ? '/__data.json' : ''}${query()}`, headers };
    const { actions, fields } = forms.get(route)!;
    const action = actions.length > 0 && !often(0.05) ? `?/${one(actions)}` : query();
    if (often(0.15)) headers['x-sveltekit-action'] = 'true';
    if (!isApi && often(0.8)) {
      const { body, type } = form(fields);
      return { method, path: `${path}${action}`, headers: { ...headers, 'content-type': type }, body };
    }
    const type = isApi && often(0.7) ? 'application/json' : one(TYPES);
    if (isApi && often(0.05))
      headers['idempotency-key'] = one(NASTY.filter((n) => /^[\x20-\x7e]*$/.test(n)).map((n) => n.slice(0, 100)));
    const body = often(0.8)
      ? json()
      : often(0.5)
        ? text()
        : Uint8Array.from({ length: Math.floor(random() * 200) }, () => Math.floor(random() * 256));
    return {
      method,
      path: `${path}${action}`,
      headers: { ...headers, ...(type ? { 'content-type': type } : {}) },
      body
    };
  };
}
