import { accessOf, type Access } from '../access';
import type { Speak } from '../language';
import { RECORDED } from '../words';
import { openId } from '../ids';
import {
  idFor,
  MACHINE_FORMAT,
  Machine,
  modelOf,
  type Joint,
  type Move,
  type Origin,
  type Part,
  removes
} from '../machine';
import { believe, movesOf, type Believed } from './believed';
import { depthKey, depthsOf, type Depths } from './layers';
import type { RecordState, SeenMove } from './state';
import { cableOf, isPlugged } from './cables';
import { jointOf } from './joints';
import { relationsOf } from './relations';
import { replayed } from './replayed';
import { usualCare, usualMoveSeconds, USUAL_TRAVEL_MM } from '../usual';
import { isolationFrom } from './power';
import { outOf } from './standing';
import { machineRemarks, partRemark } from './remarks';

/** A machine file made of a record, what it is made of, and what it lacks. */
export interface Drawn {
  machine: Machine;
  access: Access;
  believed: Believed;
  /** What was recorded and is not in the file yet, by place, with what it lacks. */
  lacking: readonly Lacking[];
}

/**
 * A part of which nobody tapped what holds it: something unseen stands for it, or it is a name alone and in no plan. A joint without a
 * part that it holds is in no plan either.
 */
export type Lacking =
  { part: string; why: 'unseen-hold' | 'nothing-holds-it' } | { joint: string; why: 'holds-nothing' };

/** What is missing before a file can be made at all. */
export type Missing = 'not-started' | 'no-face' | 'no-part' | 'no-joint';

/**
 * Draws what a recording says.
 * @param speak the language of what the file says by itself
 */
export function machineFrom(state: RecordState, speak: Speak): Drawn | { missing: Missing } {
  if (!state.about) return { missing: 'not-started' };
  if (state.faces.length === 0) return { missing: 'no-face' };
  if (state.parts.length < 2) return { missing: 'no-part' };
  const believed = believe(state);
  // What carries everything has to be held by something: else there is no machine yet.
  const root = state.about.rest.part;
  if (![...believed.ends.values()].some((e) => e.a === root || e.b === root)) return { missing: 'no-joint' };
  const draw = (of: Believed): Machine => {
    const base = withoutRelations(of, speak);
    return Machine.parse({ ...base, relations: relationsOf(of, base, speak(RECORDED.reason)) });
  };
  // What the record did is never forbidden: whatever would forbid it is taken back.
  const sound = replayed(believed, (of) => accessOf(modelOf(draw(of))));
  const machine = draw(sound);
  return { machine, access: accessOf(modelOf(machine)), believed: sound, lacking: lackingIn(machine, sound.state) };
}

function lackingIn(machine: Machine, state: RecordState): Lacking[] {
  const parts = new Set(machine.parts.map((p) => p.id));
  const joints = new Set(machine.joints.map((j) => j.id));
  const cameOff = outOf(state);
  return [
    ...state.parts.flatMap((p): Lacking[] => (parts.has(p.id) ? [] : [{ part: p.id, why: 'nothing-holds-it' }])),
    // What is still in may yet be tapped.
    ...state.joints.flatMap((j): Lacking[] =>
      j.isUnseen && cameOff.has(j.holds!) ? [{ part: j.holds!, why: 'unseen-hold' }] : []
    ),
    ...state.joints.flatMap((j): Lacking[] => (joints.has(j.id) ? [] : [{ joint: j.id, why: 'holds-nothing' }]))
  ];
}

