import { judged, type Judged } from '../core/drafting';
import type { Goal } from '../core/goals';
import type { Machine } from '../core/machine';

/** In the browser: what is wrong with a draft, and what its pinned goals come to, worked out away from the screen. The newest counts. */
export interface DraftAsked {
  id: number;
  machine: Machine;
  goals: readonly Goal[];
}
export interface DraftTold {
  id: number;
  judged: Judged;
}

let newest = 0;
self.addEventListener('message', ({ data }: MessageEvent<DraftAsked>) => {
  newest = data.id;
  // A newer question that came meanwhile is heard first.
  setTimeout(() => {
    if (data.id === newest)
      self.postMessage({ id: data.id, judged: judged(data.machine, data.goals) } satisfies DraftTold);
  });
});
