/** Something that happened at a bench: events of runs and of recordings alike. */
export interface Happened {
  /** Made at the bench, so that sending twice changes nothing. */
  id: string;
  /** By the bench's own clock: ISO 8601 in UTC. */
  at: string;
  /** When the server took it, where its own time cannot be right: then this counts. */
  took?: string | undefined;
}

/** When it happened, as far as can be known. */
export const when = ({ at, took }: Pick<Happened, 'at' | 'took'>): string => took ?? at;

/** Events in the order in which they happened (then of their ids), each once, whatever order they came in. */
export function inOrder<E extends Happened>(events: readonly E[]): E[] {
  return [...new Map(events.map((e) => [e.id, e])).values()].sort((a, b) =>
    when(a) !== when(b) ? (when(a) < when(b) ? -1 : 1) : a.id < b.id ? -1 : 1
  );
}

/** So far a bench's clock may be off before it is not believed, ms. */
export const CLOCK_TOLERANCE_MS = 5 * 60_000;

/**
 * Whether an event's own time cannot be right: it is later than the moment at which the server took it, or from before its record
 * was there. What was recorded offline comes late, which is no fault of its clock.
 * @param at the event's own time; takenAt, startedAt the server's: all ISO 8601
 */
export function clockIsWrong(at: string, takenAt: string, startedAt: string): boolean {
  const time = Date.parse(at);
  return time > Date.parse(takenAt) + CLOCK_TOLERANCE_MS || time < Date.parse(startedAt) - CLOCK_TOLERANCE_MS;
}
