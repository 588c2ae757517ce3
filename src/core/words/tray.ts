import { inSentence } from './text';

/** The tray sheet. */
export const TRAY = {
  title: (machine: string) => `${machine}: tray`,
  trueSize: 'Print at 100 %. Screws are drawn at true size.',
  ruler: (mm: number) => `${mm} mm: check with a ruler`,
  bin: (number: number, count: number, size: string) => `${number}. ${count} × ${size}`,
  stay: (part: string) => `stay in the ${inSentence(part)}`,
  notInto: (group: string) => `not into ${inSentence(group)}`
};
