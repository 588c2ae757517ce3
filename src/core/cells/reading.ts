import type { Said } from '../language';
import { z } from 'zod';
import { LISTING_WORDS } from '../words';
import { refused, type Result } from '../result';

/** What a cell says of itself. Energy in Wh, charge in mAh, voltage in V; what the listing does not give is absent. */
export const BatteryReading = z.strictObject({
  designWh: z.number().gt(0).max(1000).optional(),
  fullWh: z.number().min(0).max(1000).optional(),
  designMah: z.number().gt(0).max(200_000).optional(),
  fullMah: z.number().min(0).max(200_000).optional(),
  voltageV: z.number().gt(0).max(60).optional(),
  cycles: z.int().min(0).max(100_000).optional(),
  /** Charge at this moment, share of the full charge, 0 to 1. */
  charge: z.number().min(0).max(1.2).optional()
});
export type BatteryReading = z.infer<typeof BatteryReading>;

/** One pack that a listing names, with its figures. */
export interface Pack {
  /** What the machine calls it. */
  name: Said;
  reading: BatteryReading;
}
/** Several packs are several readings: which one is meant is for who reads it to say. `reading` is the first. */
export type ReadBattery = Result<{ reading: BatteryReading; packs: Pack[] }>;

/** Longer listings than this hold more than one machine's battery; in characters. */
const MAX_TEXT = 200_000;
const MICRO = 1e-6;
const MAX_DEVICES = 40;

type Attributes = ReadonlyMap<string, string>;

/**
 * A battery's figures from the text that a Linux machine gives of it: the kernel's power-supply attributes (`uevent`, in µAh,
 * µWh and µV) or a power daemon's dump (`energy-full: 41.2 Wh`). A listing may name several devices: what is no pack of the
 * machine (an adapter, a mouse, an empty bay) is passed over, and no two devices' figures are ever mixed.
 * @returns the figures of each pack, or in words why there are none
 */
export function readBattery(text: string): ReadBattery {
  if (text.length > MAX_TEXT) return refused('too-long', LISTING_WORDS.cellTooLong(MAX_TEXT / 1000));
  const devices = devicesIn(text);
  const packs: Pack[] = [];
  let why: string | undefined;
  for (const [i, device] of devices.entries()) {
    if (!isPack(device)) continue;
    const of = device.kernel.size > 0 ? fromKernel(device.kernel) : fromDaemon(device.daemon);
    const given = Object.fromEntries(Object.entries(of).filter(([, v]) => v !== undefined && Number.isFinite(v)));
    if (given.fullWh === undefined && given.fullMah === undefined && given.cycles === undefined) continue;
    const checked = BatteryReading.safeParse(given);
    if (checked.success) packs.push({ name: device.name ?? LISTING_WORDS.pack(i + 1), reading: checked.data });
    else why ??= `${String(checked.error.issues[0]!.path[0])}: ${checked.error.issues[0]!.message}.`;
  }
  const [first] = packs;
  if (first) return { ok: true, reading: first.reading, packs };
  if (why) return refused('not-allowed', why);
  return devices.some((d) => !isPack(d))
    ? refused('no-pack', LISTING_WORDS.noPack)
    : refused('no-charge', LISTING_WORDS.noCharge);
}

interface ListedDevice {
  name?: string | undefined;
  kernel: Map<string, string>;
  daemon: Map<string, string>;
  /** The daemon's heading of it: its path. */
  heading: string;
}

/** The devices of a listing, each with its own attributes: a new one begins with its name or heading, or where an attribute comes again. */
function devicesIn(text: string): ListedDevice[] {
  const devices: ListedDevice[] = [];
  let now: ListedDevice | undefined;
  const begin = (heading = ''): ListedDevice => {
    now = { kernel: new Map(), daemon: new Map(), heading };
    if (devices.length < MAX_DEVICES) devices.push(now);
    return now;
  };
  for (const line of text.split(/\r?\n/)) {
    const heading = /^Device:\s*(\S+)/.exec(line);
    if (heading) {
      begin(heading[1]).name = heading[1]!
        .split('/')
        .at(-1)!
        .replace(/^battery_/, '')
        .slice(0, 60);
      continue;
    }
    const attribute = /^\s*POWER_SUPPLY_([A-Z_]+)=(.*)$/.exec(line);
    if (attribute) {
      const [, key, value] = attribute as unknown as [string, string, string];
      const into =
        now && !now.kernel.has(key) && !(key === 'NAME' && now.kernel.size > 0 && !onlyType(now.kernel))
          ? now
          : begin();
      into.kernel.set(key, value.trim());
      if (key === 'NAME') into.name = value.trim().slice(0, 60);
      continue;
    }
    const entry = /^\s*([a-z][a-z -]*):\s+(.+)$/.exec(line);
    if (!entry) continue;
    const key = entry[1]!.trim();
    const into = now && !now.daemon.has(key) ? now : begin();
    into.daemon.set(key, entry[2]!.trim());
  }
  return devices;
}

