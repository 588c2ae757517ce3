import type { Said } from '$core/language';
import type { Outline, PartKind, Point } from '$core/machine';
import { guideAt, likelyHeld, lyingAt, outOf, plugged, USUAL_FIXINGS, type Fixing } from '$core/recording';
import { standardShapesOf, type StandardShape } from '$core/usual';
import { FIXINGS, PART_KINDS } from '$core/words';
import type { Recorder } from './recorder.svelte';

/** What a tap on the drawing means. */
export type Tool = 'look' | 'screws' | 'connector' | 'other' | 'part' | 'way' | 'off' | 'photo' | 'ask';
export type Form = 'box' | 'circle' | 'corners' | 'standard';

/** Kinds of fixings that are neither screws nor plugs. */
export const OTHERS = USUAL_FIXINGS.filter((f) => f.kind !== 'screws' && f.kind !== 'connector');

/** Closer than this one does not tap by hand: a figure that is smaller was a slip, mm. */
const SLIP_MM = 1;

/** What is in hand at the recorder: the tool, the joint or part that is being told of, places tapped so far. */
export class Hand {
  tool = $state<Tool>('look');
  /** The joint that the next taps are more places of, or that is looked at. */
  joint = $state<string>();
  /** The part that is outlined, looked at or taken off. */
  part = $state<string>();
  /** The part that was outlined last: the next outline is another part's. */
  drawn = $state<string>();
  /** Corners of an outline, or the way of a cable, as far as they were tapped. */
  points = $state.raw<readonly Point[]>([]);
  form = $state<Form>('box');
  kind = $state<PartKind>('cover');
  standard = $state.raw<StandardShape>();
  /** A standard shape lies across. */
  isTurned = $state(false);
  /** What the next joint is like. */
  fixing = $state.raw<Fixing>({ kind: 'screws' });
  /** What the next joint holds, where it was said beforehand. */
  holds = $state<string>();

  constructor(
    private readonly recorder: Recorder,
    private readonly told: (said: Said) => string,
    private readonly nameOf: (part: string, fixing: Fixing['kind']) => string
  ) {}

  take(tool: Tool, more: { part?: string; joint?: string; fixing?: Fixing } = {}): void {
    this.tool = tool;
    this.points = [];
    this.joint = more.joint;
    this.part = more.part;
    this.holds = undefined;
    this.drawn = undefined;
    if (more.fixing) this.fixing = more.fixing;
    else if (tool === 'screws' && this.fixing.kind !== 'screws') this.fixing = { kind: 'screws' };
    else if (tool === 'connector' && this.fixing.kind !== 'connector')
      this.fixing = { kind: 'connector', family: 'flip-lock-back' };
    else if (tool === 'other' && (this.fixing.kind === 'screws' || this.fixing.kind === 'connector'))
      this.fixing = OTHERS[0]!;
    if (tool === 'part') this.standard = standardShapesOf(this.kind)[0];
  }

  chooseKind(kind: PartKind): void {
    this.kind = kind;
    this.standard = standardShapesOf(kind)[0];
    if (this.form === 'standard' && !this.standard) this.form = 'box';
  }

  /** The next group: what was tapped so far is told. */
  next(): void {
    this.joint = undefined;
    this.points = [];
  }

  /** @returns whether there was something to let go of */
  cancel(): boolean {
    if (this.points.length > 0) this.points = [];
    else if (this.joint !== undefined) this.joint = undefined;
    else if (this.tool !== 'look' || this.part !== undefined) this.take('look');
    else return false;
    return true;
  }

  tap(at: Point, noRoom: boolean): void {
    switch (this.tool) {
      case 'screws':
      case 'connector':
      case 'other':
        return this.tapJoint(at, noRoom);
      case 'part':
        return this.tapOutline(at);
      case 'way':
        this.points = [...this.points, at];
        return;
      case 'off': {
        const rest = this.recorder.state.about?.rest.part;
        this.part = lyingAt(this.recorder.state, this.recorder.face, at).find((p) => p.id !== rest)?.id ?? this.part;
        return;
      }
      default:
        return;
    }
  }