/** Zones, parts and joints as they were recorded. */
function withoutRelations(believed: Believed, speak: Speak): Machine {
  const { state, ends, on, carriers, raises, power } = believed;
  const about = state.about!;
  const depths = depthsOf(believed);
  const origins: Record<string, Origin> = {};
  const mark = (place: string) => (field: string, origin: Origin) => void (origins[`${place}/${field}`] = origin);
  const moves = movesOf(state);
  // What nothing is known to hold is not in the file yet: it would be no part of any plan.
  const isHeld = new Set([...ends.values()].flatMap((e) => [e.a, e.b]));
  const joints = jointsOf(believed, depths, speak, mark);
  const cables = state.parts.filter((p) => isHeld.has(p.id) && isPlugged(p, joints));
  const plugged = new Set(cables.map((p) => p.id));
  const parts = state.parts
    .filter((p) => isHeld.has(p.id))
    .map((seen): Part => {
      const note = mark(`parts/${seen.id}`);
      const told = on.get(seen.id);
      // Only a cable that is plugged somewhere may lie loose.
      const isLoose = seen.id === about.rest.part || (told === undefined && plugged.has(seen.id));
      const carrier = isLoose ? undefined : told !== undefined && isHeld.has(told) ? told : about.rest.part;
      const sure = carriers.get(seen.id)?.sure ?? 0.5;
      if (carrier !== undefined) note('on', sure === 1 ? { how: 'answered' } : { how: 'guessed', sure });
      if (Object.keys(seen.outlines).length > 0) {
        note('shapes', { how: 'recorded' });
        note('depth', { how: 'guessed', sure: 0.5 });
      }
      const own = moves.filter((m) => m.part === seen.id);
      const kind = seen.kind;
      const remark = partRemark(state, seen.id);
      return {
        id: seen.id,
        name: seen.name,
        kind,
        ...(carrier === undefined ? {} : { on: carrier }),
        numbers: seen.number === undefined ? [] : [{ number: seen.number }],
        spareIncludes: [],
        functions: [],
        care: usualCare(kind),
        shapes: Object.values(seen.outlines).map(({ face, outline }) => ({
          zone: face,
          outline,
          depth: depths.get(depthKey(seen.id, face))!,
          openings: []
        })),
        moves: own.map((m): Move => {
          const raise = raises.find((r) => r.move === m);
          const beside = besideIn(believed, m).filter((id) => isHeld.has(id));
          note(`moves/${m.move}`, m.isGuessed ? { how: 'guessed', sure: 0.5 } : { how: 'recorded' });
          return {
            id: m.move,
            kind: m.kind,
            zone: m.face,
            ...usualMoveSeconds(kind, m.kind),
            leaves: raise?.leaves ?? [],
            ...(beside.length > 0 ? { with: beside } : {}),
            clears: raise?.clears ?? true,
            ...(m.directionDeg === undefined
              ? {}
              : { directionDeg: m.directionDeg, travelMm: m.travelMm ?? USUAL_TRAVEL_MM }),
            ...(m.how === undefined ? {} : { how: m.how })
          };
        }),
        ...(remark === undefined ? {} : { note: remark })
      };
    });
  return Machine.parse({
    format: MACHINE_FORMAT,
    id: idFor(`${about.maker} ${about.model}`, 'machine'),
    maker: about.maker,
    model: about.model,
    revision: about.revision ?? 'r1',
    variants: [],
    size: about.size,
    zones: state.faces.map((f) => ({
      id: f.id,
      name: f.name,
      pose: f.pose,
      outline: {
        form: 'rect',
        x: 0,
        y: 0,
        width: f.widthMm ?? about.size.widthMm,
        height: f.heightMm ?? about.size.depthMm
      }
    })),
    parts,
    joints,
    cables: cables.map((p) => cableOf(p, joints, speak, mark(`cables/${p.id}`))),
    isolation: isolationFrom(power, speak, mark('isolation')),
    relations: [],
    notes: machineRemarks(state),
    drawn: 'order',
    origins
  } satisfies Machine);
}

function jointsOf(
  believed: Believed,
  depths: Depths,
  speak: Speak,
  mark: (place: string) => (field: string, origin: Origin) => void
): Joint[] {
  const { state, ends, raises } = believed;
  return state.joints.flatMap((seen): Joint[] => {
    const e = ends.get(seen.id);
    if (!e) return [];
    const note = mark(`joints/${seen.id}`);
    note('b', e.told ? { how: 'answered' } : { how: 'guessed', sure: e.sure });
    note('at', { how: 'recorded' });
    const raise = raises.find((r) => r.reached.includes(seen.id));
    if (raise) note('reachedRaised', { how: 'guessed', sure: 0.9 });
    const part = state.parts.find((p) => p.id === e.a)!;
    const named = seen.isUnseen ? { ...seen, name: speak(RECORDED.unseenHold(part.name)) } : seen;
    return [jointOf(named, e, depthOfJoint(believed, depths, seen.id), raise?.move.part, speak, note)];
  });
}

/** What came along with a move without riding on its part: it stood beside it and was freed as well. */
function besideIn({ together, on, over, state }: Believed, move: SeenMove): string[] {
  // What carries everything leaves nothing behind.
  if (!removes(move) || move.part === state.about?.rest.part) return [];
  const taken = together.taken(move);
  const ridesOnTaken = (id: string) => taken.has(on.get(id) ?? '');
  const loose = new Set(state.parts.filter((p) => on.get(p.id) === undefined).map((p) => p.id));
  return [...taken].filter(
    (id) => id !== move.part && !ridesOnTaken(id) && !loose.has(id) && !over.isOn(move.part, id)
  );
}

/** Heads lie on the part that they hold, and beneath what covers them. */
function depthOfJoint({ covers, ends }: Believed, depths: Depths, id: string): number {
  const e = ends.get(id)!;
  const beneath = [...(covers.get(openId(id)) ?? [])].filter(([, b]) => b.yes).map(([part]) => part);
  const tops = (part: string) => [...depths].filter(([key]) => key.startsWith(`${part} `)).map(([, d]) => d[0]);
  return Math.max(0, ...tops(e.a).slice(0, 1), ...beneath.flatMap((p) => tops(p).map((mm) => mm + 0.1)));
}
