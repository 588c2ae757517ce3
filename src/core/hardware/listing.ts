import { z } from 'zod';
import { line } from '../machine';
import { LISTING_WORDS } from '../words';
import { refused, type Result } from '../result';

const Text = line(160);

/** A device that a machine lists of itself. */
export const Device = z.strictObject({
  /** The function it serves where that can be told, in the machine file's words: wifi, camera, memory ... */
  function: z.string().max(40).optional(),
  name: Text,
  serial: Text.optional(),
  /** Bytes. */
  size: z.number().min(0).max(1e18).optional()
});
export type Device = z.infer<typeof Device>;

/** Which program wrote it: each lists other kinds of devices. */
export const SOURCES = ['lshw', 'dmidecode'] as const;

/** What a machine says of itself: who it is, and what is in it. */
export const Listing = z.strictObject({
  source: z.enum(SOURCES).optional(),
  identity: z.strictObject({ maker: Text.optional(), model: Text.optional(), serial: Text.optional() }),
  devices: z.array(Device).max(400)
});
export type Listing = z.infer<typeof Listing>;

export type ReadListing = Result<{ listing: Listing }>;

/** A listing of one machine is some 100 kB; in characters. */
export const LISTING_MAX = 2_000_000;

/**
 * Reads `lshw -json` or the text of `dmidecode`.
 * @returns what it lists, or in words why it cannot be read
 */
export function readListing(text: string): ReadListing {
  if (text.length > LISTING_MAX) return refused('too-long', LISTING_WORDS.tooLong(LISTING_MAX / 1e6));
  const start = jsonWithin(text);
  if (start !== undefined) return readTree(start);
  if (/^Handle 0x[0-9A-Fa-f]+, DMI type \d+/m.test(text)) return { ok: true, listing: readTables(text) };
  return refused('not-a-listing', LISTING_WORDS.neither);
}

/** JSON as a terminal shows it: with warnings of the program in lines before and after. */
function jsonWithin(text: string): string | undefined {
  const lines = text.split(/\r?\n/);
  const first = lines.findIndex((line) => /^\s*[{[]/.test(line));
  if (first < 0 || lines.slice(0, first).some((line) => /^Handle 0x/.test(line))) return undefined;
  const last = lines.findLastIndex((line) => /[}\]]\s*$/.test(line));
  return lines
    .slice(first, Math.max(first, last) + 1)
    .join('\n')
    .trim();
}

/** Names that a firmware writes where nobody filled one in. */
const UNFILLED =
  /^(none|unknown|not (specified|provided|available)|to be filled.*|default string|system (serial|product).*|no module installed|0+|x+)$/i;

function clean(value: unknown): string | undefined {
  if (typeof value !== 'string' && typeof value !== 'number') return undefined;
  const text = String(value)
    // eslint-disable-next-line no-control-regex
    .replace(/[\u0000-\u001f\u007f-\u009f\u200e\u200f\u202a-\u202e\u2066-\u2069]/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, 160)
    .replace(/[\ud800-\udfff]/g, '');
  return text === '' || UNFILLED.test(text) ? undefined : text;
}

const bytes = (value: unknown): { size: number } | object =>
  typeof value === 'number' && value > 0 && value <= 1e18 ? { size: value } : {};

/** Nodes of the tree that are looked at: a real one has some hundreds. */
const MAX_NODES = 5000;

function readTree(text: string): ReadListing {
  let document: unknown;
  try {
    document = JSON.parse(text);
  } catch (error) {
    return refused('not-json', LISTING_WORDS.noJson((error as Error).message));
  }
  const queue: unknown[] = Array.isArray(document) ? [...document] : [document];
  // Of several trees the machine is the one that says so: an adapter or a dock may stand before it.
  const root = (queue.find(
    (n) => typeof n === 'object' && n !== null && (n as Record<string, unknown>).class === 'system'
  ) ?? queue[0]) as Record<string, unknown> | undefined;
  if (!root || typeof root !== 'object' || typeof root.class !== 'string')
    return refused('not-a-listing', LISTING_WORDS.otherJson);
  const devices: Device[] = [];
  let seen = 0;
  for (const entry of queue) {
    if (++seen > MAX_NODES || devices.length >= 400) break;
    if (typeof entry !== 'object' || entry === null) continue;
    const node = entry as Record<string, unknown>;
    if (Array.isArray(node.children)) queue.push(...node.children.slice(0, MAX_NODES));
    const name = clean(node.product) ?? clean(node.description);
    if (node === root || !name || !isDevice(node)) continue;
    const does = functionOf(
      node.class === 'multimedia' && isCamera(node)
        ? 'camera'
        : `${String(node.class)} ${String(node.description ?? '')} ${name}`
    );
    const serial = clean(node.serial);
    devices.push({
      ...(does ? { function: does } : {}),
      name,
      ...(serial ? { serial } : {}),
      ...(SIZED.has(does ?? '') ? bytes(node.size) : {})
    });
  }
  const identity = { maker: clean(root.vendor), model: clean(root.product), serial: clean(root.serial) };
  return { ok: true, listing: { source: 'lshw', identity: given(identity), devices } };
}

