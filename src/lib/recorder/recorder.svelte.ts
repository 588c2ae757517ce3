import type { Said } from '$core/language';
import { freshId, freshName, type Outline, type Point, type Pose } from '$core/machine';
import {
  foldRecording,
  otherFace,
  RecordingEvent,
  undoable,
  type Fixing,
  type RecordState,
  type Scale
} from '$core/recording';
import { Outbox, type Told, type Worker } from '$lib/offline/outbox.svelte';

type Of<T extends RecordingEvent['type']> = Omit<Extract<RecordingEvent, { type: T }>, 'id' | 'at' | 'by' | 'type'>;

/** A recording at the bench: what is seen and done, on its way to the server, and what it adds up to. */
export class Recorder extends Outbox<RecordingEvent> {
  readonly state: RecordState = $derived.by(() => foldRecording(this.events));
  /** The last that can be taken back, and what was taken back last. */
  readonly back: { undo?: string; redo?: string } = $derived.by(() => undoable(this.events));

  constructor(recording: string, recorded: { events: RecordingEvent[]; seq: number }, me: Worker) {
    super({ record: recording, url: `/api/recordings/${recording}`, schema: RecordingEvent }, recorded, me);
  }

  /** The face that is looked at. */
  get face(): string {
    return this.state.facing ?? this.state.faces[0]?.id ?? '';
  }

  lookAt(face: string): void {
    const known = this.state.faces.find((f) => f.id === face);
    if (known && face !== this.face) {
      const { id, ...rest } = known;
      this.record({ type: 'faced', face: id, ...rest });
    }
  }

  /** The machine is turned over, where its other side is known. */
  turn(): void {
    const other = otherFace({ ...this.state, facing: this.face });
    if (other) this.lookAt(other);
  }

  addFace(name: string, pose: Pose, of?: string): void {
    const face = freshId(
      name,
      this.state.faces.map((f) => f.id),
      'face'
    );
    this.record({ type: 'faced', face, name, pose, ...(of === undefined ? {} : { of }) });
  }

  /** @returns the part's id */
  namePart(kind: Of<'named'>['kind'], name: string): string | undefined {
    const part = freshId(
      name,
      this.state.parts.map((p) => p.id),
      kind
    );
    return this.record({ type: 'named', part, name, kind }) && part;
  }

  /** A name that no part has yet: the second fan is the fan 2. */
  freshName(name: string): string {
    return freshName(
      name,
      this.state.parts.map((p) => p.name)
    );
  }

  rename(part: string, change: Partial<Omit<Of<'named'>, 'part'>>): void {
    const known = this.state.parts.find((p) => p.id === part);
    if (!known) return;
    const { name, kind, number, on } = known;
    this.record({
      type: 'named',
      part,
      name,
      kind,
      ...(number === undefined ? {} : { number }),
      ...(on === undefined ? {} : { on }),
      ...change
    });
  }

  outline(part: string, outline: Outline, drawn: Of<'outlined'>['drawn'], thicknessMm?: number): void {
    this.record({
      type: 'outlined',
      part,
      face: this.face,
      outline,
      drawn,
      ...(thicknessMm === undefined ? {} : { thicknessMm })
    });
  }

  /**
   * A place of a joint is seen.
   * @param joint that it is one more place of; a new one where nothing is said
   * @returns the joint's id
   */
  tap(
    place: { at: Point; noRoom: boolean },
    joint: { id?: string | undefined; fixing: Fixing; holds?: string | undefined; name: string }
  ): string | undefined {
    const known = joint.id === undefined ? undefined : this.state.joints.find((j) => j.id === joint.id);
    const id =
      known?.id ??
      freshId(
        `${joint.holds ?? ''} ${joint.fixing.kind === 'connector' ? 'plug' : joint.fixing.kind}`,
        this.state.joints.map((j) => j.id),
        joint.fixing.kind
      );
    const places = [{ at: place.at, ...(place.noRoom ? { noRoom: true } : {}) }];
    const fact: Told<RecordingEvent> = known
      ? { type: 'tapped', joint: id, face: known.face, fixing: known.fixing, places }
      : {
          type: 'tapped',
          joint: id,
          face: this.face,
          name: joint.name,
          fixing: joint.fixing,
          places,
          ...(joint.holds === undefined ? {} : { holds: joint.holds })
        };
    return this.record(fact) && id;
  }

  describe(joint: string, change: Omit<Of<'described'>, 'joint'>): void {
    this.record({ type: 'described', joint, ...change });
  }

  async takePhoto(bytes: Blob): Promise<string | undefined> {
    const picture = await this.takePicture(bytes);
    return this.record({ type: 'photo', face: this.face, ...picture }) && picture.photo;
  }

  setScale(photo: string, scale: Scale): void {
    this.record({ type: 'scaled', photo, scale });
  }

  undo(): void {
    if (this.back.undo) this.record({ type: 'undo', event: this.back.undo });
  }

  redo(): void {
    if (this.back.redo) this.record({ type: 'undo', event: this.back.redo });
  }

  /** Begins the way back up, once the server has all that was recorded. @returns why it cannot, in words */
  async goBackUp(replaced: readonly string[]): Promise<Said | undefined> {
    const response = await fetch(`${this.channel.url}/up`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ replaced })
    }).catch(() => undefined);
    if (response?.ok) return undefined;
    const answer = (await response?.json().catch(() => undefined)) as { message?: string } | undefined;
    return answer?.message ?? '';
  }
}
