import {
  aligned,
  boxOfThings,
  copied,
  mapThings,
  mirrored,
  sittings,
  sketched,
  turnedAbout,
  without,
  type Mapping,
  type Side,
  type Sitting,
  type Sketch,
  type Tapped,
  type Thing
} from '$core/drafting';
import { goalId, type Goal } from '$core/goals';
import type { Speak } from '$core/language';
import type { Box, Machine, Point, Zone } from '$core/machine';
import { usualIsolation, type PowerWay } from '$core/usual';
import type { Desk } from './desk.svelte';

/** What the panel beside the drawing shows. */
export type View = 'thing' | 'file' | 'photo' | 'faults' | 'history';

/** How far beside its original a copy is laid, mm. */
const BESIDE_MM = 6;

/** What lies on the drawing table: the side that is looked at, what is chosen on it, and what is being placed. */
export class Table {
  chosen = $state.raw<readonly Thing[]>([]);
  view = $state<View>('thing');
  /** Places are tapped for something new: all so far, and who asked for them. */
  placing = $state.raw<{ points: readonly Point[]; done: (points: Point[]) => boolean }>();
  /** What is drawn point by point, of which part. */
  sketch = $state.raw<{ what: Sketch; part: string; taps: readonly Tapped[] }>();
  gridMm = $state(0);
  /** What lies nearer than this is left away, mm. */
  fromMm = $state(0);
  /** Where depths are looked at in a section, mm from the far edge. */
  cutMm = $state<number>();
  /** How much of the photo shows, 0 to 1. */
  opacity = $state(0.6);
  /** Goals of which every change says what it does to them. */
  goals = $state.raw<readonly Goal[]>([]);
  #side = $state<string>();

  constructor(
    private readonly desk: Desk,
    readonly mayAct: boolean,
    private readonly speak: Speak
  ) {}

  get machine(): Machine {
    return this.desk.machine;
  }

  /** Who drew what when, the newest first. */
  get sittings(): Sitting[] {
    return sittings(this.desk.first, this.desk.events);
  }

  /** The side that is looked at. A draft may lack any while one works on it. */
  readonly side: Zone | undefined = $derived.by(
    () => this.machine.zones.find((z) => z.id === this.#side) ?? this.machine.zones[0]
  );
  /** The only thing that is chosen. */
  readonly #only = $derived.by(() => (this.chosen.length === 1 ? this.chosen[0] : undefined));
  readonly part = $derived.by(() => {
    const only = this.#only;
    return only && 'part' in only ? this.machine.parts.find((p) => p.id === only.part) : undefined;
  });
  readonly joint = $derived.by(() => {
    const only = this.#only;
    return only && 'joint' in only ? this.machine.joints.find((j) => j.id === only.joint) : undefined;
  });
  /** The deepest that anything begins on this side, mm. */
  readonly deepestMm = $derived.by(() =>
    Math.max(
      1,
      ...this.machine.parts.flatMap((p) => p.shapes.filter((s) => s.zone === this.side?.id).map((s) => s.depth[0]))
    )
  );

  lookAt(side: string | undefined): void {
    this.#side = side;
  }

  choose(things: readonly Thing[], side?: string): void {
    this.chosen = things;
    this.sketch = undefined;
    if (things.length > 0) this.view = 'thing';
    if (side !== undefined) this.#side = side;
  }

  /** Chooses a thing wherever it lies: its side is looked at. */
  show(thing: Thing): void {
    const { parts, joints, cables } = this.machine;
    const side =
      'joint' in thing
        ? joints.find((j) => j.id === thing.joint)?.zone
        : (parts.find((p) => p.id === thing.part)?.shapes[0]?.zone ??
          cables.find((c) => c.part === thing.part)?.path[0]?.zone);
    this.choose([thing], side);
  }

  edit(next: Machine): void {
    if (this.mayAct) this.desk.edit(next);
  }

  /** Says how the power of the machine is taken away. */
  takePower(way: PowerWay): void {
    this.edit({ ...this.machine, isolation: usualIsolation(way, this.speak) });
  }

  /** One thing of the file becomes another. */
  replace<K extends 'parts' | 'joints' | 'cables' | 'zones'>(list: K, at: Machine[K][number], now: unknown): void {
    const { machine } = this;
    this.edit({ ...machine, [list]: machine[list].map((x) => (x === at ? now : x)) });
  }

  turn(degrees: number): void {
    this.#map((box) => turnedAbout(box, degrees));
  }

  mirror(axis: 'x' | 'y'): void {
    this.#map((box) => mirrored(box, axis));
  }

  align(side: Side): void {
    if (this.side) this.edit(aligned(this.machine, this.chosen, this.side.id, side));
  }

  copy(): void {
    if (!this.mayAct) return;
    const { machine, things } = copied(this.machine, this.chosen, BESIDE_MM, BESIDE_MM);
    this.edit(machine);
    this.chosen = things;
  }

  remove(): void {
    if (!this.mayAct) return;
    this.edit(without(this.machine, this.chosen));
    this.chosen = [];
  }

  #map(how: (box: Box) => Mapping): void {
    if (!this.side) return;
    const box = boxOfThings(this.machine, this.chosen, this.side.id);
    if (box) this.edit(mapThings(this.machine, this.chosen, this.side.id, how(box)));
  }