  private tapJoint(at: Point, noRoom: boolean): void {
    const { fixing, recorder } = this;
    if (this.joint !== undefined) {
      const known = recorder.state.joints.find((j) => j.id === this.joint);
      // The same kind goes on with its group; anything else begins one of its own.
      if (known && known.fixing.kind === fixing.kind && known.face === recorder.face && fixing.kind !== 'connector') {
        recorder.tap({ at, noRoom }, { id: known.id, fixing, name: '' });
        return;
      }
    }
    const holds = this.holds ?? this.likely(at);
    const part = recorder.state.parts.find((p) => p.id === holds);
    this.joint = recorder.tap(
      { at, noRoom },
      { fixing, holds, name: part ? this.nameOf(part.name, fixing.kind) : this.told(FIXINGS[fixing.kind]) }
    );
  }

  /** What a joint at a place most likely holds: a cable that is not known yet gets a name. */
  private likely(at: Point): string | undefined {
    const { recorder, fixing } = this;
    if (fixing.kind !== 'connector') return likelyHeld(recorder.state, recorder.face, fixing.kind, at)[0]?.id;
    const held = plugged(recorder.state, recorder.face, fixing.family, at);
    if ('part' in held) return held.part;
    return recorder.namePart(held.newCable, recorder.freshName(this.told(PART_KINDS[held.newCable])));
  }

  private tapOutline(at: Point): void {
    if (this.form === 'standard' && this.standard) {
      const { widthMm, heightMm, isRound, thicknessMm } = this.standard;
      const [width, height] = this.isTurned ? [heightMm, widthMm] : [widthMm, heightMm];
      const outline: Outline = isRound
        ? { form: 'circle', x: at[0], y: at[1], radius: widthMm / 2 }
        : { form: 'rect', x: round(at[0] - width / 2), y: round(at[1] - height / 2), width, height };
      return this.finishOutline(outline, 'standard', thicknessMm);
    }
    this.points = [...this.points, at];
    if (this.points.length === 2 && this.form !== 'corners') this.finish();
  }

  /** All of the face: a cover that lies over everything. */
  wholeFace(widthMm: number, heightMm: number): void {
    this.finishOutline({ form: 'rect', x: 0, y: 0, width: widthMm, height: heightMm }, 'traced');
  }

  /** What the points tapped so far come to: an outline, or the way of a cable. */
  finish(): void {
    if (this.tool === 'way') {
      const { part, points } = this;
      if (part !== undefined && points.length >= 2)
        this.recorder.record({
          type: 'ran',
          cable: part,
          path: points.map((at) => {
            const guide = guideAt(this.recorder.state, this.recorder.face, part, at);
            return { face: this.recorder.face, at, ...(guide === undefined ? {} : { guide }) };
          })
        });
      return this.take('look', part === undefined ? {} : { part });
    }
    const outline = outlineOf(this.form, this.points);
    if (this.tool !== 'part' || !outline) return this.next();
    this.finishOutline(outline, this.form === 'box' ? 'box' : 'traced');
  }

  private finishOutline(outline: Outline, drawn: 'traced' | 'box' | 'standard', thicknessMm?: number): void {
    const { recorder } = this;
    const part = this.part ?? recorder.namePart(this.kind, recorder.freshName(this.told(PART_KINDS[this.kind])));
    this.points = [];
    if (part === undefined) return;
    recorder.outline(part, outline, drawn, thicknessMm);
    this.part = undefined;
    this.drawn = part;
  }

  /** Parts that can come off: all that are in, the last seen first. */
  get removable() {
    const { state } = this.recorder;
    const out = outOf(state);
    return state.parts.filter((p) => !out.has(p.id) && p.id !== state.about?.rest.part).toReversed();
  }
}

const round = (mm: number): number => Math.round(mm * 10) / 10;

/** @returns undefined where the points span nothing */
export function outlineOf(form: Form, points: readonly Point[]): Outline | undefined {
  const [a, b] = points;
  if (!a || !b) return undefined;
  if (form === 'circle') {
    const radius = round(Math.hypot(b[0] - a[0], b[1] - a[1]));
    return radius < SLIP_MM ? undefined : { form: 'circle', x: a[0], y: a[1], radius };
  }
  if (form === 'corners') return points.length < 3 ? undefined : { form: 'polygon', points: [...points] };
  const [width, height] = [round(Math.abs(b[0] - a[0])), round(Math.abs(b[1] - a[1]))];
  if (width < SLIP_MM || height < SLIP_MM) return undefined;
  return { form: 'rect', x: Math.min(a[0], b[0]), y: Math.min(a[1], b[1]), width, height };
}
