import type { FaultSet } from '../schema';
import { IntervalSearch } from './interval';
import { liveOf, NOTHING, type Live, type SpareSeconds } from './live';
import { Openings, type ReachSeconds } from './openings';

export interface Candidate {
  do: 'test' | 'repair';
  id: string;
  /** Expected whole time, with spares as time, from here to the mended machine when one begins with this, s: it lies between these two. Infinity where nothing above is known. */
  least: number;
  most: number;
  /** Time of this alone with the way there, without its spare, s. */
  own: number;
}

export interface Next {
  /** The best first: the one with which the machine is known to be mended soonest. */
  candidates: Candidate[];
  /** The same when one goes on as well as can be. */
  least: number;
  most: number;
  /** Nothing that was left out could be better: the two are one. */
  proved: boolean;
  /** Repairs and tests that cannot be planned from here (a joint that will not open, a part without a way out): named, and not counted on. */
  left: { do: 'test' | 'repair'; id: string }[];
  /** Share of the doubt that no repair which can be planned would mend, 0 to 1: the expected times are of the rest. */
  unmended: number;
}

/** What was done: tests by id, and repairs that did not help. */
export interface Done {
  tests: readonly string[];
  repairs: readonly string[];
}

/** Situations that are looked at at most: what a browser's memory holds with ease. */
const MOST_SITUATIONS = 150_000;

/**
 * The test or repair to begin with, so that the expected time until the machine is mended, with spares counted as time, is least: over everything that tests
 * may say and whether each repair helps, with the way to each thing taken from the planner. What is opened stays open, so that a
 * second look behind the same cover costs its own time only. The answer is there at once, between two values that draw
 * together as long as one goes on.
 */
export class NextStep {
  private readonly live: Live;
  private readonly search: IntervalSearch | undefined;
  private readonly left: Next['left'];
  private readonly unmended: number;

  /**
   * @param weights how much each fault is believed in, in the set's order
   * @param reach the planner's time there and back
   * @param spare what each repair's spare weighs: nothing where only time counts
   */
  constructor(
    set: FaultSet,
    weights: readonly number[],
    done: Done,
    reach: ReachSeconds,
    private readonly spare: SpareSeconds = () => 0
  ) {
    const isOpen = {
      test: (id: string) => !done.tests.includes(id),
      repair: (id: string) => !done.repairs.includes(id)
    };
    const all = liveOf(set, weights, isOpen);
    this.left = unplannable(all, reach);
    const isShut = new Set(this.left.map((l) => `${l.do} ${l.id}`));
    const within = {
      test: (id: string) => isOpen.test(id) && !isShut.has(`test ${id}`),
      repair: (id: string) => isOpen.repair(id) && !isShut.has(`repair ${id}`)
    };
    const mended = new Set(set.repairs.filter((r) => within.repair(r.id)).flatMap((r) => r.mends));
    // What nothing within reach mends would make every expected time endless: it is named, and the rest is searched for.
    const counted = set.faults.map((fault, f) => (mended.has(fault.id) ? weights[f]! : 0));
    const [whole, some] = [sum(weights), sum(counted)];
    this.unmended = whole > 0 ? 1 - some / whole : 0;
    this.live = liveOf(set, counted, within, spare);
    this.search = some > NOTHING * whole ? new IntervalSearch(this.live, new Openings(this.live, reach)) : undefined;
  }

  /** Nothing is left to be found out, or to find it out within. */
  get isDone(): boolean {
    return !this.search || this.search.isProved || this.search.size >= MOST_SITUATIONS;
  }

  /** Goes on for so many trials, or until it is done. */
  goOn(trials: number): void {
    for (let i = 0; i < trials && !this.isDone; i++) this.search!.trial();
  }

  /** As far as is known by now. */
  get answer(): Next {
    const { tests, repairs } = this.live;
    const candidates = (this.search?.answers ?? []).map(({ deed, own, least, most }): Candidate => {
      const { do: kind, id } = deed < tests.length ? tests[deed]! : repairs[deed - tests.length]!;
      return { do: kind, id, least, most, own: kind === 'repair' ? own - this.spare(id) : own };
    });
    candidates.sort((a, b) => a.least - b.least || a.most - b.most || (a.id < b.id ? -1 : 1));
    const best = candidates.reduce<Candidate | undefined>(
      (least, c) => (!least || c.most < least.most - 1e-9 ? c : least),
      undefined
    );
    const proved = this.search?.isProved ?? true;
    const ranked = best ? [best, ...candidates.filter((c) => c !== best)] : [];
    return {
      candidates: ranked,
      least: proved ? (best?.most ?? 0) : this.search!.least,
      most: best?.most ?? 0,
      proved,
      left: this.left,
      unmended: this.unmended
    };
  }
}

/**
 * The same, gone on with until it is proved or `trials` are over.
 * @see NextStep
 */
export function nextStep(
  set: FaultSet,
  weights: readonly number[],
  done: Done,
  reach: ReachSeconds,
  trials = Infinity,
  spare?: SpareSeconds
): Next {
  const step = new NextStep(set, weights, done, reach, spare);
  step.goOn(trials);
  return step.answer;
}

/** Less than this part of the whole, nobody is told to begin with something else than a moment ago. */
const WORTH_A_CHANGE = 0.02;

/** An answer that was improved, with what was proposed before still first unless something else is clearly sooner: one is reading it. */
export function steady(before: Next | undefined, now: Next): Next {
  const shown = before?.candidates[0];
  const same = now.candidates.find((c) => c.do === shown?.do && c.id === shown.id);
  if (now.proved || !same || same.most > now.most * (1 + WORTH_A_CHANGE)) return now;
  return { ...now, candidates: [same, ...now.candidates.filter((c) => c !== same)] };
}

/** What could tell or mend something, were there a way to it. */
function unplannable({ tests, repairs }: Live, reach: ReachSeconds): Next['left'] {
  return [...tests, ...repairs]
    .filter(({ goals }) => goals.length > 0 && reach(goals) === Infinity)
    .map(({ do: kind, id }) => ({ do: kind, id }));
}

const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);
