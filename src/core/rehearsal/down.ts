import { openId } from '../ids';
import { pinchList } from '../plan';
import { areaOf, discMeets } from '../access';
import type { Drive, Joint, Model, Outline } from '../machine';
import { drawnAgainst, type HarmKind } from './harms';
import { judge, type Motion } from './motions';
import { harmed, stuck, works, type Outcome } from './outcome';
import { besideKey, isLive, type Rehearsed } from './state';
import type { Blocker, Moving, Opening, Stand } from './stand';
import { judgeTool, rightTool, type HandTool } from './tools';

/** A joint is opened. @param bit what is in the driver; @param tool what the hand holds for all but screws */
export function open(
  stand: Stand,
  action: Opening,
  motion: Motion,
  { bit, tool }: { bit?: Drive | undefined; tool?: HandTool | undefined }
): Outcome {
  const because = stand.inTheWay(action);
  if (because.length > 0) return stuck(because);
  const { joint } = action;
  const { model } = stand.access;
  const cell = cellNear(model, joint);
  const judged = judge(joint, motion, {
    bit,
    nearCell: cell !== undefined,
    bends: model.part(joint.a).care.includes('bends')
  });
  if (judged === 'stuck') return stuck([{ is: 'motion' }]);
  const then = opened(stand, action);
  const at = { joint: joint.id };
  const ofCell = cell === undefined ? {} : { by: cell };
  if (judged !== 'opens')
    return harmed(then, { leg: 'down', kind: judged, at, ...(judged === 'cell-bent' ? ofCell : {}) });
  // What is out of the machine has no power in it any more.
  const isWithin = joint.kind === 'connector' && !stand.isOnMat(action);
  if (joint.kind !== 'screws') {
    const comes = judgeTool(joint, tool ?? rightTool(joint), {
      nearCell: cell !== undefined,
      onBoard: [joint.a, joint.b].some((id) => model.part(id).care.includes('static')),
      isLive: isWithin && isLive(model, stand.state)
    });
    if (comes === 'stuck') return stuck([{ is: 'tool' }]);
    if (comes !== 'opens')
      return harmed(then, { leg: 'down', kind: comes, at, ...(comes === 'cell-pierced' ? ofCell : {}) });
  }
  if (isWithin && stand.isLiveForNothing(action.id)) return harmed(then, { leg: 'down', kind: 'short', at });
  return works(then);
}

/** A blade comes so far behind a seam, mm: bench rule of thumb. */
const BLADE_MM = 16;

/** The cell that a joint holds, or that a blade comes to behind a seam. */
function cellNear(model: Model, joint: Joint): string | undefined {
  const cells = model.machine.parts.filter((part) => part.care.includes('cell'));
  if (joint.kind !== 'clips') return cells.find(({ id }) => id === joint.a || id === joint.b)?.id;
  const isBehind = (outline: Outline) => joint.seam.some((at) => discMeets(areaOf(outline), at, BLADE_MM));
  return cells.find(({ shapes }) => shapes.some((s) => s.zone === joint.zone && isBehind(s.outline)))?.id;
}

/** A part is moved. @param directionDeg which way it is drawn, clockwise from "to the right" in its face's frame; as the file says where nothing is given */
export function move(stand: Stand, action: Moving, directionDeg: number | undefined): Outcome {
  const { open, lid } = stand.state;
  // It went there with the lid.
  if (action.move.lid === lid && open.has(action.id)) return works(stand.state);
  const because = stand.inTheWay(action);
  const at = { part: action.part.id };
  const then = opened(stand, action);
  const drawn = stand.drawn(action);
  const care = drawn.flatMap((part) => part.care);
  const givesWay = because.map((b) => whatGivesWay(stand, b, care));
  // Whatever holds it is stronger than the hand; only where nothing does, what is weaker gives way.
  if (givesWay.some((g) => g === undefined)) return stuck(because);
  const [broken] = givesWay;
  if (broken) {
    // What is torn holds nothing any more.
    const torn = new Set([...then.open, openId(broken.joint)]);
    return harmed({ ...then, open: torn }, { leg: 'down', kind: broken.kind, at, by: broken.joint });
  }
  if (directionDeg !== undefined && !isAlong(action, directionDeg)) {
    const hook = drawn.flatMap(({ id }) => stand.access.model.jointsOf(id)).find(isHooked);
    return hook ? harmed(then, { leg: 'down', kind: 'hook-broken', at, by: hook.id }) : stuck([{ is: 'direction' }]);
  }
  if (care.includes('static') && stand.isLiveForNothing(action.id))
    return harmed(then, { leg: 'down', kind: 'short', at });
  return works(then);
}

/** It is open now; screws lie on the tray, and cables beside a part that moved lie as they fell. */
export function opened({ state, access }: Stand, action: Opening | Moving): Rehearsed {
  const open = new Set([...state.open, action.id]);
  const was: Rehearsed = { ...state, open, opened: new Set([...state.opened, action.id]) };
  if (action.kind === 'move') {
    const beside = pinchList(access, action, state.open).map(
      ({ cable, zone }) => [besideKey(cable, action.part.id, zone), null] as const
    );
    return { ...was, laid: new Map([...state.laid, ...beside]) };
  }
  const { joint } = action;
  if (joint.kind === 'screws' && !joint.screw.captive)
    return { ...was, holes: new Map([...state.holes, [joint.id, joint.at.map(() => null)]]) };
  if (joint.kind !== 'connector') return was;
  // A plug that is on another one's socket comes off that.
  return { ...was, sockets: new Map([...state.sockets].filter(([, plug]) => plug !== joint.id)) };
}

/** As far from the way that the file says that it jams. */
const ALONG_DEG = 45;

function isAlong({ move: { directionDeg } }: Moving, tried: number): boolean {
  if (directionDeg === undefined) return true;
  const apart = Math.abs(((tried - directionDeg + 540) % 360) - 180);
  return apart < ALONG_DEG;
}

const isHooked = (joint: Joint): boolean =>
  joint.kind === 'hook' || (joint.kind === 'clips' && joint.hooked.length > 0);

/** What breaks when the part is drawn although this stands in the way; undefined where it holds. */
function whatGivesWay(
  { access: { model } }: Stand,
  blocker: Blocker,
  care: readonly string[]
): { kind: HarmKind; joint: string } | undefined {
  if (blocker.is !== 'requirement') return undefined;
  const { cause } = blocker.requirement;
  const drawn = { bends: care.includes('bends'), isCell: care.includes('cell') };
  const joints: Joint[] =
    cause.kind === 'holds'
      ? [model.joint(cause.joint)]
      : cause.kind === 'loose-cable'
        ? model.jointsOf(cause.cable).filter((j) => j.kind === 'connector')
        : [];
  for (const joint of joints) {
    const kind = drawnAgainst(joint, drawn);
    if (kind !== 'holds') return { kind, joint: joint.id };
  }
  return undefined;
}
