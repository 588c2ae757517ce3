import { RecordingEvent } from '../recording';

/** An event of a recording, as a test tells it: what happened, without its id and time. */
export type Said = Record<string, unknown> & { type: string };

/** How a recording of a small machine begins. */
export const STARTED = {
  type: 'started',
  maker: 'Lindquay',
  model: 'Cove',
  size: { widthMm: 300, depthMm: 200, heightMm: 15 },
  measuredBy: 'ruler',
  rest: { part: 'case', name: 'Case' }
} as const;

export const toldId = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;

/** Events a second apart, in the order in which they are told. @param from number of the first, which its id and time have */
export const told = (list: readonly Said[], from = 0): RecordingEvent[] =>
  list.map((body, i) =>
    RecordingEvent.parse({
      id: toldId(from + i),
      at: new Date(Date.UTC(2026, 0, 5, 8, 0, from + i)).toISOString(),
      ...body
    })
  );
