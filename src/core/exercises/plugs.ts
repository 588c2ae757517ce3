import { segmentDistance } from '../access';
import { fit, type ScrewGroup } from '../fasteners';
import { distance, type Cable, type Joint, type JointOf, type Model, type Point } from '../machine';
import { closingsFor, motionsFor, rightClosing, rightMotion, socketsFor } from '../rehearsal';
import type { Kind } from './kind';

const MOST_SCREWS = 4;

const groupsOf = (model: Model): ScrewGroup[] =>
  model.machine.joints.filter((j): j is ScrewGroup => j.kind === 'screws' && !j.screw.captive);

/** Whether a group's screws belong there, or would do as well. */
const does = (from: ScrewGroup, { screw }: ScrewGroup): boolean =>
  ['right', 'works'].includes(fit(from.screw, screw.hole!, screw).verdict);

/** Which screw goes here: one of them fits, by the measures of all. */
export const SCREW: Kind = {
  form: 'one',
  skills: ({ model }) => (groupsOf(model).length > 1 ? ['fit'] : []),
  make({ access }, draw) {
    const groups = groupsOf(access.model);
    const group = draw.one(groups);
    if (!group.screw.hole) return undefined;
    const others = groups.filter((g) => !does(g, group));
    // Those that look most like it are the ones to be told from it.
    const near = draw
      .shuffled(others)
      .filter((g, i, all) => all.findIndex((o) => apart(o, g) === 0) === i)
      .sort((a, b) => apart(a, group) - apart(b, group))
      .slice(0, MOST_SCREWS - 1);
    if (near.length === 0) return undefined;
    return { skill: 'fit', about: group.id, given: [], options: draw.shuffled([group, ...near]).map(({ id }) => id) };
  },
  answer({ access }, { about, options }) {
    const group = access.model.joint(about) as ScrewGroup;
    return options.filter((id) => does(access.model.joint(id) as ScrewGroup, group));
  }
};

const apart = (a: ScrewGroup, b: ScrewGroup) =>
  Math.abs(a.screw.lengthMm - b.screw.lengthMm) +
  Math.abs(a.screw.headDiameterMm - b.screw.headDiameterMm) +
  3 * Math.abs(a.screw.threadMm - b.screw.threadMm);

type Plug = JointOf<'connector'>;

/** Plugs with the others whose sockets they fit. */
function families(model: Model): Plug[][] {
  const left = new Set(model.machine.joints.filter((j): j is Plug => j.kind === 'connector' && j.marks !== undefined));
  const out: Plug[][] = [];
  for (const plug of left) {
    const like = [plug, ...socketsFor(model, plug)];
    for (const other of like) left.delete(other);
    if (like.length > 1) out.push(like);
  }
  return out;
}

/** Which plug goes on which socket: each of those given on one of the options, by their marks. */
export const MARKS: Kind = {
  form: 'pairs',
  skills: ({ model }) => (families(model).length > 0 ? ['marks'] : []),
  make({ access }, draw) {
    const all = families(access.model);
    if (all.length === 0) return undefined;
    const plugs = draw.one(all).map(({ id }) => id);
    return { skill: 'marks', about: plugs[0]!, given: draw.shuffled(plugs), options: draw.shuffled(plugs) };
  },
  answer({ access: { model } }, { given, options }) {
    const mark = (id: string, end: 0 | 1) => (model.joint(id) as Plug).marks![end];
    return given.map((plug) => options.find((socket) => mark(socket, 1) === mark(plug, 0))!);
  }
};

/** Which motion opens this, or closes it. */
export const MOTION: Kind = {
  form: 'one',
  skills: ({ model }) => [...new Set(learnt(model).map(skillOf))],
  make({ access }, draw) {
    const joint = draw.one(learnt(access.model).filter((j) => draw.skill === undefined || skillOf(j) === draw.skill));
    const way = draw.one(['open', 'close'] as const);
    const options: readonly string[] = way === 'open' ? motionsFor(joint) : closingsFor(joint);
    if (options.length < 2) return undefined;
    return { skill: skillOf(joint), about: joint.id, given: [way], options: draw.shuffled(options) };
  },
  answer({ access: { model } }, { about, given, options }) {
    const joint = model.joint(about);
    const right = given[0] === 'open' ? rightMotion(joint) : rightClosing(joint);
    return options.filter((motion) => motion === right);
  }
};

/** What is opened and closed by a motion that one has to know. */
const learnt = (model: Model): Joint[] =>
  model.machine.joints.filter((j) => j.kind === 'connector' || j.kind === 'clips');

const skillOf = (joint: Joint): string =>
  joint.kind === 'connector' ? `plug:${joint.family}` : `fixing:${joint.kind}`;

/** A line is the cable's where neither is farther from the other than this, mm: as well as one draws with a finger. */
export const DRAWN_MM = 8;

/** Where this cable runs: drawn on its face. A cable that runs straight is no question. */
export const ROUTE: Kind = {
  form: 'line',
  skills: ({ model }) => (winding(model).length > 0 ? [`route:${model.machine.id}`] : []),
  make({ access }, draw) {
    const runs = winding(access.model);
    if (runs.length === 0) return undefined;
    const { cable, zone } = draw.one(runs);
    const { machine } = access.model;
    return { skill: `route:${machine.id}`, about: cable.part, given: [zone], options: [] };
  },
  answer: () => []
};

/** Runs of cables that are not straight, each with its face. */
function winding(model: Model): { cable: Cable; zone: string }[] {
  return model.machine.cables.flatMap((cable) =>
    [...new Set(cable.path.map((p) => p.zone))]
      .filter((zone) => detour(pathOn(cable, zone)) > 2 * DRAWN_MM)
      .map((zone) => ({ cable, zone }))
  );
}

/** The first unbroken run of a cable on a face, mm in its frame. */
export function pathOn(cable: Cable, zone: string): Point[] {
  const from = cable.path.findIndex((p) => p.zone === zone);
  const to = cable.path.findIndex((p, i) => i > from && p.zone !== zone);
  return cable.path.slice(from, to < 0 ? undefined : to).map((p) => p.at);
}

/** How far a line strays from the straight one between its ends, mm. */
function detour(line: readonly Point[]): number {
  const ends = [line[0]!, line.at(-1)!];
  return line.length < 3 ? 0 : Math.max(...line.map((p) => farFrom(p, ends)));
}

/** Whether a line that was drawn is the cable's run, from whichever end. */
export function isAlong(drawn: readonly Point[], path: readonly Point[]): boolean {
  if (drawn.length < 2) return false;
  const near = (points: readonly Point[], line: readonly Point[]) =>
    walked(points).every((p) => farFrom(p, line) <= DRAWN_MM);
  return near(drawn, path) && near(path, drawn);
}

/** Points of a line, a millimetre apart. */
function walked(line: readonly Point[]): Point[] {
  return line.slice(1).flatMap((to, i) => {
    const from = line[i]!;
    const n = Math.max(1, Math.ceil(distance(from, to)));
    return Array.from({ length: n + 1 }, (_, k): Point => [
      from[0] + ((to[0] - from[0]) * k) / n,
      from[1] + ((to[1] - from[1]) * k) / n
    ]);
  });
}

const farFrom = (p: Point, line: readonly Point[]): number =>
  Math.min(...line.slice(1).map((to, i) => segmentDistance(p, line[i]!, to)));
