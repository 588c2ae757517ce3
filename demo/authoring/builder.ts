import { MACHINE_FORMAT, type Machine } from '$core/machine';
import { pathLength } from '$core/cables';
import type { z } from 'zod';

type Input = z.input<typeof Machine>;
export type PartIn = Input['parts'][number];
export type JointIn = Input['joints'][number];
export type OutlineIn = NonNullable<PartIn['shapes']>[number]['outline'];
export type PointIn = [number, number];
type ScrewIn = Extract<JointIn, { kind: 'screws' }>['screw'];
type Of<K extends JointIn['kind']> = Extract<JointIn, { kind: K }>;

/** Everything common to joints that a helper does not set itself. */
type More<K extends JointIn['kind']> = Partial<Omit<Of<K>, 'kind' | 'id' | 'name' | 'a' | 'b' | 'zone'>>;

export const rect = (x: number, y: number, width: number, height: number, radius?: number): OutlineIn => ({
  form: 'rect',
  x,
  y,
  width,
  height,
  ...(radius ? { radius } : {})
});
export const circle = (x: number, y: number, radius: number): OutlineIn => ({ form: 'circle', x, y, radius });
export const poly = (...points: PointIn[]): OutlineIn => ({ form: 'polygon', points });

/** Standard times for opening, s: bench rules of thumb. */
const SECONDS = { screw: 8, captive: 5, connector: 9, snap: 6, clips: 45, tape: 8, dressing: 5, adhesive: 40 };

/** Writes a machine file piece by piece, filling in what follows from the rest. */
export class MachineBuilder {
  readonly machine: Input;

  constructor(head: Omit<Input, 'format' | 'parts' | 'joints' | 'cables' | 'relations'>) {
    this.machine = { format: MACHINE_FORMAT, ...head, parts: [], joints: [], cables: [], relations: [] };
  }

  /** A part with its shape in one zone. */
  part(
    id: string,
    name: string,
    kind: PartIn['kind'],
    on: string | undefined,
    more: Partial<PartIn> & {
      at?: [zone: string, outline: OutlineIn, depth: [number, number], openings?: OutlineIn[]];
    } = {}
  ): this {
    const { at, ...rest } = more;
    const shapes = [
      ...(at ? [{ zone: at[0], outline: at[1], depth: at[2], ...(at[3] ? { openings: at[3] } : {}) }] : []),
      ...(rest.shapes ?? [])
    ];
    this.machine.parts.push({ id, name, kind, ...(on ? { on } : {}), ...rest, shapes });
    return this;
  }

  screws(
    id: string,
    name: string,
    a: string,
    b: string,
    zone: string,
    depth: number,
    at: PointIn[],
    screw: ScrewIn,
    more: More<'screws'> = {}
  ): this {
    const each = screw.captive ? SECONDS.captive : SECONDS.screw;
    this.machine.joints.push({
      kind: 'screws',
      id,
      name,
      a,
      b,
      zone,
      depth,
      at,
      count: at.length,
      seconds: 4 + each * at.length,
      closeSeconds: 6 + (each + 3) * at.length,
      screw,
      ...more
    });
    return this;
  }

  plug(
    id: string,
    name: string,
    a: string,
    b: string,
    zone: string,
    depth: number,
    at: PointIn,
    family: Of<'connector'>['family'],
    carries: Of<'connector'>['carries'],
    more: More<'connector'> = {}
  ): this {
    const seconds = family === 'antenna-snap' ? SECONDS.snap : SECONDS.connector;
    this.machine.joints.push({
      kind: 'connector',
      id,
      name,
      a,
      b,
      zone,
      depth,
      at: [at],
      family,
      carries,
      seconds,
      closeSeconds: Math.round(seconds * 1.5),
      ...more
    });
    return this;
  }

  clips(
    id: string,
    name: string,
    a: string,
    b: string,
    zone: string,
    depth: number,
    seam: PointIn[],
    start: string,
    more: More<'clips'> = {}
  ): this {
    this.machine.joints.push({
      kind: 'clips',
      id,
      name,
      a,
      b,
      zone,
      depth,
      at: seam,
      seam,
      start,
      seconds: SECONDS.clips,
      closeSeconds: Math.round(SECONDS.clips * 0.6),
      ...more
    });
    return this;
  }

  adhesive(
    id: string,
    name: string,
    a: string,
    b: string,
    zone: string,
    depth: number,
    at: PointIn[],
    adhesive: Of<'adhesive'>['adhesive'],
    method: string,
    more: More<'adhesive'> = {}
  ): this {
    this.machine.joints.push({
      kind: 'adhesive',
      id,
      name,
      a,
      b,
      zone,
      depth,
      at,
      adhesive,
      method,
      singleUse: true,
      seconds: SECONDS.adhesive,
      ...more
    });
    return this;
  }

  tape(
    id: string,
    name: string,
    a: string,
    b: string,
    zone: string,
    depth: number,
    at: PointIn,
    material: Of<'tape'>['material'],
    more: More<'tape'> = {}
  ): this {
    this.machine.joints.push({
      kind: 'tape',
      id,
      name,
      a,
      b,
      zone,
      depth,
      at: [at],
      material,
      seconds: SECONDS.tape,
      ...more
    });
    return this;
  }

  dressing(
    id: string,
    name: string,
    a: string,
    b: string,
    zone: string,
    depth: number,
    at: PointIn[],
    guide: Of<'dressing'>['guide'],
    more: More<'dressing'> = {}
  ): this {
    this.machine.joints.push({
      kind: 'dressing',
      id,
      name,
      a,
      b,
      zone,
      depth,
      at,
      guide,
      seconds: SECONDS.dressing * at.length,
      closeSeconds: SECONDS.dressing * 2 * at.length,
      ...more
    });
    return this;
  }

  joint(joint: JointIn): this {
    this.machine.joints.push(joint);
    return this;
  }

  /**
   * A cable's run. Its length is what the path needs with a little slack, and what crosses from zone to zone on top.
   * @param path [zone, x, y, depth, guide?] from end to end
   */
  cable(
    part: string,
    form: NonNullable<Input['cables']>[number]['form'],
    widthMm: number,
    colour: string,
    path: [string, number, number, number, string?][],
    ends: { joint: string; mark?: string }[],
    throughMm = 0
  ): this {
    const points = path.map(([zone, x, y, depth, guide]) => ({
      zone,
      at: [x, y] as PointIn,
      depth,
      ...(guide ? { guide } : {})
    }));
    const cable = {
      part,
      path: points,
      lengthMm: 1000,
      widthMm,
      minBendRadiusMm: form === 'flat' ? 1 : 3,
      form,
      colour,
      ends
    };
    cable.lengthMm = Math.ceil(pathLength(cable).lengthMm * 1.06 + 4 + throughMm);
    this.machine.cables!.push(cable);
    return this;
  }

  relation(relation: NonNullable<Input['relations']>[number]): this {
    this.machine.relations!.push(relation);
    return this;
  }
}
