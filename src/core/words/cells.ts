import { percent } from './text';

/** Why a cell is judged as it is. All shares 0 to 1, of its capacity when new; limits are the shop's. */
export const CELL_WORDS = {
  unknown: () => 'The reading has no full charge, or no design capacity to set it against.',
  uncalibrated: (share: number) =>
    `It says ${percent(share)} of new: its gauge is not to be believed before a full cycle.`,
  worn: (share: number, limit: number) => `Holds ${percent(share)} of new, below the shop's ${percent(limit)}.`,
  cycled: (share: number, cycles: number, limit: number) =>
    `Holds ${percent(share)} of new, but has ${cycles} cycles, more than the ${limit} that the shop expects of a cell.`,
  between: (share: number, low: number, high: number) =>
    `Holds ${percent(share)} of new, between the shop's ${percent(low)} and ${percent(high)}.`,
  good: (share: number, limit: number) => `Holds ${percent(share)} of new, at or above the shop's ${percent(limit)}.`
};

/** Why a listing cannot be read. */
export const LISTING_WORDS = {
  cellTooLong: (kB: number) => `The listing is longer than ${kB} kB; give the battery's part of it.`,
  noPack: 'No pack of the machine stands in it: only adapters, other devices, or bays that are empty.',
  noCharge:
    'No full charge and no cycles stand in it. Give the power-supply attributes (uevent) or the power daemon\u2019s dump of the battery.',
  pack: (n: number) => `Pack ${n}`,
  tooLong: (mB: number) => `The listing is longer than ${mB} MB; one machine's is far shorter.`,
  neither: 'It is neither JSON as lshw -json writes it nor the text of dmidecode.',
  noJson: (why: string) => `It begins like JSON and is none: ${why}`,
  otherJson: 'It is JSON, but not as lshw -json writes it: it has no "class" at its top.',
  memory: (size: string) => `Memory, ${size}`,
  differ: (compared: readonly string[]) =>
    `The two listings are of different programs: ${compared.length > 0 ? `only ${compared.join(' and ')} can be compared` : 'no kind of device is listed by both'}.`
};
