/**
 * A made-up machine that says of its battery what a Linux system would: the kernel's power-supply attributes or a power daemon's
 * dump. `node scripts/stand-ins/machine.mjs [kernel|daemon] [design Wh] [share of new] [cycles] [charge, 0 to 1]`
 */
import { pathToFileURL } from 'node:url';

const VOLTAGE = 11.4;

/** The battery's `uevent`, in the kernel's micro-units. */
export function kernelListing({ designWh, share, cycles, charge }) {
  const micro = (wh) => Math.round(wh * 1e6);
  return `${[
    'POWER_SUPPLY_NAME=BAT0',
    'POWER_SUPPLY_TYPE=Battery',
    'POWER_SUPPLY_STATUS=Discharging',
    'POWER_SUPPLY_PRESENT=1',
    'POWER_SUPPLY_TECHNOLOGY=Li-ion',
    `POWER_SUPPLY_CYCLE_COUNT=${cycles}`,
    `POWER_SUPPLY_VOLTAGE_MIN_DESIGN=${Math.round(VOLTAGE * 1e6)}`,
    `POWER_SUPPLY_ENERGY_FULL_DESIGN=${micro(designWh)}`,
    `POWER_SUPPLY_ENERGY_FULL=${micro(designWh * share)}`,
    `POWER_SUPPLY_ENERGY_NOW=${micro(designWh * share * charge)}`,
    `POWER_SUPPLY_CAPACITY=${Math.round(100 * charge)}`
  ].join('\n')}\n`;
}

/** The same as a power daemon dumps it. */
export function daemonListing({ designWh, share, cycles, charge }) {
  const rows = {
    'native-path': 'BAT0',
    'power supply': 'yes',
    state: 'discharging',
    energy: `${(designWh * share * charge).toFixed(2)} Wh`,
    'energy-full': `${(designWh * share).toFixed(2)} Wh`,
    'energy-full-design': `${designWh.toFixed(2)} Wh`,
    voltage: `${VOLTAGE} V`,
    'charge-cycles': String(cycles),
    percentage: `${Math.round(100 * charge)}%`
  };
  return `Device: /org/power/devices/battery_BAT0\n${Object.entries(rows)
    .map(([k, v]) => `    ${`${k}:`.padEnd(22)}${v}`)
    .join('\n')}\n`;
}

if (process.argv[1] && import.meta.url === pathToFileURL(process.argv[1]).href) {
  const [kind = 'kernel', design = '50', share = '0.8', cycles = '300', charge = '0.6'] = process.argv.slice(2);
  const of = { designWh: Number(design), share: Number(share), cycles: Number(cycles), charge: Number(charge) };
  process.stdout.write(kind === 'daemon' ? daemonListing(of) : kernelListing(of));
}
