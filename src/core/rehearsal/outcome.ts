import type { Harm } from './harms';
import type { Blocker } from './stand';
import type { Rehearsed } from './state';

/** What comes of a try. */
export type Outcome =
  | { is: 'works'; then: Rehearsed }
  | { is: 'stuck'; because: readonly Blocker[] }
  /** It can be gone on from, with what broke. */
  | { is: 'harm'; harm: Harm; then: Rehearsed };

export const works = (then: Rehearsed): Outcome => ({ is: 'works', then });
export const stuck = (because: readonly Blocker[]): Outcome => ({ is: 'stuck', because });
export const harmed = (then: Rehearsed, harm: Harm): Outcome => ({
  is: 'harm',
  harm,
  then: { ...then, harms: [...then.harms, harm] }
});