/** Where a size is a fact of the device: elsewhere it is a clock rate, a link speed, or what a kernel made of it that day. */
export const SIZED: ReadonlySet<string> = new Set(['memory', 'storage']);

/** Cameras call themselves many things; their driver and their words tell. */
function isCamera(node: Record<string, unknown>): boolean {
  const { driver } = (
    typeof node.configuration === 'object' && node.configuration !== null ? node.configuration : {}
  ) as Record<string, unknown>;
  return (
    /uvcvideo/.test(String(driver ?? '')) ||
    /\b(video|cam|camera|webcam|imaging)\b/i.test(`${String(node.description ?? '')} ${String(node.product ?? '')}`)
  );
}

/** Buses and bridges are no parts that could be missing; an empty memory bank is none either. */
function isDevice(node: Record<string, unknown>): boolean {
  if (node.class === 'memory') return /bank/.test(String(node.id)) && typeof node.size === 'number';
  return [
    'network',
    'disk',
    'storage',
    'display',
    'multimedia',
    'input',
    'power',
    'communication',
    'processor',
    'generic'
  ].includes(String(node.class));
}

/** Which function a device serves, by what it is called; the first that fits. */
const CALLED: readonly [RegExp, string][] = [
  [/bluetooth/i, 'bluetooth'],
  [/mobile broadband|\bwwan\b|modem/i, 'wwan'],
  [/wireless|wi-?fi|wlan/i, 'wifi'],
  [/\bcam(era)?\b|webcam/i, 'camera'],
  [/fingerprint/i, 'fingerprint'],
  [/touch ?pad|trackpad/i, 'touchpad'],
  [/keyboard/i, 'keyboard'],
  [/pointing stick/i, 'pointing-stick'],
  [/card reader|sd reader/i, 'card-reader'],
  [/dvd|optical|cd-?rom/i, 'optical'],
  [/^power|battery/i, 'battery'],
  [/^(disk|storage)|nvme|\bssd\b/i, 'storage'],
  [/^memory|dimm/i, 'memory'],
  [/^display/i, 'video'],
  [/audio|sound/i, 'audio']
];
function functionOf(text: string): string | undefined {
  return CALLED.find(([pattern]) => pattern.test(text))?.[1];
}

function readTables(text: string): Listing {
  const devices: Device[] = [];
  const identity: Listing['identity'] = {};
  for (const block of text.split(/\r?\n(?=Handle 0x)/).slice(0, MAX_NODES)) {
    const type = Number(/DMI type (\d+)/.exec(block)?.[1]);
    const field = (name: string) => clean(new RegExp(`^[ \\t]+${name}:[ \\t]*(.*)$`, 'm').exec(block)?.[1]);
    if (type === 1)
      Object.assign(
        identity,
        given({ maker: field('Manufacturer'), model: field('Product Name'), serial: field('Serial Number') })
      );
    const named =
      type === 17
        ? field('Size')
          ? (field('Part Number') ?? `Memory, ${field('Size')!}`)
          : undefined
        : type === 22
          ? (field('Name') ?? 'Battery')
          : type === 4
            ? field('Version')
            : undefined;
    if (named === undefined || devices.length >= 400) continue;
    const serial = field('Serial Number');
    const does = { 17: 'memory', 22: 'battery' }[type];
    const size = /^(\d+) ([GM])B$/.exec(type === 17 ? (field('Size') ?? '') : '');
    devices.push({
      ...(does ? { function: does } : {}),
      name: named,
      ...(serial ? { serial } : {}),
      ...(size ? { size: Number(size[1]) * (size[2] === 'G' ? 2 ** 30 : 2 ** 20) } : {})
    });
  }
  return { source: 'dmidecode', identity, devices };
}

const given = <T extends object>(of: T): { [K in keyof T]?: Exclude<T[K], undefined> } =>
  Object.fromEntries(Object.entries(of).filter(([, v]) => v !== undefined)) as {
    [K in keyof T]?: Exclude<T[K], undefined>;
  };
