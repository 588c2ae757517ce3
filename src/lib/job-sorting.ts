/** What a list of jobs may be sorted by. */
export const JOB_ORDERS = ['due', 'age', 'customer', 'machine', 'work', 'status', 'closed'] as const;
export type JobOrder = (typeof JOB_ORDERS)[number];

/** What an address asks for: nothing where the list is as it is by itself. */
interface Asked {
  order?: JobOrder | undefined;
  desc?: boolean | undefined;
  /** Closed jobs instead of open ones. */
  closed?: boolean | undefined;
}
export interface JobSorting {
  by: JobOrder;
  /** From the end: the latest, the last of the alphabet. */
  isDown: boolean;
}

/** By itself: open jobs by what is due first, closed ones the newest first. */
const usual = (closed: boolean | undefined): JobSorting =>
  closed ? { by: 'closed', isDown: true } : { by: 'due', isDown: false };

/** How a list is sorted; open jobs have no day on which they were closed. */
export function sortingOf({ order, desc, closed }: Asked): JobSorting {
  if (order === undefined || (order === 'closed' && !closed)) return usual(closed);
  return { by: order, isDown: desc === true };
}

/** The words of an address for a sorting, to be put into it or, where undefined, taken out of it. */
export function sortingWords({ by, isDown }: JobSorting, closed: boolean | undefined) {
  const own = usual(closed);
  const isUsual = by === own.by && isDown === own.isDown;
  return { order: isUsual ? undefined : by, desc: isDown && !isUsual ? '1' : undefined };
}
