import { say, type Said } from '../language';

/** A ninth of a face as one sees it: far is away from who works. */
export type Field = `${'far' | 'mid' | 'near'}-${'left' | 'middle' | 'right'}`;

/** A drawing for who listens. */
export const SPOKEN = {
  /** @param left and @param far from the left and the far edge, cm */
  at: (field: Field, left: number, far: number): Said => say('spoken.at', { field: say(`spoken.${field}`), left, far }),
  several: (n: number, field: Field): Said => say('spoken.several', { n, field: say(`spoken.${field}`) }),
  inHand: (face: Said, what: Said, count: number, places: readonly Said[]): Said =>
    say('spoken.inHand', { face, what, count, places }),
  over: (parts: readonly Said[]): Said => say('spoken.over', { parts }),
  under: (parts: readonly Said[]): Said => say('spoken.under', { parts })
};
