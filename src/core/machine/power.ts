import type { Machine } from './schema';

/** What is missing before the power of a machine can be taken away: nobody works on one of which that is not told. */
export type PowerGap =
  /** Nobody has said whether there is a cell in it. */
  | 'cell-untold'
  /** There is one, and nothing takes its power away. */
  | 'cell-connected'
  /** There is none, and nothing says that the adapter is unplugged. */
  | 'adapter-stays';

export interface Powered {
  isolation: Machine['isolation'];
  parts: readonly Pick<Machine['parts'][number], 'kind'>[];
}

/** @returns undefined where the file says how power is taken away */
export function powerGap({ isolation, parts }: Powered): PowerGap | undefined {
  const { joint, steps, noCell } = isolation;
  const has = (...kinds: Machine['isolation']['steps'][number]['kind'][]) => steps.some((s) => kinds.includes(s.kind));
  if (joint !== undefined || has('firmware-disconnect', 'remove-battery')) return undefined;
  // A button cell keeps the clock, and no more.
  if (parts.some((p) => p.kind === 'battery')) return 'cell-connected';
  if (!noCell) return 'cell-untold';
  return has('unplug-adapter') ? undefined : 'adapter-stays';
}
