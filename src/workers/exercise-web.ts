import { accessOf } from '../core/access';
import { exerciseOf, type Exercise, type Ground } from '../core/exercises';
import type { FaultSet } from '../core/faults';
import { modelOf, type Machine } from '../core/machine';
import type { Asked } from '../core/practice';

/** In the browser: an exercise is made away from the screen. A machine is sent once, with the first that is asked for on it. */
export interface ExerciseAsked {
  id: number;
  asked: Asked;
  ground?: { machine: Machine; hash: string; faults: FaultSet | null };
}
export interface ExerciseTold {
  id: number;
  /** Nothing where the machine has nothing to ask of this kind. */
  exercise: Exercise | null;
}

const grounds = new Map<string, Ground>();
self.addEventListener('message', ({ data: { id, asked, ground } }: MessageEvent<ExerciseAsked>) => {
  if (ground) {
    const { machine, hash, faults } = ground;
    grounds.set(machine.id, { access: accessOf(modelOf(machine)), hash, ...(faults ? { faults } : {}) });
  }
  const exercise = exerciseOf(grounds.get(asked.machine)!, asked.kind, asked.seed, asked.skill) ?? null;
  self.postMessage({ id, exercise } satisfies ExerciseTold);
});
