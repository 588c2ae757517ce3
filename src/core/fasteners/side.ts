import type { JointOf } from '../machine';

type Screw = JointOf<'screws'>['screw'];

/** Height of the head, mm; half the thread's diameter where the file does not say: a rule of thumb for small pan heads. */
export const headHeightMm = (screw: Screw): number => screw.headHeightMm ?? screw.threadMm * 0.5;

/** What is under the head: the length that one would measure, mm. */
export const shankMm = (screw: Screw): number =>
  screw.measured === 'over-all' ? screw.lengthMm - headHeightMm(screw) : screw.lengthMm;

/** A screw from the side, mm: the middle of its head's top at 0 / 0, its shank downwards. The one outline for screens, trays and prints. */
export interface ScrewSide {
  headMm: number;
  shankMm: number;
  /** Head and shank, closed, as SVG path data. */
  outline: string;
  /** Turns of the thread, one by one. */
  thread: string[];
}

export function screwSide(screw: Screw): ScrewSide {
  const head = headHeightMm(screw);
  const shank = shankMm(screw);
  const half = screw.headDiameterMm / 2;
  const t = screw.threadMm / 2;
  const tip = Math.min(0.3, shank, t);
  const end = head + shank;
  const turns = Math.max(0, Math.floor(shank / screw.pitchMm));
  const at = (...n: number[]) => n.map((x) => String(Math.round(x * 1000) / 1000)).join(' ');
  return {
    headMm: head,
    shankMm: shank,
    outline: `${headPath()}M${at(-t, head)}H${at(t)}V${at(end - tip)}L${at(t - tip, end)}H${at(tip - t)}L${at(-t, end - tip)}Z`,
    thread: Array.from(
      { length: turns },
      (_, i) => `M${at(-t, head + (i + 0.9) * screw.pitchMm)}L${at(t, head + (i + 0.5) * screw.pitchMm)}`
    )
  };

  function headPath(): string {
    switch (screw.head) {
      case 'countersunk':
        return `M${at(-half, 0)}H${at(half)}L${at(t, head)}H${at(-t)}Z`;
      case 'shoulder':
        return `M${at(-half, 0)}H${at(half)}V${at(head * 0.6)}H${at(t * 1.5)}V${at(head)}H${at(-t * 1.5)}V${at(head * 0.6)}H${at(-half)}Z`;
      case 'flat-broad':
        return `M${at(-half, 0)}H${at(half)}V${at(head)}H${at(-half)}Z`;
      default:
        return `M${at(-half, head)}Q${at(-half, 0, -half * 0.5, 0)}H${at(half * 0.5)}Q${at(half, 0, half, head)}Z`;
    }
  }
}
