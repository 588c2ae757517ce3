import { z } from 'zod';

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

export type ReadBattery = { ok: true; reading: BatteryReading } | { ok: false; why: string };

/** Longer listings than this hold more than one machine's battery; in characters. */
const MAX_TEXT = 200_000;
const MICRO = 1e-6;

/**
 * A battery's figures from the text that a Linux machine gives of it: the kernel's power-supply attributes (`uevent`, in µAh,
 * µWh and µV) or a power daemon's dump (`energy-full: 41.2 Wh`). Where both stand for several batteries the first one counts.
 * @returns the figures, or in words why there are none
 */
export function readBattery(text: string): ReadBattery {
  if (text.length > MAX_TEXT) return { ok: false, why: `The listing is longer than ${MAX_TEXT / 1000} kB; give the battery's part of it.` };
  const lines = text.split(/\r?\n/);
  const kernel = new Map<string, string>();
  const daemon = new Map<string, string>();
  for (const line of lines) {
    const attribute = /^\s*POWER_SUPPLY_([A-Z_]+)=(.*)$/.exec(line);
    if (attribute && !kernel.has(attribute[1]!)) kernel.set(attribute[1]!, attribute[2]!.trim());
    const entry = /^\s*([a-z][a-z -]*):\s+(.+)$/.exec(line);
    if (entry && !daemon.has(entry[1]!.trim())) daemon.set(entry[1]!.trim(), entry[2]!.trim());
  }
  const of = kernel.size > 0 ? fromKernel(kernel) : fromDaemon(daemon);
  const given = Object.fromEntries(Object.entries(of).filter(([, v]) => v !== undefined && Number.isFinite(v)));
  if (given.fullWh === undefined && given.fullMah === undefined && given.cycles === undefined) {
    return { ok: false, why: 'No full charge and no cycles stand in it. Give the power-supply attributes (uevent) or the power daemon\u2019s dump of the battery.' };
  }
  const checked = BatteryReading.safeParse(given);
  if (!checked.success) return { ok: false, why: `${String(checked.error.issues[0]!.path[0])}: ${checked.error.issues[0]!.message}.` };
  return { ok: true, reading: checked.data };
}

function fromKernel(of: ReadonlyMap<string, string>): BatteryReading {
  const micro = (key: string, by = MICRO) => figure(of.get(key), by);
  const charge = figure(of.get('CAPACITY'), 0.01);
  return {
    designWh: micro('ENERGY_FULL_DESIGN'), fullWh: micro('ENERGY_FULL'),
    designMah: micro('CHARGE_FULL_DESIGN', 1e-3), fullMah: micro('CHARGE_FULL', 1e-3),
    voltageV: micro('VOLTAGE_MIN_DESIGN') ?? micro('VOLTAGE_NOW'),
    // Kernels that cannot tell say -1 or 0.
    cycles: positive(figure(of.get('CYCLE_COUNT'), 1)),
    charge
  };
}

function fromDaemon(of: ReadonlyMap<string, string>): BatteryReading {
  const unit = (key: string, unit: string) => {
    const value = of.get(key);
    return value?.toLowerCase().endsWith(unit) ? figure(value.slice(0, -unit.length).trim(), 1) : undefined;
  };
  return { designWh: unit('energy-full-design', 'wh'), fullWh: unit('energy-full', 'wh'), voltageV: unit('voltage', 'v'), cycles: positive(figure(of.get('charge-cycles'), 1)), charge: share(unit('percentage', '%')) };
}

/** Listings follow the machine's language: a decimal comma is one. */
function figure(text: string | undefined, by: number): number | undefined {
  if (text === undefined || !/^-?\d+([.,]\d+)?$/.test(text)) return undefined;
  return Math.round(Number(text.replace(',', '.')) * by * 1e6) / 1e6;
}
const positive = (n: number | undefined) => (n !== undefined && n > 0 ? n : undefined);
const share = (percent: number | undefined) => (percent === undefined ? undefined : percent / 100);

/** Full charge over design charge; undefined where the reading lacks one of them. */
export function health({ designWh, fullWh, designMah, fullMah }: BatteryReading): number | undefined {
  if (fullWh !== undefined && designWh) return fullWh / designWh;
  return fullMah !== undefined && designMah ? fullMah / designMah : undefined;
}

/** Full charge in Wh: as given, or charge times voltage. */
export function fullEnergyWh({ fullWh, fullMah, voltageV }: BatteryReading): number | undefined {
  return fullWh ?? (fullMah !== undefined && voltageV !== undefined ? (fullMah / 1000) * voltageV : undefined);
}
