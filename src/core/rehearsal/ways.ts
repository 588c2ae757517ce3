import { movedBy, removes, type Drive, type Joint, type JointOf, type Model, type Move } from '../machine';
import { moveId, openId } from '../ids';
import { closingsFor, type Material } from './closings';
import { motionsFor } from './motions';
import type { Stand } from './stand';
import { besideKey, onTray } from './state';
import type { HandTool } from './tools';
import type { Try } from './try';
import { socketsFor, toLay } from './up';

/** A joint, or a part with what is mounted on it. */
export type Handled = { joint: string } | { part: string };

/** Which way a part is drawn: what a hand chooses between, degrees clockwise from "to the right" on the drawing. */
export const DIRECTIONS = [0, 45, 90, 135, 180, 225, 270, 315] as const;

/** What is in hand besides. */
export interface InHand {
  /** In the driver. */
  bit?: Drive | undefined;
  /** For all but screws. */
  tool?: HandTool | undefined;
  /** What it is stuck down with. */
  material?: Material | undefined;
  /** The joint whose socket a plug is put on. */
  socket?: string | undefined;
}

/**
 * What hands may do with a thing as the machine stands, right and wrong alike, in an order that does not tell them apart. Screws that
 * are out are put into their holes one by one: nothing is offered for these.
 */
export function waysWith(stand: Stand, thing: Handled, { bit, tool, material, socket }: InHand): Try[] {
  const { access, state } = stand;
  const { model } = access;
  if ('joint' in thing) {
    const joint = model.joint(thing.joint);
    const inHand = joint.kind === 'screws' ? (bit ? { bit } : {}) : tool ? { tool } : {};
    if (!state.open.has(openId(joint.id)))
      return motionsFor(joint).map((motion) => ({ do: 'open', joint: joint.id, motion, ...inHand }));
    return closingsFor(joint).map((closing) => ({
      do: 'close',
      joint: joint.id,
      closing,
      ...(socket === undefined || socket === joint.id ? {} : { socket }),
      ...material
    }));
  }
  const { moves } = model.part(thing.part);
  const isOut = (move: Move) => state.open.has(moveId(thing.part, move.id));
  const back = moves.filter((m) => isOut(m) && (m.lid === undefined || stand.isOnMat(stand.moving(thing.part, m.id))));
  const isGone = back.some(removes);
  const out = moves.filter((m) => m.lid === undefined && !isOut(m) && !isGone);
  return [
    ...back.map((m): Try => ({ do: 'return', part: thing.part, move: m.id })),
    ...out.flatMap((m): Try[] => {
      const one = { do: 'move', part: thing.part, move: m.id } as const;
      return m.directionDeg === undefined ? [one] : DIRECTIONS.map((directionDeg) => ({ ...one, directionDeg }));
    })
  ];
}

/** A cable that lies beside a part that is away, on one of its faces; null as it fell. */
export interface Beside {
  cable: string;
  zone: string;
  lies: 'under' | 'over' | null | undefined;
}

/** The cables that a part which is away goes down beside, with how each lies now. */
export function besideOf(stand: Stand, part: string): Beside[] {
  const { state, access } = stand;
  return access.model
    .part(part)
    .moves.filter((m) => state.open.has(moveId(part, m.id)))
    .flatMap((m) => [...toLay(stand, stand.moving(part, m.id)).values()])
    .map(({ cable, zone }) => ({ cable, zone, lies: state.laid.get(besideKey(cable, part, zone)) }));
}

/** What something that sticks may be closed with; nothing to choose where it sticks again by itself. */
export function materialsFor(joint: Joint): Material[] {
  if (joint.kind !== 'adhesive' && joint.kind !== 'tape') return [];
  if (joint.kind === 'adhesive' && joint.adhesive === 'thermal-compound')
    return [
      { fresh: false, share: 0 },
      { fresh: true, share: 1 },
      { fresh: true, share: 4 }
    ];
  return joint.singleUse
    ? [
        { fresh: false, share: 1 },
        { fresh: true, share: 1 }
      ]
    : [];
}

/** The sockets that a plug may be taken for the one of, its own among them; nothing to choose where there is no other. */
export function socketChoices(model: Model, joint: Joint): JointOf<'connector'>[] {
  if (joint.kind !== 'connector') return [];
  const others = socketsFor(model, joint);
  return others.length === 0 ? [] : [joint, ...others].sort((a, b) => (a.id < b.id ? -1 : 1));
}

/** All that lies beside the machine, or is open on it without being seen: what has to go back. */
export interface Aside {
  /** Parts that are out, each with its own move; those mounted on them come along. */
  parts: { part: string; move: string }[];
  /** Open joints, screws with their count on the tray. */
  joints: string[];
  screws: ReadonlyMap<string, number>;
}

export function asideOf({ access: { model, actions }, state }: Stand): Aside {
  const open = [...state.open].map((id) => actions.get(id)!);
  return {
    parts: open.flatMap((a) =>
      a.kind === 'move' && a.move.lid === undefined ? [{ part: a.part.id, move: a.move.id }] : []
    ),
    joints: open.flatMap((a) => (a.kind === 'open' ? [a.joint.id] : [])),
    screws: new Map([...onTray(model, state)].filter(([, n]) => n > 0))
  };
}

/** Joints within what leaves the machine with a part: worked on beside it, on the mat. */
export function jointsOnMat({ access: { model } }: Stand, part: string, move: string): Joint[] {
  const out = new Set(movedBy(part, model.move(part, move)).flatMap((id) => [...model.riders(id)]));
  return model.machine.joints.filter((j) => out.has(j.a) && out.has(j.b));
}
