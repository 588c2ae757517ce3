import { judged, type Fault, type Steps } from '../core/drafting';
import type { Goal } from '../core/goals';
import type { Machine } from '../core/machine';

/** In the browser: what is wrong with a draft, then what its pinned goals come to, worked out away from the screen. The newest counts. */
export interface DraftAsked {
  id: number;
  machine: Machine;
  goals: readonly Goal[];
}
/** Two answers to each: its faults as soon as they are known, then its plans. */
export type DraftTold = { id: number } & ({ faults: readonly Fault[] } | { steps: Steps });

let newest = 0;
const tell = (told: DraftTold) => self.postMessage(told);
self.addEventListener('message', ({ data: { id, machine, goals } }: MessageEvent<DraftAsked>) => {
  newest = id;
  // A newer question that came meanwhile is heard first.
  setTimeout(() => {
    if (id !== newest) return;
    const { faults, steps } = judged(machine);
    tell({ id, faults });
    setTimeout(() => {
      if (id === newest) tell({ id, steps: steps(goals) });
    });
  });
});
