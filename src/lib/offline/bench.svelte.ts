import type { Said } from '$core/language';
import type { Model } from '$core/machine';
import type { Plan } from '$core/plan';
import { fold, isAddable, planInForce, plansOf, RunEvent, type Obstacle, type RunState } from '$core/run';
import type { Refused } from './batches';
import { takeOverOld, type KeptEvent } from './kept';
import { Outbox, type Worker } from './outbox.svelte';

/** A run at the bench: its facts on their way to the server, and what they add up to. */
export class Bench extends Outbox<RunEvent> {
  /** Why the server refused a signature, and what stands in its way. */
  refusal = $state.raw<{ message: Said; obstacles: Obstacle[] } | undefined>();
  /** The plan in force; derived from the changes of plan alone, so that it stays the same thing from step to step. */
  readonly plan: Plan = $derived.by(() => planInForce(this.first, this.#changes));
  /** All plans of the run, the one it was started with first. */
  readonly plans: Plan[] = $derived.by(() => plansOf(this.first, this.#changes));
  readonly state: RunState = $derived.by(() => fold(this.model, this.first, this.events));
  readonly #changes: RunEvent[] = $derived(this.events.filter((e) => e.type === 'replanned' || e.type === 'undo'));

  constructor(
    readonly run: string,
    readonly model: Model,
    readonly first: Plan,
    recorded: { events: RunEvent[]; seq: number },
    me: Worker
  ) {
    super({ record: run, url: `/api/runs/${run}`, schema: RunEvent }, recorded, me);
  }

  protected override takeOver(): Promise<void> {
    return takeOverOld(this.run, this.me.name, this.me.id);
  }

  /** A picture counts at once, like any fact; its bytes follow when the server can be reached. */
  async takePhoto(bytes: Blob, step?: string): Promise<void> {
    const picture = await this.takePicture(bytes);
    this.record({ type: 'photo', ...picture, ...(step ? { step } : {}) });
  }

  protected override taken(): void {
    this.refusal = undefined;
  }

  /** A signature that the server will not have is taken back. */
  protected override isWithdrawn({ type }: RunEvent, { message, obstacles }: Refused): boolean {
    if (type !== 'signed' && type !== 'countersigned') return false;
    this.refusal = { message, obstacles: obstacles ?? [] };
    return true;
  }

  /** Puts what came too late for the signature beside it. */
  addToRecord(row: KeptEvent): void {
    if (!isAddable(row.event) || !this.record({ type: 'added', event: row.event })) return;
    this.setAside = this.setAside.filter((r) => r !== row);
    void this.keep([{ ...row, is: 'withdrawn' }]);
  }
}
