import { accessOf } from '$core/access';
import { marked, type Answer, type Exercise, type Ground, type Marked } from '$core/exercises';
import type { FaultSet } from '$core/faults';
import { modelOf, type Machine } from '$core/machine';
import { after, type Answered, type Asked, type Offer } from '$core/practice';
import type { ExerciseAsked, ExerciseTold } from '$workers/exercise-web';

export interface DayMachine {
  machine: Machine;
  hash: string;
  faults: FaultSet | null;
}

export interface RoundOptions {
  asked: readonly Asked[];
  offers: readonly Offer[];
  machines: readonly DayMachine[];
  /** Makes an exercise away from the screen. */
  make: (asked: Omit<ExerciseAsked, 'id'>) => Promise<Exercise | null>;
  keep: (answered: Answered) => void;
  id: () => string;
  now: () => Date;
  random: () => number;
}

/** A day's exercises, one after the other; what went wrong comes back later on. */
export class PracticeRound {
  /** What is asked now. */
  exercise = $state.raw<Exercise>();
  ground = $state.raw<Ground>();
  /** What the answer was worth, once it was given. */
  marked = $state.raw<Marked>();
  answer = $state.raw<Answer>();
  isMaking = $state(false);
  done = $state(0);
  right = $state(0);

  #rest = $state.raw<readonly Asked[]>([]);
  #now: Asked | undefined;
  #again = 0;
  readonly #grounds = new Map<string, Ground>();
  readonly #sent = new Set<string>();

  constructor(private readonly options: RoundOptions) {
    this.#rest = options.asked;
  }

  /** How many there are in all, as far as is known. */
  readonly count = $derived.by(() => this.done + this.#rest.length + (this.exercise && !this.marked ? 1 : 0));
  get isOver(): boolean {
    return !this.isMaking && !this.exercise;
  }

  /** Goes on to the next that can be made. */
  async next(): Promise<void> {
    this.exercise = undefined;
    this.marked = undefined;
    this.answer = undefined;
    this.isMaking = true;
    while (this.#rest.length > 0) {
      const [asked, ...rest] = this.#rest as [Asked, ...Asked[]];
      this.#rest = rest;
      const made = await this.#make(asked);
      if (!made) continue;
      this.#now = asked;
      this.ground = this.#groundOf(asked.machine);
      this.exercise = made;
      break;
    }
    this.isMaking = false;
  }

  give(answer: Answer): void {
    if (!this.exercise || !this.ground || this.marked) return;
    this.answer = answer;
    this.marked = marked(this.ground, this.exercise, answer);
    const { isRight } = this.marked;
    this.done++;
    if (isRight) this.right++;
    this.options.keep({ id: this.options.id(), at: this.options.now().toISOString(), exercise: this.exercise, answer });
    const rest = after(this.#now!, isRight, this.#rest, this.options.offers, this.#again, this.options.random);
    this.#again += rest.length - this.#rest.length;
    this.#rest = rest;
  }

  #make(asked: Asked): Promise<Exercise | null> {
    const isNew = !this.#sent.has(asked.machine);
    this.#sent.add(asked.machine);
    return this.options.make({ asked, ...(isNew ? { ground: this.#machine(asked.machine) } : {}) });
  }

  #machine(id: string): DayMachine {
    const { machine, hash, faults } = this.options.machines.find((m) => m.machine.id === id || m.hash === id)!;
    return { machine, hash, faults };
  }

  #groundOf(id: string): Ground {
    const known = this.#grounds.get(id);
    if (known) return known;
    const { machine, hash, faults } = this.#machine(id);
    const ground: Ground = { access: accessOf(modelOf(machine)), hash, ...(faults ? { faults } : {}) };
    this.#grounds.set(id, ground);
    return ground;
  }
}

/** Exercises that are there already, to be asked one after the other: by the hash of their machine file, since two of a machine may be asked. */
export function handedOut(exercises: readonly Exercise[]): Pick<RoundOptions, 'asked' | 'offers' | 'make'> {
  return {
    asked: exercises.map(({ kind, skill, machine }, seed) => ({ kind, skill, machine: machine.hash, seed })),
    offers: [],
    make: ({ asked }) => Promise.resolve(exercises[asked.seed] ?? null)
  };
}

/** A worker that makes exercises. */
export function exerciseMaker(): { make: RoundOptions['make']; end: () => void } {
  const worker = new Worker(new URL('../../workers/exercise-web.ts', import.meta.url), { type: 'module' });
  const waiting = new Map<number, (exercise: Exercise | null) => void>();
  let newest = 0;
  worker.onmessage = ({ data: { id, exercise } }: MessageEvent<ExerciseTold>) => {
    waiting.get(id)?.(exercise);
    waiting.delete(id);
  };
  // What could not be made is passed over.
  worker.onerror = () => {
    for (const tell of waiting.values()) tell(null);
    waiting.clear();
  };
  return {
    make: (asked) =>
      new Promise((resolve) => {
        const id = ++newest;
        waiting.set(id, resolve);
        worker.postMessage({ id, ...asked } satisfies ExerciseAsked);
      }),
    end: () => worker.terminate()
  };
}