/** Kernels differ in whether the type stands before the name. */
const onlyType = (kernel: Attributes): boolean => [...kernel.keys()].every((k) => k === 'TYPE' || k === 'SCOPE');

/** A battery that is the machine's own and is there. */
function isPack({ kernel, daemon, heading }: ListedDevice): boolean {
  if (kernel.size > 0)
    return (
      (kernel.get('TYPE') ?? 'Battery') === 'Battery' &&
      kernel.get('SCOPE') !== 'Device' &&
      kernel.get('PRESENT') !== '0'
    );
  if (/line_power|DisplayDevice|mouse|keyboard|headset|phone|gaming|tablet/i.test(heading)) return false;
  return daemon.get('power supply') !== 'no' && daemon.get('present') !== 'no';
}

/** What a listing gives as nothing is not known: a gauge that reads 0 of full has lost its figures, not its cell. */
const known = (n: number | undefined) => (n !== undefined && n > 0 ? n : undefined);
const part = (of: number | undefined, whole: number | undefined) =>
  of === undefined || whole === undefined ? undefined : Math.round((of / whole) * 1e6) / 1e6;

function fromKernel(of: Attributes): BatteryReading {
  const micro = (key: string, by = MICRO) => figure(of.get(key), by);
  const [fullWh, fullMah] = [known(micro('ENERGY_FULL')), known(micro('CHARGE_FULL', 1e-3))];
  return {
    designWh: known(micro('ENERGY_FULL_DESIGN')),
    fullWh,
    designMah: known(micro('CHARGE_FULL_DESIGN', 1e-3)),
    fullMah,
    voltageV: known(micro('VOLTAGE_MIN_DESIGN')) ?? known(micro('VOLTAGE_NOW')),
    // Kernels that cannot tell say -1 or 0.
    cycles: known(figure(of.get('CYCLE_COUNT'), 1)),
    charge:
      figure(of.get('CAPACITY'), 0.01) ?? part(micro('ENERGY_NOW'), fullWh) ?? part(micro('CHARGE_NOW', 1e-3), fullMah)
  };
}

function fromDaemon(of: Attributes): BatteryReading {
  const unit = (key: string, unit: string) => {
    const value = of.get(key);
    return value?.toLowerCase().endsWith(unit) ? figure(value.slice(0, -unit.length).trim(), 1) : undefined;
  };
  const fullWh = known(unit('energy-full', 'wh'));
  const percent = unit('percentage', '%');
  return {
    designWh: known(unit('energy-full-design', 'wh')),
    fullWh,
    voltageV: known(unit('voltage', 'v')),
    cycles: known(figure(of.get('charge-cycles'), 1)),
    charge: percent === undefined ? part(unit('energy', 'wh'), fullWh) : percent / 100
  };
}

/** Listings follow the machine's language: a decimal comma is one. */
function figure(text: string | undefined, by: number): number | undefined {
  if (text === undefined || !/^-?\d+([.,]\d+)?$/.test(text)) return undefined;
  return Math.round(Number(text.replace(',', '.')) * by * 1e6) / 1e6;
}

/** Full charge over design charge; undefined where the reading lacks one of them; a full charge of 0 is not known. */
export function health({ designWh, fullWh, designMah, fullMah }: BatteryReading): number | undefined {
  if (fullWh && designWh) return fullWh / designWh;
  return fullMah && designMah ? fullMah / designMah : undefined;
}

/** Full charge in Wh: as given, or charge times voltage; a full charge of 0 is not known. */
export function fullEnergyWh({ fullWh, fullMah, voltageV }: BatteryReading): number | undefined {
  return fullWh || (fullMah && voltageV !== undefined ? (fullMah / 1000) * voltageV : undefined);
}
