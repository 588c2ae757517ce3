import { changesBetween, DraftEvent, foldDraft, steps, type Draft, type Fault, type Steps } from '$core/drafting';
import type { Goal } from '$core/goals';
import type { Machine } from '$core/machine';
import { Outbox, type Worker as Person } from '$lib/offline/outbox.svelte';
import type { DraftAsked, DraftTold } from '$workers/draft-web';

/** A draft at the drawing table: what it is by now, and edits on their way to the server. */
export class Desk extends Outbox<DraftEvent> {
  readonly draft: Draft = $derived.by(() => this.#folded());
  readonly back = $derived.by(() => steps(this.events, this.me.name));
  /** What was folded last: with one edit more it is not folded anew. */
  #known: { ids: string[]; draft: Draft } | undefined;

  constructor(
    readonly id: string,
    readonly first: Machine,
    recorded: { events: DraftEvent[]; seq: number },
    me: Person
  ) {
    super({ record: id, url: `/api/drafts/${id}`, schema: DraftEvent }, recorded, me);
  }

  get machine(): Machine {
    return this.draft.machine;
  }

  #folded(): Draft {
    const ids = this.events.map((e) => e.id);
    const known = this.#known;
    const goesOn = known !== undefined && known.ids.every((id, i) => ids[i] === id);
    const from = goesOn ? known : { ids: [], draft: { machine: this.first, refused: [] } };
    const more = foldDraft(from.draft.machine, this.events.slice(from.ids.length));
    const draft = { machine: more.machine, refused: [...from.draft.refused, ...more.refused] };
    this.#known = { ids, draft };
    return draft;
  }

  /** Makes the machine into another: nothing where nothing differs. */
  edit(next: Machine): void {
    const changes = changesBetween(this.machine, next);
    if (changes.length > 0) this.record({ type: 'edited', changes });
  }

  undo(): void {
    const { undo } = this.back;
    if (undo) this.record({ type: 'edited', ...undo });
  }

  redo(): void {
    const { redo } = this.back;
    if (redo) this.record({ type: 'edited', ...redo });
  }
}

/** What is wrong with the draft, and what the pinned goals come to, beside the screen. */
export class LiveJudge {
  faults = $state.raw<readonly Fault[]>([]);
  /** What the pinned goals come to, and what they came to before the last edit: to say what that did. */
  steps = $state.raw<Steps>();
  before = $state.raw<Steps>();
  /** How often its faults and its plans have been told. */
  counts = $state({ faults: 0, steps: 0 });
  #asked = 0;
  #worker: Worker | undefined;

  ask(machine: Machine, goals: readonly Goal[]): void {
    this.#worker ??= this.#begin();
    this.#worker.postMessage({ id: ++this.#asked, machine, goals } satisfies DraftAsked);
  }

  #begin(): Worker {
    const worker = new Worker(new URL('../../workers/draft-web.ts', import.meta.url), { type: 'module' });
    worker.onmessage = ({ data }: MessageEvent<DraftTold>) => {
      if (data.id !== this.#asked) return;
      if ('faults' in data) {
        this.faults = data.faults;
        this.counts.faults++;
      } else {
        this.before = this.steps;
        this.steps = data.steps;
        this.counts.steps++;
      }
    };
    worker.onerror = (event) => {
      event.preventDefault();
      this.close();
    };
    return worker;
  }

  close(): void {
    this.#worker?.terminate();
    this.#worker = undefined;
  }
}
