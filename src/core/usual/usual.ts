import type { Joint, Machine, Move } from '../machine';

type PartKind = Machine['parts'][number]['kind'];

/** How thick such a part usually is, mm: bench rules of thumb, used where nobody measured. */
const THICKNESS_MM: Record<PartKind, number> = {
  case: 4,
  cover: 1.5,
  frame: 1.5,
  bracket: 0.6,
  shield: 0.5,
  film: 0.3,
  foot: 0.4,
  board: 1.4,
  'small-board': 1.4,
  card: 1.4,
  memory: 2,
  storage: 1.5,
  processor: 0.8,
  fan: 5.5,
  'heat-sink': 2,
  battery: 6,
  'coin-cell': 2.4,
  speaker: 5.5,
  microphone: 1,
  camera: 1.5,
  touchpad: 1.6,
  keyboard: 2.6,
  reader: 3,
  display: 3,
  panel: 2.6,
  bezel: 1,
  hinge: 4,
  tray: 1.5,
  jack: 5,
  'flat-cable': 0.3,
  cable: 1.2,
  antenna: 1
};
export const usualThicknessMm = (kind: PartKind): number => THICKNESS_MM[kind];

/** Below a cover and its clips, mm: where most parts begin. */
const BENEATH_MM = 2;
/** Where a part of a kind begins and ends below its side, mm, until somebody says otherwise. */
export const usualDepth = (kind: PartKind): [number, number] => [BENEATH_MM, BENEATH_MM + THICKNESS_MM[kind]];

/** Times there and back, s: bench rules of thumb. Screws take so much for all and so much for each. */
const SCREWS = { seconds: [4, 8], closeSeconds: [6, 11] } as const;
const SECONDS: Record<Exclude<Joint['kind'], 'screws'>, readonly [seconds: number, closeSeconds: number]> = {
  connector: [9, 14],
  clips: [30, 18],
  adhesive: [15, 10],
  tape: [8, 8],
  dressing: [5, 10],
  seal: [10, 5],
  latch: [4, 4],
  hook: [3, 3]
};

export function usualSeconds(kind: Joint['kind'], count: number): { seconds: number; closeSeconds: number } {
  if (kind === 'screws')
    return {
      seconds: SCREWS.seconds[0] + SCREWS.seconds[1] * count,
      closeSeconds: SCREWS.closeSeconds[0] + SCREWS.closeSeconds[1] * count
    };
  const [seconds, closeSeconds] = SECONDS[kind];
  return { seconds, closeSeconds };
}

/** How far a part is slid or tilted before it is free, where nobody measured, mm: bench rule of thumb. */
export const USUAL_TRAVEL_MM = 10;

/** Large or awkward parts take longer, s there and back: bench rules of thumb. */
const MOVE_SECONDS: Partial<Record<PartKind, readonly [number, number]>> = {
  board: [35, 55],
  display: [25, 40],
  cover: [12, 22],
  frame: [15, 25],
  'heat-sink': [15, 25],
  keyboard: [10, 14],
  battery: [10, 14],
  'small-board': [8, 12],
  panel: [10, 12],
  hinge: [8, 10],
  bezel: [10, 15]
};
const ANY_MOVE = [6, 8] as const;

export function usualMoveSeconds(kind: PartKind, move: Move['kind']): { seconds: number; returnSeconds: number } {
  const [seconds, returnSeconds] = MOVE_SECONDS[kind] ?? ANY_MOVE;
  // Raised on its leash a board is not yet carried anywhere.
  return move === 'raise' && kind === 'board' ? { seconds: 15, returnSeconds: 20 } : { seconds, returnSeconds };
}

/** A screw as most are, where nobody read or measured it. Pitch of coarse threads by diameter: ISO 261. */
export const USUAL_SCREW = { threadMm: 2, lengthMm: 4, head: 'pan', drive: 'PH0' } as const;
const PITCH_MM: readonly (readonly [threadMm: number, pitchMm: number])[] = [
  [1.2, 0.25],
  [1.4, 0.3],
  [1.6, 0.35],
  [2, 0.4],
  [2.5, 0.45],
  [3, 0.5],
  [4, 0.7],
  [5, 0.8],
  [6, 1]
];
export function usualPitchMm(threadMm: number): number {
  return PITCH_MM.reduce((best, row) => (Math.abs(row[0] - threadMm) < Math.abs(best[0] - threadMm) ? row : best))[1];
}
/** Heads are about so many times as wide as their thread: pan heads of ISO 7045 1.9, of small flat screws more. */
export const usualHeadMm = (threadMm: number): number => Math.round(threadMm * 19) / 10;

/** How often a part is what a job is about, against a part that is hardly ever asked for: bench rule of thumb. */
const JOBS: Partial<Record<PartKind, number>> = {
  battery: 4,
  storage: 4,
  keyboard: 4,
  fan: 4,
  memory: 3,
  display: 3,
  panel: 3,
  'heat-sink': 3,
  board: 3,
  'small-board': 2,
  touchpad: 2,
  jack: 2,
  speaker: 2,
  cover: 2,
  card: 2,
  hinge: 2
};
export const usualJobs = (kind: PartKind): number => JOBS[kind] ?? 1;
