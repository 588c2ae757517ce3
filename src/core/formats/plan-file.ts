import { parseDocument, type Parsed } from '../machine';
import { Plan } from '../plan';

/** A plan of a large machine is about a megabyte. */
export const PLAN_FILE_MAX_BYTES = 8_000_000;

/** Reads a plan from anywhere: `eager-wrench/plan@1`. Never throws; faults are named by their place. */
export function readPlan(text: string): Parsed<Plan> {
  return parseDocument(text, Plan, PLAN_FILE_MAX_BYTES);
}
