/** What is chosen and put in order: the optimiser knows actions by name only. */
export type ActionId = string;

/** Before `of` can be done, or beside it, one of the alternatives must have been; an empty one asks for nothing. */
export interface Requirement {
  id: string;
  of: ActionId;
  alternatives: readonly (readonly ActionId[])[];
}
