/** What the bench is like: which side is up, how the lid stands, what is in the hand, which part is being worked on. */
export interface Setup {
  up?: string;
  lid?: string;
  tool?: string;
  focus?: string;
}

/** What a change of setup costs, in seconds of wasted motion. */
export interface Weights {
  turn: number;
  lid: number;
  tool: number;
  focus: number;
}

/** Bench rules of thumb: a turn of an open machine costs more than the seconds it takes. */
export const WEIGHTS = {
  'part-by-part': { turn: 20, lid: 6, tool: 5, focus: 12 },
  'bit-by-bit': { turn: 20, lid: 6, tool: 12, focus: 2 }
} as const satisfies Record<string, Weights>;
export type Weighting = keyof typeof WEIGHTS;
/** What a job is planned by until somebody chooses. */
export const FIRST_WEIGHTING: Weighting = 'part-by-part';

/** A setup in numbers; -1: does not matter. */
export type Labels = [up: number, lid: number, tool: number, focus: number];

/** Where each part of a setup stands in a row of labels. The side up and the lid come first: together they are the pose. */
export const UP = 0;
export const LID = 1;
export const TOOL = 2;
export const FOCUS = 3;
/** Names of the parts of a setup, in the order of a row of labels. */
export const PARTS_OF_SETUP = ['up', 'lid', 'tool', 'focus'] as const;
/** Parts of a setup: the length of a row of labels. */
export const PARTS = PARTS_OF_SETUP.length;

export const isOfPose = (part: number): boolean => part < TOOL;

/** The same work where the side up and the lid do not matter. */
export const inAnyPose = (labels: Labels): Labels => [-1, -1, labels[TOOL], labels[FOCUS]];

/** What the bench is like after entering `next`: what it does not ask for stays as it was. */
export function enter(at: Labels, next: Labels): Labels {
  return [
    next[UP] < 0 ? at[UP] : next[UP],
    next[LID] < 0 ? at[LID] : next[LID],
    next[TOOL] < 0 ? at[TOOL] : next[TOOL],
    next[FOCUS] < 0 ? at[FOCUS] : next[FOCUS]
  ];
}

/** Whether all that it asks for is there. */
export function isThere(at: Labels, next: Labels): boolean {
  return at.every((label, k) => next[k]! < 0 || next[k] === label);
}

export function changeCost(at: Labels, next: Labels, weights: Labels): number {
  let cost = 0;
  for (let k = 0; k < PARTS; k++) if (next[k]! >= 0 && next[k] !== at[k]) cost += weights[k]!;
  return cost;
}

/** Whether the side up or the lid changes. */
export const moves = (at: Labels, next: Labels): boolean =>
  (next[UP] >= 0 && next[UP] !== at[UP]) || (next[LID] >= 0 && next[LID] !== at[LID]);
