import type { ActionId } from '../ids';
export type { ActionId } from '../ids';

/** Before `of` can be done, or beside it, one of the alternatives must have been; an empty one asks for nothing. */
export interface Requirement {
  id: string;
  of: ActionId;
  alternatives: readonly (readonly ActionId[])[];
}
