import { z } from 'zod';
import { line } from '../machine';

export const INSTRUMENT_FORMAT = 'eager-wrench/device@1';

/**
 * One reading of a measuring device, one line of JSON on its stream. Lengths in mm or inch, torque in N·m, cN·m or lbf·in;
 * a scanner gives the text that it read.
 */
export const InstrumentMessage = z.discriminatedUnion('device', [
  z.object({
    format: z.literal(INSTRUMENT_FORMAT),
    device: z.literal('calliper'),
    value: z.number().min(0).max(1000),
    unit: z.enum(['mm', 'in'])
  }),
  z.object({
    format: z.literal(INSTRUMENT_FORMAT),
    device: z.literal('torque-driver'),
    value: z.number().min(0).max(1000),
    unit: z.enum(['N·m', 'cN·m', 'lbf·in'])
  }),
  z.object({ format: z.literal(INSTRUMENT_FORMAT), device: z.literal('scanner'), text: line(120) })
]);
export type InstrumentMessage = z.infer<typeof InstrumentMessage>;

/** A reading in the units that are kept: mm and N·m. */
export type Reading =
  { device: 'calliper'; mm: number } | { device: 'torque-driver'; nm: number } | { device: 'scanner'; text: string };

/** International inch; a pound-force inch by it and the standard gravity (ISO 80000-4). */
const MM_PER_INCH = 25.4;
const NM = { 'N·m': 1, 'cN·m': 0.01, 'lbf·in': 0.112984829 } as const;
const LONGEST_LINE = 1000;

/** @returns the reading; undefined for a line that is none, so that a noisy device stops nobody */
export function readInstrument(text: string): Reading | undefined {
  if (text.length > LONGEST_LINE) return undefined;
  let document: unknown;
  try {
    document = JSON.parse(text);
  } catch {
    return undefined;
  }
  const parsed = InstrumentMessage.safeParse(document);
  if (!parsed.success) return undefined;
  const said = parsed.data;
  if (said.device === 'scanner') return { device: said.device, text: said.text.trim() };
  if (said.device === 'calliper')
    return { device: said.device, mm: round(said.unit === 'in' ? said.value * MM_PER_INCH : said.value, 1000) };
  return { device: said.device, nm: round(said.value * NM[said.unit], 10_000) };
}

/** A length as it is typed, by hand or by a calliper that types like a keyboard: `3.52`, `3,52 mm`, `0.1386 in`; mm. */
export function readLength(text: string): number | undefined {
  const found = /^\s*(\d+(?:[.,]\d+)?)\s*(mm|in|inch|")?\s*$/i.exec(text);
  if (!found) return undefined;
  const value = Number(found[1]!.replace(',', '.'));
  return round(found[2] && found[2].toLowerCase() !== 'mm' ? value * MM_PER_INCH : value, 1000);
}

const round = (value: number, parts: number) => Math.round(value * parts) / parts;

export const LABEL_FORMAT = 'eager-wrench/label@1';
/** What a label printer is given: lines of text, and a code that a scanner reads. */
export const PrintLabel = z.object({
  format: z.literal(LABEL_FORMAT),
  lines: z.array(line(60)).min(1).max(6),
  code: z.string().regex(/^[A-Z0-9-]{1,24}$/)
});
export type PrintLabel = z.infer<typeof PrintLabel>;
