import { parseDocument, type Parsed } from '../machine';
import { Recording } from './events';

/** A day's teardown is some hundred kB; photos travel by themselves. */
export const RECORDING_MAX_BYTES = 8_000_000;

export function parseRecording(text: string): Parsed<Recording> {
  return parseDocument(text, Recording, RECORDING_MAX_BYTES);
}
