import type { Access } from '../access';
import type { FaultSet } from '../faults';
import type { Model } from '../machine';
import type { AnswerForm, Exercise } from './schema';

/** What exercises are made of. */
export interface Ground {
  access: Access;
  /** The content hash of its file. */
  hash: string;
  /** Faults of the machine, where it has a set of them: mistakes are found by their symptoms. */
  faults?: FaultSet;
}

/** What is asked of a machine to tell what it can train: cheap, for lists of many machines. */
export interface Trained {
  model: Model;
  hasFaults: boolean;
}

/** What is particular to one exercise of a kind. */
export type Body = Pick<Exercise, 'skill' | 'about' | 'given' | 'options'>;

/** How exercises of a kind are made, and what their right answer is. */
export interface Kind {
  form: AnswerForm;
  /** All that exercises of the kind can train on this machine. */
  skills(machine: Trained): string[];
  /** One of them; undefined where this draw gave none, and another may. */
  make(ground: Ground, draw: Draw): Body | undefined;
  /** Worked out from the machine anew, whatever made the exercise. */
  answer(ground: Ground, body: Body): string[];
}

/** Draws from a seed. */
export class Draw {
  /** @param skill what is to be trained, where it is not left to chance */
  constructor(
    readonly random: () => number,
    readonly skill?: string
  ) {}

  /** @throws where there is nothing to draw from */
  one<T>(list: readonly T[]): T {
    if (list.length === 0) throw new Error('nothing to draw from');
    return list[Math.floor(this.random() * list.length)]!;
  }

  shuffled<T>(list: readonly T[]): T[] {
    const left = [...list];
    const out: T[] = [];
    while (left.length > 0) out.push(...left.splice(Math.floor(this.random() * left.length), 1));
    return out;
  }

  /** So many of them, or all. */
  some<T>(list: readonly T[], most: number): T[] {
    return this.shuffled(list).slice(0, most);
  }
}
