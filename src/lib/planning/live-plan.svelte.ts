import type { Said } from '$core/language';
import { message } from '$lib/words';
import { gapOf } from '$core/solve';
import type { Choices, Plan, PlanRequest } from '$core/plan';
import type { Asked, Told } from '$workers/plan-web';

/** What is used of a worker. */
export interface PlanWorker {
  postMessage(asked: Asked): void;
  onmessage: ((event: MessageEvent<Told>) => void) | null;
  onerror: ((event: ErrorEvent) => void) | null;
  terminate(): void;
}

/** A worker that says nothing for so long is stuck: it is ended, and the next question starts another, ms. */
const PATIENCE_MS = 20_000;

/** Planning while one chooses: the newest question counts, and no older answer ever takes its place. */
export class LivePlan {
  /** The plan for what is chosen now; while a newer one is being made, the last one stays. */
  plan = $state.raw<Plan>();
  problem = $state.raw<Said>();
  /** An answer to the newest question is still to come. */
  waiting = $state(false);
  /** The plan stands, its proof is still under way. */
  proving = $state(false);

  /** How far the plan may be from the best order, as a share, while that is being found out. */
  gap = $state<number>();

  /** What else could be done, once it has been worked out for the plan as it is. */
  choices = $state.raw<Choices>();

  private asked = 0;
  /** Machines that the worker has, by hash: a machine is large, and sending it takes a frame. */
  private readonly sent = new Set<string>();
  private worker: PlanWorker | undefined;
  private watchdog: ReturnType<typeof setTimeout> | undefined;

  /** @param withChoices ask for what else could be done, too */
  constructor(
    private readonly start: () => PlanWorker,
    private readonly withChoices = false,
    private readonly patienceMs = PATIENCE_MS
  ) {}

  /**
   * @param request what to plan; nothing chosen clears the plan
   * @param known the plan for it, where somebody has made it: then only the choices beside it are asked for
   */
  ask(request: PlanRequest | undefined, known?: Plan | null): void {
    this.asked++;
    this.problem = undefined;
    this.proving = false;
    this.gap = undefined;
    this.choices = undefined;
    this.waiting = request !== undefined && !known;
    if (!request) {
      this.plan = undefined;
      this.worker?.postMessage({ id: this.asked });
      return;
    }
    if (known) this.plan = known;
    if (known && !this.withChoices) return;
    this.worker ??= this.begin();
    this.watch();
    const { machine, ...rest } = request;
    this.worker.postMessage({
      id: this.asked,
      request: rest,
      ...(known ? { withPlan: false } : {}),
      withChoices: this.withChoices,
      ...(this.sent.has(request.hash) ? {} : { machine })
    });
    this.sent.add(request.hash);
  }

  close(): void {
    clearTimeout(this.watchdog);
    this.worker?.terminate();
    this.worker = undefined;
  }

  private begin(): PlanWorker {
    this.sent.clear();
    const worker = this.start();
    worker.onmessage = ({ data }) => this.hear(data);
    worker.onerror = (event) => {
      event.preventDefault();
      this.fail(message('plan.stoppedUnexpectedly'));
    };
    return worker;
  }

  private watch(): void {
    clearTimeout(this.watchdog);
    this.watchdog = setTimeout(() => {
      if (this.waiting) this.fail(message('plan.takesTooLong'));
    }, this.patienceMs);
  }

  private fail(why: Said): void {
    clearTimeout(this.watchdog);
    this.worker?.terminate();
    this.worker = undefined;
    this.waiting = false;
    this.proving = false;
    this.problem = why;
  }

  private hear({ id, answer }: Told): void {
    if (id !== this.asked) return;
    if (answer.stage === 'first' || answer.stage === 'done') {
      this.plan = answer.plan;
      this.waiting = false;
      this.proving = answer.stage === 'first';
    } else if (answer.stage === 'down' || answer.stage === 'up') {
      this.gap = gapOf(answer);
    } else if (answer.stage === 'proved') {
      // The same steps, the very same objects: what shows them has nothing to do anew.
      this.plan = { ...answer.plan, steps: this.plan!.steps };
      this.proving = false;
    } else if (answer.stage === 'doubted') {
      this.plan = answer.plan;
    } else if (answer.stage === 'choices') {
      this.choices = answer.choices;
    } else if (answer.stage === 'refused') {
      this.plan = undefined;
      this.problem = answer.message;
      this.waiting = false;
      this.proving = false;
    }
  }
}

/** Plans in a web worker of this page. */
export function livePlan(withChoices = false): LivePlan {
  return new LivePlan(
    () =>
      new Worker(new URL('../../workers/plan-web.ts', import.meta.url), { type: 'module' }) as unknown as PlanWorker,
    withChoices
  );
}