  /** Asks for places on the drawing; `done` is told all that were tapped so far, and says whether they are enough. */
  askPlaces(done: (points: Point[]) => boolean): void {
    this.placing = { points: [], done };
  }

  /** Begins to draw something of the part that is chosen. */
  draw(what: Sketch): void {
    if (this.part && this.mayAct) this.sketch = { what, part: this.part.id, taps: [] };
  }

  /** The machine with what is being drawn, as if this place were tapped as well; undefined while that is nothing. */
  drawn(more?: Point): Machine | undefined {
    const { sketch, side } = this;
    if (!sketch) return undefined;
    const taps = more && side ? [...sketch.taps, { zone: side.id, at: more }] : sketch.taps;
    return sketched(this.machine, sketch.part, sketch.what, taps, this.speak);
  }

  /** A place was tapped: the last one once more is all of a sketch. */
  place(at: Point): void {
    const { sketch, placing, side } = this;
    if (sketch && side) {
      const last = sketch.taps.at(-1);
      if (last?.zone === side.id && last.at[0] === at[0] && last.at[1] === at[1]) this.finish();
      else this.sketch = { ...sketch, taps: [...sketch.taps, { zone: side.id, at }] };
    } else if (placing) {
      const points: Point[] = [...placing.points, at];
      this.placing = placing.done(points) ? undefined : { ...placing, points };
    }
  }

  /** All of the sketch was tapped. */
  finish(): void {
    const next = this.drawn();
    this.sketch = undefined;
    if (next) this.edit(next);
  }

  /** Places are asked for: a tap chooses nothing. */
  get isPlacing(): boolean {
    return this.placing !== undefined || this.sketch !== undefined;
  }

  pin(goal: Goal): void {
    const id = goalId(goal);
    this.goals = this.isPinned(goal) ? this.goals.filter((g) => goalId(g) !== id) : [...this.goals, goal];
  }

  isPinned(goal: Goal): boolean {
    return this.goals.some((g) => goalId(g) === goalId(goal));
  }

  /** Takes the last place of a sketch back. @returns whether there was one */
  takeBack(): boolean {
    const { sketch } = this;
    if (!sketch || sketch.taps.length === 0) return false;
    this.sketch = { ...sketch, taps: sketch.taps.slice(0, -1) };
    return true;
  }

  /** Escape: what is being placed first, then what is chosen. */
  drop(): void {
    if (this.isPlacing) this.placing = this.sketch = undefined;
    else this.chosen = [];
  }
}
