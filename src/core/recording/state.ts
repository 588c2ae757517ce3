import type { Machine, Outline, Point, Pose } from '../machine';
import type { Fixing, RecordingEvent, Scale } from './events';

type Started = Extract<RecordingEvent, { type: 'started' }>;
type Moved = Extract<RecordingEvent, { type: 'moved' }>;

/** When something happened: the number of the event among those that count, from 0. */
export type Moment = number;
export const NEVER: Moment = Infinity;

export interface Face {
  id: string;
  name: string;
  pose: Pose;
  /** Breadth and height where they are not those of the body. */
  widthMm?: number;
  heightMm?: number;
  /** The back of this part, which is out. */
  of?: string;
}

export interface SeenPlace {
  at: Point;
  seen: Moment;
  /** There was no room for the tool when it was seen ... */
  noRoom: boolean;
  /** ... and then there was. */
  room?: Moment;
}

export interface SeenJoint {
  id: string;
  face: string;
  name?: string;
  fixing: Fixing;
  places: SeenPlace[];
  holds?: string;
  onto?: string;
  /** Undone by itself. */
  opened?: Moment;
  /** Nobody tapped it: something must have held what came off. */
  isUnseen?: true;
}

export interface SeenOutline {
  face: string;
  outline: Outline;
  drawn: 'traced' | 'box' | 'standard';
  /** When it was drawn: when nothing lay over it any more. */
  free: Moment;
  thicknessMm?: number;
}

export interface SeenPart {
  id: string;
  name: string;
  kind: Machine['parts'][number]['kind'];
  number?: string;
  on?: string;
  /** By face. */
  outlines: Record<string, SeenOutline>;
  run?: Omit<Extract<RecordingEvent, { type: 'ran' }>, 'type' | 'id' | 'at' | 'by' | 'cable'>;
}

export interface SeenMove {
  part: string;
  move: string;
  kind: Moved['kind'];
  face: string;
  directionDeg?: number;
  travelMm?: number;
  along: string[];
  stays: string[];
  how?: string;
  when: Moment;
  /** Nobody told it by itself: it came along in the hand with another. */
  isGuessed?: true;
}

export interface SeenPhoto {
  photo: string;
  face: string;
  when: Moment;
  note?: string;
  scale?: Scale;
}

/** What a recording adds up to. Plain data, so that it can be sent and compared. */
export interface RecordState {
  about?: Omit<Started, 'type' | 'id' | 'at' | 'by'>;
  faces: Face[];
  /** The face that is looked at. */
  facing?: string;
  parts: SeenPart[];
  joints: SeenJoint[];
  moves: SeenMove[];
  photos: SeenPhoto[];
  /** By the question's id: the last word. */
  answers: Record<string, string>;
  resisted: { part: string; why: string; joint?: string; when: Moment }[];
  notes: { text: string; part?: string; when: Moment }[];
  /** Events that name what is not known, or do again what is done: kept, and left out of everything else. */
  strange: { event: string; why: Strange; what: string }[];
  /** Ids of the events that count, oldest first. */
  counted: string[];
}

export type Strange =
  'unknown-face' | 'unknown-part' | 'unknown-joint' | 'unknown-photo' | 'other-kind' | 'out-already';
