import { inOrder } from '../happened';
import { removes } from '../machine';
import type { Fixing, RecordingEvent } from './events';
import type { Face, RecordState, SeenJoint, SeenPart, Strange } from './state';

/** Those that count: an undo takes back what it names, and an undone undo takes back nothing. */
function counting(events: readonly RecordingEvent[]): RecordingEvent[] {
  const undone = new Set<string>();
  for (const event of [...events].reverse())
    if (event.type === 'undo' && !undone.has(event.id)) undone.add(event.event);
  return events.filter((e) => e.type !== 'undo' && !undone.has(e.id));
}

/** What was seen, done and said, from the events of a recording, whatever their order and however often each came. Never throws. */
export function foldRecording(events: readonly RecordingEvent[]): RecordState {
  const state: RecordState = {
    faces: [],
    parts: [],
    joints: [],
    moves: [],
    photos: [],
    answers: {},
    resisted: [],
    notes: [],
    strange: [],
    counted: []
  };
  const parts = new Map<string, SeenPart>();
  const joints = new Map<string, SeenJoint>();
  const out = new Set<string>();
  const counted = counting(inOrder(events));
  // What is named late may be spoken of early: a screw holds a part that nobody has named yet.
  const willBeNamed = new Set(
    counted.flatMap((e) => (e.type === 'named' ? [e.part] : e.type === 'started' ? [e.rest.part] : []))
  );
  counted.forEach((event, when) => {
    const strange = (why: Strange, what: string) => void state.strange.push({ event: event.id, why, what });
    const isPart = (id: string | undefined) => id === undefined || willBeNamed.has(id) || strange('unknown-part', id);
    const isFace = (id: string) => state.faces.some((f) => f.id === id) || strange('unknown-face', id);
    switch (event.type) {
      case 'started': {
        const { maker, model, revision, size, measuredBy, rest } = event;
        state.about = { maker, model, ...(revision ? { revision } : {}), size, measuredBy, rest };
        const known = parts.get(rest.part);
        // What carries everything is a case, whatever else it was called.
        if (known) Object.assign(known, { name: rest.name, kind: 'case' });
        else parts.set(rest.part, { id: rest.part, name: rest.name, kind: 'case', outlines: {} });
        break;
      }
      case 'faced': {
        if (!isPart(event.of)) return;
        const face: Face = {
          id: event.face,
          name: event.name,
          pose: event.pose,
          ...(event.widthMm === undefined ? {} : { widthMm: event.widthMm }),
          ...(event.heightMm === undefined ? {} : { heightMm: event.heightMm }),
          ...(event.of === undefined ? {} : { of: event.of })
        };
        const i = state.faces.findIndex((f) => f.id === event.face);
        if (i < 0) state.faces.push(face);
        else state.faces[i] = face;
        state.facing = event.face;
        break;
      }
      case 'photo':
        if (!isFace(event.face)) return;
        if (!state.photos.some((p) => p.photo === event.photo))
          state.photos.push({
            photo: event.photo,
            face: event.face,
            when,
            ...(event.note === undefined ? {} : { note: event.note })
          });
        break;
      case 'scaled': {
        const photo = state.photos.find((p) => p.photo === event.photo);
        if (!photo) return strange('unknown-photo', event.photo);
        photo.scale = event.scale;
        break;
      }
      case 'named': {
        if (!isPart(event.on)) return;
        const { name, kind, number, on } = event;
        const known = parts.get(event.part);
        const said = { name, kind, ...(number === undefined ? {} : { number }), ...(on === undefined ? {} : { on }) };
        if (known) Object.assign(known, said, event.part === state.about?.rest.part ? { kind: 'case' } : {});
        else parts.set(event.part, { id: event.part, ...said, outlines: {} });
        break;
      }
      case 'outlined': {
        const part = parts.get(event.part);
        if (!part) return strange('unknown-part', event.part);
        if (!isFace(event.face)) return;
        const { face, outline, drawn, thicknessMm } = event;
        // Drawn again it is the same look at it: what counts is when it was free to be drawn.
        const free = part.outlines[face]?.free ?? when;
        part.outlines[face] = { face, outline, drawn, free, ...(thicknessMm === undefined ? {} : { thicknessMm }) };
        break;
      }
      case 'tapped': {
        if (!isFace(event.face) || !isPart(event.holds) || !isPart(event.onto)) return;
        const places = event.places.map(({ at, noRoom }) => ({ at, seen: when, noRoom: noRoom ?? false }));
        const known = joints.get(event.joint);
        if (!known) {
          joints.set(event.joint, {
            id: event.joint,
            face: event.face,
            fixing: event.fixing,
            places,
            ...(event.name === undefined ? {} : { name: event.name }),
            ...(event.holds === undefined ? {} : { holds: event.holds }),
            ...(event.onto === undefined ? {} : { onto: event.onto })
          });
          break;
        }
        if (known.fixing.kind !== event.fixing.kind || known.face !== event.face)
          return strange('other-kind', event.joint);
        // A place tapped once more is the same place: there is room for the tool now.
        for (const place of places) {
          const same = known.places.find((q) => q.at[0] === place.at[0] && q.at[1] === place.at[1]);
          if (!same) known.places.push(place);
          else if (same.noRoom && !place.noRoom) same.room ??= when;
        }
        describe(known, event);
        break;
      }
      case 'described': {
        const known = joints.get(event.joint);
        if (!known) return strange('unknown-joint', event.joint);
        if (!isPart(event.holds) || !isPart(event.onto)) return;
        if (event.fixing && event.fixing.kind !== known.fixing.kind) return strange('other-kind', event.joint);
        describe(known, event);
        break;
      }
      case 'ran': {
        const part = parts.get(event.cable);
        if (!part) return strange('unknown-part', event.cable);
        const { path, form, widthMm, lengthMm, colour } = event;
        part.run = {
          path,
          ...(form === undefined ? {} : { form }),
          ...(widthMm === undefined ? {} : { widthMm }),
          ...(lengthMm === undefined ? {} : { lengthMm }),
          ...(colour === undefined ? {} : { colour })
        };
        break;
      }
      case 'opened': {
        const joint = joints.get(event.joint);
        if (!joint) return strange('unknown-joint', event.joint);
        joint.opened ??= when;
        break;
      }
      case 'moved': {
        if (!parts.has(event.part)) return strange('unknown-part', event.part);
        if (!isFace(event.face) || !event.along.every(isPart)) return;
        if (out.has(event.part)) return strange('out-already', event.part);
        const { part, move, kind, face, directionDeg, travelMm, along, stays, how } = event;
        if (removes({ kind })) out.add(part);
        state.moves.push({
          part,
          move,
          kind,
          face,
          along: [...new Set(along)].filter((id) => id !== part),
          stays: [...new Set(stays)].filter((id) => joints.has(id)),
          when,
          ...(directionDeg === undefined ? {} : { directionDeg }),
          ...(travelMm === undefined ? {} : { travelMm }),
          ...(how === undefined ? {} : { how })
        });
        break;
      }
      case 'resisted':
        if (!parts.has(event.part)) return strange('unknown-part', event.part);
        if (event.joint !== undefined && !joints.has(event.joint)) return strange('unknown-joint', event.joint);
        state.resisted.push({
          part: event.part,
          why: event.why,
          when,
          ...(event.joint === undefined ? {} : { joint: event.joint })
        });
        break;
      case 'note':
        if (!isPart(event.part)) return;
        state.notes.push({ text: event.text, when, ...(event.part === undefined ? {} : { part: event.part }) });
        break;
      case 'answered':
        state.answers[event.question] = event.answer;
        break;
      case 'undo':
        return;
    }
    state.counted.push(event.id);
  });
  state.parts = [...parts.values()];
  state.joints = [...joints.values()];
  return state;
}

function describe(
  joint: SeenJoint,
  said: {
    name?: string | undefined;
    fixing?: Fixing | undefined;
    holds?: string | undefined;
    onto?: string | undefined;
  }
): void {
  if (said.name !== undefined) joint.name = said.name;
  if (said.fixing) joint.fixing = { ...joint.fixing, ...said.fixing } as Fixing;
  if (said.holds !== undefined) joint.holds = said.holds;
  if (said.onto !== undefined) joint.onto = said.onto;
}
