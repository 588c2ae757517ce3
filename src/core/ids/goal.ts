/** What is asked of a part or joint, as the id of a goal has it. */
export interface GoalKey {
  do: string;
  /** The joint that is to be reached, or the part for all else. */
  what: string;
}

export const goalKey = ({ do: doing, what }: GoalKey): string => `${doing}:${what}`;

export function readGoalKey(id: string): GoalKey {
  const at = id.indexOf(':');
  return { do: id.slice(0, at), what: id.slice(at + 1) };
}
